import {
  createEntityAdapter,
  createSelector,
  createSlice,
  type EntityState,
  type PayloadAction,
} from '@reduxjs/toolkit';
import {
  ENTRY_LISTS,
  inOrderOf,
  ROW_KINDS,
  SIDED_ENTRIES,
  type EntryKind,
  type RowKind,
} from '@zither/contract/kinds';
import { onOtherSide } from '@zither/contract/row';
import type {
  ClientLine,
  CueChange,
  DrillChange,
  Dossier,
  Feed,
  KeptRow,
  LineOf,
  Move,
  TableChangeRow,
} from '@zither/contract';
import { dossierFrom, schoolsFrom } from '@zither/visit/record';
import { PRACTICE } from './device.ts';

type Row = { id: string; version: number };
type Kept = { [K in RowKind]: EntityState<Row, string> };

const adapters = Object.fromEntries(
  ROW_KINDS.map((kind) => [
    kind,
    createEntityAdapter<Row>({ sortComparer: inOrderOf(kind) as never }),
  ]),
) as { [K in RowKind]: ReturnType<typeof createEntityAdapter<Row>> };

const nothing = Object.fromEntries(
  ROW_KINDS.map((kind) => [kind, adapters[kind].getInitialState()]),
) as Kept;

/** What is known of a client, or of the practice: every row by kind, in order, and how far it has been told. */
interface Known {
  rows: Kept;
  cursor: string | null;
}

export interface RowsState {
  of: Record<string, Known>;
  /** Clients the server does not know. */
  missing: string[];
  /** The client list; null = never seen. */
  lines: ClientLine[] | null;
  /** Whether what the device keeps has been read. */
  isOpen: boolean;
  /** Reads that did not get through, by what was read. */
  unreachable: Record<string, boolean>;
}

const initialState: RowsState = {
  of: {},
  missing: [],
  lines: null,
  isOpen: false,
  unreachable: {},
};

/** What is known of a client or the practice, made where nothing was. Read back from the state, so that a change of it is one of the state. */
function knownOf(state: RowsState, of: string): Known {
  state.of[of] ??= { rows: { ...nothing }, cursor: null };
  return state.of[of];
}

/** Rows that were moved to another client and did not come back since. */
export function goneFrom(moves: readonly Move[]): Set<string> {
  const gone = new Set<string>();
  for (const { change, entries } of [...moves].sort((a, b) => a.saidAt.localeCompare(b.saidAt)))
    for (const { id } of entries)
      if (change.kind === 'away') gone.add(id);
      else gone.delete(id);
  return gone;
}

/** The kinds that can be moved, with what goes along with them. */
const MOVABLE = [...(Object.keys(ENTRY_LISTS) as EntryKind[]), 'correction'] as const;

/** Takes rows in: each only when it is newer than the one held, so that an answer that comes late sets nothing back. */
function take(known: Known, rows: readonly KeptRow[]): void {
  // A kind at a time: a long record put in row by row is put in order as many times as it has rows.
  const newer = new Map<RowKind, Map<string, KeptRow['row']>>();
  for (const { entity, row } of rows) {
    const own = newer.get(entity) ?? new Map<string, KeptRow['row']>();
    newer.set(entity, own);
    const held = own.get(row.id) ?? known.rows[entity].entities[row.id];
    if (!held || held.version < row.version) own.set(row.id, row);
  }
  for (const [kind, own] of newer) {
    if (own.size === 0) continue;
    let put = [...own.values()];
    if (kind === 'session') {
      // One session a day and one setup a client, whoever named it.
      const days = new Map(
        [...own.values()].map((row) => [(row as LineOf<'session'>).day, row.id]),
      );
      const same = adapters.session
        .getSelectors()
        .selectAll(known.rows.session)
        .filter((s) => {
          const named = days.get((s as LineOf<'session'>).day);
          return named !== undefined && named !== s.id;
        });
      known.rows.session = adapters.session.removeMany(
        known.rows.session,
        same.map((s) => s.id),
      );
      put = put.filter((row) => days.get((row as LineOf<'session'>).day) === row.id);
    }
    known.rows[kind] = adapters[kind].setMany(known.rows[kind], put);
  }
  const moves = adapters.move.getSelectors().selectAll(known.rows.move) as unknown as Move[];
  const gone = goneFrom(moves);
  if (gone.size === 0) return;
  for (const kind of MOVABLE) {
    const ids = known.rows[kind].ids.filter((id) => {
      const { ofId } = known.rows[kind].entities[id] as unknown as { ofId?: string };
      return gone.has(id) || (kind === 'correction' && ofId !== undefined && gone.has(ofId));
    });
    if (ids.length > 0) known.rows[kind] = adapters[kind].removeMany(known.rows[kind], ids);
  }
}

