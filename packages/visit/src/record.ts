import type { Client, ClientRecord, ClientValues, Dossier, TableChangeRow } from '@zither/contract';

/** Stands where the server has not given a moment yet. */
export const NOT_YET = '1970-01-01T00:00:00.000Z';

/** A client of whom nothing else is known yet. */
export const emptyDossier = (client: Client): Dossier => ({
  client,
  sessions: [],
  trials: [],
  captures: [],
  judgements: [],
  tried: [],
  decisions: [],
  setup: null,
  setupTrials: [],
  locks: [],
  schools: { own: [], usual: 'balanced' },
  prescription: null,
  screenings: [],
  clearances: [],
  pains: [],
  corrections: [],
  moves: [],
});

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

/** Whether a row had been said by the end of a day. A row that was changed later counts from the moment it carries itself. */
function isSaidBy(row: object, day: string): boolean {
  const { saidAt, takenAt, at, takenOn, on, givenOn, day: own } = row as Row;
  const moment = takenAt ?? (at?.includes('T') ? at : undefined) ?? saidAt;
  const of = takenOn ?? on ?? givenOn ?? own ?? '';
  return of <= day && moment < endOf(day);
}

/** A row with its mark of being taken back as it stood at the end of a day: a mark changed later was the other way then. */
const asOf =
  (on: string) =>
  <T extends { saidAt: string }>(row: T): T => {
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
  undone?: boolean;
  takenBack?: boolean;
  discarded?: boolean;
}

/**
 * A client as known at the end of a day: everything said by then, and the methods and tables in force then. What was struck out or taken back
 * later still counted. A row keeps only its last change: one taken back by that day and put back later counts as never taken back.
 */
export function dossierAt(
  record: ClientRecord,
  on: string,
): { dossier: Dossier; tables: TableChangeRow[] } {
  const by = <T extends { saidAt: string }>(rows: readonly T[]): T[] =>
    rows.filter((r) => isSaidBy(r, on)).map(asOf(on));
  const newestFirst = <T extends { saidAt: string }>(rows: readonly T[]): T[] =>
    [...rows].sort((a, b) => b.saidAt.localeCompare(a.saidAt));
  const said = <T extends { saidAt: string }>(rows: readonly T[]): T[] => newestFirst(by(rows));
  const lines = by(record.captures).map((capture) => {
    const { series: _series, subject: _subject, ...line } = capture;
    return line;
  });
  const own = new Map(
    record.methods.own.filter((m) => m.saidAt < endOf(on)).map((m) => [m.id, m] as const),
  );
  const usual = record.methods.choices.filter((c) => c.at < endOf(on)).at(-1)?.profile;
  const setups = record.setups.filter((s) => s.saidAt < endOf(on));
  return {
    tables: record.tables.filter((t) => t.at < endOf(on)),
    dossier: {
      client: record.client,
      sessions: by(record.sessions).sort((a, b) => b.day.localeCompare(a.day)),
      trials: by(record.trials)
        .map((t) => (t.struck && t.struck.at >= endOf(on) ? { ...t, struck: null } : t))
        .sort((a, b) => b.takenOn.localeCompare(a.takenOn) || a.takenAt.localeCompare(b.takenAt)),
      captures: lines.sort((a, b) => b.takenAt.localeCompare(a.takenAt)),
      judgements: by(record.judgements).sort((a, b) => b.takenAt.localeCompare(a.takenAt)),
      tried: said(record.tried),
      decisions: said(record.decisions),
      setup: setups.at(-1) ?? null,
      setupTrials: said(record.setupTrials),
      locks: said(record.locks),
      schools: { own: [...own.values()], usual: usual ?? 'balanced' },
      prescription: said(record.prescriptions)[0] ?? null,
      screenings: said(record.screenings),
      clearances: said(record.clearances),
      pains: said(record.pains),
      corrections: said(record.corrections),
      moves: said(record.moves),
    },
  };
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
