import type { Condition, DecisionValues, Dossier, LookAsks, Prescription } from '@zither/contract';
import {
  alikeTrials,
  CAUSE_IDS,
  changeOfReading,
  MEASURES,
  measuredDays,
  MORE_IS_BETTER,
  proposeNext,
  readingOn,
  recheckInDays,
  SIDES,
  type Aim,
  type CameraView,
  type CauseId,
  type FaultId,
  type MeasureId,
  type NextProposal,
  type NextStep,
  type Reading,
  type RecheckWord,
  type Side,
} from '@zither/core';
import { addDays } from 'date-fns/addDays';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { formatISO } from 'date-fns/formatISO';
import { parseISO } from 'date-fns/parseISO';
import { hurtAtHome } from './home.ts';
import { keepingOf } from './keeping.ts';
import { loadSetsOf } from './loadLog.ts';
import { baselinesOf, comparedAsks, isTelling, type Look } from './looks.ts';
import { aimsFor } from './planning.ts';
import { rechecksOf, type Recheck } from './rechecks.ts';
import { dossierOn, planOf } from './record.ts';
import { isHeld, limitsOf, safetyOf } from './safety.ts';
import { methodOf } from './method.ts';
import { namedIn } from './named.ts';
import { twoLooks, type CoachCall } from './twoLooks.ts';
import { weekGiven } from './week.ts';

/** In what two looks at one view differ. */
export type Differs = 'condition' | keyof LookAsks;
/** Says how the client was, and is no other squat: such looks are compared, and it is said. */
const COMPARED_ANYWAY: readonly Differs[] = ['state'];

/** One finding or reading before and after a plan. */
export interface RecheckLine {
  aim: Aim;
  /** Named with the plan, and judged together with the others; else it is "also seen", judged by itself. */
  isAim: boolean;
  word: RecheckWord;
  /** What told it; null = nothing could. */
  by: 'camera' | 'eye' | 'reading' | null;
  before: { value: number | null; on: string } | null;
  after: { value: number | null; on: string } | null;
  unit: string;
  /** From how much on a change counts; null without numbers. */
  countsFrom: number | null;
  /** In what the look after was taken differently. */
  differs: Differs[];
  /** The captures of both looks, to be seen side by side; null where one was judged by eye alone. */
  captures: { before: string; after: string } | null;
}

/** What is still to be repeated today. */
export type Repeat =
  | { kind: 'look'; view: CameraView; condition: Condition; asks: LookAsks; instead: Differs[] }
  | { kind: 'reading'; measure: MeasureId; side: Side | null };

/** A plan and what came of it. */
export interface RecheckAnswer {
  plan: Prescription;
  /** Given today: there is nothing to check yet. */
  isNew: boolean;
  dueOn: string;
  /** Days since the plan was given. */
  days: number;
  lines: RecheckLine[];
  toRepeat: Repeat[];
  proposals: NextProposal[];
  /** When to look again, counted from today by the causes of the plan. */
  nextOn: string;
  /** Kept today; null = not yet. */
  kept: Recheck | null;
}

const USUAL_DAYS = 21;
const dayAfter = (day: string, days: number): string =>
  formatISO(addDays(parseISO(day), days), { representation: 'date' });

/** The day a plan is checked: as the coach said it, as the plan has it, or three weeks after it was given. */
export const dueOn = (dossier: Pick<Dossier, 'decisions'>, plan: Prescription): string =>
  weekGiven(dossier, plan)?.recheckOn ?? plan.recheckOn ?? dayAfter(plan.givenOn, USUAL_DAYS);

/** The causes a plan works on. */
export const causesOfPlan = (
  plan: Pick<Prescription, 'findings'>,
): { cause: CauseId; side: Side | null }[] =>
  plan.findings.flatMap(({ cause, side }) =>
    CAUSE_IDS.some((id) => id === cause)
      ? [{ cause: cause as CauseId, side: side === 'both' ? null : side }]
      : [],
  );

/** Goals that judge a plan: as it was named, or for plans from before that was kept as it would have been. */
export function aimsOfPlan(dossier: Dossier, plan: Prescription): Aim[] {
  if (plan.aims) return plan.aims;
  const then = dossierOn(dossier, plan.givenOn);
  return aimsFor(then, plan.givenOn, limitsOf(safetyOf(then, plan.givenOn)), causesOfPlan(plan));
}

const isFinding =
  (fault: string, side: string | null) =>
  (f: { fault: string; side: string | null }): boolean =>
    f.fault === fault && f.side === side;

/** In what a look was taken differently from another. */
export const differsIn = (before: Look, after: Look): Differs[] => [
  ...(before.look.condition === after.look.condition ? [] : (['condition'] as const)),
  ...(Object.keys(before.look.asks) as (keyof LookAsks)[]).filter(
    (key) => (comparedAsks(before.look)[key] ?? null) !== (comparedAsks(after.look)[key] ?? null),
  ),
];

