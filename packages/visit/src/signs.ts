import type { Decision, Dossier, LookAsks, Schools, Tried } from '@zither/contract';
import { cuesOf } from './cues.ts';
import {
  CAUSES,
  changeOf,
  evidenceOf,
  HOUSE_RULES,
  rangeFits,
  tablesFor,
  tablesWith,
  CUES,
  foldLimitOf,
  keptTrials,
  newestReading,
  readArch,
  SIDES,
  testKey,
  TESTS,
  testRatios,
  withheldFor,
  type BothSides,
  type CauseId,
  type Circumstances,
  type FaultId,
  type Need,
  type Outcome,
  type SafetyLimit,
  type SeenFault,
  type Severity,
  type Side,
  type Signs,
  type Squat,
  type TableChange,
  type TestDone,
  type TestId,
  type Watched,
} from '@zither/core';
import { asksAlike } from '@zither/contract/row';
import { knownOf } from './derive.ts';
import { faultsOf, lookedForIn } from './lookFaults.ts';
import { pinchedReading, pinchesOf } from './pinches.ts';
import { baselinesOf, isTelling, isUnprompted, setsOf, type Look } from './looks.ts';
import { namedIn } from './named.ts';
import { rangeOf } from './otherSquats.ts';
import { askedIn, squatAsked, type AskedSquat } from './range.ts';
import { squatsInTests } from './squatsInTests.ts';
import type { PracticeRules } from './practiceRules.ts';

/** A fault as it was seen on the newest day of looking, by whom, and whether it is left alone. */
export interface SeenLine {
  fault: FaultId;
  side: Side | null;
  severity: Severity;
  by: ('measured' | 'eye')[];
  onlyUnderLoad: boolean;
  /** The decision that leaves it alone; null = it counts. */
  leftAlone: Extract<Decision, { kind: 'leaveAlone' }> | null;
  /** Earlier days on which it was seen, none of them clearly; newest first. */
  slightBefore: string[];
}

/** What a diagnosis of this client rests on today. */
export interface Basis {
  signs: Signs;
  circumstances: Circumstances;
  /** Day of the newest looks; null = nobody has looked yet. */
  seenOn: string | null;
  /** From this day on looks and short tests count: of the newest looks, and where nobody looked, of the newest test. */
  since: string;
  seen: SeenLine[];
  /** How many looks that day. */
  looks: number;
  /** The squat that was looked at, or the unprompted one where none was yet. */
  asked: AskedSquat;
  /** Under the heels in looks that are the test with raised heels, mm; null = as that test says. */
  raisedMm: number | null;
  /** The squat as a setup; null until both ankles are known. */
  squat: Squat | null;
}

/** A wedge or lift of at least so much does for the raised heels, mm and degrees (house defaults). */
const LIFT_LEAST = { riseMm: 20, angleDeg: 6 } as const;

const keyOf = (fault: FaultId, side: Side | null) => `${fault} ${side ?? ''}`;

/** Two looks that differ in one option alone are a short test already: which it is, and which of the two comes first. */
const REPEATS: readonly {
  test: TestId;
  option: keyof LookAsks;
  isBefore: (asks: LookAsks) => boolean;
  isAfter: (asks: LookAsks) => boolean;
}[] = [
  {
    test: 'heelsRaised',
    option: 'heelRiseMm',
    isBefore: (a) => a.heelRiseMm === 0,
    isAfter: (a) => a.heelRiseMm > 0,
  },
  {
    test: 'counterbalance',
    option: 'arms',
    isBefore: (a) => a.arms === 'free',
    isAfter: (a) => a.arms === 'weight',
  },
  {
    test: 'armsDown',
    option: 'arms',
    isBefore: (a) => a.arms === 'up',
    isAfter: (a) => a.arms === 'free',
  },
];

/** Whether the camera measured a fault in both of two sets without a change it could see; false where it did not measure both. */
function hasHardlyChanged(before: readonly Look[], after: readonly Look[], fault: string): boolean {
  const read = (list: readonly Look[]) =>
    list.flatMap((l) => l.capture?.report.measured ?? []).filter((m) => m.fault === fault);
  return read(before).some((was) =>
    read(after).some((is) => is.side === was.side && changeOf(was, is)?.kind === 'noChange'),
  );
}

