import { normal, type Random } from '../chance/seeded.ts';
import { FAULTS, type CameraView, type FaultId, type Severity } from '../faults/table.ts';
import type { Hold } from '../linkage/setup.ts';
import { solve, type Case } from '../window/solve.ts';
import type { MadeFault, SquatScript } from './script.ts';

/** How large a fault is made: not at all, between slight and clear, or beyond clear. */
export type Size = 'none' | Severity;

const between = (random: Random, low: number, high: number) => low + (high - low) * random();

/**
 * An invented client who squats well: stature, proportions and stance scatter about the average, and the ankle just suffices for trunk and
 * shin to be parallel at the target, so that what is found was put there.
 */
export function cleanSquatter(random: Random, hold: Hold): { script: SquatScript; subject: Case } {
  for (;;) {
    const statureMm = 1700 + 80 * normal(random);
    const stretch = () => 1 + 0.03 * normal(random);
    const body = {
      statureMm,
      massKg: between(random, 52, 98),
      segmentsMm: {
        thigh: 0.245 * statureMm * stretch(),
        shank: 0.246 * statureMm * stretch(),
        trunk: 0.288 * statureMm * stretch(),
      },
    };
    const toe = between(random, 5, 25);
    const setup = {
      stanceWidthMm: between(random, 0.85, 1.15) * 0.259 * statureMm,
      toeOutDeg: { left: toe, right: toe },
      support: { kind: 'floor' as const },
      hold,
      loadKg: hold === 'bodyweight' || hold === 'armsForward' ? 0 : between(random, 10, 50),
      balance: 0.5,
      trackingOffsetDeg: 0,
    };
    const target = { thighDepthDeg: 6 };
    const workingPoint = 'parallelLines' as const;
    const free = { dorsiflexionDeg: { left: 55, right: 55 }, bufferDeg: 0, trunkLeanDeg: 80 };
    const found = solve({ body, setup, target, workingPoint, limits: free }).sides.left.bottom;
    if (found.kind !== 'pose' || Math.abs(found.trunkDeg - found.shankDeg) > 0.5) continue;
    const ankle = found.dorsiflexionDeg + between(random, 0.2, 1.5);
    const limits = { ...free, dorsiflexionDeg: { left: ankle, right: ankle } };
    return {
      script: { body, setup, limits, targetDepthDeg: 6, workingPoint, faults: [], reps: 5 },
      subject: { body, setup, limits, target, workingPoint },
    };
  }
}

/** The hold a fault is looked for in. */
export const holdFor = (fault: FaultId): Hold => (fault === 'armsFall' ? 'overhead' : 'bodyweight');

/** A fault so far from slight (0) to clear (1), below 0 and beyond 1 as well; a tuck by how far before the target it begins. */
export function faultAt(
  fault: Exclude<FaultId, 'pain'>,
  at: number,
  random: Random,
): MadeFault | null {
  const { slight, clear } = FAULTS[fault];
  const made = faultOfSize(fault, 'clear', random);
  if (!made) return null;
  if (fault === 'pelvisTuck') {
    // Slight where it begins at the target, clear well before it; the rounding itself is the same.
    made.size = 13;
    made.fromDepthDeg = 6 - 8 * at;
  } else made.size = slight + (clear - slight) * at;
  if (fault === 'outerEdge') made.size = Math.min(95, Math.max(0, made.size));
  return made.size === 0 ? null : made;
}

/** A fault as asked for: slight ones well between the thresholds, clear ones beyond, none below half of slight. */
export function faultOfSize(
  fault: Exclude<FaultId, 'pain'>,
  size: Size,
  random: Random,
): MadeFault | null {
  const { slight, clear } = FAULTS[fault];
  // A camera at the side cannot tell whose heel it is: the simulated client lifts both.
  const sided = FAULTS[fault].sided && fault !== 'heelsRise';
  const gap = clear - slight;
  const draw = { slight: between(random, 0.2, 0.8), clear: between(random, 1.2, 2) };
  if (size === 'none') return null;
  const side = sided ? (random() < 0.5 ? 'left' : 'right') : undefined;
  const made: MadeFault = { fault, size: slight + gap * draw[size] };
  if (side) made.side = side;
  if (fault === 'pelvisTuck') {
    made.size = between(random, 11, 16);
    // Slight: it begins once the target is reached; clear: well before.
    made.fromDepthDeg = size === 'slight' ? between(random, 5.5, 7) : between(random, -14, -6);
  }
  if (fault === 'outerEdge')
    made.size = size === 'slight' ? between(random, 20, 40) : between(random, 60, 95);
  if (fault === 'kneesIn' || fault === 'kneesOut' || fault === 'sideShift') {
    const phases = ['descent', 'bottom', 'ascent'] as const;
    const phase = phases[Math.floor(random() * 3)];
    if (phase) made.phase = phase;
  }
  return made;
}

/** The view a fault is looked for in. */
export const viewFor = (fault: FaultId): CameraView => FAULTS[fault].views[0] ?? 'side';

/** Depth the client goes to so that a fault can show: a tuck after the target needs some way beyond it. */
export const beyondFor = (made: MadeFault | null): number =>
  made?.fault === 'pelvisTuck' && (made.fromDepthDeg ?? 0) > 0 ? 12 : 0;
