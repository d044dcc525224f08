import { keptRowSchema, operationSchema, problemSchema } from '@zither/contract';
import { z } from 'zod';
import type { Held } from './queue.ts';

const heldSchema: z.ZodType<Held> = z.strictObject({
  seq: z.number(),
  operation: operationSchema,
  base: z.record(z.string(), z.unknown()).nullable(),
  tried: z.boolean(),
  failures: z.int(),
  state: z.enum(['waiting', 'conflict', 'refused']),
  problem: problemSchema.nullable(),
  current: keptRowSchema.nullable(),
});

/** A change as the device kept it; null where this version cannot read it. */
export const readHeld = (raw: unknown): Held | null => heldSchema.safeParse(raw).data ?? null;