/** How a repeat turned out: of what it is about, what is still seen. */
function outcomeOf(test: TestId, left: readonly string[], before: number): Outcome {
  if (test === 'counterbalance') {
    if (left.length === 0) return 'clean';
    if (left.includes('heelsRise')) return 'heelsUp';
    return left.includes('excessLean') || left.includes('trunkShinMismatch') ? 'pitched' : 'same';
  }
  return left.length === 0 ? 'clears' : left.length < before ? 'helps' : 'same';
}

/** From the best to the worst a cue may do. */
const BY_CUE: readonly Outcome[] = ['clears', 'helps', 'same', 'worse'];

/** Cues that were tried, as one test: that one of them cleared something tells, that another did not tells little. */
function fromCues(tried: readonly TestDone[]): TestDone[] {
  const cues = tried.filter((t) => t.test === 'cueTrial');
  const hurt = cues.find((t) => t.outcome === 'pain');
  const best = BY_CUE.find((outcome) => cues.some((t) => t.outcome === outcome));
  const outcome = hurt ? 'pain' : best;
  return outcome
    ? [{ test: 'cueTrial', side: null, outcome, earlier: cues.every((t) => t.earlier === true) }]
    : [];
}

/** Cues that point at the foot: tried, they tell what the foot cue tells. */
const isFootCue = ({ id }: NonNullable<Tried['cue']>, schools: Schools): boolean =>
  id !== null && cuesOf(schools).find((c) => c.id === id)?.causes[0] === 'footControl';

/** What cues for the foot told, by the side of the knee or arch they changed; of a shift nobody knows which foot it was. */
function fromFootCues(tried: readonly Tried[], day: string, schools: Schools): TestDone[] {
  const about: readonly string[] = TESTS.footCue.about;
  const told = tried
    .filter((t) => t.cue !== null && isFootCue(t.cue, schools))
    .flatMap((t) =>
      (t.results.length > 0
        ? t.results.map((r) => ({
            side: about.includes(r.fault) ? r.side : null,
            outcome: r.outcome as Outcome,
          }))
        : [{ side: null, outcome: t.outcome }]
      ).map((r) => ({ ...r, earlier: t.takenOn !== day })),
    );
  return ([...SIDES, null] as const).flatMap((side): TestDone[] => {
    const own = told.filter((t) => t.side === side);
    const outcome = [...BY_CUE, 'pain' as const].find((o) => own.some((t) => t.outcome === o));
    return outcome
      ? [{ test: 'footCue', side, outcome, earlier: own.every((t) => t.earlier) }]
      : [];
  });
}

/** What the day's looks answered by themselves, without load. */
function fromRepeats(looks: readonly Look[]): TestDone[] {
  const free = looks.filter((l) => l.look.condition === 'bodyweight');
  return REPEATS.flatMap(({ test, option, isBefore, isAfter }): TestDone[] => {
    const after = free.filter(
      (l) =>
        isAfter(l.look.asks) &&
        free.some((b) => isBefore(b.look.asks) && asksAlike(b.look.asks, l.look.asks, option)),
    );
    const before = free.filter(
      (b) =>
        isBefore(b.look.asks) && after.some((l) => asksAlike(b.look.asks, l.look.asks, option)),
    );
    const about = TESTS[test].about as readonly string[];
    const named = (list: readonly Look[]) =>
      new Set(
        list
          .flatMap(namedIn)
          .map((f) => f.fault)
          .filter((f) => about.includes(f)),
      );
    const [was, is] = [named(before), named(after)];
    // A value that only slipped below its threshold, within the error of two sets, is not gone.
    for (const fault of was)
      if (!is.has(fault) && hasHardlyChanged(before, after, fault)) is.add(fault);
    if (after.length === 0 || was.size === 0) return [];
    const left = [...was].filter((f) => is.has(f));
    return [{ test, outcome: outcomeOf(test, left, was.size), side: null }];
  });
}

