import { sayCounted } from './learned.ts';
import { capital, sayList } from './terms.ts';
import { sayBeforeLoad } from './beforeLoad.ts';
import { sayFault, saySquat } from './watch.ts';
import type { PrescriptionValues } from '@zither/contract';
import { lowered, saySeen } from './evidence.ts';
import {
  isWithinReading,
  placedOf,
  CAUSES,
  GROUPS,
  MEASURES,
  SIDES,
  stepsOf,
  TESTS,
  type CauseId,
  type Drill,
  type DrillKit,
  type FirstServed,
  type FootPosition,
  type GivenFor,
  type LeftOut,
  type LeftOutBecause,
  type PrescribedCue,
  type PrescribedDrill,
  type RoutinePart,
  type Support,
  type Side,
  type ServedFinding,
  type WorkedCause,
  rungOfHold,
  type Setup,
} from '@zither/core';
import type { Choice, PlanAnswer, WorkedGroup, Working } from '@zither/visit';
import { sayChoice } from './working.ts';
import { sayDepth, saySupport, sayToes } from './instrument.ts';
import { HOLD_NAMES } from './names.ts';
import { ladderLines } from './ladder.ts';
import { CUE_NAMES, sayBar, sureWord } from './probe.ts';
import { sayUse } from './setup.ts';
import { sayLength, sayMass, unitsNow } from './units.ts';

/** A cause with its side and how likely it is. */
export const sayWorkedCause = ({ cause, side, chance }: WorkedCause): string =>
  `${CAUSES[cause].name}${side === null ? '' : `, ${side}`} (${sureWord(chance)})`;

/** A fault that is served by itself, with the test that would tell what lies behind it. */
export function sayServed({ fault, side, test }: FirstServed): string {
  const tell = test ? `; ${TESTS[test].name.toLowerCase()} would tell` : '';
  return `First help for ${sayFault(fault, side).toLowerCase()}: what lies behind it is not known yet${tell}`;
}

/** The cause or fault that something in a plan is for. */
const sayGivenFor = (given: GivenFor): string =>
  given.kind === 'cause' ? sayWorkedCause(given) : sayServed(given);

/** Why a cue is in a plan: the cause or the fault, and that it cleared the fault. */
export const sayCueBecause = ({ for: given, hasCleared }: PrescribedCue): string =>
  hasCleared && given.kind === 'finding'
    ? `It cleared ${sayFault(given.fault, given.side).toLowerCase()} when it was tried`
    : `${sayGivenFor(given)}${hasCleared ? '; it cleared the fault when it was tried' : ''}`;

/** Why a drill is in a plan: the cause or the fault, why its dose is another than at first, and what was counted here. */
export const sayDrillBecause = ({ drill, for: given, counted }: PrescribedDrill): string =>
  [
    sayGivenFor(given),
    drill.grownFrom === undefined ? null : 'more than at first, because it went well at home',
    drill.easedFrom === undefined ? null : 'one set now, to keep what was gained',
    counted && sayCounted(counted),
  ]
    .filter((part) => part !== null)
    .join('; ');

/** A cause to work on with what spoke for it. */
function sayWorked(worked: WorkedCause): string {
  const seen = worked.because.slice(0, 3).map((e) => lowered(saySeen(e)));
  return seen.length > 0
    ? `${sayWorkedCause(worked)}: ${sayList(seen)}.`
    : `${sayWorkedCause(worked)}.`;
}

/** A group that is worked on: how likely, what spoke for it, and which of its causes are not told apart yet. */
function sayGroup(
  { group, probability, causes, standing, choice }: WorkedGroup,
  of: Working,
): string {
  const list = [...of.causes, ...of.fills].filter((c) => causes.includes(c.cause));
  const seen = [
    ...new Set(list.flatMap((c) => c.because.slice(0, 3).map((e) => lowered(saySeen(e))))),
  ].slice(0, 3);
  const why = seen.length > 0 ? `: ${sayList(seen)}` : '';
  const apart =
    causes.length > 1
      ? ` Not told apart yet: ${sayList(causes.map((c) => CAUSES[c].name.toLowerCase()))}.`
      : '';
  const left = standing === 'fills' ? ' It takes the minutes that are left.' : '';
  return `${GROUPS[group].name} (${sureWord(probability)})${why}.${apart}${left}${choice ? ` ${capital(sayChoice(choice))}.` : ''}`;
}

