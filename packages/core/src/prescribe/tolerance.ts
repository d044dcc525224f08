import type { Drill } from './drill.ts';

/** How a drill went at home on a day. */
export type WentAtHome = 'well' | 'hard' | 'hurt';

/** So many good days make one step (house default). */
export const DAYS_A_STEP = 3;

/**
 * A drill with as much of it as this client has shown to tolerate: it starts at its dose and grows by a step for every three days in a row on which it
 * went well, up to its most. A day on which it was hard takes the last step back; one on which it hurt starts over. `went`: newest first. Other values do not grow.
 */
export function asTolerated(drill: Drill, went: readonly WentAtHome[]): Drill {
  const { grows, dose } = drill;
  if (!grows) return drill;
  let steps = 0;
  let inARow = 0;
  for (const day of [...went].reverse()) {
    if (day === 'well') {
      inARow += 1;
      if (inARow % DAYS_A_STEP === 0) steps += 1;
    } else {
      inARow = 0;
      steps = day === 'hurt' ? 0 : Math.max(0, steps - 1);
    }
  }
  const amount = Math.max(dose.amount, Math.min(grows.most, dose.amount + steps * grows.step));
  return amount === dose.amount
    ? drill
    : { ...drill, dose: { ...dose, amount }, grownFrom: dose.amount };
}
