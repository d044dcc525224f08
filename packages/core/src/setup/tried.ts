import { FAULTS, type FaultId } from '../faults/table.ts';
import { SIDES, type BothSides, type Side } from '../linkage/setup.ts';
import type { MethodProfile } from './profiles.ts';
import type { Placed } from './search.ts';

/** What a coach may look at while three to five reps are done. */
export const TRIAL_PARTS = ['heels', 'foot', 'knees', 'tuck', 'shift', 'balance', 'rise'] as const;
export type TrialPart = (typeof TRIAL_PARTS)[number];

/** Faults that a trial records beside heels, knees, tuck and depth. */
export const TRIAL_FAULTS = [
  'archDrops',
  'feetTurnOut',
  'outerEdge',
  'sideShift',
  'weightForward',
  'toesFloat',
  'hipsRiseEarly',
] as const;
export type TrialFaultId = (typeof TRIAL_FAULTS)[number];

/** Faults by which a method may judge whether a trial went clean; heels, tuck and depth decide in every method. */
export const DECIDING_FAULTS = [...TRIAL_FAULTS, 'kneesIn', 'kneesOut'] as const;
export type DecidingFault = (typeof DECIDING_FAULTS)[number];

/** Where each of them is looked for. */
export const PART_OF_FAULT: Readonly<Record<DecidingFault, TrialPart>> = {
  archDrops: 'foot',
  feetTurnOut: 'foot',
  outerEdge: 'foot',
  kneesIn: 'knees',
  kneesOut: 'knees',
  sideShift: 'shift',
  weightForward: 'balance',
  toesFloat: 'balance',
  hipsRiseEarly: 'rise',
};

/** A fault seen in a trial; of one that changes sides, one entry a side. */
export interface TrialFault {
  fault: TrialFaultId;
  /** Null where the fault has no side, or it was not said. */
  side: Side | null;
  /** Of an arch that gave way: the thigh depth at which it did, degrees; absent = not said. */
  atDepthDeg?: number | undefined;
}

/** A squat of three to five reps, as to the ends of range. */
export interface TrialSeen {
  /** The depth asked for was reached. */
  reached: boolean;
  /** Null = nobody looked at the heels. */
  heelRose: BothSides<boolean> | null;
  /** The back began to round before the target; null = nobody looked. */
  tucked: boolean | null;
}

/** Nothing was seen to go wrong that the limits can explain. */
export const isClean = (seen: TrialSeen): boolean =>
  seen.reached && !seen.tucked && !seen.heelRose?.left && !seen.heelRose?.right;

/** Three to five reps in one setup, as recorded: a trial, or any other squat that was watched. Degrees. */
export interface SetupTried extends Placed {
  /** Parts that a camera looked at; the rest an eye did. Absent = none. */
  measured?: readonly (TrialPart | 'depth')[] | undefined;
  /** Weeks between it and the ankle readings; absent = none. */
  weeks?: number | undefined;
  /** The method it was tried under: its limits say what the setup asks. */
  profile: MethodProfile;
  depthDeg: number;
  heelRose: BothSides<boolean>;
  knees: BothSides<'over' | 'in' | 'out'>;
  tuckFromDeg: number | null;
  faults: readonly TrialFault[];
  /** What was looked at; null = not recorded, as of trials kept before this was asked. */
  lookedAt: readonly TrialPart[] | null;
  /** 1 = not at all, 5 = at home; null = not asked. */
  comfort: number | null;
  pain: boolean;
}

/** What a squat showed, whatever the setup. */
export type SquatShowed = Omit<SetupTried, 'setup' | 'profile'>;

/** A tuck that begins no more than this above the target is the target's own, degrees (house default). */
const TUCK_SLACK_DEG = 2;
/** From here down a setup is not comfortable enough to be kept. */
export const COMFORT_LEAST = 3;
/** The record of every trial made before coaches were asked which parts they watched. */
const ASKED_BEFORE: readonly TrialPart[] = ['heels', 'knees', 'tuck'];