const isJudged = (differs: readonly Differs[]) => differs.every((d) => COMPARED_ANYWAY.includes(d));

/** Each look the plan rests on, beside the same look after it; what comes nearest where nothing is the same. */
function pairsOf(
  dossier: Dossier,
  givenOn: string,
  day: string,
): { before: Look; after: Look | null; differs: Differs[] }[] {
  const plain = baselinesOf(dossier, null).filter(
    (l) => !isTelling(l) && l.look.asks.state !== 'after',
  );
  const earlier = plain.filter((l) => l.look.takenOn <= givenOn);
  const seenOn = earlier[0]?.look.takenOn;
  const later = plain.filter((l) => l.look.takenOn > givenOn && l.look.takenOn <= day);
  return earlier
    .filter((l) => l.look.takenOn === seenOn)
    .map((before) => {
      const [nearest] = later
        .filter((l) => l.look.view === before.look.view)
        .map((after) => ({ after, differs: differsIn(before, after) }))
        // The same squat before another one, then the newest.
        .sort(
          (a, b) =>
            Number(isJudged(b.differs)) - Number(isJudged(a.differs)) ||
            b.after.look.takenAt.localeCompare(a.after.look.takenAt),
        );
      return nearest ? { before, ...nearest } : { before, after: null, differs: [] };
    });
}

function findingLines(pairs: ReturnType<typeof pairsOf>, aims: readonly Aim[]): RecheckLine[] {
  const isAim = (fault: FaultId, side: Side | null) =>
    aims.some((a) => a.kind === 'finding' && a.fault === fault && a.side === side);
  const lines = pairs.flatMap(({ before, after, differs }): RecheckLine[] => {
    if (!after) return [];
    return twoLooks(before, after, [], (fault, side) => (isAim(fault, side) ? aims.length : 1)).map(
      ({ fault, side, word, by, measured }) => {
        const told = isJudged(differs);
        return {
          aim: { kind: 'finding', fault, side },
          isAim: isAim(fault, side),
          word: told ? word : 'unknown',
          by: told ? by : null,
          before: { value: measured?.before ?? null, on: before.look.takenOn },
          after: { value: measured?.after ?? null, on: after.look.takenOn },
          unit: measured?.unit ?? '',
          countsFrom: measured?.error ?? null,
          differs,
          captures:
            before.capture && after.capture
              ? { before: before.capture.id, after: after.capture.id }
              : null,
        };
      },
    );
  });
  // Seen from two sides, the look that could tell counts.
  return lines
    .sort((a, b) => Number(b.by !== null) - Number(a.by !== null))
    .filter(
      (l, i) => lines.findIndex((o) => JSON.stringify(o.aim) === JSON.stringify(l.aim)) === i,
    );
}

/** The reading before a plan and the newest after it, neither taken after a routine. */
function readingsOf(
  { trials }: Dossier,
  measure: MeasureId,
  side: Side | null,
  givenOn: string,
  day: string,
): { before: Reading; after: Reading } | null {
  const cold = alikeTrials(trials, false);
  const days = measuredDays(cold.filter((t) => t.measure === measure && t.side === side));
  const on = (is: (d: string) => boolean) => {
    const found = days.find(is);
    return found === undefined ? null : readingOn(cold, measure, side, found);
  };
  const before = on((d) => d <= givenOn);
  const after = on((d) => d > givenOn && d <= day);
  return before && after ? { before, after } : null;
}

function readingLines(
  dossier: Dossier,
  aims: readonly Aim[],
  givenOn: string,
  day: string,
): RecheckLine[] {
  return MORE_IS_BETTER.flatMap((measure) =>
    (MEASURES[measure].sided ? SIDES : [null]).flatMap((side): RecheckLine[] => {
      const pair = readingsOf(dossier, measure, side, givenOn, day);
      if (!pair) return [];
      const isAim = aims.some(
        (a) => a.kind === 'reading' && a.measure === measure && a.side === side,
      );
      const { kind, mdc } = changeOfReading(
        measure,
        pair.before,
        pair.after,
        isAim ? aims.length : 1,
      );
      return [
        {
          aim: { kind: 'reading', measure, side },
          isAim,
          word: kind === 'noChangeWeCanSee' ? 'same' : kind === 'more' ? 'better' : 'worse',
          by: 'reading',
          before: { value: pair.before.mean, on: pair.before.day },
          after: { value: pair.after.mean, on: pair.after.day },
          unit: MEASURES[measure].unit,
          countsFrom: mdc,
          differs: [],
          captures: null,
        },
      ];
    }),
  );
}

/** An aim that was not looked at or read again. */
const untold = (aim: Aim): RecheckLine => ({
  aim,
  isAim: true,
  word: 'unknown',
  by: null,
  before: null,
  after: null,
  unit: '',
  countsFrom: null,
  differs: [],
  captures: null,
});

