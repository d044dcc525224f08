import type { Dossier, Entry, EntryKind } from '@zither/contract';
import { SIDED_ENTRIES, ENTRY_LISTS } from '@zither/contract/kinds';

/** The row of an entry that can be moved to another client or side. */
export type EntryRow = {
  [K in EntryKind]: { entity: K; row: Dossier[(typeof ENTRY_LISTS)[K]][number]; at: string };
}[EntryKind];

/** Entries of one day, in the order they were made. */
export interface EntryDay {
  day: string;
  entries: EntryRow[];
}

/** Everything of a client that could have been entered on the wrong one, newest day first. */
export function entriesOf(dossier: Dossier): EntryDay[] {
  const days = new Map<string, EntryRow[]>();
  const add = (day: string, entry: EntryRow) => days.set(day, [...(days.get(day) ?? []), entry]);
  for (const row of dossier.trials) add(row.takenOn, { entity: 'trial', row, at: row.takenAt });
  for (const row of dossier.captures)
    if (!row.discarded) add(row.takenOn, { entity: 'capture', row, at: row.takenAt });
  for (const row of dossier.judgements)
    if (!row.discarded) add(row.takenOn, { entity: 'judgement', row, at: row.takenAt });
  for (const row of dossier.tried)
    if (!row.undone) add(row.takenOn, { entity: 'tried', row, at: row.takenAt });
  for (const row of dossier.setupTrials)
    if (!row.undone) add(row.takenOn, { entity: 'setupTrial', row, at: row.takenAt });
  for (const row of dossier.screenings)
    add(row.takenOn, { entity: 'screening', row, at: row.saidAt });
  for (const row of dossier.clearances)
    add(row.givenOn, { entity: 'clearance', row, at: row.saidAt });
  for (const row of dossier.pains) add(row.on, { entity: 'pain', row, at: row.saidAt });
  for (const row of dossier.stops)
    if (row.after !== 'mistake') add(row.on, { entity: 'stop', row, at: row.saidAt });
  return [...days]
    .sort(([a], [b]) => b.localeCompare(a))
    .map(([day, entries]) => ({
      day,
      entries: entries.sort((a, b) => a.at.localeCompare(b.at)),
    }));
}

export const entryOf = ({ entity, row }: EntryRow): Entry => ({ entity, id: row.id });

/** Whether everything a move was about is with this client now, so that it can be moved back. */
export const areHere = (dossier: Dossier, entries: readonly Entry[]): boolean =>
  entries.every(({ entity, id }) => dossier[ENTRY_LISTS[entity]].some((row) => row.id === id));

/** Whether an entry says anything of a left or right that could be exchanged. */
export function hasSides({ entity, row }: EntryRow): boolean {
  if (!SIDED_ENTRIES.includes(entity)) return false;
  if (entity === 'trial' || entity === 'tried') return row.side !== null;
  return entity !== 'judgement' || row.seen.some((s) => s.side !== null);
}
