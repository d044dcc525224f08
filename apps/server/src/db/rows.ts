import {
  asWrittenNow,
  inOrderOf,
  kindOf,
  lineSchemaOf,
  SCHEMAS,
  type KeptRow,
  type LineOf,
  type RowKind,
  type RowOf,
} from '@zither/contract';
import type { Db } from './open.ts';
import { lineOf as heldLine, rawOf, type Version } from './lines.ts';
import { prepared } from './prepared.ts';

/** Of a write: when it reached the server, when it was said on the device, and by whom. */
export interface Stamp {
  receivedAt: string;
  saidAt: string;
  saidBy: string;
  /** By the clock of the device, where that was off. */
  deviceSaidAt?: string | null;
}

/** A row as its table has it. */
export interface Stored {
  kind: RowKind;
  id: string;
  client_id: string | null;
  version: number;
  values_json: string;
  said_at: string;
  said_by: string;
  received_at: string;
}

const VERSION = 'kind, id, version, received_at';
const COLUMNS = 'kind, id, client_id, version, values_json, said_at, said_by, received_at';

/** Parts a log of an earlier version holds in the words of its day. */
const earlierLine = (stored: Stored): never =>
  lineSchemaOf(stored.kind).parse(asWrittenNow(rawOf(stored))) as never;