/** What was looked at in a trial. */
export const partsLookedAt = ({ lookedAt }: Pick<SetupTried, 'lookedAt'>): readonly TrialPart[] =>
  lookedAt ?? ASKED_BEFORE;

/** What must be looked at for a trial to count as clean under a method. */
export const partsDeciding = ({ decides }: Pick<MethodProfile, 'decides'>): TrialPart[] =>
  TRIAL_PARTS.filter(
    (part) => part === 'heels' || part === 'tuck' || decides.some((f) => PART_OF_FAULT[f] === part),
  );

/** Whether a method judges by the foot. */
export const judgesByFoot = ({ decides }: Pick<MethodProfile, 'decides'>): boolean =>
  decides.some((fault) => PART_OF_FAULT[fault] === 'foot');

/** Whether rounding at the bottom is no fault here: a method may tolerate it while range is built, never under load. */
export const toleratesRounding = (
  { rounding }: Pick<MethodProfile, 'rounding'>,
  { loadKg }: { loadKg: number },
): boolean => rounding === 'unloaded' && loadKg === 0;

/**
 * What a record says of the limits; null where nobody looked. The depth counts as reached when it is not even slightly short. A tuck says the
 * same of the limit whether the method minds it or not.
 */
export function seenOf(t: SquatShowed): TrialSeen {
  const looked = partsLookedAt(t);
  return {
    reached: t.depthDeg > t.targetDepthDeg - FAULTS.depthShort.slight,
    heelRose: looked.includes('heels') ? t.heelRose : null,
    tucked: looked.includes('tuck')
      ? t.tuckFromDeg !== null && t.tuckFromDeg < t.targetDepthDeg - TUCK_SLACK_DEG
      : null,
  };
}

/** Faults of a trial by which a method judges, as they were seen. */
export function decidingSeen(
  t: SetupTried,
  { decides }: Pick<MethodProfile, 'decides'>,
): DecidingFault[] {
  const seen = new Set<FaultId>(t.faults.map((f) => f.fault));
  if (SIDES.some((side) => t.knees[side] === 'in')) seen.add('kneesIn');
  if (SIDES.some((side) => t.knees[side] === 'out')) seen.add('kneesOut');
  return DECIDING_FAULTS.filter((fault) => seen.has(fault) && decides.includes(fault));
}

/** What the method watches beside getting down: its deciding faults, comfort, no pain. */
export const keptForm = (t: SetupTried, method: MethodProfile = t.profile): boolean =>
  decidingSeen(t, method).length === 0 && !t.pain && (t.comfort ?? COMFORT_LEAST) >= COMFORT_LEAST;

/** How a trial went: clean, not clean, or not known because some of what the method judges by was not looked at. */
export type TrialVerdict =
  { kind: 'clean' } | { kind: 'notClean' } | { kind: 'notSeen'; parts: TrialPart[] };

/**
 * How a trial went in everything a coach asks: depth, heels, back, what the method judges by, no pain, and comfortable enough. A method that
 * goes as deep as the shape holds does not ask for the depth.
 */
export function verdictOf(t: SetupTried, method: MethodProfile = t.profile): TrialVerdict {
  const seen = seenOf(t);
  const down = {
    ...seen,
    reached: seen.reached || method.depthPolicy === 'shape',
    tucked: toleratesRounding(method, t.setup) ? false : seen.tucked,
  };
  if (!isClean(down) || !keptForm(t, method)) return { kind: 'notClean' };
  const looked = partsLookedAt(t);
  const parts = partsDeciding(method).filter((part) => !looked.includes(part));
  return parts.length > 0 ? { kind: 'notSeen', parts } : { kind: 'clean' };
}

/** Clean in everything a coach asks, and all of it looked at. */
export const wentClean = (t: SetupTried, method: MethodProfile = t.profile): boolean =>
  verdictOf(t, method).kind === 'clean';

/** Whether the reps show that a setup does not work; what was not looked at shows nothing. */
export const wentWrong = (t: SetupTried, method: MethodProfile = t.profile): boolean =>
  verdictOf(t, method).kind === 'notClean';
