import type { Dossier, LookAsks } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import type { SquatsInTests } from '@zither/core';
import { squatAsked, type AskedSquat } from './range.ts';

/** Under the heels in the test that raises them, mm: the middle of what its name says. */
const RISE_MM = 27;
type OwnTest = 'heelsRaised' | 'counterbalance';
const OWN_TESTS: readonly OwnTest[] = ['heelsRaised', 'counterbalance'];

/** Options of the look that each of them changes. */
const OWN_SETUP: Record<OwnTest, (asks: LookAsks) => Partial<LookAsks>> = {
  heelsRaised: ({ heelRiseMm }) => ({ heelRiseMm: Math.max(heelRiseMm, RISE_MM) }),
  counterbalance: () => ({ arms: 'weight' }),
};

/**
 * The squat that was looked at, in the setup of each short test that is a squat in another one: without a load, at the same depth. Empty until both ankles are
 * known.
 */
export function squatsInTests(dossier: Dossier, asked: AskedSquat): SquatsInTests {
  const asks = asked.condition === 'bodyweight' ? asked.asks : PLAIN_LOOK;
  const entries = OWN_TESTS.flatMap((test) => {
    const own = { ...asks, ...OWN_SETUP[test](asks) };
    const squat = squatAsked(dossier, { ...asked, condition: 'bodyweight', asks: own });
    return squat ? [[test, squat] as const] : [];
  });
  return Object.fromEntries(entries);
}
