import { z } from 'zod';
import { causeIdSchema } from './diagnosis.ts';
import { momentSchema, practiceRow, wordsUpTo } from './scalars.ts';
import { measureIdSchema } from './session.ts';

const apart = z.strictObject({
  pairs: z.int(),
  bias: z.number(),
  biasErrorOf: z.number(),
  low: z.number(),
  high: z.number(),
  between: z.number(),
});

/** Two readers of one measure: how often both read the same, how far apart, and the error within one. */
const readersSchema = z.strictObject({
  measure: measureIdSchema,
  one: z.string(),
  other: z.string(),
  pairs: z.int(),
  /** null with too few double readings. */
  apart: apart.nullable(),
  within: z.number().nullable(),
});

const counts = z.strictObject({ k: z.int(), n: z.int(), low: z.number(), high: z.number() });

/** What a practice's own records say. */
export const learnedSchema = z.strictObject({
  clients: z.int(),
  coaches: z.array(readersSchema),
  instruments: z.array(readersSchema),
  /** Camera against eye, by coach and month. */
  eyes: z.array(z.strictObject({ by: z.string(), month: z.string(), alike: z.int(), of: z.int() })),
  /** What was followed by retained change, of clients with the same cause with and without it. */
  worked: z.array(
    z.strictObject({
      cause: causeIdSchema,
      kind: z.enum(['drill', 'cue', 'heel']),
      id: z.string(),
      with: counts,
      without: counts,
    }),
  ),
});
export type Learned = z.infer<typeof learnedSchema>;

const counted = z
  .strictObject({
    k: z.int().min(0, { error: 'must be 0 or more.' }),
    n: z.int().min(0, { error: 'must be 0 or more.' }).max(100_000),
  })
  .refine(({ k, n }) => k <= n, { error: 'must not count more clients than there are.' });

/** What a practice counted of its drills: for one cause, of the clients with it in their plan and of those without. */
export const countedDrillSchema = z.strictObject({
  drill: wordsUpTo(60),
  cause: causeIdSchema,
  with: counted,
  without: counted,
});
export type CountedDrillValues = z.infer<typeof countedDrillSchema>;

/**
 * Whether the plan may use what was counted here, as it stood at a moment: the plan says the same until newer counts are taken over. null = it may not,
 * which is how a practice begins. The last word counts.
 */
export const countsUseValuesSchema = z.strictObject({
  at: momentSchema,
  by: z.string().trim().max(4),
  counts: z.array(countedDrillSchema).max(2000).nullable(),
});
export type CountsUseValues = z.infer<typeof countsUseValuesSchema>;
export const countsUseSchema = countsUseValuesSchema.extend(practiceRow);
