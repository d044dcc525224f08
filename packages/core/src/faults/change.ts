import { countsFrom, type ErrorPart } from '../chance/difference.ts';
import type { Side } from '../linkage/setup.ts';
import { marksErrorOf } from './sureness.ts';
import { FAULTS, type FaultId } from './table.ts';

/** What a set of reps measured of one fault, named or not: kept with the capture, so that a value below a threshold is not lost. */
export interface Measured {
  fault: FaultId;
  side: Side | null;
  unit: string;
  mean: number;
  /** Of the reps. */
  sd: number;
  /** Reps it was read in. */
  n: number;
}

/**
 * How far a client who has not changed reads differently another time: the phone is put down anew and the marks are set anew. Standard
 * deviation, in the unit of the fault (house defaults). What the reps scatter comes on top.
 */
export const OCCASION_BY_UNIT: Readonly<Record<string, number>> = {
  '°': 1.5,
  mm: 4,
  '%': 6,
  '×': 0.12,
};
const OCCASION: Readonly<Partial<Record<FaultId, number>>> = {
  heelsRise: 2,
  archDrops: 1.5,
  kneeWobble: 1.5,
  weightForward: 12,
  toesFloat: 12,
  kneesSlideBack: 10,
};

export const occasionOf = (fault: FaultId, unit: string): number =>
  Math.max(
    (unit === FAULTS[fault].unit ? OCCASION[fault] : undefined) ?? OCCASION_BY_UNIT[unit] ?? 0,
    // An occasion cannot be surer than the marks are.
    marksErrorOf(fault, unit),
  );

/** Whether a fault changed between two sets, and by how much. */
export interface FaultChange {
  kind: 'less' | 'more' | 'noChange';
  by: number;
  /** From how much on a difference counts: half of its 95 % interval, wider where several are judged together. */
  errorOf: number;
}

/** What the error of a difference between two sets is made of: the scatter of the reps, and the occasion. */
const partsOf = (before: Measured, after: Measured, isSameStand: boolean): ErrorPart[] => [
  ...[before, after].map(({ sd, n }) => ({ variance: sd ** 2 / n, freedom: n - 1 })),
  {
    variance: isSameStand ? 0 : 2 * occasionOf(before.fault, before.unit) ** 2,
    freedom: Infinity,
  },
];

/**
 * Two sets of one client compared. The error of a comparison has two parts: the scatter of the reps, and the occasion.
 *
 * @param isSameStand true where the phone and the marks stayed where they were: then only the reps scatter
 * @param together how many differences are judged together (`countsFrom`)
 * @returns null where the two cannot be compared
 */
export function changeOf(
  before: Measured,
  after: Measured,
  { isSameStand = false, together = 1 }: { isSameStand?: boolean; together?: number } = {},
): FaultChange | null {
  if (before.unit !== after.unit || before.n === 0 || after.n === 0) return null;
  const errorOf = countsFrom(partsOf(before, after, isSameStand), together);
  const by = after.mean - before.mean;
  if (Math.abs(by) <= errorOf) return { kind: 'noChange', by, errorOf };
  const { slight, clear, eitherWay } = FAULTS[before.fault];
  const size = (v: number) => (clear < slight ? -v : eitherWay ? Math.abs(v) : v);
  return { kind: size(after.mean) < size(before.mean) ? 'less' : 'more', by, errorOf };
}
