import { z } from 'zod';
import { causeIdSchema } from './diagnosis.ts';
import { holdSchema } from './linkage.ts';
import { daySchema, idSchema, momentSchema, sideSchema } from './scalars.ts';
import { stageSchema } from './session.ts';

/** What matters of a client in one line, as it stands on a day. */
export const clientSummarySchema = z.strictObject({
  isHeld: z.boolean(),
  isLimited: z.boolean(),
  /** Day of the next recheck; null without a plan. */
  dueOn: daySchema.nullable(),
  recheckedOn: daySchema.nullable(),
  /** What ends the squat before its depth, and by how many degrees; null where it is reached, or not known. */
  shortBy: z.strictObject({ by: z.string().max(40), deg: z.number() }).nullable(),
  /** What is worked on. */
  causes: z.array(z.strictObject({ cause: causeIdSchema, side: sideSchema.nullable() })).max(2),
});
export type ClientSummary = z.infer<typeof clientSummarySchema>;

/** One line of the client list. */
export const clientLineSchema = z.strictObject({
  id: idSchema,
  name: z.string(),
  archivedAt: momentSchema.nullable(),
  updatedAt: momentSchema,
  lastMeasuredOn: daySchema.nullable(),
  lastSession: z.strictObject({ day: daySchema, at: stageSchema }).nullable(),
  hold: holdSchema.nullable(),
  hasPrescription: z.boolean(),
  /** The last day on which something hurt at home, as the client said; null = never. */
  hurtOn: daySchema.nullable().default(null),
  /** null where this device has not heard of it. */
  summary: clientSummarySchema.nullable().default(null),
});
export type ClientLine = z.infer<typeof clientLineSchema>;

export const clientListSchema = z.strictObject({ clients: z.array(clientLineSchema) });
