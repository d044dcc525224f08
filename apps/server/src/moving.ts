import { randomUUID } from 'node:crypto';
import { onOtherSide, valuesIn, type Entry, type Move, type MoveValues } from '@zither/contract';
import type { Rows, Stamp } from './db/rows.ts';
import { Refusal } from './errors.ts';

/**
 * Moves entries to the client they belong to, or to the other side. Every entry keeps who said it and when, so that it takes its place among
 * the others; the move itself stands in both records. What belongs to an entry goes with it: the captures of a setup trial, the corrections
 * of an answer or a pain.
 *
 * @throws Refusal `noSuchRow` when an entry is not with that client, `noSuchClient` when there is nobody to move it to
 */
export function moveEntries(
  rows: Rows,
  { rowId, clientId, values }: { rowId: string; clientId: string; values: MoveValues },
  stamp: Stamp,
): void {
  const { to, on, why } = values;
  const read = ({ entity, id }: Entry) => rows.find(entity, id);
  // Named twice is moved once: a side exchanged twice would be where it was.
  const asked = [...new Map(values.entries.map((e) => [e.id, e])).values()];
  values.entries.forEach((entry, i) => {
    if (read(entry)?.clientId !== clientId)
      throw new Refusal('noSuchRow', { path: `values.entries[${i}].id` });
  });
  const keep = (id: string, of: string, entries: Entry[], change: Move['change']) =>
    rows.insert('move', id, of, { on, why, entries, change }, stamp);
  if (to.kind === 'otherSide') {
    for (const entry of asked) {
      const row = read(entry)!;
      // It was said then, whichever side it was about.
      const said = { receivedAt: stamp.receivedAt, saidAt: row.saidAt, saidBy: row.saidBy };
      rows.update(entry.entity, entry.id, onOtherSide(valuesIn(row)), said);
    }
    return keep(rowId, clientId, asked, { kind: 'otherSide' });
  }
  const entries = withCaptures(asked, read, clientId);
  if (to.clientId === clientId || !rows.find('client', to.clientId))
    throw new Refusal('noSuchClient', { path: 'values.to.clientId' });
  for (const { entity, id } of entries) rows.giveTo(entity, id, to.clientId, stamp);
  const moved = new Set(entries.map((e) => e.id));
  for (const { id, ofId } of rows.of('correction', clientId))
    if (moved.has(ofId)) rows.giveTo('correction', id, to.clientId, stamp);
  keep(rowId, clientId, entries, { kind: 'away', clientId: to.clientId });
  keep(randomUUID(), to.clientId, entries, { kind: 'here', clientId });
}

type Read = (entry: Entry) => { clientId: string } | null;

/** The captures of a setup trial go where it goes, as far as they are of the same client. */
function withCaptures(entries: readonly Entry[], read: Read, clientId: string): Entry[] {
  const known = new Set(entries.map((e) => e.id));
  const captures = entries.flatMap((entry): Entry[] => {
    const row = entry.entity === 'setupTrial' ? read(entry) : null;
    return ((row as { captureIds?: string[] } | null)?.captureIds ?? []).map((id) => ({
      entity: 'capture',
      id,
    }));
  });
  return [
    ...entries,
    ...captures.filter((c) => !known.has(c.id) && read(c)?.clientId === clientId),
  ];
}