/** Under the heels in the newest look with raised heels that is a test by itself, mm; null = none is. */
const raisedIn = (looks: readonly Look[]): number | null =>
  looks.find(({ look: { condition, asks } }) => condition === 'bodyweight' && asks.heelRiseMm > 0)
    ?.look.asks.heelRiseMm ?? null;

/** What Measure answered already: tests that need not be done again, and how they turned out. */
function fromMeasure(dossier: Dossier): { tests: TestDone[]; known: string[] } {
  const { trials } = dossier;
  const tests: TestDone[] = [];
  const known: string[] = [];
  for (const side of SIDES) {
    const forms = keptTrials(trials, 'archForms', side).at(-1);
    if (forms)
      tests.push({ test: 'archOnHeelRaise', side, outcome: forms.value === 1 ? 'clears' : 'same' });
    const has = (measure: 'kneeToWall' | 'shinAngle' | 'shinAngleStraight') =>
      keptTrials(trials, measure, side).length > 0;
    if (pinchedReading(dossier, side))
      tests.push({ test: 'kneeStraightVsBent', side, outcome: 'pain', earlier: true });
    else if ((has('kneeToWall') || has('shinAngle')) && has('shinAngleStraight'))
      known.push(testKey('kneeStraightVsBent', side));
    if (keptTrials(trials, 'abductionReps', side).length > 0)
      known.push(testKey('standingAbduction', side));
  }
  return { tests, known };
}

const bothSides = <T>(read: (side: Side) => T): BothSides<T> => ({
  left: read('left'),
  right: read('right'),
});

/** Whether the client's kit, once said, has something for the raised heels. */
const hasLift = ({ client: { kit } }: Dossier): boolean =>
  kit.every((item) => item.kind === 'box') ||
  kit.some(
    (item) =>
      (item.kind === 'ramp' && item.angleDeg >= LIFT_LEAST.angleDeg) ||
      (item.kind === 'block' && item.riseMm >= LIFT_LEAST.riseMm),
  );

/** Decisions in force to leave a finding alone. */
export const leftAlone = (dossier: Dossier): Extract<Decision, { kind: 'leaveAlone' }>[] =>
  dossier.decisions.flatMap((d) => (d.kind === 'leaveAlone' && !d.takenBack ? [d] : []));

/** The newest conclusion in force about what to work on. */
export const workedOn = (dossier: Dossier): Extract<Decision, { kind: 'workOn' }> | null =>
  dossier.decisions
    .flatMap((d) => (d.kind === 'workOn' && !d.takenBack ? [d] : []))
    .sort((a, b) => b.at.localeCompare(a.at))[0] ?? null;

/** Whether the client was ever seen, or is set up, with a load. */
const hasLoad = ({ judgements, captures, loadSets, setupTrials, setup, locks }: Dossier): boolean =>
  [...judgements, ...captures].some((l) => l.condition === 'load') ||
  loadSets.some((s) => s.loadKg > 0) ||
  [...setupTrials, ...locks, ...(setup ? [setup] : [])].some((s) => s.setup.loadKg > 0);

/** Ids of cues that send the knees out. */
const KNEES_OUT_CUES = CUES.filter((c) => c.bannedAs === 'kneesOut').map((c) => c.id);

/** Whether a cue that sends the knees out was tried, or given with a plan. */
const hasKneesOutCue = ({ tried, prescriptions, schools }: Dossier): boolean => {
  const own = (schools.cues ?? []).filter((c) => c.values.asksFor === 'kneesOut').map((c) => c.id);
  const sendsOut = (id: string | null) =>
    id !== null && (KNEES_OUT_CUES.includes(id) || own.includes(id));
  return (
    tried.some(
      (t) =>
        !t.undone &&
        (t.test === 'kneesOutCue' ||
          (t.cue !== null && (sendsOut(t.cue.id) || /knees?\s+(out|apart)/i.test(t.cue.words)))),
    ) || prescriptions.some((p) => p.cues.some((c) => sendsOut(c.id)))
  );
};

