import type { FaultThresholds } from '../faults/findings.ts';
import { FAULTS } from '../faults/table.ts';
import type { Hold, Setup } from '../linkage/setup.ts';
import type { MethodProfile } from './profiles.ts';
import { toleratesRounding } from './tried.ts';

/** From slight to clear, a knee outside the band of its method goes so much further, degrees inward and outward (house defaults). */
const KNEE_FURTHER_DEG = { in: 7, out: 5 } as const;
/** A method that presses the big toes asks more of the ball of the big toe: share of the lower half of a rep off the floor, % (house default). */
const TOES_PRESSED = { slight: 5, clear: 30 } as const;

/**
 * How much hinge belongs to a squat depends on where the load is held: by so many points the hips' usual share of the start moves, and by so
 * many degrees the lean that is still no excess (house defaults; common practice, no source).
 */
const BY_HOLD: Readonly<Partial<Record<Hold, { hinge: number; lean: number }>>> = {
  lowBar: { hinge: 10, lean: 2 },
  front: { hinge: -5, lean: -1 },
  goblet: { hinge: -5, lean: -1 },
  counterbalance: { hinge: -5, lean: 0 },
  overhead: { hinge: -5, lean: -1 },
};

type Judging = Pick<
  MethodProfile,
  'breaks' | 'kneeBandDeg' | 'toes' | 'depthPolicy' | 'rounding' | 'faultThresholds'
>;

/** A band's end as a threshold: a degree at least, so that a knee on the line is never a fault. */
const end = (deg: number, further: number) => {
  const slight = Math.max(1, deg);
  return { slight, clear: slight + further };
};

const moved = (fault: 'hipsFirst' | 'kneesFirst' | 'excessLean', by: number) => ({
  slight: FAULTS[fault].slight + by,
  clear: FAULTS[fault].clear + by,
});

/** Sizes that move with the load position; none for those in which the house's apply as they are. */
function byHold(hold: Hold): FaultThresholds {
  const by = BY_HOLD[hold];
  return by
    ? {
        hipsFirst: moved('hipsFirst', by.hinge),
        kneesFirst: moved('kneesFirst', by.hinge),
        excessLean: moved('excessLean', by.lean),
      }
    : {};
}

/**
 * From which sizes a method names faults. First what follows from its fields and the load position: knees by its band, the joint it starts with,
 * its toes, its depth, and rounding where nothing is carried; then its own sizes, which count before those. A fault that is null is none there.
 *
 * @param at the look that is judged; null = nothing is known of it
 */
export function thresholdsOf(
  method: Judging,
  at: Pick<Setup, 'hold' | 'loadKg'> | null,
): FaultThresholds {
  const { breaks, kneeBandDeg, toes, depthPolicy, faultThresholds } = method;
  return {
    kneesIn: end(-kneeBandDeg.least, KNEE_FURTHER_DEG.in),
    kneesOut: end(kneeBandDeg.most, KNEE_FURTHER_DEG.out),
    ...(at ? byHold(at.hold) : {}),
    ...(breaks === 'together' ? {} : { [breaks]: null }),
    ...(toes === 'pressed' ? { outerEdge: TOES_PRESSED } : {}),
    ...(depthPolicy === 'shape' ? { depthShort: null } : {}),
    ...(toleratesRounding(method, at ?? { loadKg: 0 }) ? { pelvisTuck: null } : {}),
    ...faultThresholds,
  };
}