/** Whether two supports are the same to a coach: within 2 mm, or a degree and a half. */
const isSameUnder = (a: Support, b: Support): boolean =>
  (a.kind === 'floor' && b.kind === 'floor') ||
  (a.kind === 'block' && b.kind === 'block' && Math.abs(a.riseMm - b.riseMm) < 2) ||
  (a.kind === 'ramp' &&
    b.kind === 'ramp' &&
    a.azimuth === b.azimuth &&
    Math.abs(a.angleDeg - b.angleDeg) < 1.5);

/** What the plan changes from how the client stands, as instructions with their reason; never less than a reading can tell. */
function changesOf({ use, habit, askedDepthDeg }: PlanAnswer): { what: string; because: string }[] {
  const { setup, targetDepthDeg } = use;
  const list: { what: string; because: string }[] = [];
  const wider = setup.stanceWidthMm - habit.stanceWidthMm;
  if (Math.abs(wider) > (MEASURES.stanceWidth.sem ?? 0))
    list.push({
      what: `Stance ${sayLength(setup.stanceWidthMm)} instead of ${sayLength(habit.stanceWidthMm)}`,
      because:
        wider > 0
          ? 'Wider, the hips have more room to fold and the ankles have less to do.'
          : 'Narrower, the thighs stay over the feet in this method.',
    });
  const turned = SIDES.map((s) => setup.toeOutDeg[s] - habit.toeOutDeg[s]);
  if (turned.some((by) => Math.abs(by) > (MEASURES.toeOut.sem ?? 0)))
    list.push({
      what: `Toes ${sayToes(setup.toeOutDeg)} out instead of ${sayToes(habit.toeOutDeg)}`,
      because: turned.some((by) => by > 0)
        ? turned.some((by) => by < 0)
          ? 'No measured difference asks for feet that stand apart.'
          : 'Further out, the thighs open beside the belly and the hips fold further.'
        : 'Straighter, the feet stay under the knees in this method.',
    });
  if (!isSameUnder(setup.support, habit.support))
    list.push({
      what: `${setup.support.kind === 'floor' ? 'Heels flat' : capital(saySupport(setup.support))} instead of ${habit.support.kind === 'floor' ? 'flat' : saySupport(habit.support)}`,
      because:
        setup.support.kind === 'floor'
          ? 'The ankles have enough without it.'
          : 'It gives the shins the angle that the ankles do not have yet.',
    });
  if (targetDepthDeg < askedDepthDeg - 0.5)
    list.push({
      what: `Down to ${sayDepth(targetDepthDeg)} for now, instead of ${sayDepth(askedDepthDeg)}`,
      because: 'Deeper is not likely to keep every limit yet.',
    });
  return list;
}

const sayDose = ({ dose }: Drill): string => {
  const { amount, unit, sets } = dose;
  const words =
    unit === 'reps' ? `${amount} reps` : unit === 'minutes' ? `${amount} min` : `${amount} s`;
  return sets > 1 ? `${sets} × ${words}` : words;
};

function saySides({ drill, sides }: PrescribedDrill): string {
  if (drill.sides === 'together') return 'both together';
  const second = sides.first === 'left' ? 'right' : 'left';
  const doubled = sides.doubled ? `, twice on the ${sides.doubled}` : '';
  return `each side, ${sides.first} first, then ${second}${doubled}`;
}