/**
 * What the record says today: the newest day's looks, the newest readings, short tests since those looks, pain of today, less what is left
 * alone. A finding left alone counts again as soon as it is clear.
 */
export function basisOf(
  dossier: Dossier,
  day: string,
  limits: readonly SafetyLimit[],
  missing: readonly Need[],
  rules: PracticeRules = HOUSE_RULES,
): Basis {
  const seen = seenBasis(dossier, day, limits, missing);
  const range = seen.squat && rangeOf(dossier, seen.squat, squatsInTests(dossier, seen), rules);
  return range ? { ...seen, signs: { ...seen.signs, ...range } } : seen;
}

/** What was seen, measured and tested, the ends of range aside. */
function seenBasis(
  dossier: Dossier,
  day: string,
  limits: readonly SafetyLimit[],
  missing: readonly Need[],
): Basis {
  const all = baselinesOf(dossier, null);
  // A look that only tells causes apart does not make the findings of the day before go away.
  const first = all.find(isUnprompted) ?? all.find((l) => !isTelling(l)) ?? all[0];
  const seenOn = first?.look.takenOn ?? null;
  const looksSince = all.filter((l) => seenOn !== null && l.look.takenOn >= seenOn);
  const ofDay = looksSince.filter((l) => l.look.takenOn === seenOn);
  const unprompted = ofDay.filter(isUnprompted);
  const untold = unprompted.length > 0 ? unprompted : ofDay.filter((l) => !isTelling(l));
  // What is left after the routine shows the routine: the client is who came in.
  const cold = untold.filter((l) => l.look.asks.state !== 'after');
  const plain = cold.length > 0 ? cold : untold;
  const sets = plain.flatMap((l) => setsOf(dossier, l));
  const faults = faultsOf(sets);
  const alone = leftAlone(dossier);
  const seen = new Map<string, SeenLine>();
  for (const f of faults) {
    const side = f.side ?? null;
    const held = seen.get(keyOf(f.fault, side));
    if (held) {
      held.by.push(f.by ?? 'measured');
      if (f.severity === 'clear') held.severity = 'clear';
      continue;
    }
    const earlier = all
      .filter((l) => l.look.takenOn < (seenOn ?? ''))
      .flatMap((l) =>
        namedIn(l)
          .filter((n) => n.fault === f.fault && n.side === side)
          .map((n) => ({ on: l.look.takenOn, severity: n.severity })),
      );
    seen.set(keyOf(f.fault, side), {
      fault: f.fault,
      side,
      severity: f.severity,
      by: [f.by ?? 'measured'],
      onlyUnderLoad: f.onlyUnderLoad === true,
      leftAlone: alone.find((d) => d.finding === f.fault && d.side === side) ?? null,
      slightBefore: earlier.some((e) => e.severity === 'clear')
        ? []
        : [...new Set(earlier.map((e) => e.on))],
    });
  }
  for (const line of seen.values()) if (line.severity === 'clear') line.leftAlone = null;
  const counted = faults.filter((f) => !seen.get(keyOf(f.fault, f.side ?? null))?.leftAlone);
  const pain: SeenFault[] = dossier.pains.some((p) => p.on === day)
    ? [{ fault: 'pain', severity: 'clear' }]
    : [];

  const known = knownOf(dossier);
  const reading = (
    measure: 'shinAngleStraight' | 'hipRotationIn' | 'abductionReps' | 'abductionAngle',
  ) => bothSides((side) => newestReading(dossier.trials, measure, side)?.mean ?? null);
  const budget = [...plain]
    .sort(
      (a, b) =>
        Number(b.look.condition === 'bodyweight') - Number(a.look.condition === 'bodyweight'),
    )
    .map((l) => l.capture?.report.leanBudget)
    .find((b) => b);
  const answered = fromMeasure(dossier);
  const done = dossier.tried.filter((t) => !t.undone);
  const since =
    seenOn ??
    done
      .map((t) => t.takenOn)
      .sort()
      .at(-1) ??
    day;
  const triedSince = done
    .filter((t) => t.takenOn >= since)
    .sort((a, b) => a.takenAt.localeCompare(b.takenAt));
  const footCues = fromFootCues(triedSince, day, dossier.schools);
  const tried = triedSince
    .filter((t) => !(t.cue && isFootCue(t.cue, dossier.schools)))
    // Pain of another day does not stop today's tests; the screen asks about it.
    .map((t): TestDone => ({
      test: t.test,
      side: t.side,
      outcome: t.outcome,
      earlier: t.takenOn !== day,
    }));
  const doneHere = new Set(tried.map((t) => testKey(t.test, t.side)));
  // A finding left alone is neither there nor clean.
  const { lookedAt, lookedAtByCamera, lookedAtSets } = lookedForIn(sets, (f) =>
    [...seen.values()].some((line) => line.fault === f && line.leftAlone),
  );
  const asked = askedIn(plain);
  const answeredAlready = [...answered.tests, ...fromRepeats(looksSince)].filter(
    (t) => !doneHere.has(testKey(t.test, t.side)),
  );
  const isRaisedByLook = answeredAlready.some((t) => t.test === 'heelsRaised');
  return {
    seenOn,
    since,
    raisedMm: isRaisedByLook ? raisedIn(looksSince) : null,
    seen: [...seen.values()],
    looks: sets.length,
    asked,
    squat: squatAsked(dossier, asked),
    circumstances: {
      limits,
      missing: hasLift(dossier) ? [...missing] : [...new Set<Need>([...missing, 'heelLift'])],
      known: answered.known,
      referred: withheldFor(referredOf(dossier)),
    },
    signs: {
      ...(hasLoad(dossier) ? {} : { isUnloaded: true }),
      ...(hasKneesOutCue(dossier) ? { isKneesOutCued: true } : {}),
      findings: [...counted, ...pain],
      lookedAt,
      lookedAtByCamera,
      lookedAtSets,
      measures: {
        dorsiflexionDeg: bothSides((side) => known.ankle[side]?.deg ?? null),
        dorsiflexionKneeStraightDeg: reading('shinAngleStraight'),
        hipInwardRotationDeg: reading('hipRotationIn'),
        standingAbductionReps: reading('abductionReps'),
        standingAbductionDeg: reading('abductionAngle'),
        navicularDropMm: bothSides((side) => readArch(dossier.trials, side).dropMm),
        ...(known.fold ? { hipFold: foldLimitOf(known.fold) } : {}),
      },
      ...(budget ? { leanBudget: budget } : {}),
      tests: [
        ...tried.filter((t) => t.test !== 'cueTrial'),
        ...fromCues(tried),
        ...footCues.filter((t) => !doneHere.has(testKey(t.test, t.side))),
        ...answeredAlready,
      ],
    },
  };
}

