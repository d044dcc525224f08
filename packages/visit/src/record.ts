import type {
  Client,
  ClientRecord,
  ClientValues,
  Dossier,
  LineOf,
  ListedKind,
  Prescription,
  RowKind,
  RowOf,
  PracticeKind,
  School,
  Schools,
  TableChangeRow,
} from '@zither/contract';
import { HOLDING_KINDS, inOrderOf, kindOf, KINDS, LISTED_KINDS } from '@zither/contract/kinds';
import { gymDayOf } from './gymDay.ts';

/** Stands where the server has not given a moment yet. */
export const NOT_YET = '1970-01-01T00:00:00.000Z';

/** Rows of a kind in its order, each once. */
type RowsIn = <K extends ListedKind>(kind: K) => LineOf<K>[];

/** A client with everything that was said of them, from their rows by kind. */
export function dossierFrom(client: Client, schools: Schools, rowsIn: RowsIn): Dossier {
  const lists = LISTED_KINDS.map((kind) => {
    const rows = rowsIn(kind);
    const { list, newest } = KINDS[kind] as { list: string; newest?: string };
    return newest ? [newest, rows[0] ?? null] : [list, rows];
  });
  return { client, schools, ...Object.fromEntries(lists) } as Dossier;
}

/** What a practice made its own: its methods by name, its drills and cues, and of what is chosen the last word. */
export function schoolsFrom(
  rowsIn: <K extends PracticeKind>(kind: K) => readonly LineOf<K>[],
): Schools {
  const newest = <K extends PracticeKind>(kind: K): LineOf<K> | undefined =>
    [...rowsIn(kind)].sort(inOrderOf(kind) as never)[0];
  const last = newest('schoolChoice');
  const byName = (a: School, b: School) => a.name.localeCompare(b.name) || a.id.localeCompare(b.id);
  const drills = ownDrills(rowsIn('drillChange'));
  const cues = ownCues(rowsIn('cueChange'));
  const chosen = newest('units');
  const steps = newest('emergency');
  const place = newest('zone');
  const used = newest('countsUse');
  const rack = newest('rack');
  return {
    own: [...rowsIn('school')].sort(byName),
    usual: last?.profile ?? 'balanced',
    ...(steps ? { emergency: { at: steps.at, by: steps.by, steps: steps.steps } } : {}),
    ...(chosen ? { units: chosen.system } : {}),
    ...(place ? { zone: place.zone } : {}),
    ...(drills.length > 0 ? { drills } : {}),
    ...(cues.length > 0 ? { cues } : {}),
    ...(rack ? { rack: rack.items } : {}),
    ...(used?.counts ? { counts: { at: used.at, drills: used.counts } } : {}),
  };
}

/** Of each entry the last word; what was put back is the house's, or gone. `newest` comes newest first. */
const lastWords = <T>(
  newest: readonly { id: string; to: T | null }[],
): { id: string; values: T }[] =>
  newest
    .filter((c, i) => newest.findIndex((o) => o.id === c.id) === i)
    .flatMap(({ id, to }) => (to ? [{ id, values: to }] : []))
    .sort((a, b) => a.id.localeCompare(b.id));

/** The practice's drills where they differ from the house's. */
export const ownDrills = (
  changes: readonly LineOf<'drillChange'>[],
): NonNullable<Schools['drills']> =>
  lastWords(
    [...changes].sort(inOrderOf('drillChange')).map(({ drillId, to }) => ({ id: drillId, to })),
  );

/** The practice's cues where they differ from the house's. */
export const ownCues = (changes: readonly LineOf<'cueChange'>[]): NonNullable<Schools['cues']> =>
  lastWords([...changes].sort(inOrderOf('cueChange')).map(({ cueId, to }) => ({ id: cueId, to })));

/** A client of whom nothing else is known yet. */
export const emptyDossier = (client: Client): Dossier =>
  dossierFrom(client, { own: [], usual: 'balanced' }, () => []);

/** Ends this long after a day begins in UTC, so that the last hour of the day is over everywhere west of it: noon of the next day. */
const endOf = (day: string): string => `${addDay(day)}T12:00:00.000Z`;

const addDay = (day: string): string =>
  new Date(Date.parse(`${day}T00:00:00.000Z`) + 86_400_000).toISOString().slice(0, 10);

interface Row {
  saidAt: string;
  takenAt?: string;
  at?: string;
  takenOn?: string;
  on?: string;
  givenOn?: string;
  day?: string;
}

/** What tells of safety and may be dated ahead: it is told when it is said, and what it tightens counts at once. */
const TELLS_AHEAD: ReadonlySet<RowKind> = new Set<RowKind>([...HOLDING_KINDS, 'clearance']);

