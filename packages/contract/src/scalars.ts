import { z } from 'zod';
import { LONG_AGO } from './row.ts';

/** A number within a range, refused in a sentence that names the range and the unit. */
export const measured = (least: number, most: number, unit: string) =>
  z
    .number({ error: (issue) => (issue.input === undefined ? 'is missing.' : 'must be a number.') })
    .min(least, { error: `must be at least ${least}${unit}.` })
    .max(most, { error: `must be at most ${most}${unit}.` });

/** Words that have to be there, at most so many characters. */
export const wordsUpTo = (most: number) =>
  z
    .string({ error: 'is missing.' })
    .trim()
    .min(1, { error: 'must not be empty.' })
    .max(most, { error: `must be at most ${most} characters.` });

export const bothSides = <T extends z.ZodType>(value: T) =>
  z.strictObject({ left: value, right: value });

export const sideSchema = z.enum(['left', 'right']);

/** Client-made identifiers: a UUID, so that a row can be named before the server has seen it. */
export const idSchema = z.uuid({ error: 'must be a UUID.' });

/** Calendar day, yyyy-mm-dd. */
export const daySchema = z.iso.date({ error: 'must be a day written yyyy-mm-dd.' });

/** Moment, ISO 8601 in UTC. */
export const momentSchema = z.iso.datetime({ error: 'must be a moment written in ISO 8601, UTC.' });

/** Of every row: when it was said on the device, and by whom (initials); `updatedAt` is when it reached the server. */
export const saidFields = {
  saidAt: momentSchema.default(LONG_AGO),
  saidBy: z.string().max(4).default(''),
  /** When it was by the clock of the device, where that was off; `saidAt` is set right. */
  deviceSaidAt: momentSchema.optional(),
};

/** What the place that keeps a row adds to it: one of the practice's, and one of a client's. */
export const practiceRow = {
  id: idSchema,
  version: z.int().min(1),
  updatedAt: momentSchema,
  ...saidFields,
};
export const clientRow = { ...practiceRow, clientId: idSchema };

/** In which state a client was read or watched: cold, warm, or after the routine. */
export const bodyStateSchema = z.enum(['cold', 'warm', 'after'], {
  error: 'must be cold, warm or after.',
});
export type BodyState = z.infer<typeof bodyStateSchema>;

/** How lengths and masses are said; what is kept is always mm and kg. */
export const unitSystemSchema = z.enum(['metric', 'imperial'], {
  error: 'must be metric or imperial.',
});