/**
 * What looks and short tests say of the ends of range, for the belief about the body: of the squat that was looked at, and of tests that are the same squat
 * in another setup. null where the body is not known, or nothing was seen or tested.
 */
export function toldOfRange(dossier: Dossier, changes: readonly TableChange[]): Watched | null {
  const seen = seenBasis(dossier, '', [], []);
  const { squat, signs, looks } = seen;
  const pieces = looks + (signs.tests ?? []).length;
  if (!squat || pieces === 0) return null;
  const tables = tablesFor(tablesWith(changes), signs);
  const evidence = evidenceOf(signs, tables);
  const inTest = squatsInTests(dossier, seen);
  return {
    ...squat,
    fits: rangeFits(evidence, tables),
    pieces,
    isLook: true,
    inTest,
    ratios: testRatios(evidence, inTest, tables),
  };
}

/** Causes that are for a clinician, by the conclusion in force and by what Measure and the tests met; nothing is given for them. */
export function referredOf(dossier: Dossier): CauseId[] {
  const concluded = (workedOn(dossier)?.causes ?? [])
    .map((c) => c.cause)
    .filter((cause) => ['refer', 'stop'].includes(CAUSES[cause].kind));
  const pinched = pinchesOf(dossier).map(({ answers }): CauseId =>
    answers.anklePinch ? 'ankleBlock' : 'hipFoldRoom',
  );
  return [...new Set<CauseId>([...concluded, ...pinched])];
}
