import {
  clientLineSchema,
  KINDS,
  LISTED_KINDS,
  OWN_KINDS,
  RECORD_FORMAT,
  type ClientLine,
  type ClientRecord,
  type Dossier,
  type Feed,
  type ListedKind,
  type Schools,
} from '@zither/contract';
import { dossierFrom, schoolsFrom } from '@zither/visit';
import type { Db } from './db/open.ts';
import { prepared } from './db/prepared.ts';
import { rowsOf, type Rows } from './db/rows.ts';

/** The practice's own methods in the order they were made, and the last choice of the usual one. */
export const schoolsOf = (rows: Rows): Schools => schoolsFrom((kind) => rows.of(kind, null));

/** Everything about a client, captures without their landmarks; null when there is no such client. */
export function dossierOf(rows: Rows, clientId: string): Dossier | null {
  const client = rows.find('client', clientId);
  return client && dossierFrom(client, schoolsOf(rows), (kind) => rows.of(kind, clientId));
}

const oldestSaid = <T extends { saidAt: string }>(list: readonly T[]): T[] =>
  [...list].sort((a, b) => a.saidAt.localeCompare(b.saidAt));

/** A client's whole record: nothing cut, setups and methods with their history. null when there is no such client. */
export function recordOf(rows: Rows, clientId: string): ClientRecord | null {
  const client = rows.find('client', clientId);
  if (!client) return null;
  const listed = (kind: ListedKind): unknown[] => {
    const found = rows.of(kind, clientId);
    if ('isOne' in KINDS[kind]) return found.flatMap((row) => said(rows.versions(kind, row.id)));
    if (kind === 'trial') return found;
    if ('apart' in KINDS[kind]) return found.map((row) => rows.whole(kind, row.id)).reverse();
    return [...found].reverse();
  };
  return {
    format: RECORD_FORMAT,
    version: 1,
    client,
    ...Object.fromEntries(LISTED_KINDS.map((kind) => [KINDS[kind].list, listed(kind)])),
    methods: {
      own: schoolsOf(rows).own.flatMap(({ id }) => said(rows.versions('school', id))),
      choices: oldestSaid(rows.of('schoolChoice', null)),
    },
    tables: tablesOf(rows),
    practice: Object.fromEntries(OWN_KINDS.map((kind) => [kind, oldestSaid(rows.of(kind, null))])),
  } as ClientRecord;
}

/** Versions in the order they were said, numbered so. */
const said = <T extends { saidAt: string; version: number }>(versions: readonly T[]): T[] =>
  oldestSaid(versions).map((row, i) => ({ ...row, version: i + 1 }));

/** The practice's changes of its tables, oldest said first: the last word counts. */
export const tablesOf = (rows: Rows) => [...rows.of('tableChange', null)].reverse();

/** The client list by name, archived last; with the little each line shows. */
export function clientLines(db: Db, practiceId: string, lastDay: string): ClientLine[] {
  return prepared<[string, string], Record<string, unknown>>(
    db,
    `SELECT c.id, c.values_json ->> '$.name' AS name, c.values_json ->> '$.archivedAt' AS archivedAt, c.received_at AS updatedAt,
            (SELECT max(t.day) FROM document t
              WHERE t.practice_id = c.practice_id AND t.client_id = c.id AND t.kind = 'trial'
                AND t.is_struck = 0 AND t.day <= ?) AS lastMeasuredOn,
            (SELECT json_object('day', s.day, 'at', s.values_json ->> '$.at') FROM document s
              WHERE s.practice_id = c.practice_id AND s.client_id = c.id AND s.kind = 'session'
              ORDER BY s.day DESC LIMIT 1) AS lastSession,
            (SELECT s.values_json ->> '$.setup.hold' FROM document s
              WHERE s.practice_id = c.practice_id AND s.client_id = c.id AND s.kind = 'setup') AS hold,
            EXISTS (SELECT 1 FROM document p
              WHERE p.practice_id = c.practice_id AND p.client_id = c.id AND p.kind = 'prescription') AS hasPrescription,
            (SELECT max(h.day) FROM document h
              WHERE h.practice_id = c.practice_id AND h.client_id = c.id AND h.kind = 'homeReport'
                AND json_array_length(h.values_json, '$.hurts') > 0) AS hurtOn
       FROM document c
      WHERE c.practice_id = ? AND c.kind = 'client'
      ORDER BY archivedAt IS NOT NULL, name COLLATE NOCASE, c.id`,
  )
    .all(lastDay, practiceId)
    .map((row) =>
      clientLineSchema.parse({
        ...row,
        lastSession: JSON.parse((row['lastSession'] as string | null) ?? 'null'),
        hasPrescription: row['hasPrescription'] === 1,
      }),
    );
}

/** What was written since a cursor: of a client and the practice, or of the practice alone. */
export function feedOf(
  db: Db,
  practiceId: string,
  clientId: string | null,
  since: string | undefined,
): Feed {
  const rows = rowsOf(db, practiceId);
  const { epoch } = prepared<[string], { epoch: string }>(
    db,
    'SELECT epoch FROM practice WHERE id = ?',
  ).get(practiceId)!;
  const last = rows.lastChange(clientId);
  const [from, at] = (since ?? '0').split('.');
  // A cursor of another life of the database means nothing here: everything is told again.
  const isWhole = from !== epoch || Number(at) > last;
  const found = isWhole || Number(at) < last ? rows.since(clientId, isWhole ? 0 : Number(at)) : [];
  return { cursor: `${epoch}.${last}`, isWhole, rows: found };
}
