import type { Side } from '../linkage/setup.ts';
import type { Drill } from './drill.ts';
import { mayGive } from './prescribe.ts';
import type { Dose } from './purpose.ts';
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
  const found = input.drills.find((d) => d.id === easier);
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

/** Where a routine was left: how many steps are behind, and what was done instead of what, in that order. */
export interface RunPlace {
  /** The routine it is of; see {@link routineKey}. */
  of: string;
  at: number;
  instead: readonly { at: number; drill: string | null }[];
}

/** Tells one routine from another: its drills, sides and doses. */
export const routineKey = (drills: readonly PrescribedDrill[]): string =>
  runSteps(drills)
    .map((s) => `${s.drill.id} ${s.side} ${s.seconds ?? s.reps}`)
    .join(', ');

/** The steps of a routine as far as it was changed on the way; a place of another routine counts as its start. `all` are the drills there are. */
export function stepsFrom(
  drills: readonly PrescribedDrill[],
  place: RunPlace | null,
  all: readonly Drill[],
): { steps: RunStep[]; at: number } {
  const steps = runSteps(drills);
  if (place?.of !== routineKey(drills)) return { steps, at: 0 };
  const changed = place.instead.reduce(
    (list, { at, drill }) => withInstead(list, at, all.find((d) => d.id === drill) ?? null),
    steps,
  );
  return { steps: changed, at: Math.min(place.at, changed.length) };
}

/**
 * The steps with what may no longer be given from here on done as its easier neighbour, or left out: a limit or a pinch that came during the routine
 * counts at once.
 *
 * @returns the steps, and what was put in place of what, to be kept with the place
 */
export function withoutBarred(
  steps: readonly RunStep[],
  at: number,
  input: PrescriptionInput,
): { steps: RunStep[]; instead: { at: number; drill: string | null }[]; leftOut: Drill[] } {
  let list = [...steps];
  const instead: { at: number; drill: string | null }[] = [];
  const leftOut: Drill[] = [];
  for (let now = list[at]; now && !mayGive(now.drill, input); now = list[at]) {
    const easier = easierFor(input, now.drill);
    instead.push({ at, drill: easier?.id ?? null });
    leftOut.push(now.drill);
    list = withInstead(list, at, easier);
  }
  return { steps: list, instead, leftOut };
}

/** Where in a dose of squats so many reps lead: the set and the rep that comes next, from 1; null once all sets are done. */
export function repAfter(
  done: number,
  { sets, reps }: Pick<Dose, 'sets' | 'reps'>,
): { set: number; rep: number } | null {
  const set = Math.floor(done / reps.most) + 1;
  return set > sets ? null : { set, rep: (done % reps.most) + 1 };
}
