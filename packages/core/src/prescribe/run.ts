import type { Side } from '../linkage/setup.ts';
import type { Drill } from './drill.ts';
import { DRILLS } from './drills.ts';
import { mayGive } from './prescribe.ts';
import type { PrescribedDrill, PrescriptionInput } from './types.ts';

/** One set of one drill on one side, or of both sides together. */
export interface RunStep {
  drill: Drill;
  side: Side | 'both';
  /** From 1 on, of how many on this side. */
  set: number;
  of: number;
  /** How long it takes; null = counted in reps. */
  seconds: number | null;
  reps: number | null;
}

/** The sides in which a drill is done, the first first; a doubled side comes once more at the end. */
function sidesOf({ drill, sides }: PrescribedDrill): (Side | 'both')[] {
  if (drill.sides === 'together' || sides.first === 'both') return ['both'];
  const second = sides.first === 'left' ? 'right' : 'left';
  return sides.doubled ? [sides.first, second, sides.doubled] : [sides.first, second];
}

/** A drill as steps to go through: every set of every side, side by side within a set so that one rests while the other works. */
export function stepsOf(prescribed: PrescribedDrill): RunStep[] {
  const { drill } = prescribed;
  const { amount, unit, sets } = drill.dose;
  const seconds = unit === 'reps' ? null : unit === 'minutes' ? 60 * amount : amount;
  return Array.from({ length: sets }, (_, i) =>
    sidesOf(prescribed).map((side) => ({
      drill,
      side,
      set: i + 1,
      of: sets,
      seconds,
      reps: unit === 'reps' ? amount : null,
    })),
  ).flat();
}

/** A whole routine, in its order. */
export const runSteps = (drills: readonly PrescribedDrill[]): RunStep[] => drills.flatMap(stepsOf);

/** The easier neighbour of a drill, if it may be given; null = there is none, so leave it out. */
export function easierFor(input: PrescriptionInput, { easier }: Drill): Drill | null {
  const found = DRILLS.find((d) => d.id === easier);
  return found && mayGive(found, input) ? found : null;
}

/** The steps with what is left of a drill done as another one, or left out. */
export function withInstead(
  steps: readonly RunStep[],
  at: number,
  instead: Drill | null,
): RunStep[] {
  const now = steps[at];
  if (!now) return [...steps];
  const left = steps.slice(at).filter((s) => s.drill.id === now.drill.id);
  const rest = steps.slice(at).filter((s) => s.drill.id !== now.drill.id);
  if (!instead) return [...steps.slice(0, at), ...rest];
  const { amount, unit } = instead.dose;
  const sides =
    instead.sides === 'together' ? (['both'] as const) : [...new Set(left.map((s) => s.side))];
  const again = sides.map((side): RunStep => ({
    drill: instead,
    // Both sides of one that is done side by side: the side that was next.
    side: instead.sides === 'perSide' && side === 'both' ? 'left' : side,
    set: 1,
    of: 1,
    seconds: unit === 'reps' ? null : unit === 'minutes' ? 60 * amount : amount,
    reps: unit === 'reps' ? amount : null,
  }));
  const both = again.flatMap((s) =>
    instead.sides === 'perSide' && left[0]?.side === 'both'
      ? [s, { ...s, side: 'right' as const }]
      : [s],
  );
  return [...steps.slice(0, at), ...both, ...rest];
}
