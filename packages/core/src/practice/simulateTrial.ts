import { priorOfUse } from '../causes/model.ts';
import { trialOutcomes } from '../setup/squatSeen.ts';
import { HOUSE_TABLES } from '../causes/tables.ts';
import type { BothSides } from '../linkage/setup.ts';
import { shortFor, type Belief, type SetupReach } from '../setup/belief.ts';
import type { TrialSeen } from '../setup/tried.ts';

/** One of several by their weights. */
function drawn(weights: readonly number[], random: () => number): number {
  let left = random() * weights.reduce((sum, w) => sum + w, 0);
  for (const [i, w] of weights.entries()) {
    left -= w;
    if (left < 0) return i;
  }
  return weights.length - 1;
}

/** How a client uses the range there is; the same in all of their squats. */
export const simulateUse = (random: () => number): number => drawn(priorOfUse(), random);

/** What a trial of a setup shows, looked at by eye, of a client of whom everything is known. `truth` holds one guess. */
export function simulateTrial(
  reach: SetupReach,
  truth: Belief,
  use: number,
  random: () => number,
): TrialSeen & { heelRose: BothSides<boolean>; tucked: boolean } {
  const short = shortFor({ ...reach, roundedDeg: 0 }, truth, 0);
  const state =
    Number(random() < short.left) +
    2 * Number(random() < short.right) +
    4 * Number(random() < short.fold);
  const outcomes = trialOutcomes(HOUSE_TABLES);
  const { seen } =
    outcomes[
      drawn(
        outcomes.map(({ chances }) => chances[8 * use + state]!),
        random,
      )
    ]!;
  return { ...seen, heelRose: seen.heelRose!, tucked: seen.tucked === true };
}
