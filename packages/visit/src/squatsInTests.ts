import type { Dossier, LookAsks } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import type { SquatsInTests } from '@zither/core';
import { squatAsked, type AskedSquat } from './range.ts';

/** Under the heels in the test that raises them, mm: the middle of what its name says. */
const RISE_MM = 27;

/**
 * The squat that was looked at, in the setup of each short test that is a squat in another one: without a load, at the same depth. Empty until both ankles are
 * known.
 *
 * @param raisedMm under the heels where looks are the test with raised heels; null = as the test says
 */
export function squatsInTests(
  dossier: Dossier,
  { asked, raisedMm }: { asked: AskedSquat; raisedMm: number | null },
): SquatsInTests {
  const asks = asked.condition === 'bodyweight' ? asked.asks : PLAIN_LOOK;
  const squatWith = (change: Partial<LookAsks>) =>
    squatAsked(dossier, { ...asked, condition: 'bodyweight', asks: { ...asks, ...change } });
  const heelsRaised = squatWith({ heelRiseMm: Math.max(asks.heelRiseMm, raisedMm ?? RISE_MM) });
  const counterbalance = squatWith({ arms: 'weight' });
  return heelsRaised && counterbalance ? { heelsRaised, counterbalance } : {};
}