/** Every row of one practice: the one table, its history, and what is kept apart. */
export function rowsOf(db: Db, practiceId: string) {
  const lineOf = (row: Stored): never => heldLine(db, practiceId, row, () => row);
  const sql = <P extends unknown[], R = Stored>(text: string) => prepared<P, R>(db, text);

  /** The next place among the practice's changes. */
  const nextChange = (): number =>
    sql<[string], { cursor: number }>(
      'UPDATE practice SET cursor = cursor + 1 WHERE id = ? RETURNING cursor',
    ).get(practiceId)!.cursor;

  const stored = (kind: RowKind, id: string) =>
    sql<[string, string, string]>(
      `SELECT ${COLUMNS} FROM document WHERE practice_id = ? AND kind = ? AND id = ?`,
    ).get(practiceId, kind, id);

  /** A row named by its version; read whole only where it is not held. */
  const lineAt = (of: Version): never =>
    heldLine(db, practiceId, of, () => stored(of.kind, of.id)!);

  /** Splits values into those that travel with the row and those kept apart. */
  const split = (kind: RowKind, values: object) => {
    const apart = new Set(kindOf(kind).apart);
    const entries = Object.entries(values);
    const pick = (isApart: boolean) =>
      JSON.stringify(Object.fromEntries(entries.filter(([key]) => apart.has(key) === isApart)));
    return { own: pick(false), parts: entries.some(([key]) => apart.has(key)) ? pick(true) : null };
  };

  const keepParts = (kind: RowKind, id: string, version: number, parts: string | null) => {
    if (parts !== null)
      sql<[string, string, string, number, string]>(
        'INSERT INTO document_part (practice_id, kind, id, version, parts_json) VALUES (?, ?, ?, ?, ?)',
      ).run(practiceId, kind, id, version, parts);
  };

  /** The row as it stood becomes history; returns the version that follows. */
  const supersede = (kind: RowKind, id: string): number => {
    sql<[string, string, string]>(
      `INSERT INTO document_history (practice_id, kind, id, version, client_id, values_json, said_at, said_by, received_at)
       SELECT practice_id, kind, id, version, client_id, values_json, said_at, said_by, received_at
         FROM document WHERE practice_id = ? AND kind = ? AND id = ?`,
    ).run(practiceId, kind, id);
    return stored(kind, id)!.version + 1;
  };

  const partsOf = (kind: RowKind, id: string, version: number): object => {
    const found = sql<[string, string, string, number], { parts_json: string }>(
      `SELECT parts_json FROM document_part
        WHERE practice_id = ? AND kind = ? AND id = ? AND version <= ? ORDER BY version DESC LIMIT 1`,
    ).get(practiceId, kind, id, version);
    return found ? (JSON.parse(found.parts_json) as object) : {};
  };

  const earlier = (kind: RowKind, id: string) =>
    sql<[string, string, string]>(
      `SELECT ${COLUMNS} FROM document_history
        WHERE practice_id = ? AND kind = ? AND id = ? ORDER BY version`,
    ).all(practiceId, kind, id);

  return {
    find<K extends RowKind>(kind: K, id: string): LineOf<K> | null {
      const found = stored(kind, id);
      return found ? lineOf(found) : null;
    },

    /** With what is kept apart. */
    whole<K extends RowKind>(kind: K, id: string): RowOf<K> | null {
      const found = stored(kind, id);
      return found
        ? (SCHEMAS[kind].row.parse({
            ...rawOf(found),
            ...partsOf(kind, id, found.version),
          }) as RowOf<K>)
        : null;
    },

    /** The row as a version of it stood, with what is kept apart; null where that version was never written here. */
    asOf(kind: RowKind, id: string, version: number): Record<string, unknown> | null {
      const now = stored(kind, id);
      if (now?.version === version)
        return { ...(lineOf(now) as object), ...partsOf(kind, id, version) };
      const then = earlier(kind, id).find((row) => row.version === version);
      return then ? { ...(earlierLine(then) as object), ...partsOf(kind, id, version) } : null;
    },

    /** Every version of a row, oldest first. */
    versions<K extends RowKind>(kind: K, id: string): LineOf<K>[] {
      const now = stored(kind, id);
      return [...earlier(kind, id).map(earlierLine), ...(now ? [lineOf(now)] : [])] as LineOf<K>[];
    },

    /** A client's rows of a kind in its order; null = of the practice. */
    of<K extends RowKind>(kind: K, clientId: string | null): LineOf<K>[] {
      return sql<[string, string, string | null], Version>(
        `SELECT ${VERSION} FROM document WHERE practice_id = ? AND kind = ? AND client_id IS ?`,
      )
        .all(practiceId, kind, clientId)
        .map((row): LineOf<K> => lineAt(row))
        .sort(inOrderOf(kind) as never);
    },

    /** Every client of the practice, archived ones too. */
    clientIds(): string[] {
      return sql<[string], { id: string }>(
        `SELECT id FROM document WHERE practice_id = ? AND kind = 'client' ORDER BY id`,
      )
        .all(practiceId)
        .map(({ id }) => id);
    },

    /** The client's session of one day. */
    sessionOn(clientId: string, day: string): LineOf<'session'> | null {
      const found = sql<[string, string, string]>(
        `SELECT ${COLUMNS} FROM document WHERE practice_id = ? AND kind = 'session' AND client_id = ? AND day = ?`,
      ).get(practiceId, clientId, day);
      return found ? lineOf(found) : null;
    },

    /** What was written since a change: of a client and of the practice (null = of the practice alone), oldest change first. */
    since(clientId: string | null, change: number): KeptRow[] {
      return sql<[string, string | null, number, string, number], Version>(
        `SELECT ${VERSION}, changed FROM document WHERE practice_id = ? AND client_id = ? AND changed > ?
         UNION ALL
         SELECT ${VERSION}, changed FROM document WHERE practice_id = ? AND client_id IS NULL AND changed > ?
          ORDER BY changed`,
      )
        .all(practiceId, clientId, change, practiceId, change)
        .map((row) => ({ entity: row.kind, row: lineAt(row) }) as KeptRow);
    },

    /** The place of the last change of a client and the practice. */
    lastChange(clientId: string | null): number {
      return sql<[string, string | null, string], { changed: number }>(
        `SELECT max(coalesce((SELECT max(changed) FROM document WHERE practice_id = ? AND client_id = ?), 0),
                    coalesce((SELECT max(changed) FROM document WHERE practice_id = ? AND client_id IS NULL), 0)) AS changed`,
      ).get(practiceId, clientId, practiceId)!.changed;
    },

    insert(
      kind: RowKind,
      id: string,
      clientId: string | null,
      values: object,
      { receivedAt, saidAt, saidBy, deviceSaidAt = null }: Stamp,
    ): void {
      const { own, parts } = split(kind, deviceSaidAt ? { ...values, deviceSaidAt } : values);
      sql(
        `INSERT INTO document (practice_id, kind, id, client_id, version, changed, values_json, said_at, said_by, received_at)
         VALUES (?, ?, ?, ?, 1, ?, ?, ?, ?, ?)`,
      ).run(practiceId, kind, id, clientId, nextChange(), own, saidAt, saidBy, receivedAt);
      keepParts(kind, id, 1, parts);
    },

    update(
      kind: RowKind,
      id: string,
      values: object,
      { receivedAt, saidAt, saidBy, deviceSaidAt = null }: Stamp,
    ): void {
      const version = supersede(kind, id);
      const { own, parts } = split(kind, deviceSaidAt ? { ...values, deviceSaidAt } : values);
      sql(
        `UPDATE document SET version = ?, changed = ?, values_json = ?, said_at = ?, said_by = ?, received_at = ?
          WHERE practice_id = ? AND kind = ? AND id = ?`,
      ).run(version, nextChange(), own, saidAt, saidBy, receivedAt, practiceId, kind, id);
      keepParts(kind, id, version, parts);
    },

    /** Gives a row to another client; when and by whom it was said stays. */
    giveTo(kind: RowKind, id: string, clientId: string, { receivedAt }: Stamp): void {
      const version = supersede(kind, id);
      sql(
        `UPDATE document SET version = ?, changed = ?, client_id = ?, received_at = ?
          WHERE practice_id = ? AND kind = ? AND id = ?`,
      ).run(version, nextChange(), clientId, receivedAt, practiceId, kind, id);
    },
  };
}

export type Rows = ReturnType<typeof rowsOf>;
