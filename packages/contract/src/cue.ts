import { z } from 'zod';
import { causeIdSchema } from './diagnosis.ts';
import { drillBarSchema } from './drill.ts';
import { momentSchema, practiceRow, wordsUpTo } from './scalars.ts';

/** A cue of the practice's own, or the practice's version of one of the house's. */
export const cueValuesSchema = z
  .strictObject({
    words: wordsUpTo(120),
    kind: z.enum(['external', 'internal', 'setUp'], {
      error: 'must be external, internal or setUp.',
    }),
    phase: z.enum(['before', 'down', 'bottom', 'up'], {
      error: 'must be before, down, bottom or up.',
    }),
    /** What it answers; the first is what it is best at. */
    causes: z.array(causeIdSchema).min(1, { error: 'must name at least one cause.' }).max(21),
    precaution: wordsUpTo(300),
    barredBy: z.array(drillBarSchema).max(7),
    /** What it asks for that may be banned for a client; null = nothing of the kind. */
    asksFor: z
      .enum(['kneesOut', 'chestUp', 'forcedTuck'], {
        error: 'must be kneesOut, chestUp or forcedTuck.',
      })
      .nullable(),
  })
  .refine((cue) => cue.asksFor === 'kneesOut' || !/knees?\s+(out|apart)/i.test(cue.words), {
    path: ['asksFor'],
    error: 'must say that it asks the knees out: it is then kept from clients whose knees track.',
  });
export type CueValues = z.infer<typeof cueValuesSchema>;

/** A change of the practice's cues; null = as the house has it, or gone where it was the practice's own. The last word counts. */
export const cueChangeValuesSchema = z.strictObject({
  at: momentSchema,
  by: z.string().trim().max(4),
  why: wordsUpTo(300),
  /** Of the house's, or an id of its own. */
  cueId: wordsUpTo(60),
  to: cueValuesSchema.nullable(),
});
export type CueChangeValues = z.infer<typeof cueChangeValuesSchema>;

export const cueChangeSchema = cueChangeValuesSchema.extend(practiceRow);
export type CueChange = z.infer<typeof cueChangeSchema>;

/** A practice's cues where they differ from the house's. */
export const ownCuesSchema = z.array(z.strictObject({ id: z.string(), values: cueValuesSchema }));
