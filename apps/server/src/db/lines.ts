import { lineSchemaOf } from '@zither/contract';
import type { Db } from './open.ts';
import type { Stored } from './rows.ts';

/**
 * Characters of JSON whose rows a database holds as read; beyond, the ones read longest ago are read anew (house default). 5,800 small rows of 1.6 million
 * characters took 6 MB of memory, so this is about 30.
 */
const HELD_MOST = 8_000_000;

interface Held {
  lines: Map<string, { line: never; size: number }>;
  size: number;
}

const held = new WeakMap<Db, Held>();

/** A stored row with its values as JSON gave them. */
export const rawOf = (stored: Stored): Record<string, unknown> => ({
  ...(JSON.parse(stored.values_json) as object),
  id: stored.id,
  ...(stored.kind !== 'client' && stored.client_id !== null ? { clientId: stored.client_id } : {}),
  version: stored.version,
  updatedAt: stored.received_at,
  saidAt: stored.said_at,
  saidBy: stored.said_by,
});

/** What names one version of a row. */
export type Version = Pick<Stored, 'kind' | 'id' | 'version' | 'received_at'>;

/**
 * A stored row as it travels. A version of a row never changes, so it is read from its JSON once and held: a long record is whole in tens of milliseconds
 * instead of hundreds. Callers share the rows returned and must not change them.
 *
 * @param stored asked for the whole row only where it is not held
 * @param most characters of JSON held
 */
export function lineOf(
  db: Db,
  practiceId: string,
  of: Version,
  stored: () => Stored,
  most = HELD_MOST,
): never {
  const own: Held = held.get(db) ?? { lines: new Map(), size: 0 };
  held.set(db, own);
  const key = `${practiceId} ${of.kind} ${of.id} ${of.version} ${of.received_at}`;
  const known = own.lines.get(key);
  if (known) return known.line;
  const row = stored();
  const line = lineSchemaOf(of.kind).parse(rawOf(row)) as never;
  const size = row.values_json.length;
  own.lines.set(key, { line, size });
  own.size += size;
  for (const [oldest, { size: gone }] of own.lines) {
    if (own.size <= most) break;
    own.lines.delete(oldest);
    own.size -= gone;
  }
  return line;
}
