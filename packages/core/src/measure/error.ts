/** Instruments for weight-bearing dorsiflexion. */
export type DorsiflexionMethod = 'kneeToWall' | 'inclinometer';

/**
 * Standard error of measurement until there are enough of the client's own repeats.
 * Konor et al. 2012, upper ends (from memory): tape 0.4–0.6 cm, inclinometer 1.3–1.4°.
 */
export const PUBLISHED_SEM = {
  kneeToWallMm: 6,
  inclinometerDeg: 1.4,
} as const;

/** Half of a 95 % interval of a normal value, in its standard deviations. */
const NORMAL_95 = 1.96;

/** Half of the 95 % interval of a value: what ± means wherever a number is shown. Unit as the SEM's. */
export const halfInterval = (sem: number): number => NORMAL_95 * sem;

/** Minimal detectable change with 95 % confidence: 1.96·√2·SEM (Weir 2005, from memory). Unit as the SEM's. */
export const minimalDetectableChange = (sem: number): number => halfInterval(Math.SQRT2 * sem);

/** What a left–right difference says, given its own error. */
export type Asymmetry =
  | { kind: 'noDifferenceWeCanSee'; differenceDeg: number; mdcDeg: number }
  | { kind: 'different'; differenceDeg: number; mdcDeg: number; lower: 'left' | 'right' };

/**
 * Compares two sides measured with the same instrument. The difference has the error of two readings, which is what
 * the minimal detectable change already describes.
 */
export function compareSides(leftDeg: number, rightDeg: number, semDeg: number): Asymmetry {
  const differenceDeg = leftDeg - rightDeg;
  const mdcDeg = minimalDetectableChange(semDeg);
  if (Math.abs(differenceDeg) <= mdcDeg)
    return { kind: 'noDifferenceWeCanSee', differenceDeg, mdcDeg };
  return { kind: 'different', differenceDeg, mdcDeg, lower: differenceDeg < 0 ? 'left' : 'right' };
}

/** Compares two sides that each have their own error of the mean: the detectable difference is 1.96·√(SEM_L² + SEM_R²). */
export function compareReadings(
  left: { value: number; sem: number },
  right: { value: number; sem: number },
): Asymmetry {
  return compareSides(left.value, right.value, Math.hypot(left.sem, right.sem) / Math.SQRT2);
}
