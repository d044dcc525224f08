import { z } from 'zod';
import { measured } from './scalars.ts';

/** Something the client has to stand on, where they squat. */
export const kitItemSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({
      kind: z.literal('block'),
      as: z.enum(['plate', 'shoe', 'board'], { error: 'must be plate, shoe or board.' }),
      riseMm: measured(1, 80, ' mm'),
    }),
    z.strictObject({
      kind: z.literal('ramp'),
      angleDeg: measured(1, 30, '°'),
      /** One for each foot, so that it can be turned with it; else one board under both, lying straight. */
      pair: z.boolean().default(true),
      /** Where the angle was worked out from the wedge's own height and length. */
      from: z
        .strictObject({ riseMm: measured(1, 200, ' mm'), lengthMm: measured(50, 1000, ' mm') })
        .nullable()
        .default(null),
    }),
    z.strictObject({ kind: z.literal('box'), heightMm: measured(100, 800, ' mm') }),
  ],
  { error: 'must be a block, a ramp or a box.' },
);
export type KitItem = z.infer<typeof kitItemSchema>;
