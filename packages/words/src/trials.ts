import { capital, count, sayList } from './terms.ts';
import type { SetupTrialValues } from '@zither/contract';
import {
  halfInterval,
  SIDES,
  TRIAL_FAULTS,
  TRIAL_PARTS,
  type LoopStop,
  type Side,
  type TrialFaultId,
  type TrialPart,
  type TrialVerdict,
} from '@zither/core';
import { sayDepth } from './instrument.ts';
import type { LoopAnswer } from '@zither/visit';
import { sayAsUsed, sayLikely, sayChance } from './chance.ts';
import { sayFound } from './setup.ts';
import { sayNumber } from './numbers.ts';

const sidesOf = (is: (side: Side) => boolean): string => {
  const list = SIDES.filter(is);
  return list.length === 2 ? 'both' : (list[0] ?? '');
};

/** What a trial showed, in one sentence; only what went wrong is named. */
export function sayShowed(t: SetupTrialValues): string {
  const list: string[] = [];
  const short = t.thighDepthDeg - t.depthDeg;
  if (t.pain) list.push('pain');
  if (short >= 1) list.push(`${sayNumber(short)}° short, at ${sayDepth(t.depthDeg)}`);
  const heels = sidesOf((side) => t.heelRose[side]);
  if (heels) list.push(heels === 'both' ? 'both heels rose' : `${heels} heel rose`);
  for (const way of ['in', 'out'] as const) {
    const knees = sidesOf((side) => t.knees[side] === way);
    if (knees) list.push(knees === 'both' ? `knees ${way}` : `${knees} knee ${way}`);
  }
  for (const fault of TRIAL_FAULTS) {
    const seen = t.faults.filter((f) => f.fault === fault);
    if (seen.length > 0) list.push(sayTrialFault(fault, seen));
  }
  if (t.tuckFromDeg !== null) list.push(`pelvis tucked from ${sayDepth(t.tuckFromDeg)}`);
  if (t.comfort !== null && t.comfort < 3) list.push('not comfortable');
  if (list.length === 0 && t.lookedAt !== null) return sayCleanIn(t.lookedAt);
  return `${list.length === 0 ? 'Nothing went wrong' : capital(list.join(', '))}. ${sayLookedAt(t)}`;
}

/** What a trial's parts are called. */
export const TRIAL_PART_NAMES: Record<TrialPart, string> = {
  heels: 'Heels',
  foot: 'Arch and big toe',
  knees: 'Knees',
  tuck: 'Pelvis tuck',
  shift: 'Side to side',
  balance: 'Forward and back',
  rise: 'Way up',
};

const partNames = (parts: readonly TrialPart[]): string =>
  sayList(
    TRIAL_PARTS.filter((p) => parts.includes(p)).map((p) => TRIAL_PART_NAMES[p].toLowerCase()),
  );

/** What was looked at in a trial. */
export const sayLookedAt = ({ lookedAt }: Pick<SetupTrialValues, 'lookedAt'>): string =>
  lookedAt === null
    ? 'The parts watched were not recorded.'
    : lookedAt.length === 0
      ? 'Only depth was watched.'
      : `Looked at: ${partNames(lookedAt)}.`;

/** What "clean" is said of, beside the button that says it. */
export const sayCleanIn = (parts: readonly TrialPart[]): string =>
  parts.length === 0 ? 'Only depth was watched.' : `Clean in ${partNames(parts)}.`;

/** Why a trial without a fault does not count as clean yet; null = it does, or it is not. */
export const sayNotSeen = (verdict: TrialVerdict, method: string): string | null =>
  verdict.kind === 'notSeen'
    ? `Not clean yet by “${method}”: ${partNames(verdict.parts)} not looked at.`
    : null;

/** Why a method that judges by the foot does not lock a setup yet. */
export const sayLockBarred = (method: string): string =>
  `“${method}” judges by the foot. Try this setup and look at arch and big toe: it is locked once a trial of it went clean in them.`;

