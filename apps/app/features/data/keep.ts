import { asWrittenNow, operationResultSchema, operationSchema } from '@zither/contract';
import { z } from 'zod';
import type { Collision, OutboxState, Queued } from './outbox.ts';

const KEY = 'zither-plumb.outbox.v1';
const CONFLICTS_KEY = 'zither-plumb.conflicts.v1';

const keptQueue = z.array(z.strictObject({ operation: operationSchema, tried: z.boolean() }));
const keptConflicts = z.array(
  z.strictObject({ mine: operationSchema, current: operationResultSchema }),
);

function write(key: string, list: readonly unknown[]): void {
  try {
    if (list.length === 0) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(list));
  } catch {
    // Storage full or forbidden: the list still lives in memory and the save line keeps saying "waiting".
  }
}

/** Writes what waits where a reload or an empty battery cannot reach it: the queue, and what waits for a choice. */
export function keepOutbox({ queue, conflicts }: Pick<OutboxState, 'queue' | 'conflicts'>): void {
  write(KEY, queue);
  write(CONFLICTS_KEY, conflicts);
}

function read<T>(key: string, schema: z.ZodType<T[]>): T[] {
  try {
    const text = localStorage.getItem(key);
    if (text === null) return [];
    const found = schema.safeParse(asWrittenNow(JSON.parse(text)));
    return found.success ? found.data : [];
  } catch {
    return [];
  }
}

/** Reads back what was kept; anything unreadable is left where it is and not sent. */
export const readKeptOutbox = (): { queue: Queued[]; conflicts: Collision[] } => ({
  queue: read(KEY, keptQueue),
  conflicts: read(CONFLICTS_KEY, keptConflicts),
});
