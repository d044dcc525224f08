import { z } from 'zod';
import { causeIdSchema, limitKindSchema } from './diagnosis.ts';
import { momentSchema, practiceRow, wordsUpTo } from './scalars.ts';

/** Limits under which a drill may be barred; a limit of one joint is obeyed by the setup. */
export const drillBarSchema = limitKindSchema.exclude(['jointRange'], {
  error: 'must be a known limit.',
});

/** A photo as it is kept: small enough to travel with the shelf. */
const PHOTO_MOST = 160_000;

/** A drill of the practice's own, or the practice's version of one of the house's. */
export const drillValuesSchema = z.strictObject({
  name: wordsUpTo(60),
  part: z.enum(['makeRoom', 'ownIt', 'useIt'], { error: 'must be makeRoom, ownIt or useIt.' }),
  presses: z.boolean(),
  position: z.enum(['standing', 'floor'], { error: 'must be standing or floor.' }),
  /** Which causes it works on, and how strongly. */
  works: z
    .array(
      z.strictObject({
        cause: causeIdSchema,
        strength: z.enum(['strong', 'some', 'weak'], { error: 'must be strong, some or weak.' }),
      }),
    )
    .min(1, { error: 'must name at least one cause.' })
    .max(21),
  how: wordsUpTo(500),
  feel: wordsUpTo(200),
  sides: z.enum(['perSide', 'together'], { error: 'must be perSide or together.' }),
  dose: z.strictObject({
    amount: z.int().min(1).max(100),
    unit: z.enum(['seconds', 'minutes', 'reps'], { error: 'must be seconds, minutes or reps.' }),
    sets: z.int().min(1).max(6),
  }),
  kit: z.array(z.enum(['wall', 'upright', 'line', 'ball', 'roller', 'lightWeight', 'bar'])).max(7),
  precaution: wordsUpTo(300),
  barredBy: z.array(drillBarSchema).max(7),
  photo: z
    .string()
    .regex(/^data:image\/(jpeg|png);base64,[A-Za-z0-9+/=]+$/, {
      error: 'must be a JPEG or PNG picture.',
    })
    .max(PHOTO_MOST, { error: 'must be at most about 120 KB.' })
    .nullable(),
});
export type DrillValues = z.infer<typeof drillValuesSchema>;

/** A change of the practice's drills: what one of them is from now on; null = as the house has it, or gone where it was the practice's own. The last word counts. */
export const drillChangeValuesSchema = z.strictObject({
  at: momentSchema,
  by: z.string().trim().max(4),
  why: wordsUpTo(300),
  /** Of the house's, or an id of its own. */
  drillId: wordsUpTo(60),
  to: drillValuesSchema.nullable(),
});
export type DrillChangeValues = z.infer<typeof drillChangeValuesSchema>;

export const drillChangeSchema = drillChangeValuesSchema.extend(practiceRow);
export type DrillChange = z.infer<typeof drillChangeSchema>;

/** What a practice's drills are now, where they differ from the house's. */
export const ownDrillsSchema = z.array(
  z.strictObject({ id: z.string(), values: drillValuesSchema }),
);
