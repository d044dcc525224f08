import { z } from 'zod';
import { clientRow, daySchema, idSchema } from './scalars.ts';

/**
 * A link under which a client reads the newest plan. The token is in the link alone; what is kept is its SHA-256, so that nobody who reads the
 * record can open the page.
 */
export const linkValuesSchema = z.strictObject({
  tokenHash: z.string().regex(/^[0-9a-f]{64}$/, { error: 'must be a SHA-256 in hexadecimal.' }),
  madeOn: daySchema,
  /** The last day on which it opens. */
  expiresOn: daySchema,
  revoked: z.boolean(),
});
export type LinkValues = z.infer<typeof linkValuesSchema>;
export const linkSchema = linkValuesSchema.extend(clientRow);
export type Link = z.infer<typeof linkSchema>;

const drills = z.array(z.string().max(60)).max(8);

/** What a client says of the routine at home: done, hurting, and how it felt. By the client's page or a code read out to the coach. */
export const homeReportValuesSchema = z.strictObject({
  /** The plan it is about. */
  planId: idSchema,
  /** The day it was done. */
  on: daySchema,
  by: z.enum(['link', 'code'], { error: 'must be link or code.' }),
  done: drills,
  hurts: drills,
  felt: z.enum(['easy', 'right', 'hard'], { error: 'must be easy, right or hard.' }).nullable(),
});
export type HomeReportValues = z.infer<typeof homeReportValuesSchema>;
export const homeReportSchema = homeReportValuesSchema.extend(clientRow);
export type HomeReport = z.infer<typeof homeReportSchema>;

/** What the client's page sends: the drills by their place in the plan, from 1. */
export const pageReportSchema = z.strictObject({
  planId: idSchema,
  on: daySchema,
  done: z.array(z.int().min(1).max(8)).max(8),
  hurts: z.array(z.int().min(1).max(8)).max(8),
  felt: z.enum(['easy', 'right', 'hard']).nullable(),
});
export type PageReport = z.infer<typeof pageReportSchema>;
