import { normalShare } from '../chance/normal.ts';
import { FAULTS, type FaultId, type Thresholds } from './table.ts';

/**
 * How far one look reads off the truth because marks sit on skin and cloth, and not on the joint: standard deviation, in the unit of the fault.
 * House defaults, set to what ten clean clients showed, each filmed twelve times by the simulated camera in a gym, marks up to 15 mm off; for
 * `armsFall` a guess, since they squatted with the arms free. `test/sureness.test.ts` repeats it for five of them.
 */
const MARKS_ERROR: Readonly<Record<Exclude<FaultId, 'pain'>, number>> = {
  heelsRise: 0.8,
  toesFloat: 4.5,
  weightForward: 4.5,
  feetTurnOut: 0.25,
  archDrops: 0.9,
  outerEdge: 1.2,
  kneesIn: 1.3,
  kneesOut: 1.2,
  kneeWobble: 0.5,
  kneesSlideBack: 1.3,
  hipsFirst: 0.8,
  kneesFirst: 0.8,
  hipsRiseEarly: 0.3,
  sideShift: 3,
  unevenTouch: 8,
  pelvisTuck: 1.6,
  lowBackArch: 1.5,
  excessLean: 1.2,
  trunkShinMismatch: 1.7,
  chestDrop: 0.25,
  armsFall: 1.5,
  depthShort: 1.5,
  noLockout: 1.3,
  dropsIn: 0.07,
};
/** For a fault read in its other unit. */
const OTHER_UNIT: Readonly<Record<string, number>> = { '°': 1.5, mm: 5 };

/** Standard deviation of one look by its marks alone; 0 for what no camera measures. */
export const marksErrorOf = (fault: FaultId, unit: string): number =>
  fault === 'pain' ? 0 : unit === FAULTS[fault].unit ? MARKS_ERROR[fault] : (OTHER_UNIT[unit] ?? 0);

/** A fault is named, and called clear, once it is this likely to be so; below, the marks alone could have made it (house default). */
export const NAMED_FROM = 0.8;

/**
 * How likely a fault is really beyond its thresholds, given what was measured.
 *
 * @param mean over the reps it showed in, in the unit of the thresholds
 * @param sd of these reps
 * @param n how many they are
 * @returns chances of being at least slight and of being clear, 0 to 1; half of the 95 % interval of the mean
 */
export function chanceBeyond(
  fault: FaultId,
  unit: string,
  { mean, sd, n }: { mean: number; sd: number; n: number },
  { slight, clear }: Thresholds,
): { chance: number; chanceClear: number; errorOf: number } {
  const error = Math.sqrt(marksErrorOf(fault, unit) ** 2 + sd ** 2 / Math.max(1, n));
  const isFalling = clear < slight;
  const size = isFalling ? -mean : FAULTS[fault].eitherWay ? Math.abs(mean) : mean;
  const beyond = (threshold: number) => {
    const by = size - (isFalling ? -threshold : threshold);
    return error === 0 ? Number(by >= 0) : normalShare(by / error);
  };
  return { chance: beyond(slight), chanceClear: beyond(clear), errorOf: 1.96 * error };
}
