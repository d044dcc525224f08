import type { Condition, Dossier } from '@zither/contract';
import {
  NAMED_DEPTHS_DEG,
  obeying,
  type Case,
  type SafetyLimit,
  type SquatScript,
} from '@zither/core';
import { clientCase, knownOf, methodOf, startingSetup } from './derive.ts';

/** Under the heels when the formal screen is repeated, mm (house default). */
const REPEAT_RISE_MM = 25;

/**
 * What a capture is read with: body and limits as measured, and the squat as this look asks for it. Baselines are barefoot in the habitual
 * feet; the formal screen has arms overhead, feet straight, down to chair height; the loaded look and a setup on trial take the setup in use.
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
  // Shoulder width is a yardstick for stances only; a capture's question has no room for it.
  const { shoulderWidthMm: _width, ...body } = found.question.body;
  const question = { ...found.question, body };
  const method = methodOf(dossier);
  const habit = startingSetup(dossier.client, knownOf(dossier), method).setup;
  const support = heelsRaised
    ? ({ kind: 'block', riseMm: REPEAT_RISE_MM } as const)
    : ({ kind: 'floor' } as const);
  const asked: Case =
    condition === 'load' || condition === 'trial'
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
      limits: { ...asked.limits, trunkLeanDeg: method.leanLimitDeg[asked.setup.hold] },
    },
    limits,
  );
}

/** The simulated client: this client's body and measured limits, squatting as the look asks, with the faults asked for. */
export const scriptFor = (
  subject: Case,
  faults: SquatScript['faults'],
  reps: number,
): SquatScript => ({
  body: subject.body,
  limits: subject.limits,
  setup: subject.setup,
  targetDepthDeg: subject.target.thighDepthDeg,
  workingPoint: subject.workingPoint,
  faults,
  reps,
});
