import { z } from 'zod';
import { cameraFaultSchema, phaseSchema, severitySchema } from './capture.ts';
import { safetyLimitSchema } from './safety.ts';
import { measured, sideSchema } from './scalars.ts';

const oneOrBoth = (least: number, most: number, unit: string) =>
  z
    .strictObject({
      left: measured(least, most, unit).nullish(),
      right: measured(least, most, unit).nullish(),
    })
    .nullish();

/** Short tests, as the core names them. */
export const testIdSchema = z.enum(
  [
    'heelsRaised',
    'counterbalance',
    'supportedSit',
    'openStance',
    'narrowStance',
    'slickFloor',
    'kneeStraightVsBent',
    'footCue',
    'kneesOutCue',
    'archOnHeelRaise',
    'hinge',
    'slowDescent',
    'lowBox',
    'lightVsLoad',
    'armsDown',
    'standingAbduction',
    'cueTrial',
  ],
  { error: 'must be a known test.' },
);

/** Outcomes that name causes by themselves: what stopped the client, or came through all the same. */
export const NAMED_OUTCOMES = [
  'nothing',
  'heelsUp',
  'hipFront',
  'ankleFront',
  'backRounded',
  'other',
  'clean',
  'pitched',
] as const;

/** Outcome of a test on the finding seen before; for some tests, what stopped the squat. */
export const outcomeSchema = z.enum(
  ['clears', 'helps', 'same', 'worse', 'pain', ...NAMED_OUTCOMES],
  {
    error: `must be clears, helps, same, worse or pain, or what stopped it: ${NAMED_OUTCOMES.slice(0, -1).join(', ')} or ${NAMED_OUTCOMES.at(-1)}.`,
  },
);
type Outcome = z.infer<typeof outcomeSchema>;

const USUAL: readonly Outcome[] = ['clears', 'helps', 'same', 'worse', 'pain'];
const OWN: Readonly<Record<string, readonly Outcome[]>> = {
  supportedSit: ['nothing', 'heelsUp', 'hipFront', 'ankleFront', 'backRounded', 'other', 'pain'],
  kneeStraightVsBent: [...USUAL, 'ankleFront'],
  counterbalance: ['clean', 'heelsUp', 'pitched', 'same', 'pain'],
};

/** How each test may turn out. */
export const outcomesFor = (test: z.infer<typeof testIdSchema>): readonly Outcome[] =>
  OWN[test] ?? USUAL;

/** Refuses an outcome that a test cannot have. */
export function outcomeFits(
  tried: { test: z.infer<typeof testIdSchema>; outcome: Outcome },
  check: z.RefinementCtx,
): void {
  const may = outcomesFor(tried.test);
  if (!may.includes(tried.outcome))
    check.addIssue({
      code: 'custom',
      path: ['outcome'],
      message: `of ${tried.test} must be ${may.slice(0, -1).join(', ')} or ${may.at(-1)}.`,
    });
}

/** Groups of causes that are acted on together, as the core names them. */
export const groupIdSchema = z.enum(
  [
    'ankleCalf',
    'hipFold',
    'hipRotation',
    'abductors',
    'foot',
    'trunk',
    'thighs',
    'habit',
    'load',
    'shoulder',
  ],
  { error: 'must be a known group of causes.' },
);

/** Causes, as the core names them. */
export const causeIdSchema = z.enum(
  [
    'ankleJoint',
    'gastrocnemius',
    'ankleBlock',
    'footControl',
    'lateralLeg',
    'structuralFlatFoot',
    'hipFoldRoom',
    'hipInwardRotation',
    'adductors',
    'abductors',
    'trunkBracing',
    'hipFlexors',
    'shoulderLat',
    'quadsWeak',
    'habitSitsBack',
    'habitDives',
    'overCuedKneesOut',
    'proportions',
    'loadBeyondControl',
    'painGuarding',
    'shoeOrSurface',
  ],
  { error: 'must be a known cause.' },
);

/** What a link may start from: a fault, a part of a lean, or a reading. */
export const findingIdSchema = z.union(
  [
    cameraFaultSchema.exclude(['pain']),
    z.enum([
      'leanProportions',
      'leanAnkle',
      'leanUnused',
      'leanOffBalance',
      'ankleShort',
      'calfShort',
      'foldShort',
      'rotationShort',
      'abductionShort',
      'archLow',
      'archNeverForms',
      'onlyUnderLoad',
      'painSeen',
    ]),
  ],
  { error: 'must be a known finding.' },
);

export const limitKindSchema = z.enum(
  [
    'noLoad',
    'depthCap',
    'verticalShins',
    'noDeepFold',
    'noLoadedLockout',
    'supportedOnly',
    'noBracing',
    'noPositions',
    'jointRange',
  ],
  { error: 'must be a known limit.' },
);

/** What a diagnosis rests on, as docs/formats.md has it; everything may be left out. */
export const diagnosisFileSchema = z.strictObject({
  findings: z
    .array(
      z.strictObject({
        fault: cameraFaultSchema,
        severity: severitySchema,
        side: sideSchema.nullish(),
        phase: phaseSchema.nullish(),
        onlyUnderLoad: z.boolean().optional(),
        by: z.enum(['measured', 'eye'], { error: 'must be measured or eye.' }).optional(),
      }),
    )
    .max(80)
    .default([]),
  measures: z
    .strictObject({
      dorsiflexionDeg: oneOrBoth(-20, 60, '°'),
      dorsiflexionKneeStraightDeg: oneOrBoth(-20, 60, '°'),
      kneeToWallMm: oneOrBoth(-150, 300, ' mm'),
      hipFold: z
        .strictObject({
          atZeroAbductionDeg: measured(30, 180, '°'),
          perAbductionDeg: measured(-5, 5, '° per degree'),
        })
        .nullish(),
      hipInwardRotationDeg: oneOrBoth(-10, 90, '°'),
      standingAbductionReps: oneOrBoth(0, 100, ''),
      navicularDropMm: oneOrBoth(-10, 40, ' mm'),
    })
    .default({}),
  leanBudget: z
    .strictObject({
      proportionsDeg: measured(-90, 180, '°'),
      ankleDeg: measured(-90, 180, '°'),
      unusedAnkleDeg: measured(-90, 180, '°'),
      offBalanceDeg: measured(-90, 180, '°'),
      observedDeg: measured(-90, 180, '°').optional(),
    })
    .nullish(),
  tests: z
    .array(
      z
        .strictObject({
          test: testIdSchema,
          outcome: outcomeSchema,
          side: sideSchema.nullish(),
        })
        .superRefine(outcomeFits),
    )
    .max(60)
    .default([]),
  /** Faults that were looked for, seen or not. */
  lookedAt: z.array(cameraFaultSchema).max(30).optional(),
  limits: z
    .array(z.union([limitKindSchema, safetyLimitSchema]))
    .max(12)
    .default([]),
});
export type DiagnosisFile = z.infer<typeof diagnosisFileSchema>;
