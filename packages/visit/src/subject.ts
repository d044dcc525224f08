import type { Condition, Dossier, LookAsks } from '@zither/contract';
import {
  equivalentRiseMm,
  NAMED_DEPTHS_DEG,
  obeying,
  resolveBody,
  solve,
  thresholdsOf,
  type Case,
  type FaultThresholds,
  type SafetyLimit,
  type Setup,
  type SquatScript,
} from '@zither/core';
import { bodyOf } from './body.ts';
import { caseWith, clientCase, kitHere, knownOf, lockOf, startingSetup } from './derive.ts';
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
  const lock = condition === 'load' ? lockOf(dossier) : null;
  const found = lock ? caseWith(dossier, lock) : clientCase(dossier);
  if (found.kind !== 'ready') return null;
  // Shoulder width is a yardstick for stances only; a capture's question has no room for it.
  const { shoulderWidthMm: _width, ...body } = found.question.body;
  const question = { ...found.question, body };
  const method = methodOf(dossier);
  const habit = startingSetup(dossier.client, knownOf(dossier), method).setup;
  const asked: Case =
    condition === 'trial'
      ? question
      : condition === 'load'
        ? {
            ...question,
            setup: {
              ...stood(question.setup, asks),
              hold: asks.hold ?? question.setup.hold,
              loadKg: asks.loadKg ?? question.setup.loadKg,
            },
          }
        : {
            ...question,
            setup: {
              ...stood(habit, asks),
              ...(asks.feet === 'straight' ? { toeOutDeg: { left: 0, right: 0 } } : {}),
              support:
                asks.heelRiseMm > 0
                  ? { kind: 'block', riseMm: asks.heelRiseMm }
                  : { kind: 'floor' },
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

/** A setup with the stance and foot angles that a look says it was made in. */
const stood = (
  setup: Setup,
  { stands, stanceWidthMm, toeOutLeftDeg, toeOutRightDeg }: LookAsks,
): Setup =>
  stands === 'habit'
    ? setup
    : {
        ...setup,
        stanceWidthMm: stanceWidthMm ?? setup.stanceWidthMm,
        toeOutDeg: {
          left: toeOutLeftDeg ?? setup.toeOutDeg.left,
          right: toeOutRightDeg ?? setup.toeOutDeg.right,
        },
      };

/** What a look in the setup in use says of how the client stood; null = none is in use. Kept with the look, since the setup in use may change. */
export function standsInUse(dossier: Dossier): Partial<LookAsks> | null {
  const setup = (lockOf(dossier) ?? dossier.setup)?.setup;
  if (!setup) return null;
  const body = resolveBody(bodyOf(dossier.client));
  return {
    stands: 'inUse',
    stanceWidthMm: Math.round(setup.stanceWidthMm),
    toeOutLeftDeg: setup.toeOutDeg.left,
    toeOutRightDeg: setup.toeOutDeg.right,
    heelRiseMm:
      setup.support.kind === 'floor' ? 0 : Math.round(equivalentRiseMm(body, setup.support)),
    hold: setup.hold,
  };
}

/** How the client stands unprompted, as far as it was measured: where another stance is entered from. */
export function standsUnprompted(
  dossier: Dossier,
): Record<'stanceWidthMm' | 'toeOutLeftDeg' | 'toeOutRightDeg', number> {
  const { setup } = startingSetup(dossier.client, knownOf(dossier), methodOf(dossier));
  return {
    stanceWidthMm: setup.stanceWidthMm,
    toeOutLeftDeg: Math.round(setup.toeOutDeg.left),
    toeOutRightDeg: Math.round(setup.toeOutDeg.right),
  };
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
