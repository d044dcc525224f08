import { operationSchema } from '@zither/contract';
import { z } from 'zod';
import type { Queued } from './outbox.ts';

const KEY = 'zither-plumb.outbox.v1';

const kept = z.array(z.strictObject({ operation: operationSchema, tried: z.boolean() }));

/** Writes the queue where a reload or an empty battery cannot reach it. */
export function keepQueue(queue: readonly Queued[]): void {
  try {
    if (queue.length === 0) localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, JSON.stringify(queue));
  } catch {
    // Storage full or forbidden: the queue still lives in memory and the save line keeps saying "waiting".
  }
}

/** Reads the queue back; anything unreadable is left where it is and not sent. */
export function readKeptQueue(): Queued[] {
  try {
    const text = localStorage.getItem(KEY);
    if (text === null) return [];
    const read = kept.safeParse(JSON.parse(text));
    return read.success ? read.data : [];
  } catch {
    return [];
  }
}