/** Kit a drill may need, for a sentence. */
export const DRILL_KIT_NAMES: Record<DrillKit, string> = {
  wall: 'a wall',
  upright: 'an upright to hold',
  line: 'a line on the floor',
  ball: 'a firm ball',
  roller: 'a roller',
  lightWeight: 'a light weight',
  bar: 'a bar or kettlebell',
};

/** What would come instead of a drill. */
export const saySwap = (instead: readonly Drill[]): string =>
  instead.length === 0
    ? 'Nothing would come instead.'
    : `Instead: ${sayList(instead.map((d) => d.name.toLowerCase()))}.`;

/** What a swap costs: "Less for the ankle joint or soleus." */
export const sayLess = (less: readonly CauseId[]): string =>
  less.length === 0
    ? 'It costs hardly anything.'
    : `Less for ${sayList(less.map((c) => CAUSES[c].name.toLowerCase()))}.`;

/** "About 9 minutes". */
export const sayTime = (seconds: number): string =>
  `About ${Math.max(1, Math.round(seconds / 60))} ${Math.round(seconds / 60) <= 1 ? 'minute' : 'minutes'}`;

/** Why something that would fit is left out. */
export function sayLeftOutBecause(because: LeftOutBecause): string {
  switch (because.kind) {
    case 'limit':
      return `ruled out by Clear (${sayBar(because.limit)}).`;
    case 'notNeeded':
      return 'both feet are at the same angle, or the setup asks for the difference.';
    case 'sparesKnees':
      return 'it sends the knees forward, and this squat is to spare them.';
    case 'referred':
      return `${CAUSES[because.cause].name} is for a clinician first.`;
    case 'kit':
      return `needs ${DRILL_KIT_NAMES[because.kit]}, which is missing here.`;
    case 'hurt':
      return 'it hurt at home; ask and look before it comes back.';
    case 'coach':
      return 'taken out by the coach.';
    case 'banned':
      return because.cue === 'kneesOut'
        ? `${CUE_NAMES[because.cue]} is only for knees that were seen to come in.`
        : `${CUE_NAMES[because.cue]} does not suit this client.`;
  }
}

export const sayLeftOut = (left: LeftOut): string =>
  `${left.what === 'cue' ? `“${left.name}”` : left.name}: ${sayLeftOutBecause(left.because)}`;

interface WorkLine {
  cause: string;
  side: Side | null;
  says: string;
}

/** A sentence a group, then a cause of none. Of a group once; its other causes come without words. */
function causeLines({ working }: PlanAnswer): WorkLine[] {
  const said = new Set<string>();
  return [...working.causes, ...working.fills].map((w): WorkLine => {
    const group = working.groups.find((g) => g.causes.includes(w.cause));
    const isSaid = group !== undefined && said.has(group.group);
    if (group) said.add(group.group);
    const chosen = w.isChosen && !group?.choice ? ' Chosen by the coach.' : '';
    const says = isSaid ? '' : `${group ? sayGroup(group, working) : sayWorked(w)}${chosen}`;
    return { cause: w.cause, side: w.side, says };
  });
}

/** The faults that a plan serves by themselves, those that it does not, what is for a clinician, and what a coach set aside. */
function otherLines({ working, unserved, forClinician }: PlanAnswer): WorkLine[] {
  const served = working.findings.filter((f) => !unserved.some((u) => u.finding === f));
  const waits = [...unserved, ...working.waiting];
  const reasons = [...new Set(waits.map((w) => w.because))];
  return [
    ...served.map((f) => ({
      cause: `first help: ${f.fault}`,
      side: f.side,
      says: `${sayServed(f)}.`,
    })),
    ...reasons.map((because) => ({
      cause: `not served: ${because}`,
      side: null,
      says: sayUnserved(
        waits.filter((w) => w.because === because).map((w) => w.finding),
        because,
      ),
    })),
    ...forClinician.map(({ cause, side }) => ({
      cause: 'for a clinician',
      side,
      says: `${CAUSES[cause].name}${side === null ? '' : `, ${side}`}: for a clinician first. Nothing is given for it here.`,
    })),
    ...working.choices
      .filter((c) => c.as === 'setAside')
      .map((c) => ({
        cause: `set aside: ${sayChoiceOf(c.of)}`,
        side: null,
        says: `${sayChoiceOf(c.of)}: ${sayChoice(c)}.`,
      })),
  ];
}

