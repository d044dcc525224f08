import type { Device } from './device.ts';

/** Where versions before kept their line: one text for all of it. */
const QUEUE = 'zither-plumb.outbox.v1';
const CONFLICTS = 'zither-plumb.conflicts.v1';

const rest = { base: null, failures: 0, problem: null, current: null };

function entriesIn(key: string): unknown[] {
  const text = localStorage.getItem(key);
  if (text === null) return [];
  try {
    const read: unknown = JSON.parse(text);
    return Array.isArray(read) ? read : [{ text }];
  } catch {
    return [{ text }];
  }
}

/** Takes over what a version before could not send: entry by entry, read or not, and only then lets go of it. */
export async function takeOverOldLine(device: Device): Promise<void> {
  if (typeof localStorage === 'undefined') return;
  const waiting = entriesIn(QUEUE).map((entry) => {
    const { operation, tried } = (entry ?? {}) as { operation?: unknown; tried?: unknown };
    return operation === undefined
      ? { entry }
      : { ...rest, operation, tried: tried === true, state: 'waiting' };
  });
  const conflicts = entriesIn(CONFLICTS).map((entry) => {
    const { mine, current } = (entry ?? {}) as { mine?: unknown; current?: unknown };
    return mine === undefined
      ? { entry }
      : { ...rest, operation: mine, current, tried: true, state: 'conflict' };
  });
  if (waiting.length + conflicts.length === 0) return;
  await device.addRaw([...waiting, ...conflicts]);
  localStorage.removeItem(QUEUE);
  localStorage.removeItem(CONFLICTS);
}
