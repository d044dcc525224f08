import {
  CAUSES,
  NODES,
  outcomesOf,
  TESTS,
  type Ahead,
  type BannedCue,
  type Outcome,
  type SafetyLimit,
  type Side,
  type TestId,
} from '@zither/core';
import { sayPercent } from './numbers.ts';
import { sayLimit } from './safety.ts';
import { count, sayList } from './terms.ts';

const OUTCOME_NAMES: Record<Outcome, string> = {
  clears: 'Gone',
  helps: 'Better',
  same: 'No change we can see',
  worse: 'Worse',
  pain: 'Pain',
  nothing: 'Nothing stopped it',
  heelsUp: 'Heels came up',
  hipFront: 'Front of the hip',
  ankleFront: 'Front of the ankle',
  backRounded: 'Back rounded',
  other: 'Something else',
  clean: 'Clean',
  pitched: 'Pitched forward anyway',
};

/** Where a test's outcome has words of its own: what was seen. */
const OWN_WORDS: Partial<Record<TestId, Partial<Record<Outcome, string>>>> = {
  counterbalance: { heelsUp: 'Heels still lift' },
  slickFloor: { same: 'Feet stay put', worse: 'Feet spin out' },
  kneeStraightVsBent: {
    clears: 'Free with the knee bent',
    helps: 'Freer with the knee bent',
    same: 'Short both ways',
  },
  archOnHeelRaise: { clears: 'The arch forms', helps: 'Forms a little', same: 'It does not form' },
  hinge: {
    clears: 'Hinges without the shift',
    helps: 'Shifts less',
    same: 'Shifts as much',
    worse: 'Shifts more',
  },
  lowBox: { worse: 'Trunk swings forward first' },
  lightVsLoad: {
    clears: 'Only the load shows it',
    helps: 'The load shows it more',
    same: 'Both show it',
    worse: 'Light shows it more',
  },
  standingAbduction: { same: 'Twelve or more', worse: 'Low, or under twelve' },
};

/** Tests of which only some outcomes can be seen; all others offer every one the model knows. */
const OFFERED: Partial<Record<TestId, readonly Outcome[]>> = {
  slickFloor: ['same', 'worse', 'pain'],
  kneeStraightVsBent: ['clears', 'helps', 'same', 'ankleFront', 'pain'],
  archOnHeelRaise: ['clears', 'helps', 'same', 'pain'],
  standingAbduction: ['same', 'worse', 'pain'],
};

/** The outcomes a coach chooses from. */
export const outcomesOffered = (test: TestId): readonly Outcome[] =>
  OFFERED[test] ?? outcomesOf(TESTS[test]);

/** The same on a button, where up to six stand side by side on a phone. */
const OUTCOME_SHORT: Partial<Record<Outcome, string>> = {
  same: 'No change',
  nothing: 'None',
  other: 'Other',
  heelsUp: 'Heels up',
  hipFront: 'Hip front',
  ankleFront: 'Ankle front',
  backRounded: 'Back rounds',
  pitched: 'Pitched',
};
const OWN_SHORT: Partial<Record<TestId, Partial<Record<Outcome, string>>>> = {
  slickFloor: { same: 'Feet stay', worse: 'Feet spin' },
  kneeStraightVsBent: { clears: 'Free bent', helps: 'Freer bent', same: 'Short both' },
  archOnHeelRaise: { clears: 'Forms', helps: 'A little', same: 'Does not' },
  hinge: { clears: 'No shift', helps: 'Less', same: 'As much', worse: 'More' },
  lowBox: { worse: 'Swings first' },
  lightVsLoad: { clears: 'Only loaded', helps: 'More loaded', same: 'Both', worse: 'More light' },
  standingAbduction: { same: '12 or more', worse: 'Low or fewer' },
};

/** How a test turned out, in the words of that test. */
export const sayOutcome = (test: TestId, outcome: Outcome): string =>
  OWN_WORDS[test]?.[outcome] ?? OUTCOME_NAMES[outcome];

/** The same, short enough for a button. */
export const sayOutcomeShort = (test: TestId, outcome: Outcome): string =>
  OWN_SHORT[test]?.[outcome] ?? OUTCOME_SHORT[outcome] ?? sayOutcome(test, outcome);

/** An outcome inside a sentence. */
export const lowerOutcome = (test: TestId, outcome: Outcome): string =>
  sayOutcome(test, outcome).toLowerCase();

/** How a test turned out, with what was felt where the front of a joint stopped it: "front of the hip, a pinch". */
export const sayTriedOutcome = ({
  test,
  outcome,
  felt,
}: {
  test: TestId;
  outcome: Outcome;
  felt: 'tight' | 'pinch' | null;
}): string =>
  outcome === 'hipFront' || outcome === 'ankleFront'
    ? `${lowerOutcome(test, outcome)}, ${felt === 'tight' ? 'tight' : felt === 'pinch' ? 'a pinch' : 'not said whether tight or a pinch'}`
    : lowerOutcome(test, outcome);

/** The question after the front of a joint stopped a test, and what each answer means. */
export const sayFrontQuestion = (test: TestId, outcome: Outcome): string =>
  `${sayOutcome(test, outcome)}: tight, or a pinch? A pinch ends that range and goes to a clinician.`;