/** What the plan works on and what it leaves, in sentences. */
export const sayCauses = (plan: PlanAnswer): string[] =>
  [...causeLines(plan), ...otherLines(plan)].flatMap(({ says }) => (says === '' ? [] : [says]));

const WAITS_BECAUSE = {
  barred: 'everything for it is barred today',
  full: 'two cues are enough at a time, and no drill for it fits into the minutes',
  slight: 'slight, and it can wait',
  pain: 'something hurts today, so no fault is served by a guess',
} as const;

/** Faults that got nothing, and why. */
const sayUnserved = (
  faults: readonly Pick<ServedFinding, 'fault' | 'side'>[],
  because: keyof typeof WAITS_BECAUSE,
): string =>
  `Not served yet: ${sayList(faults.map((f) => sayFault(f.fault, f.side).toLowerCase()))}; ${WAITS_BECAUSE[because]}.`;

/** The group or cause of a choice by name. */
export const sayChoiceOf = (of: Choice['of']): string =>
  of.kind === 'group'
    ? GROUPS[of.group].name
    : `${CAUSES[of.cause].name}${of.side === null ? '' : `, ${of.side}`}`;

/** Minutes that stay free, and why; null where fewer than two do. */
export function sayMinutesLeft({ drills, seconds, minutes, working }: PlanAnswer): string | null {
  const left = minutes - Math.ceil(seconds / 60);
  if (drills.length === 0 || left < 2) return null;
  const use = drills.findLast((d) => d.drill.part === 'useIt') ?? drills.at(-1)!;
  const why =
    working.causes.length === 0
      ? 'the causes are not known yet, and more drills would be a guess'
      : 'no further drill adds enough to these';
  return `${left} of ${minutes} minutes stay free: ${why}. ${use.drill.name} a second time is the best use of them.`;
}

/** Advice when there is nothing to work on. */
export function sayNothing({
  working,
  cues,
  drills,
  nextTest,
  forClinician,
}: PlanAnswer): string | null {
  if (cues.length + drills.length > 0) return null;
  if (forClinician.length > 0) {
    const names = forClinician.map(
      ({ cause, side }) => `${CAUSES[cause].name}${side === null ? '' : `, ${side}`}`,
    );
    return `Likely: ${sayList(names)}. That is for a clinician first, so this plan has no drills.`;
  }
  const test = nextTest
    ? ` The test that would tell most now: ${TESTS[nextTest.test].name.toLowerCase()}${nextTest.side ? `, ${nextTest.side}` : ''}.`
    : '';
  return working.basis === 'nothing'
    ? `All that was watched and measured is in order, so this plan has no drills.${test}`
    : `Everything that would help is barred today, so this plan has no drills.${test}`;
}

/** Name of each part of the routine. */
export const PART_NAMES: Record<RoutinePart, string> = {
  makeRoom: 'Make room',
  ownIt: 'Own it',
  useIt: 'Use it',
};

/** A drill of a plan in full: its part, the sides, how to do it and how it should feel. */
export const sayHow = ({
  part,
  sides,
  how,
  feel,
}: Pick<PrescriptionValues['drills'][number], 'part' | 'sides' | 'how' | 'feel'>): string =>
  `${PART_NAMES[part]}: ${sides}. ${how}${feel === '' ? '' : ` It should feel like this: ${feel.charAt(0).toLowerCase()}${feel.slice(1)}`}`;

/** The drill whose positions are this client's own. */
const FEET_ID = 'feet-along-the-way';

