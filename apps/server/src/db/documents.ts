import {
  captureLineSchema,
  captureSchema,
  clearanceSchema,
  decisionSchema,
  judgementSchema,
  lockSchema,
  painSchema,
  prescriptionSchema,
  screeningSchema,
  setupTrialSchema,
  triedSchema,
  type CaptureLine,
} from '@zither/contract';
import type { z } from 'zod';
import type { Db } from './open.ts';

/** Tables whose rows are kept as said: the values in one JSON column, words and numbers frozen. */
const TABLES = {
  prescription: prescriptionSchema,
  screening: screeningSchema,
  clearance: clearanceSchema,
  pain: painSchema,
  capture: captureSchema,
  judgement: judgementSchema,
  tried: triedSchema,
  decision: decisionSchema,
  setup_trial: setupTrialSchema,
  setup_lock: lockSchema,
} as const;

export type DocumentTable = keyof typeof TABLES;

type RowOf<T extends DocumentTable> = z.infer<(typeof TABLES)[T]>;

interface Stored {
  id: string;
  client_id: string;
  version: number;
  values_json: string;
  updated_at: string;
}

/** One of the document tables, scoped to one practice. The table's name comes from the list above, never from a request. */
export function documentsOf<T extends DocumentTable>(db: Db, practiceId: string, table: T) {
  const toRow = (stored: Stored): RowOf<T> =>
    TABLES[table].parse({
      ...(JSON.parse(stored.values_json) as object),
      id: stored.id,
      clientId: stored.client_id,
      version: stored.version,
      updatedAt: stored.updated_at,
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

    /** Newest first. */
    ofClient(clientId: string, most: number): RowOf<T>[] {
      return db
        .prepare<[string, string, number], Stored>(
          `SELECT * FROM ${table} WHERE practice_id = ? AND client_id = ?
            ORDER BY updated_at DESC, rowid DESC LIMIT ?`,
        )
        .all(practiceId, clientId, most)
        .map(toRow);
    },

    insert(id: string, clientId: string, values: object, at: string): void {
      db.prepare(
        `INSERT INTO ${table} (practice_id, id, client_id, version, values_json, updated_at)
         VALUES (?, ?, ?, 1, ?, ?)`,
      ).run(practiceId, id, clientId, JSON.stringify(values), at);
    },

    update(id: string, values: object, at: string): void {
      db.prepare(
        `UPDATE ${table} SET version = version + 1, values_json = ?, updated_at = ?
          WHERE practice_id = ? AND id = ?`,
      ).run(JSON.stringify(values), at, practiceId, id);
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
      `SELECT id, client_id, version, updated_at, json_remove(values_json, '$.series', '$.subject') AS values_json
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
        updatedAt: stored.updated_at,
      }),
    );
}