/** Looks and readings still to repeat today: the looks and readings the aims came from, as they were taken then, cold. */
function repeats(
  dossier: Dossier,
  pairs: ReturnType<typeof pairsOf>,
  aims: readonly Aim[],
  day: string,
): Repeat[] {
  const looks = pairs
    .filter(({ before }) =>
      aims.some((a) => a.kind === 'finding' && namedIn(before).some(isFinding(a.fault, a.side))),
    )
    .filter(({ after, differs }) => after?.look.takenOn !== day || !isJudged(differs))
    .map(({ before: { look }, after, differs }): Repeat => ({
      kind: 'look',
      view: look.view,
      condition: look.condition,
      asks: { ...look.asks, state: 'cold' },
      instead: after?.look.takenOn === day ? differs : [],
    }));
  const readings = aims.flatMap((a): Repeat[] =>
    a.kind === 'reading' &&
    !alikeTrials(dossier.trials, false).some(
      (t) => t.measure === a.measure && t.side === a.side && t.takenOn === day && t.struck === null,
    )
      ? [{ kind: 'reading', measure: a.measure, side: a.side }]
      : [],
  );
  return [...looks, ...readings];
}

/** A recheck as it is kept: the numbers and words of the day, the method they were judged by, the coach's own calls, and what comes next. */
export function recheckValues(
  dossier: Dossier,
  { plan, lines }: Pick<RecheckAnswer, 'plan' | 'lines'>,
  said: {
    on: string;
    at: string;
    step: NextStep;
    nextOn: string;
    callOf: (line: RecheckLine) => CoachCall | null;
  },
): Extract<DecisionValues, { kind: 'recheck' }> {
  const { on, at, step, nextOn, callOf } = said;
  const { id } = methodOf(dossier);
  return {
    kind: 'recheck',
    on,
    at,
    takenBack: false,
    plan: plan.id,
    // The house's methods have no version of their own.
    method: { id, version: dossier.schools.own.find((s) => s.id === id)?.version ?? 0 },
    results: lines.map((line) => ({
      aim: line.aim,
      isAim: line.isAim,
      word: line.word,
      by: line.by,
      before: line.before?.value ?? null,
      after: line.after?.value ?? null,
      unit: line.unit,
      countsFrom: line.countsFrom,
      call: callOf(line),
    })),
    step,
    nextOn,
  };
}

/** Steps a recheck may lead to, as the rest of the record stands. */
export interface StepsOpen {
  isHeelReached: boolean;
  isRungOpen: boolean;
}

/**
 * What became of the plan given last: its aims judged together against the looks and readings from before it, what else was seen, what is still to
 * repeat today, and what to do next.
 *
 * @returns null before the first plan
 */
export function recheckOf(
  dossier: Dossier,
  day: string,
  open: StepsOpen = { isHeelReached: false, isRungOpen: false },
): RecheckAnswer | null {
  const kept = rechecksOf(dossier).find((r) => r.on === day) ?? null;
  // A plan given after today's recheck follows from it; what was checked is the one before.
  const plan = (kept && dossier.prescriptions.find((p) => p.id === kept.plan)) ?? planOf(dossier);
  if (!plan) return null;
  const isNew = plan.givenOn >= day;
  const aims = aimsOfPlan(dossier, plan);
  const pairs = isNew ? [] : pairsOf(dossier, plan.givenOn, day);
  const told = isNew
    ? []
    : [...findingLines(pairs, aims), ...readingLines(dossier, aims, plan.givenOn, day)];
  const lines = [
    ...aims.map(
      (aim) => told.find((l) => JSON.stringify(l.aim) === JSON.stringify(aim)) ?? untold(aim),
    ),
    ...told.filter((l) => !l.isAim),
  ];
  const days = differenceInCalendarDays(parseISO(day), parseISO(plan.givenOn));
  const before = rechecksOf(dossier).find((r) => r.on < day);
  return {
    plan,
    isNew,
    dueOn: dueOn(dossier, plan),
    days,
    lines,
    toRepeat: isNew ? [] : repeats(dossier, pairs, aims, day),
    proposals: proposeNext({
      aims: lines.filter((l) => l.isAim).map((l) => l.word),
      wasWorseBefore: before?.results.some((r) => r.isAim && r.word === 'worse') ?? false,
      isPainful:
        isHeld(safetyOf(dossier, day)) ||
        dossier.pains.some((p) => p.on > plan.givenOn && p.on <= day) ||
        loadSetsOf(dossier).some(
          (s) => (s.pain ?? 0) > 0 && s.takenOn > plan.givenOn && s.takenOn <= day,
        ) ||
        hurtAtHome(dossier).length > 0,
      days,
      kept: keepingOf(dossier, plan, day)?.share ?? null,
      ...open,
    }),
    nextOn: dayAfter(day, recheckInDays(causesOfPlan(plan).map((c) => c.cause))),
    kept,
  };
}
