import type { Condition, Dossier, LookAsks } from '@zither/contract';
import {
  NAMED_DEPTHS_DEG,
  obeying,
  solve,
  thresholdsOf,
  type Case,
  type FaultThresholds,
  type SafetyLimit,
  type SquatScript,
} from '@zither/core';
import { clientCase, kitHere, knownOf, startingSetup } from './derive.ts';
import { methodOf } from './method.ts';

/** Under the heels when the kit has nothing for it, mm (house default). */
const USUAL_RISE_MM = 25;
/** Less under the heels gives no information about the ankle, mm (house default). */
const TELLS_FROM_MM = 10;
/** What is held out in front, kg (house default). */
const WEIGHT_KG = 5;

const HOLD_OF = { free: 'bodyweight', up: 'overhead', weight: 'counterbalance' } as const;

/**
 * Data a capture is read with: body and limits as measured, and the squat as this look asks for it. Without a load it starts from the
 * habitual stance; the loaded look and a setup on trial take the setup in use.
 *
 * @returns null until both ankles are known: then nothing is said that needs them
 */
export function subjectFor(
  dossier: Dossier,
  condition: Condition,
  asks: LookAsks,
  limits: readonly SafetyLimit[],
): Case | null {
  const found = clientCase(dossier);
  if (found.kind !== 'ready') return null;
  // Shoulder width is a yardstick for stances only; a capture's question has no room for it.
  const { shoulderWidthMm: _width, ...body } = found.question.body;
  const question = { ...found.question, body };
  const method = methodOf(dossier);
  const habit = startingSetup(dossier.client, knownOf(dossier), method).setup;
  const asked: Case =
    condition === 'load' || condition === 'trial'
      ? asks.loadKg === null || condition === 'trial'
        ? question
        : { ...question, setup: { ...question.setup, loadKg: asks.loadKg } }
      : {
          ...question,
          setup: {
            ...habit,
            ...(asks.feet === 'straight' ? { toeOutDeg: { left: 0, right: 0 } } : {}),
            support:
              asks.heelRiseMm > 0 ? { kind: 'block', riseMm: asks.heelRiseMm } : { kind: 'floor' },
            hold: HOLD_OF[asks.arms],
            loadKg: asks.arms === 'weight' ? WEIGHT_KG : 0,
          },
          ...(asks.depth === 'seat' ? { target: { thighDepthDeg: NAMED_DEPTHS_DEG.chair } } : {}),
        };
  return obeying(
    {
      ...asked,
      limits: { ...asked.limits, trunkLeanDeg: method.leanLimitDeg[asked.setup.hold] },
    },
    limits,
  );
}

/** From which sizes the client's method names faults in a look of this squat. */
export const thresholdsFor = (
  dossier: Parameters<typeof methodOf>[0],
  subject: Case | null,
): FaultThresholds => thresholdsOf(methodOf(dossier), subject?.setup ?? null);

/** What to put under the heels in a look that asks whether the ankle explains it: of the kit the lowest that gives the degrees missing, mm. */
export function heelToTry(dossier: Dossier, asks: LookAsks): number {
  const own = kitHere(dossier)
    .flatMap((k) => (k.kind === 'block' && k.riseMm >= TELLS_FROM_MM ? [k.riseMm] : []))
    .sort((a, b) => a - b);
  if (own.length === 0) return USUAL_RISE_MM;
  const enough = own.find((heelRiseMm) => {
    const subject = subjectFor(dossier, 'bodyweight', { ...asks, heelRiseMm }, []);
    if (!subject) return heelRiseMm >= USUAL_RISE_MM;
    const solved = solve(subject);
    return solved.sides[solved.governingSide].window.kind === 'open';
  });
  return enough ?? own.at(-1)!;
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
