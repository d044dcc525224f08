import { z } from 'zod';
import { causeIdSchema } from './diagnosis.ts';
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
