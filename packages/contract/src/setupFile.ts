import { z } from 'zod';
import { caseFileSchema } from './caseFile.ts';
import { holdSchema, profileIdSchema, stanceWidthSchema, toeOutSchema } from './linkage.ts';
import { bothSides, measured } from './scalars.ts';

/** Question to the finder, in the form of docs/formats.md: a case and the choices allowed. */
export const setupFileSchema = caseFileSchema.safeExtend({
  profile: profileIdSchema.optional(),
  kit: z
    .array(
      z.discriminatedUnion(
        'kind',
        [
          z.strictObject({ kind: z.literal('block'), riseMm: measured(1, 80, ' mm') }),
          z.strictObject({
            kind: z.literal('ramp'),
            angleDeg: measured(1, 30, '°'),
            /** One for each foot, so that it can be turned with it. */
            pair: z.boolean().default(false),
          }),
          z.strictObject({ kind: z.literal('box'), heightMm: measured(100, 800, ' mm') }),
        ],
        { error: 'must be a block, a ramp or a box.' },
      ),
    )
    .max(40, { error: 'must be at most 40 pieces.' })
    .default([]),
  habit: z
    .strictObject({ stanceWidthMm: stanceWidthSchema, toeOutDeg: bothSides(toeOutSchema) })
    .optional(),
  holds: z.array(holdSchema).min(1).max(8).optional(),
  uncertainty: z
    .strictObject({
      dorsiflexionDeg: measured(0, 15, '°').optional(),
      hipFoldDeg: measured(0, 30, '°').optional(),
    })
    .optional(),
});
export type SetupFile = z.infer<typeof setupFileSchema>;