/** Where the feet stand, position by position: "42 cm, toes 15°". */
function sayFeet({ how }: Drill, feet: readonly FootPosition[]): string {
  const places = feet.map(({ stanceWidthMm, toeOutDeg, ahead }) =>
    ahead
      ? `${ahead} foot a little ahead`
      : `${sayLength(stanceWidthMm)}, toes ${sayToes(toeOutDeg)}`,
  );
  return `${how} Positions: ${places.join('; ')}.`;
}

/** The look to take before the routine and again after it. */
function sayLookAgain({ view, condition, asks, faults }: NonNullable<PlanAnswer['look']>): string {
  const seen = faults.map((f) => sayFault(f.fault, f.side).toLowerCase());
  const watch = seen.length > 0 ? ` Watch for ${sayList(seen)}.` : '';
  return `Three squats seen from ${VIEW_FROM[view]}, ${saySquat({ condition, asks })}, before the routine and again after it.${watch}`;
}

const VIEW_FROM = { side: 'the side', front: 'the front', rear: 'behind' } as const;

/** The load of a setup as a plan gives it: " with 40 kg", " without a load for now". */
const sayLoadGiven = ({ hold, loadKg }: Setup): string =>
  loadKg > 0
    ? ` with ${sayMass(loadKg)}`
    : rungOfHold(hold) === 'box'
      ? ''
      : ' without a load for now';

/** So many lines a plan keeps of what it works on; one more for when there is nothing. */
const KEPT_LINES = 7;

/** The lines a plan keeps: as many causes as there is room for beside the rest. */
function findingsOf(plan: PlanAnswer): PrescriptionValues['findings'] {
  const others = otherLines(plan).slice(0, KEPT_LINES - 3);
  return [...causeLines(plan).slice(0, KEPT_LINES - others.length), ...others].map(
    ({ cause, side, says }) => ({ cause, side: side ?? 'both', because: says.slice(0, 500) }),
  );
}

/** The plan as it is kept: words and numbers frozen on the day it was given. */
export function writePlan(plan: PlanAnswer, givenOn: string): PrescriptionValues {
  const { use, cues, drills, notAdvised, measuredOn, askedDepthDeg } = plan;
  const { targetDepthDeg, method } = use;
  // The plan gives only the load that may be carried now.
  const setup = use.held ? { ...use.setup, loadKg: use.held.mostKg ?? 0 } : use.setup;
  const nothing = sayNothing(plan);
  return {
    givenOn,
    measuredOn,
    units: unitsNow(),
    setup: { ...setup },
    thighDepthDeg: targetDepthDeg,
    workingPoint: method.workingPoint,
    reachesWish: targetDepthDeg >= askedDepthDeg - 1e-9,
    from: use.from,
    chance: use.chance,
    isTried: use.isTried,
    summary: `Heels ${sayLength(setup.stanceWidthMm)} apart, toes ${sayToes(setup.toeOutDeg)} out, ${saySupport(setup.support)}, ${HOLD_NAMES[setup.hold].toLowerCase()}${sayLoadGiven(setup)}, down to ${sayDepth(targetDepthDeg)}.`,
    why: plan.isLikelierProposed
      ? `${sayUse(use)} Set proposes one that is likelier to work.`
      : sayUse(use),
    beforeLoad: plan.beforeLoad ? sayBeforeLoad(plan.beforeLoad) : [],
    time:
      drills.length > 0
        ? [`${sayTime(plan.seconds)} in all.`, sayMinutesLeft(plan)].filter((l) => l).join(' ')
        : '',
    look: drills.length > 0 && plan.look ? sayLookAgain(plan.look) : '',
    training: ladderLines(plan.ladder),
    rung: plan.ladder.now,
    week: { days: [...plan.week.days], time: plan.week.time },
    recheckOn: plan.week.recheckOn,
    aims: plan.aims,
    changes: changesOf(plan),
    since: null,
    findings: [
      ...findingsOf(plan),
      ...(nothing ? [{ cause: 'nothing', side: 'both' as const, because: nothing }] : []),
    ],
    cues: cues.map((prescribed) => ({
      id: prescribed.cue.id,
      words: prescribed.cue.words,
      because: sayCueBecause(prescribed),
      precaution: prescribed.cue.precaution,
    })),
    drills: drills.map((prescribed) => ({
      id: prescribed.drill.id,
      name: prescribed.drill.name,
      part: prescribed.drill.part,
      ...(prescribed.drill.id === FEET_ID
        ? { how: sayFeet(prescribed.drill, plan.feet), dose: `${plan.feet.length} reps` }
        : { how: prescribed.drill.how, dose: sayDose(prescribed.drill) }),
      feel: prescribed.drill.feel,
      sides: saySides(prescribed),
      steps: stepsOf(prescribed).map(({ side, seconds, reps }) => ({
        side,
        seconds,
        reps: prescribed.drill.id === FEET_ID ? plan.feet.length : reps,
      })),
      because: sayDrillBecause(prescribed),
      precaution: prescribed.drill.precaution,
    })),
    notAdvised: notAdvised.slice(0, 12).map((left) => ({
      id: left.id,
      because: sayLeftOut(left),
    })),
  };
}

