import {
  captureLineSchema,
  captureSchema,
  clearanceSchema,
  correctionSchema,
  decisionSchema,
  judgementSchema,
  lockSchema,
  moveSchema,
  painSchema,
  prescriptionSchema,
  screeningSchema,
  setupTrialSchema,
  triedSchema,
  type CaptureLine,
} from '@zither/contract';
import type { z } from 'zod';
import type { Db } from './open.ts';
import { stampOf, type Stamp, type Stamped } from './stamp.ts';

/** Tables whose rows are kept as said: the values in one JSON column, words and numbers frozen. */
const TABLES = {
  prescription: prescriptionSchema,
  screening: screeningSchema,
  clearance: clearanceSchema,
  correction: correctionSchema,
  pain: painSchema,
  capture: captureSchema,
  judgement: judgementSchema,
  tried: triedSchema,
  decision: decisionSchema,
  setup_trial: setupTrialSchema,
  setup_lock: lockSchema,
  entry_move: moveSchema,
} as const;

export type DocumentTable = keyof typeof TABLES;

type RowOf<T extends DocumentTable> = z.infer<(typeof TABLES)[T]>;

interface Stored extends Stamped {
  id: string;
  client_id: string;
  version: number;
  values_json: string;
}

/** One of the document tables, scoped to one practice. The table's name comes from the list above, never from a request. */
export function documentsOf<T extends DocumentTable>(db: Db, practiceId: string, table: T) {
  const toRow = (stored: Stored): RowOf<T> =>
    TABLES[table].parse({
      ...(JSON.parse(stored.values_json) as object),
      id: stored.id,
      clientId: stored.client_id,
      version: stored.version,
      ...stampOf(stored),
    }) as RowOf<T>;
  return {
    find(id: string): RowOf<T> | null {
      const stored = db
        .prepare<[string, string], Stored>(
          `SELECT * FROM ${table} WHERE practice_id = ? AND id = ?`,
        )
        .get(practiceId, id);
      return stored ? toRow(stored) : null;
    },

    /** Newest said first; all of them unless only so many are asked for. */
    ofClient(clientId: string, most = -1): RowOf<T>[] {
      return db
        .prepare<[string, string, number], Stored>(
          `SELECT * FROM ${table} WHERE practice_id = ? AND client_id = ?
            ORDER BY said_at DESC, rowid DESC LIMIT ?`,
        )
        .all(practiceId, clientId, most)
        .map(toRow);
    },

    insert(id: string, clientId: string, values: object, stamp: Stamp): void {
      db.prepare(
        `INSERT INTO ${table} (practice_id, id, client_id, version, values_json, updated_at, said_at, said_by)
         VALUES (?, ?, ?, 1, ?, ?, ?, ?)`,
      ).run(practiceId, id, clientId, JSON.stringify(values), ...stamp);
    },

    update(id: string, values: object, stamp: Stamp): void {
      db.prepare(
        `UPDATE ${table} SET version = version + 1, values_json = ?, updated_at = ?, said_at = ?, said_by = ?
          WHERE practice_id = ? AND id = ?`,
      ).run(JSON.stringify(values), ...stamp, practiceId, id);
    },

    /** Gives a row to another client; when and by whom it was said stays. */
    giveTo(id: string, clientId: string, [receivedAt]: Stamp): void {
      db.prepare(
        `UPDATE ${table} SET version = version + 1, client_id = ?, updated_at = ? WHERE practice_id = ? AND id = ?`,
      ).run(clientId, receivedAt, practiceId, id);
    },
  };
}

/** The newest captures of a client without landmarks and question, which only their own page needs. */
export function captureLines(
  db: Db,
  practiceId: string,
  clientId: string,
  most: number,
): CaptureLine[] {
  return db
    .prepare<[string, string, number], Stored>(
      `SELECT id, client_id, version, updated_at, said_at, said_by,
              json_remove(values_json, '$.series', '$.subject') AS values_json
         FROM capture WHERE practice_id = ? AND client_id = ?
        ORDER BY json_extract(values_json, '$.takenAt') DESC, rowid DESC LIMIT ?`,
    )
    .all(practiceId, clientId, most)
    .map((stored) =>
      captureLineSchema.parse({
        ...(JSON.parse(stored.values_json) as object),
        id: stored.id,
        clientId: stored.client_id,
        version: stored.version,
        ...stampOf(stored),
      }),
    );
}
