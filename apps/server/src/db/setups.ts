import { clientSetupSchema, type ClientSetup, type ClientSetupValues } from '@zither/contract';
import type { Db } from './open.ts';
import { stampOf, type Stamp, type Stamped } from './stamp.ts';

interface Row extends Stamped {
  id: string;
  client_id: string;
  version: number;
  setup_json: string;
  thigh_depth_deg: number;
  working_point: string;
  profile: string;
}

const toSetup = (row: Row): ClientSetup =>
  clientSetupSchema.parse({
    id: row.id,
    clientId: row.client_id,
    version: row.version,
    setup: JSON.parse(row.setup_json),
    thighDepthDeg: row.thigh_depth_deg,
    workingPoint: row.working_point,
    profile: row.profile,
    ...stampOf(row),
  });

/** Table `client_setup`, one row a client, scoped to one practice. Earlier versions stand in the operation log. */
export function setupsOf(db: Db, practiceId: string) {
  const findBy = (column: 'id' | 'client_id', key: string): ClientSetup | null => {
    const row = db
      .prepare<[string, string], Row>(
        `SELECT * FROM client_setup WHERE practice_id = ? AND ${column} = ?`,
      )
      .get(practiceId, key);
    return row ? toSetup(row) : null;
  };
  return {
    find: (id: string) => findBy('id', id),
    ofClient: (clientId: string) => findBy('client_id', clientId),

    insert(id: string, clientId: string, values: ClientSetupValues, stamp: Stamp): void {
      db.prepare(
        `INSERT INTO client_setup (practice_id, id, client_id, version, setup_json,
                                   thigh_depth_deg, working_point, profile, updated_at, said_at, said_by)
         VALUES (?, ?, ?, 1, ?, ?, ?, ?, ?, ?, ?)`,
      ).run(
        practiceId,
        id,
        clientId,
        JSON.stringify(values.setup),
        values.thighDepthDeg,
        values.workingPoint,
        values.profile,
        ...stamp,
      );
    },

    update(id: string, values: ClientSetupValues, stamp: Stamp): void {
      db.prepare(
        `UPDATE client_setup
            SET version = version + 1, setup_json = ?, thigh_depth_deg = ?, working_point = ?,
                profile = ?, updated_at = ?, said_at = ?, said_by = ?
          WHERE practice_id = ? AND id = ?`,
      ).run(
        JSON.stringify(values.setup),
        values.thighDepthDeg,
        values.workingPoint,
        values.profile,
        ...stamp,
        practiceId,
        id,
      );
    },
  };
}