/** A move to the other side, done here as the server did it: the rows themselves come with the next answer. */
function turn(known: Known, move: Move): void {
  for (const { entity, id } of move.entries) {
    const row = known.rows[entity].entities[id];
    if (row && SIDED_ENTRIES.includes(entity))
      known.rows[entity] = adapters[entity].setOne(known.rows[entity], {
        ...onOtherSide(row),
        version: row.version + 1,
      });
  }
}

const slice = createSlice({
  name: 'rows',
  initialState,
  reducers: {
    opened(state) {
      state.isOpen = true;
    },
    /** What this device kept, read back. */
    restored(state, { payload }: PayloadAction<{ of: string; cursor: string; rows: KeptRow[] }>) {
      const { of, cursor, rows } = payload;
      if (state.of[of]) return;
      const known = knownOf(state, of);
      known.cursor = cursor;
      take(known, rows);
    },
    /** The server told what is new of a client and the practice, or of the practice alone. */
    told(state, { payload }: PayloadAction<{ of: string; feed: Feed }>) {
      const { of, feed } = payload;
      const isPractice = (r: KeptRow) => !('clientId' in r.row) && r.entity !== 'client';
      const shelf = knownOf(state, PRACTICE);
      if (feed.isWhole && of === PRACTICE) shelf.rows = { ...nothing };
      take(shelf, feed.rows.filter(isPractice));
      delete state.unreachable[of];
      if (of === PRACTICE) {
        shelf.cursor = feed.cursor;
        return;
      }
      state.missing = state.missing.filter((id) => id !== of);
      const known = knownOf(state, of);
      if (feed.isWhole) known.rows = { ...nothing };
      take(
        known,
        feed.rows.filter((r) => !isPractice(r)),
      );
      known.cursor = feed.cursor;
    },
    /** A write of this device arrived: the row as the server has it. */
    rowArrived(state, { payload }: PayloadAction<KeptRow>) {
      const of =
        'clientId' in payload.row
          ? payload.row.clientId
          : payload.entity === 'client'
            ? payload.row.id
            : PRACTICE;
      // Of a client only just made nothing else is known, and nothing else is there.
      const known = knownOf(state, of);
      if (payload.entity === 'move' && payload.row.change.kind === 'otherSide')
        if (!known.rows.move.entities[payload.row.id]) turn(known, payload.row);
      take(known, [payload]);
    },
    missed(state, { payload }: PayloadAction<string>) {
      if (!state.missing.includes(payload)) state.missing.push(payload);
    },
    notReached(state, { payload }: PayloadAction<string>) {
      state.unreachable[payload] = true;
    },
    listed(state, { payload }: PayloadAction<ClientLine[]>) {
      // A list that says the same is the same.
      if (JSON.stringify(state.lines) !== JSON.stringify(payload)) state.lines = payload;
      delete state.unreachable['lines'];
    },
  },
});

export const rowsActions = slice.actions;
export const rowsReducer = slice.reducer;

type Root = { rows: RowsState };
const all = <K extends RowKind>(kind: K, kept: Kept): LineOf<K>[] =>
  adapters[kind].getSelectors().selectAll(kept[kind]) as unknown as LineOf<K>[];

/** The practice's own methods, and the one its clients start with. */
export const schoolsKept = createSelector([(s: Root) => s.rows.of[PRACTICE]?.rows], (rows) =>
  rows ? schoolsFrom((kind) => all(kind, rows)) : null,
);

/** The practice's changes of its tables, oldest first. */
export const tablesKept = createSelector(
  [(s: Root) => s.rows.of[PRACTICE]?.rows],
  (rows): TableChangeRow[] | null => (rows ? [...all('tableChange', rows)].reverse() : null),
);

/** The practice's changes of its drills, oldest first. */
export const drillsKept = createSelector(
  [(s: Root) => s.rows.of[PRACTICE]?.rows],
  (rows): DrillChange[] | null => (rows ? [...all('drillChange', rows)].reverse() : null),
);

/** The practice's changes of its cues, oldest first. */
export const cuesKept = createSelector(
  [(s: Root) => s.rows.of[PRACTICE]?.rows],
  (rows): CueChange[] | null => (rows ? [...all('cueChange', rows)].reverse() : null),
);

const built = new WeakMap<Kept, { schools: unknown; dossier: Dossier | null }>();

/** A client as the server last told; the same object until something of it changes. */
export function dossierKept(state: Root, clientId: string): Dossier | null {
  const rows = state.rows.of[clientId]?.rows;
  if (!rows) return null;
  const schools = schoolsKept(state);
  const before = built.get(rows);
  if (before && before.schools === schools) return before.dossier;
  const [client] = all('client', rows);
  const dossier = client
    ? dossierFrom(client, schools ?? { own: [], usual: 'balanced' }, (kind) => all(kind, rows))
    : null;
  built.set(rows, { schools, dossier });
  return dossier;
}