/** Whether a row had been said by the end of a day. A row that was changed later counts from the moment it carries itself. */
function isSaidBy(kind: RowKind, row: object, day: string, schools: Schools): boolean {
  if (TELLS_AHEAD.has(kind) && gymDayOf(schools, (row as Row).saidAt) <= day) return true;
  const { saidAt, takenAt, at, takenOn, on, givenOn, day: own } = row as Row;
  const moment = takenAt ?? (at?.includes('T') ? at : undefined) ?? saidAt;
  const of = takenOn ?? on ?? givenOn ?? own ?? '';
  return of <= day && moment < endOf(day);
}

/** A row with its withdrawal mark as it was at the end of a day: a mark changed later was the other way then. */
const asOf =
  (on: string) =>
  <T extends { saidAt: string }>(row: T): T => {
    const { struck } = row as Marks;
    if (struck && struck.at >= endOf(on)) return { ...row, struck: null };
    if (row.saidAt < endOf(on)) return row;
    const { undone, takenBack, discarded } = row as Marks;
    return {
      ...row,
      ...(undone ? { undone: false } : {}),
      ...(takenBack ? { takenBack: false } : {}),
      ...(discarded ? { discarded: false } : {}),
    };
  };

interface Marks {
  struck?: { at: string } | null;
  undone?: boolean;
  takenBack?: boolean;
  discarded?: boolean;
}

/**
 * A client as known at the end of a day: everything said by then, and the methods and tables in force then. Entries struck out or withdrawn
 * later still counted. A row keeps only its last change: one withdrawn by that day and restored later counts as never withdrawn.
 */
export function dossierAt(
  record: ClientRecord,
  on: string,
): { dossier: Dossier; tables: TableChangeRow[] } {
  const own = new Map(
    record.methods.own.filter((m) => m.saidAt < endOf(on)).map((m) => [m.id, m] as const),
  );
  const choices = record.methods.choices.filter((c) => c.at < endOf(on));
  const said: Partial<{ [K in PracticeKind]: readonly LineOf<K>[] }> = {
    school: [...own.values()],
    schoolChoice: choices,
  };
  const others = record.practice as Partial<Record<PracticeKind, { saidAt: string }[]>>;
  const methods = schoolsFrom(
    (kind) => said[kind] ?? ((others[kind] ?? []).filter((row) => row.saidAt < endOf(on)) as never),
  );
  return {
    tables: record.tables.filter((t) => t.at < endOf(on)),
    dossier: dossierFrom(record.client, methods, (kind) =>
      (record[KINDS[kind].list] as RowOf<typeof kind>[])
        .filter((row) => isSaidBy(kind, row, on, methods))
        .map((row) => withoutApart(kind, asOf(on)(row)))
        .sort(inOrderOf(kind) as never),
    ),
  };
}

/** The plan given last; null = none yet. */
export const planOf = ({ prescriptions }: Pick<Dossier, 'prescriptions'>): Prescription | null =>
  prescriptions[0] ?? null;

/** The same of a dossier, which has of a setup only its newest: it is left out where that was said later. */
export function dossierOn(dossier: Dossier, on: string): Dossier {
  const was = dossier as unknown as Record<string, object | object[] | null>;
  return dossierFrom(dossier.client, dossier.schools, (kind) => {
    const { list, newest } = KINDS[kind] as { list: string; newest?: string };
    const held = was[newest ?? list];
    const rows = Array.isArray(held) ? held : held ? [held] : [];
    return rows
      .filter((row) => isSaidBy(kind, row, on, dossier.schools))
      .map((row) => asOf(on)(row as { saidAt: string })) as never;
  });
}

/** A row as it travels with a dossier. */
export function withoutApart<K extends RowKind>(kind: K, row: object): LineOf<K> {
  const apart = new Set(kindOf(kind).apart);
  return (
    apart.size > 0
      ? Object.fromEntries(Object.entries(row).filter(([key]) => !apart.has(key)))
      : row
  ) as LineOf<K>;
}

/** The newest day of which anything was said. */
export function lastDayOf(record: ClientRecord): string {
  const days = [
    ...record.sessions.map((s) => s.day),
    ...record.trials.map((t) => t.takenOn),
    ...record.screenings.map((s) => s.takenOn),
    ...record.captures.map((c) => c.takenOn),
    ...record.setupTrials.map((t) => t.takenOn),
    ...record.pains.map((p) => p.on),
    record.client.createdAt.slice(0, 10),
  ];
  return days.sort().at(-1) ?? record.client.createdAt.slice(0, 10);
}

/** The coach's part of a client row, to be written back with a change. */
export function clientValuesOf(client: Client): ClientValues {
  const { name, statureMm, massKg, segmentsMm, shoulderWidthMm, interAsisMm, kit, notes } = client;
  return { name, statureMm, massKg, segmentsMm, shoulderWidthMm, interAsisMm, kit, notes };
}
