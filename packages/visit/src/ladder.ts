import type { Dossier } from '@zither/contract';
import {
  ladderFor,
  type LadderAnswer,
  type MethodProfile,
  type SafetyLimit,
  type Setup,
} from '@zither/core';
import { faultsWithoutLoad } from './formWithout.ts';
import { loadAnswer } from './loadNext.ts';
import { verdictIn } from './locking.ts';
import { baselinesOf } from './looks.ts';
import { methodOf, purposeOf } from './method.ts';
import { rungsSeen } from './rungsSeen.ts';
import { couldSee, namedIn } from './named.ts';
import { trainingChosen } from './training.ts';

/**
 * Whether the range is there without help: barefoot and flat, a squat looked at from the side in which the heels stayed down to depth, or a clean
 * trial on the floor. Where the lift is a tool for good, it need not be.
 */
export function ownsRange(dossier: Dossier, { heelPolicy }: MethodProfile): boolean {
  if (heelPolicy === 'tool' && purposeOf(dossier)?.plan.isFlat !== true) return true;
  const flatLook = baselinesOf(dossier, null).some(
    (l) =>
      !l.look.asks.shod &&
      l.look.asks.heelRiseMm === 0 &&
      l.look.view === 'side' &&
      couldSee(l, 'heelsRise') &&
      !namedIn(l).some((f) => f.fault === 'heelsRise' || f.fault === 'depthShort'),
  );
  return (
    flatLook ||
    dossier.setupTrials.some(
      (t) =>
        !t.undone && t.setup.support.kind === 'floor' && verdictIn(dossier, t).kind === 'clean',
    )
  );
}

/** Where a client stands on the ladder with the setup in use, under the screen's limits. */
export function ladderOf(
  dossier: Dossier,
  { setup, isLikely }: { setup: Setup; isLikely: boolean },
  method: MethodProfile,
  limits: readonly SafetyLimit[],
): LadderAnswer {
  const chosen = trainingChosen(dossier);
  return ladderFor({
    purpose: purposeOf(dossier)?.purpose ?? null,
    method,
    setup,
    isLikely,
    limits,
    seen: rungsSeen(dossier),
    ownsRange: ownsRange(dossier, method),
    faulty: faultsWithoutLoad(dossier, setup),
    loadOf: (rung) => loadAnswer(dossier, rung, limits, setup).mostKg,
    chosen: chosen && { rung: chosen.rung, dose: chosen.dose },
  });
}

/** The same with a setup that is only looked at, taken to be likely. */
export const ladderAt = (
  dossier: Dossier,
  setup: Setup,
  limits: readonly SafetyLimit[],
): LadderAnswer => ladderOf(dossier, { setup, isLikely: true }, methodOf(dossier), limits);
