import type { Condition, Dossier } from '@zither/contract';
import {
  BALANCED,
  NAMED_DEPTHS_DEG,
  obeying,
  type Case,
  type SafetyLimit,
  type SquatScript,
} from '@zither/core';
import { truthOf } from '../instruments/index.ts';
import { clientCase, knownOf, startingSetup } from '../measure/index.ts';

/** Under the heels when the formal screen is repeated, mm (house default). */
const REPEAT_RISE_MM = 25;

/**
 * What a capture is read with: body and limits as measured, and the squat as this look asks for it. Baselines are barefoot in the habitual
 * feet; the formal screen has arms overhead, feet straight, down to chair height; the loaded look takes the setup in use.
 *
 * @returns null until both ankles are known: then nothing is said that needs them
 */
export function subjectFor(
  dossier: Dossier,
  condition: Condition,
  heelsRaised: boolean,
  limits: readonly SafetyLimit[],
): Case | null {
  const found = clientCase(dossier);
  if (found.kind !== 'ready') return null;
  const { question } = found;
  const habit = startingSetup(dossier.client, knownOf(dossier)).setup;
  const support = heelsRaised
    ? ({ kind: 'block', riseMm: REPEAT_RISE_MM } as const)
    : ({ kind: 'floor' } as const);
  const asked: Case =
    condition === 'load'
      ? question
      : condition === 'overhead'
        ? {
            ...question,
            setup: {
              ...habit,
              toeOutDeg: { left: 0, right: 0 },
              support,
              hold: 'overhead',
              loadKg: 0,
            },
            target: { thighDepthDeg: NAMED_DEPTHS_DEG.chair },
          }
        : { ...question, setup: { ...habit, support, hold: 'bodyweight', loadKg: 0 } };
  return obeying(
    {
      ...asked,
      limits: { ...asked.limits, trunkLeanDeg: BALANCED.leanLimitDeg[asked.setup.hold] },
    },
    limits,
  );
}

/** Ankle of a client of whom nothing was measured, degrees (house default, near the average). */
const ANKLE_UNKNOWN_DEG = 35;

/** The simulated client: this client's body and true ankles, squatting as the look asks, with the faults asked for. */
export function scriptFor(
  dossier: Dossier,
  subject: Case | null,
  faults: SquatScript['faults'],
  reps: number,
  day: string,
): SquatScript | null {
  if (!subject) return null;
  const ankle = (side: 'left' | 'right') =>
    truthOf(dossier, 'shinAngle', side, day) || ANKLE_UNKNOWN_DEG;
  return {
    body: subject.body,
    limits: {
      ...subject.limits,
      dorsiflexionDeg: { left: ankle('left'), right: ankle('right') },
    },
    setup: subject.setup,
    targetDepthDeg: subject.target.thighDepthDeg,
    workingPoint: subject.workingPoint,
    faults,
    reps,
  };
}
