import { lineSchemaOf } from '@zither/contract';
import type { Db } from './open.ts';
import type { Stored } from './rows.ts';

/** So many rows of a database are held as read; beyond, the ones read longest ago are read anew. About 30 MB. */
const HELD_MOST = 40_000;

const held = new WeakMap<Db, Map<string, never>>();

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
 * instead of hundreds. What is given out is shared and must not be changed.
 *
 * @param stored asked for the whole row only where it is not held
 */
export function lineOf(db: Db, practiceId: string, of: Version, stored: () => Stored): never {
  const lines = held.get(db) ?? new Map<string, never>();
  held.set(db, lines);
  const key = `${practiceId} ${of.kind} ${of.id} ${of.version} ${of.received_at}`;
  const known = lines.get(key);
  if (known !== undefined) return known;
  const line = lineSchemaOf(of.kind).parse(rawOf(stored())) as never;
  lines.set(key, line);
  if (lines.size > HELD_MOST) lines.delete(lines.keys().next().value!);
  return line;
}
