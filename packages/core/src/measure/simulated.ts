import { normal, type Random } from '../chance/seeded.ts';
import { toRad } from '../geometry/angles.ts';
import type { TiltSample } from './inclinometer.ts';

/** How the stand-ins scatter (house defaults near the published errors of single readings, Konor et al. 2012, from memory). */
export const SIMULATED = {
  /** Where the limb stops differs from trial to trial, degrees SD. */
  trialSdDeg: 1.1,
  /** Tremble of the sensor while held still, degrees SD. */
  trembleSdDeg: 0.12,
  /** Slow creep of the sensor, degrees a second, SD over trials. */
  driftSdDegPerS: 0.08,
  /** Samples a second. */
  rateHz: 50,
  /** The limb moves so long before it is held, ms. */
  movesForMs: 900,
  /** A tape is read with so much error, mm SD. */
  tapeSdMm: 4,
} as const;

/**
 * A simulated inclinometer on a limb: moves from upright to this client's true angle with some unsteadiness, then is held there, with tremble
 * and drift. Endless; the caller takes as many samples as it needs.
 *
 * @param trueDeg the client's true angle
 * @yields samples in g at {@link SIMULATED}.rateHz
 */
export function* simulatedTilt(trueDeg: number, random: Random): Generator<TiltSample, never> {
  const reached = trueDeg + SIMULATED.trialSdDeg * normal(random);
  const drift = SIMULATED.driftSdDegPerS * normal(random);
  const stepMs = 1000 / SIMULATED.rateHz;
  for (let tMs = 0; ; tMs += stepMs) {
    const share = Math.min(1, tMs / SIMULATED.movesForMs);
    // Ease out: fast at first, settling into the end of the range.
    const eased = 1 - (1 - share) ** 2;
    const unsteady = share < 1 ? 1.5 : SIMULATED.trembleSdDeg;
    const deg = reached * eased + unsteady * normal(random) + (drift * tMs) / 1000;
    const knock = share < 1 ? 0.08 * normal(random) : 0.004 * normal(random);
    const angle = toRad(deg);
    yield {
      tMs,
      x: 0.004 * normal(random),
      y: (1 + knock) * Math.cos(angle),
      z: (1 + knock) * Math.sin(angle),
    };
  }
}

/** Acceleration the simulated inclinometer shows while zeroed on the wall: upright, with its own small error of mounting. */
export const simulatedZero = (random: Random) => ({
  x: 0.002 * normal(random),
  y: 1,
  z: toRad(0.2 * normal(random)),
});

/** One reading of the simulated inclinometer without playing it out: what it would have taken, whole degrees. */
export const simulatedAngleDeg = (trueDeg: number, random: Random): number =>
  Math.round(trueDeg + SIMULATED.trialSdDeg * normal(random));

/** One reading of the simulated tape, rounded to the step it is read in, mm. */
export const simulatedTapeMm = (trueMm: number, grainMm: number, random: Random): number =>
  Math.round((trueMm + SIMULATED.tapeSdMm * normal(random)) / grainMm) * grainMm;
