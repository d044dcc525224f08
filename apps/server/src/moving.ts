import { randomUUID } from 'node:crypto';
import {
  onOtherSide,
  valuesIn,
  type Entry,
  type EntryKind,
  type Move,
  type MoveValues,
} from '@zither/contract';
import { clientsOf } from './db/clients.ts';
import { documentsOf, type DocumentTable } from './db/documents.ts';
import type { Db } from './db/open.ts';
import type { Stamp } from './db/stamp.ts';
import { trialsOf } from './db/trials.ts';
import { Refusal } from './errors.ts';

const TABLE_OF = {
  capture: 'capture',
  judgement: 'judgement',
  tried: 'tried',
  setupTrial: 'setup_trial',
  screening: 'screening',
  clearance: 'clearance',
  pain: 'pain',
} as const satisfies Record<Exclude<EntryKind, 'trial'>, DocumentTable>;

/**
 * Moves entries to the client they belong to, or to the other side. Every entry keeps who said it and when, so that it takes its place among
 * the others; the move itself stands in both records. What belongs to an entry goes with it: the captures of a setup trial, the corrections
 * of an answer or a pain.
 *
 * @returns the move as it stands in the record of the client the entries were with
 * @throws Refusal `noSuchRow` when an entry is not with that client, `noSuchClient` when there is nobody to move it to
 */
export function moveEntries(
  db: Db,
  practiceId: string,
  { rowId, clientId, values }: { rowId: string; clientId: string; values: MoveValues },
  stamp: Stamp,
): Move | null {
  const { to, on, why } = values;
  const trials = trialsOf(db, practiceId);
  const read = ({ entity, id }: Entry) =>
    entity === 'trial' ? trials.find(id) : documentsOf(db, practiceId, TABLE_OF[entity]).find(id);
  // Named twice is moved once: a side exchanged twice would be where it was.
  const asked = [...new Map(values.entries.map((e) => [e.id, e])).values()];
  values.entries.forEach((entry, i) => {
    if (read(entry)?.clientId !== clientId)
      throw new Refusal('noSuchRow', { path: `values.entries[${i}].id` });
  });
  const moves = documentsOf(db, practiceId, 'entry_move');
  const keep = (id: string, of: string, entries: Entry[], change: Move['change']) =>
    moves.insert(id, of, { on, why, entries, change }, stamp);
  if (to.kind === 'otherSide') {
    for (const entry of asked) {
      const row = read(entry)!;
      // It was said then, whichever side it was about.
      const said: Stamp = [stamp[0], row.saidAt, row.saidBy];
      const turned = onOtherSide(valuesIn(row));
      if (entry.entity === 'trial') trials.update(entry.id, turned as never, said);
      else documentsOf(db, practiceId, TABLE_OF[entry.entity]).update(entry.id, turned, said);
    }
    keep(rowId, clientId, asked, { kind: 'otherSide' });
    return moves.find(rowId);
  }
  const entries = withCaptures(asked, read, clientId);
  if (to.clientId === clientId || !clientsOf(db, practiceId).find(to.clientId))
    throw new Refusal('noSuchClient', { path: 'values.to.clientId' });
  for (const { entity, id } of entries)
    if (entity === 'trial') trials.giveTo(id, to.clientId, stamp);
    else documentsOf(db, practiceId, TABLE_OF[entity]).giveTo(id, to.clientId, stamp);
  const moved = new Set(entries.map((e) => e.id));
  const corrections = documentsOf(db, practiceId, 'correction');
  for (const { id, ofId } of corrections.ofClient(clientId))
    if (moved.has(ofId)) corrections.giveTo(id, to.clientId, stamp);
  keep(rowId, clientId, entries, { kind: 'away', clientId: to.clientId });
  keep(randomUUID(), to.clientId, entries, { kind: 'here', clientId });
  return moves.find(rowId);
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