const TRIAL_FAULT_SAYS: Record<TrialFaultId, string> = {
  archDrops: 'arch dropped',
  feetTurnOut: 'foot turned out',
  outerEdge: 'ball of the big toe lifted',
  sideShift: 'pelvis shifted',
  weightForward: 'weight forward',
  toesFloat: 'weight back',
  hipsRiseEarly: 'hips rose first',
};

/** A fault of a trial with its sides; a shift to both sides changed between reps. */
function sayTrialFault(fault: TrialFaultId, seen: SetupTrialValues['faults']): string {
  const sides = SIDES.filter((side) => seen.some((f) => f.side === side));
  const where =
    sides.length === 2
      ? fault === 'sideShift'
        ? ', changing sides'
        : ', both'
      : sides.length === 1
        ? fault === 'sideShift'
          ? ` to the ${sides[0]}`
          : `, ${sides[0]}`
        : '';
  const depth = seen.find((f) => f.atDepthDeg !== undefined)?.atDepthDeg;
  return `${TRIAL_FAULT_SAYS[fault]}${where}${depth === undefined ? '' : `, at ${sayDepth(depth)}`}`;
}

/** A trial with its setup, in a line. */
export const sayTrial = (t: SetupTrialValues): string =>
  `${sayFound({ setup: t.setup, targetDepthDeg: t.thighDepthDeg })}: ${sayShowed(t)}`;

/** How pain in a trial is named in the record. */
export const painMovement = (t: Pick<SetupTrialValues, 'setup' | 'thighDepthDeg'>): string =>
  `While trying a setup: ${sayFound({ setup: t.setup, targetDepthDeg: t.thighDepthDeg })}`.slice(
    0,
    200,
  );

/** What a chance rests on. */
export const sayRests = (trials: number, hasLooks = false): string =>
  `by the readings${trials === 0 ? '' : ` and ${count(trials, 'trial')}`}${hasLooks ? ', with looks and tests' : ''}`;

/** Why this trial next, or why this one is ready to lock. */
export function sayAdvice(advice: NonNullable<LoopAnswer['advice']>, trials: number): string {
  const used = advice.asUsed ? ` ${sayAsUsed(advice.asUsed, advice.kind !== 'likeliest')}` : '';
  const chance = `Gets down ${sayLikely(advice.chance)}, ${sayRests(trials)}.${used}`;
  if (advice.kind === 'lock') return `${chance} A trial of it went clean. It is ready to lock.`;
  return advice.kind === 'likeliest'
    ? `${chance} Not likely enough for a trial; this is the likeliest.`
    : `${chance} The smallest change that should work.`;
}

/** Why the trials stop, and the way out. */
export const STOP_WORDS: Record<LoopStop, string> = {
  pain: 'A trial hurt: no more trials today. Where and how much decides what may follow.',
  enough: 'Six trials are enough for one day. Keep the best so far, or go on another day.',
  none: 'No setup of this method is likely to work now, so another trial would only tire. See what would have to change.',
};

/** A limit as believed: it lies within the span more likely than 19 to 1. */
export const sayBelieved = (name: string, { deg, sd }: { deg: number; sd: number }): string =>
  `${name}: ${sayNumber(deg, 1)}° ± ${sayNumber(halfInterval(sd), 1)}°`;

/**
 * A trial of a setup in words: what it showed, what was predicted, and whether it counts.
 *
 * @param notSeen parts nobody watched, in words; null = none
 * @param standing why it does not count, in words; null = it does, or was withdrawn
 */
export const sayTried = (
  trial: SetupTrialValues,
  { notSeen = null, standing = null }: { notSeen?: string | null; standing?: string | null } = {},
): string =>
  [
    sayShowed(trial),
    notSeen,
    trial.chance === null ? null : `Predicted: gets down in about ${sayChance(trial.chance)}.`,
    trial.captureIds.length > 0 ? 'From the camera.' : null,
    trial.undone ? 'Withdrawn.' : standing,
  ]
    .filter((part) => part !== null)
    .join(' ');
