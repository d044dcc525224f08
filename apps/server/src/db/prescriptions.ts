import { prescriptionSchema, type Prescription, type PrescriptionValues } from '@zither/contract';
import type { Db } from './open.ts';

interface Row {
  id: string;
  client_id: string;
  version: number;
  values_json: string;
  updated_at: string;
}

const toPrescription = (row: Row): Prescription =>
  prescriptionSchema.parse({
    ...(JSON.parse(row.values_json) as object),
    id: row.id,
    clientId: row.client_id,
    version: row.version,
    updatedAt: row.updated_at,
  });

/** Table `prescription`, scoped to one practice. The words are kept as given. */
export function prescriptionsOf(db: Db, practiceId: string) {
  return {
    find(id: string): Prescription | null {
      const row = db
        .prepare<[string, string], Row>(
          'SELECT * FROM prescription WHERE practice_id = ? AND id = ?',
        )
        .get(practiceId, id);
      return row ? toPrescription(row) : null;
    },

    newestOfClient(clientId: string): Prescription | null {
      const row = db
        .prepare<[string, string], Row>(
          `SELECT * FROM prescription WHERE practice_id = ? AND client_id = ?
            ORDER BY updated_at DESC, id LIMIT 1`,
        )
        .get(practiceId, clientId);
      return row ? toPrescription(row) : null;
    },

    insert(id: string, clientId: string, values: PrescriptionValues, at: string): void {
      db.prepare(
        `INSERT INTO prescription (practice_id, id, client_id, version, given_on, values_json, updated_at)
         VALUES (?, ?, ?, 1, ?, ?, ?)`,
      ).run(practiceId, id, clientId, values.givenOn, JSON.stringify(values), at);
    },

    update(id: string, values: PrescriptionValues, at: string): void {
      db.prepare(
        `UPDATE prescription SET version = version + 1, given_on = ?, values_json = ?, updated_at = ?
          WHERE practice_id = ? AND id = ?`,
      ).run(values.givenOn, JSON.stringify(values), at, practiceId, id);
    },
  };
}
