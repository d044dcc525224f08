import { measurementSchema, type Measurement, type MeasurementValues } from '@zither/contract';
import type { Db } from './open.ts';

interface Row {
  id: string;
  client_id: string;
  version: number;
  taken_on: string;
  stance_width_mm: number | null;
  toe_out_left_deg: number | null;
  toe_out_right_deg: number | null;
  dorsiflexion_method: string;
  knee_to_wall_left_mm: number | null;
  knee_to_wall_right_mm: number | null;
  inclinometer_left_deg: number | null;
  inclinometer_right_deg: number | null;
  heel_rise_mm: number | null;
  knee_travel_mm: number | null;
  updated_at: string;
}

const toMeasurement = (row: Row): Measurement =>
  measurementSchema.parse({
    id: row.id,
    clientId: row.client_id,
    version: row.version,
    takenOn: row.taken_on,
    stanceWidthMm: row.stance_width_mm,
    toeOutDeg: { left: row.toe_out_left_deg, right: row.toe_out_right_deg },
    dorsiflexionMethod: row.dorsiflexion_method,
    kneeToWallMm: { left: row.knee_to_wall_left_mm, right: row.knee_to_wall_right_mm },
    inclinometerDeg: { left: row.inclinometer_left_deg, right: row.inclinometer_right_deg },
    heelRiseMm: row.heel_rise_mm,
    kneeTravelMm: row.knee_travel_mm,
    updatedAt: row.updated_at,
  });

const columns = (values: MeasurementValues) => [
  values.takenOn,
  values.stanceWidthMm,
  values.toeOutDeg.left,
  values.toeOutDeg.right,
  values.dorsiflexionMethod,
  values.kneeToWallMm.left,
  values.kneeToWallMm.right,
  values.inclinometerDeg.left,
  values.inclinometerDeg.right,
  values.heelRiseMm,
  values.kneeTravelMm,
];

/** Table `measurement`, scoped to one practice. */
export function measurementsOf(db: Db, practiceId: string) {
  return {
    find(id: string): Measurement | null {
      const row = db
        .prepare<[string, string], Row>(
          'SELECT * FROM measurement WHERE practice_id = ? AND id = ?',
        )
        .get(practiceId, id);
      return row ? toMeasurement(row) : null;
    },

    /** Newest first. */
    ofClient(clientId: string): Measurement[] {
      return db
        .prepare<[string, string], Row>(
          `SELECT * FROM measurement WHERE practice_id = ? AND client_id = ?
            ORDER BY taken_on DESC, updated_at DESC, id`,
        )
        .all(practiceId, clientId)
        .map(toMeasurement);
    },

    insert(id: string, clientId: string, values: MeasurementValues, at: string): void {
      db.prepare(
        `INSERT INTO measurement (practice_id, id, client_id, version, taken_on, stance_width_mm,
           toe_out_left_deg, toe_out_right_deg, dorsiflexion_method, knee_to_wall_left_mm,
           knee_to_wall_right_mm, inclinometer_left_deg, inclinometer_right_deg, heel_rise_mm,
           knee_travel_mm, updated_at)
         VALUES (?, ?, ?, 1, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      ).run(practiceId, id, clientId, ...columns(values), at);
    },

    update(id: string, values: MeasurementValues, at: string): void {
      db.prepare(
        `UPDATE measurement
            SET version = version + 1, taken_on = ?, stance_width_mm = ?, toe_out_left_deg = ?,
                toe_out_right_deg = ?, dorsiflexion_method = ?, knee_to_wall_left_mm = ?,
                knee_to_wall_right_mm = ?, inclinometer_left_deg = ?, inclinometer_right_deg = ?,
                heel_rise_mm = ?, knee_travel_mm = ?, updated_at = ?
          WHERE practice_id = ? AND id = ?`,
      ).run(...columns(values), at, practiceId, id);
    },
  };
}
