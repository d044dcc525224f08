import { trialSchema, type Trial, type TrialValues } from '@zither/contract';
import type { Db } from './open.ts';
import { stampOf, type Stamp, type Stamped } from './stamp.ts';

interface Row extends Stamped {
  id: string;
  client_id: string;
  version: number;
  taken_on: string;
  taken_at: string;
  measure: string;
  side: string | null;
  value: number;
  instrument: string;
  knee_gap_mm: number | null;
  pinch: number;
  struck_reason: string | null;
  struck_at: string | null;
}

const toTrial = (row: Row): Trial =>
  trialSchema.parse({
    id: row.id,
    clientId: row.client_id,
    version: row.version,
    takenOn: row.taken_on,
    takenAt: row.taken_at,
    measure: row.measure,
    side: row.side,
    value: row.value,
    instrument: row.instrument,
    kneeGapMm: row.knee_gap_mm,
    pinch: row.pinch === 1,
    struck: row.struck_reason === null ? null : { reason: row.struck_reason, at: row.struck_at },
    ...stampOf(row),
  });

const columns = (values: TrialValues) => [
  values.takenOn,
  values.takenAt,
  values.measure,
  values.side,
  values.value,
  values.instrument,
  values.kneeGapMm,
  values.pinch ? 1 : 0,
  values.struck?.reason ?? null,
  values.struck?.at ?? null,
];

/** Table `trial`, scoped to one practice. Earlier versions stand in the operation log. */
export function trialsOf(db: Db, practiceId: string) {
  return {
    find(id: string): Trial | null {
      const row = db
        .prepare<[string, string], Row>('SELECT * FROM trial WHERE practice_id = ? AND id = ?')
        .get(practiceId, id);
      return row ? toTrial(row) : null;
    },

    /** Every trial of the newest so many measured days; newest day first, in the order taken within a day. */
    ofClient(clientId: string, days: number): Trial[] {
      return db
        .prepare<[string, string, string, string, number], Row>(
          `SELECT * FROM trial
            WHERE practice_id = ? AND client_id = ?
              AND taken_on IN (SELECT DISTINCT taken_on FROM trial
                                WHERE practice_id = ? AND client_id = ?
                                ORDER BY taken_on DESC LIMIT ?)
            ORDER BY taken_on DESC, taken_at, id`,
        )
        .all(practiceId, clientId, practiceId, clientId, days)
        .map(toTrial);
    },

    insert(id: string, clientId: string, values: TrialValues, stamp: Stamp): void {
      db.prepare(
        `INSERT INTO trial (practice_id, id, client_id, version, taken_on, taken_at, measure, side, value,
                            instrument, knee_gap_mm, pinch, struck_reason, struck_at, updated_at,
                            said_at, said_by)
         VALUES (?, ?, ?, 1, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      ).run(practiceId, id, clientId, ...columns(values), ...stamp);
    },

    update(id: string, values: TrialValues, stamp: Stamp): void {
      db.prepare(
        `UPDATE trial
            SET version = version + 1, taken_on = ?, taken_at = ?, measure = ?, side = ?, value = ?,
                instrument = ?, knee_gap_mm = ?, pinch = ?, struck_reason = ?, struck_at = ?, updated_at = ?,
                said_at = ?, said_by = ?
          WHERE practice_id = ? AND id = ?`,
      ).run(...columns(values), ...stamp, practiceId, id);
    },

    /** Gives a trial to another client; when and by whom it was said stays. */
    giveTo(id: string, clientId: string, [receivedAt]: Stamp): void {
      db.prepare(
        'UPDATE trial SET version = version + 1, client_id = ?, updated_at = ? WHERE practice_id = ? AND id = ?',
      ).run(clientId, receivedAt, practiceId, id);
    },
  };
}