/** A share as whole per cent, never claiming certainty. */
export const sayShare = (p: number): string =>
  p < 0.01 ? 'under 1 %' : p > 0.99 ? 'over 99 %' : `${sayPercent(p)}`;

/** How sure, in a word beside the number. */
export const sureWord = (p: number): string =>
  p >= 0.85 ? 'very likely' : p >= 0.5 ? 'likely' : p >= 0.2 ? 'possible' : 'unlikely';

const withSide = (name: string, side: Side | null) => (side === null ? name : `${name}, ${side}`);

export const sayCause = (node: number): string => {
  const { cause, side } = NODES[node]!;
  return withSide(CAUSES[cause].name, side);
};

const lowerCause = (node: number) => sayCause(node).toLowerCase();

export const sayTest = (test: TestId, side: Side | null): string =>
  withSide(TESTS[test].name, side);

export const CUE_NAMES: Record<BannedCue, string> = {
  kneesOut: '“Knees out”',
  chestUp: '“Chest up”',
  forcedTuck: 'A forced tuck of the pelvis',
  stretchAnkle: 'Stretching the ankle',
};

/** A limit of the screen, as the reason a test is not done. */
export const BAR_NAMES: Record<SafetyLimit['kind'], string> = {
  noLoad: 'no load',
  depthCap: 'a depth cap',
  verticalShins: 'shins upright',
  noDeepFold: 'no deep hip fold',
  noLoadedLockout: 'no lock-out under load',
  supportedOnly: 'only with support',
  noBracing: 'no held breath',
  noPositions: 'no such load position',
  jointRange: 'the range of one joint',
};

/** A limit as the reason something is left out: "no load", "left hip folded no further than 70°". */
export const sayBar = (limit: SafetyLimit): string => {
  if (limit.kind !== 'jointRange') return BAR_NAMES[limit.kind];
  const said = sayLimit(limit);
  return said.charAt(0).toLowerCase() + said.slice(1);
};

/** What one outcome would do, in a sentence: the causes that would lead to a plan, or how the largest belief would move. */
export function sayAhead({ outcome, plan, moves }: Ahead): string {
  if (outcome === 'pain') return 'testing stops.';
  const [largest] = moves;
  if (plan.length > 0) return `points to ${plan.slice(0, 2).map(lowerCause).join(' and ')}.`;
  if (!largest) return 'nothing much.';
  return `still open; ${lowerCause(largest.node)} ${sayShare(largest.from)} → ${sayShare(largest.to)}.`;
}

/** Bits of log-odds in words. */
export function sayWeight(bits: number): string {
  const size = Math.abs(bits);
  const word =
    size >= 2 ? 'strongly' : size >= 0.75 ? 'clearly' : size >= 0.15 ? 'a little' : 'hardly';
  return `${word} ${bits >= 0 ? 'for' : 'against'}`;
}

/** A cause and how likely it is. */
interface Believed {
  node: number;
  probability: number;
}

/** So many causes are named in a sentence; the rest are in the list below it. */
const NAMED_MOST = 3;

/** The likeliest causes, each with how likely it is. */
export const sayBelieved = (causes: readonly Believed[]): string =>
  sayList(
    causes
      .slice(0, NAMED_MOST)
      .map((c) => `${sayCause(c.node).toLowerCase()} (${sayShare(c.probability)})`),
  );

/** Where the causes stand. */
export interface Standing {
  /** Whether a test is left that could change the plan. */
  hasTest: boolean;
  /** What would be worked on. */
  plan: readonly Believed[];
  /** The likeliest cause; null when there is none. */
  leading: Believed | null;
}

/** What to do now, by where the causes stand. */
export function sayVerdict({ hasTest, plan, leading }: Standing): string {
  if (hasTest)
    return plan.length > 0
      ? `So far: ${sayBelieved(plan)}. A test may still change it.`
      : 'No group of causes is likely enough to act on yet, so the plan serves each fault by itself. One short test would tell more.';
  const over = 'No test left would change the plan.';
  if (plan.length > 0) return `Settled: ${sayBelieved(plan)}. ${over}`;
  return leading === null
    ? over
    : `${over} Nothing is likely enough to be sure of; ${sayCause(leading.node).toLowerCase()} leads (${sayShare(leading.probability)}). The plan serves each fault by itself: look again next time, or choose what to work on.`;
}

/** What a ranking of causes rests on. */
export const sayWeighed = (pieces: number): string =>
  `Weighed from ${count(pieces, 'piece')} of evidence. House weights, not clinical likelihoods: you decide.`;

/** How many pieces of evidence are left out of a list for saying too little. */
export const sayWeak = (pieces: number): string =>
  `${pieces} more ${pieces === 1 ? 'piece says' : 'pieces say'} hardly anything about it.`;

/** How likely a cause was before anything was seen. */
export const sayPrior = (prior: number): string =>
  `Before anything was seen it was ${sayShare(prior)} (ghost bead): how common it is, by the tables on the Shelf.`;

/** Why a test is left out: the screen. */
export const sayNotDone = (limit: SafetyLimit): string => `Not done: Clear says ${sayBar(limit)}.`;

/** Pain came in a test. */
export const sayPainIn = (test: string): string =>
  `Testing has stopped: pain in “${test}”. Where does it hurt?`;
