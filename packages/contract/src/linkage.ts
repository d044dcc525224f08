import { z } from 'zod';
import { bothSides, idSchema, measured } from './scalars.ts';

export const holdSchema = z.enum(
  [
    'bodyweight',
    'armsForward',
    'counterbalance',
    'overhead',
    'goblet',
    'front',
    'highBar',
    'lowBar',
  ],
  { error: 'must be one of the eight holds.' },
);

/** The schools that ship with the product. */
export const profileIdSchema = z.enum(
  [
    'balanced',
    'straightFoot',
    'openHip',
    'upright',
    'shinsUpright',
    'footFirst',
    'lowBar',
    'heelTool',
    'restoreRange',
  ],
  {
    error:
      'must be balanced, straightFoot, openHip, upright, shinsUpright, footFirst, lowBar, heelTool or restoreRange.',
  },
);

/** A school: one that ships, or one of the practice's own. */
export const methodIdSchema = z.union([profileIdSchema, idSchema], {
  error:
    'must be balanced, straightFoot, openHip, upright, shinsUpright, footFirst, lowBar, heelTool, restoreRange or the UUID of an own method.',
});

export const workingPointSchema = z.enum(['parallelLines', 'shinsUpright', 'kneesForward'], {
  error: 'must be parallelLines, shinsUpright or kneesForward.',
});

export const supportSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({ kind: z.literal('floor') }),
    z.strictObject({
      kind: z.literal('ramp'),
      angleDeg: measured(0, 45, '°'),
      azimuth: z.enum(['foot', 'straight'], { error: 'must be foot or straight.' }),
    }),
    z.strictObject({ kind: z.literal('block'), riseMm: measured(0, 150, ' mm') }),
  ],
  { error: 'must be a support: floor, ramp or block.' },
);

/** Segment lengths a tape can give, mm. */
export const segmentsSchema = z.strictObject({
  foot: measured(150, 400, ' mm').optional(),
  shank: measured(250, 700, ' mm').optional(),
  thigh: measured(250, 700, ' mm').optional(),
  trunk: measured(300, 800, ' mm').optional(),
  ankleHeight: measured(30, 150, ' mm').optional(),
  hipSeparation: measured(80, 350, ' mm').optional(),
});

export const statureSchema = measured(900, 2500, ' mm');
export const massSchema = measured(20, 350, ' kg');
export const stanceWidthSchema = measured(1, 3000, ' mm');
export const toeOutSchema = measured(-30, 80, '°');
export const dorsiflexionSchema = measured(-20, 60, '°');
export const thighDepthSchema = measured(-89, 89, '°');

export const setupSchema = z.strictObject({
  stanceWidthMm: stanceWidthSchema,
  toeOutDeg: bothSides(toeOutSchema),
  support: supportSchema,
  hold: holdSchema,
  loadKg: measured(0, 600, ' kg'),
  balance: measured(0, 1, ' of the foot').default(0.5),
  trackingOffsetDeg: measured(-45, 45, '°').default(0),
});

/** Optional limits: absent or null means no such limit. */
const optionalLimit = (least: number, most: number, unit: string) =>
  measured(least, most, unit).nullish();

export const limitsSchema = z.strictObject({
  dorsiflexionDeg: bothSides(dorsiflexionSchema),
  bufferDeg: measured(0, 20, '°'),
  trunkLeanDeg: measured(0, 90, '°'),
  hipFold: z
    .strictObject({
      atZeroAbductionDeg: measured(30, 180, '°'),
      perAbductionDeg: measured(-5, 5, '° per degree'),
    })
    .nullish(),
  kneePastToeMm: optionalLimit(-500, 500, ' mm'),
  shankDeg: optionalLimit(-10, 80, '°'),
  hipAbductionDeg: optionalLimit(0, 90, '°'),
  kneeFlexionDeg: optionalLimit(30, 180, '°'),
});

export type Support = z.infer<typeof supportSchema>;
export type Hold = z.infer<typeof holdSchema>;
export type Setup = z.infer<typeof setupSchema>;
