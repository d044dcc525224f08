import { limitOn, type Hold, type SafetyLimit } from '@zither/core';

/** Load positions and load that a client may use today. */
export interface Carried {
  holds: readonly Hold[];
  loadKg: number;
  /** What rules out the load or the position asked for; null = nothing does. */
  barred: SafetyLimit | null;
}

/** Positions a load may be moved to where the one asked for is ruled out: the nearest to hand first (house default). */
const INSTEAD: readonly Hold[] = ['goblet', 'front', 'highBar', 'lowBar'];

/** What may be carried of a load in the positions asked for, under the limits of the day: another position, or no load at all. */
export function carriedUnder(
  limits: readonly SafetyLimit[],
  holds: readonly Hold[],
  loadKg: number,
): Carried {
  const [wished] = holds;
  const barOn = (hold: Hold) =>
    limitOn(loadKg > 0 ? { load: true, free: true, position: hold } : { position: hold }, limits);
  const barred = wished ? barOn(wished) : null;
  if (!barred) return { holds: holds.filter((h) => barOn(h) === null), loadKg, barred: null };
  if (limitOn({ load: true, free: true }, limits))
    return { holds: ['bodyweight', 'armsForward'], loadKg: 0, barred };
  const left = [...new Set([...holds, ...INSTEAD])].filter((h) => barOn(h) === null);
  return left.length > 0
    ? { holds: left, loadKg, barred }
    : { holds: ['bodyweight', 'armsForward'], loadKg: 0, barred };
}
