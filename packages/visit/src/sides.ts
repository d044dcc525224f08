import type { Dossier } from '@zither/contract';
import {
  newestReading,
  sideDifference,
  type Case,
  type Side,
  type SideDifference,
} from '@zither/core';
import { knownOf } from './derive.ts';

/** The client's sides in a setup: ceilings, drift, and whether the stance may be asymmetric; null until both ankles are known. */
export function sidesOf(dossier: Dossier, question: Case): SideDifference | null {
  const { left, right } = knownOf(dossier).ankle;
  if (!left || !right) return null;
  const rotation = (side: Side) => {
    const reading = newestReading(dossier.trials, 'hipRotationIn', side);
    return reading ? { deg: reading.mean, sem: reading.sem } : null;
  };
  return sideDifference(
    question,
    { left: { deg: left.deg, sem: left.sem }, right: { deg: right.deg, sem: right.sem } },
    { left: rotation('left'), right: rotation('right') },
  );
}