/** Why something of the earlier plan is not in the one of now: named among what is left out, or passed by something better. */
function sayGone(id: string, now: PrescriptionValues): string {
  const left = now.notAdvised.find((n) => n.id === id);
  const because = left?.because.slice(left.because.indexOf(': ') + 2);
  return because ?? 'something else does more now.';
}

/** What has changed between a plan as given and as it would be now, and why, a sentence each; empty when nothing that matters has. */
export function planChanges(given: PrescriptionValues, now: PrescriptionValues): string[] {
  const list: string[] = [];
  if (!isWithinReading(placedOf(given), placedOf(now)))
    list.push(`Setup: ${now.summary} Before: ${given.summary} ${now.why}`.trim());
  const isIn = (entries: readonly { id: string }[], id: string) => entries.some((e) => e.id === id);
  for (const cue of now.cues)
    if (!isIn(given.cues, cue.id))
      list.push(`New cue: “${cue.words}” Because: ${cue.because.toLowerCase()}.`);
  for (const cue of given.cues)
    if (!isIn(now.cues, cue.id)) list.push(`Cue gone: “${cue.words}” ${sayGone(cue.id, now)}`);
  if (given.training[0] !== now.training[0])
    list.push(`Train: ${now.training[0] ?? 'nothing.'} Before: ${given.training[0] ?? 'nothing.'}`);
  if (given.week && now.week && JSON.stringify(given.week) !== JSON.stringify(now.week))
    list.push('The days of the week were moved.');
  for (const drill of now.drills) {
    const was = given.drills.find((d) => d.id === drill.id);
    if (!was) list.push(`New: ${drill.name}, for ${drill.because.toLowerCase()}.`);
    else if (was.dose !== drill.dose || was.sides !== drill.sides)
      list.push(`${drill.name}: ${drill.dose}, ${drill.sides}. Before: ${was.dose}, ${was.sides}.`);
  }
  for (const drill of given.drills)
    if (!isIn(now.drills, drill.id)) list.push(`Gone: ${drill.name}: ${sayGone(drill.id, now)}`);
  return list;
}

/** Measurements a plan still needs. */
export const sayPlanNeeds = (missing: string): string =>
  `A plan needs these measurements first: ${missing}.`;

/** The plan would be another one now. */
export const sayOutOfDate = (day: string): string =>
  `Changed since the plan of ${day}. This is the plan as it would be now; the one that was given stays as it is.`;

/** Why a plan is not printed: today's limits. */
export const sayNotPrinted = (day: string): string =>
  `The plan of ${day} asks for more than today’s limits allow, so it is not printed.`;

/** No plan, nothing to print. */
export const sayNothingToPrint = (client: string): string =>
  `${client} has no plan yet, so there is nothing to print.`;
