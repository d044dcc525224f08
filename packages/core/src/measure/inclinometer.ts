import { toDeg } from '../geometry/angles.ts';

/** One sample of a motion sensor: which way it is pulled, in g, in the device's own axes. */
export interface TiltSample {
  /** Time, ms, any origin, not falling. */
  tMs: number;
  x: number;
  y: number;
  z: number;
}

/** How a reading is taken (house defaults). */
export const STILLNESS = {
  /** So long without moving, ms. */
  forMs: 500,
  /** The angle may wander so much meanwhile, degrees. */
  withinDeg: 1.2,
  /** Pull may differ so much from 1 g: more is a shake, not a tilt. */
  withinG: 0.06,
  /** Nothing new for so long: the sensor is frozen, ms. */
  frozenAfterMs: 1500,
  /** The phone may roll so far about the shin, degrees. */
  rollMostDeg: 12,
  /** Fewer samples than this in the time are not a reading. */
  samplesLeast: 5,
} as const;

/** What the inclinometer says now. */
export type InclinometerState =
  | { kind: 'waiting' }
  | { kind: 'moving'; deg: number }
  | { kind: 'holding'; deg: number; forMs: number }
  /** The phone lies askew on the shin, so the angle would be wrong. */
  | { kind: 'askew'; deg: number; rollDeg: number }
  | { kind: 'took'; deg: number; samples: number }
  | { kind: 'frozen' };

/** Zero: the acceleration read with the phone flat on the wall. */
export interface Zero {
  x: number;
  y: number;
  z: number;
}

/** Until it is zeroed, upright is taken to be the long edge of the phone. */
export const UPRIGHT_ZERO: Zero = { x: 0, y: 1, z: 0 };

interface Recent {
  tMs: number;
  deg: number;
  pull: number;
}

/** Everything the inclinometer remembers between samples. */
export interface Inclinometer {
  zero: Zero;
  state: InclinometerState;
  recent: readonly Recent[];
  last: TiltSample | null;
  /** Since when the same numbers have been coming. */
  sameSinceMs: number | null;
}

export const newInclinometer = (zero: Zero): Inclinometer => ({
  zero,
  state: { kind: 'waiting' },
  recent: [],
  last: null,
  sameSinceMs: null,
});

const size = (v: { x: number; y: number; z: number }) => Math.hypot(v.x, v.y, v.z);

/**
 * Angle between the pull now and the pull at zero, degrees, 0 to 180. Browsers disagree about the sign of the pull; an angle between two
 * pulls of the same device does not depend on it. The inverse tangent stays exact where an inverse cosine would not, near 0.
 */
export function tiltDeg(zero: Zero, sample: { x: number; y: number; z: number }): number {
  const dot = zero.x * sample.x + zero.y * sample.y + zero.z * sample.z;
  const cross = Math.hypot(
    zero.y * sample.z - zero.z * sample.y,
    zero.z * sample.x - zero.x * sample.z,
    zero.x * sample.y - zero.y * sample.x,
  );
  return toDeg(Math.atan2(cross, dot));
}

/** How far the pull left the plane of the shin, degrees: change of the pull along the phone's short edge. */
function rollDeg(zero: Zero, sample: TiltSample): number {
  const before = Math.asin(Math.max(-1, Math.min(1, zero.x / size(zero))));
  const now = Math.asin(Math.max(-1, Math.min(1, sample.x / size(sample))));
  return Math.abs(toDeg(now - before));
}

/**
 * Takes one sample in. A reading is taken when the phone has been still for half a second, pulled by 1 g only: a shake or a knock starts
 * the half second anew. Once taken it stands until a new inclinometer is started, so a reading is never replaced behind the coach's back.
 */
export function onSample(before: Inclinometer, sample: TiltSample): Inclinometer {
  if (before.state.kind === 'took' || before.state.kind === 'frozen') return before;
  const { zero, last } = before;
  const isSame = last !== null && last.x === sample.x && last.y === sample.y && last.z === sample.z;
  const sameSinceMs = isSame ? (before.sameSinceMs ?? last.tMs) : null;
  // A live sensor always trembles in its last digit; one that repeats itself exactly has stopped.
  if (sameSinceMs !== null && sample.tMs - sameSinceMs >= STILLNESS.frozenAfterMs)
    return { ...before, last: sample, sameSinceMs, state: { kind: 'frozen' } };

  const deg = tiltDeg(zero, sample);
  const pull = size(sample) / size(zero);
  const base = { zero, last: sample, sameSinceMs };
  const isShaken = Math.abs(pull - 1) > STILLNESS.withinG;
  if (isShaken) return { ...base, recent: [], state: { kind: 'moving', deg } };
  const roll = rollDeg(zero, sample);
  if (roll > STILLNESS.rollMostDeg)
    return { ...base, recent: [], state: { kind: 'askew', deg, rollDeg: roll } };

  const recent = stillSince([...before.recent, { tMs: sample.tMs, deg, pull }]);
  const first = recent[0];
  const forMs = first ? sample.tMs - first.tMs : 0;
  if (forMs >= STILLNESS.forMs && recent.length >= STILLNESS.samplesLeast) {
    const mean = recent.reduce((sum, r) => sum + r.deg, 0) / recent.length;
    return { ...base, recent, state: { kind: 'took', deg: mean, samples: recent.length } };
  }
  // While most of the half second is still to come, "holding" would flicker with every small movement.
  return {
    ...base,
    recent,
    state: forMs >= 100 ? { kind: 'holding', deg, forMs } : { kind: 'moving', deg },
  };
}

/** The longest run up to now within which the angle stayed put. */
function stillSince(run: readonly Recent[]): Recent[] {
  let least = Infinity;
  let most = -Infinity;
  let from = run.length;
  for (let i = run.length - 1; i >= 0; i -= 1) {
    const deg = run[i]?.deg ?? 0;
    least = Math.min(least, deg);
    most = Math.max(most, deg);
    if (most - least > STILLNESS.withinDeg) break;
    from = i;
  }
  return run.slice(from);
}

/** Called when time passes without a sample: a sensor that stays silent is frozen. */
export function onSilence(before: Inclinometer, nowMs: number, startedMs: number): Inclinometer {
  if (before.state.kind === 'took' || before.state.kind === 'frozen') return before;
  const since = before.last?.tMs ?? startedMs;
  return nowMs - since >= STILLNESS.frozenAfterMs
    ? { ...before, state: { kind: 'frozen' } }
    : before;
}
