import { z } from 'zod';
import {
  limitsSchema,
  massSchema,
  segmentsSchema,
  setupSchema,
  statureSchema,
  thighDepthSchema,
  workingPointSchema,
} from './linkage.ts';
import { measured } from './scalars.ts';

/** Heel-to-ball share of the foot (house default, as in the linkage): a block higher than this cannot be stood on. */
const BALL_SHARE = 0.73;
/** Foot length per stature (Winter 2009, from memory), for the same check when the foot is not measured. */
const FOOT_PER_STATURE = 0.152;

/** One question to the linkage; see docs/formats.md. */
export const caseFileSchema = z
  .strictObject({
    body: z.strictObject({
      statureMm: statureSchema,
      massKg: massSchema,
      segmentsMm: segmentsSchema.optional(),
    }),
    limits: limitsSchema,
    setup: setupSchema,
    target: z.strictObject({ thighDepthDeg: thighDepthSchema }),
    workingPoint: workingPointSchema.default('parallelLines'),
    shankDeg: measured(-60, 89, '°').nullish(),
  })
  .superRefine((value, context) => {
    const { support, hold, loadKg } = value.setup;
    const foot = value.body.segmentsMm?.foot ?? FOOT_PER_STATURE * value.body.statureMm;
    if (support.kind === 'block' && support.riseMm >= BALL_SHARE * foot)
      context.addIssue({
        code: 'custom',
        path: ['setup', 'support', 'riseMm'],
        message: `must be lower than the distance from heel to ball, ${Math.round(BALL_SHARE * foot)} mm.`,
      });
    if (hold === 'bodyweight' && loadKg > 0)
      context.addIssue({
        code: 'custom',
        path: ['setup', 'loadKg'],
        message: 'must be 0 with the bodyweight hold: there is no point where the load would act.',
      });
  });

export type CaseFile = z.infer<typeof caseFileSchema>;
