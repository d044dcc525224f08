import {
  clientSchema,
  clientLineSchema,
  type Client,
  type ClientLine,
  type ClientValues,
} from '@zither/contract';
import type { Db } from './open.ts';
import { stampOf, type Stamp, type Stamped } from './stamp.ts';

interface Row extends Stamped {
  id: string;
  version: number;
  name: string;
  stature_mm: number;
  mass_kg: number;
  segments_json: string;
  shoulder_width_mm: number | null;
  inter_asis_mm: number | null;
  kit_json: string;
  notes: string;
  archived_at: string | null;
  created_at: string;
}

const toClient = (row: Row): Client =>
  clientSchema.parse({
    id: row.id,
    version: row.version,
    name: row.name,
    statureMm: row.stature_mm,
    massKg: row.mass_kg,
    segmentsMm: JSON.parse(row.segments_json),
    shoulderWidthMm: row.shoulder_width_mm,
    interAsisMm: row.inter_asis_mm,
    kit: JSON.parse(row.kit_json),
    notes: row.notes,
    archivedAt: row.archived_at,
    createdAt: row.created_at,
    ...stampOf(row),
  });

/** Table `client`, scoped to one practice. */
export function clientsOf(db: Db, practiceId: string) {
  return {
    find(id: string): Client | null {
      const row = db
        .prepare<[string, string], Row>('SELECT * FROM client WHERE practice_id = ? AND id = ?')
        .get(practiceId, id);
      return row ? toClient(row) : null;
    },

    /** By name, archived last; with the little each line of the list shows. */
    list(): ClientLine[] {
      return db
        .prepare<[string], Record<string, unknown>>(
          `SELECT c.id, c.name, c.archived_at AS archivedAt, c.updated_at AS updatedAt,
                  (SELECT max(t.taken_on) FROM trial t
                    WHERE t.practice_id = c.practice_id AND t.client_id = c.id
                      AND t.struck_at IS NULL) AS lastMeasuredOn,
                  (SELECT json_object('day', s.day, 'at', s.at) FROM session s
                    WHERE s.practice_id = c.practice_id AND s.client_id = c.id
                    ORDER BY s.day DESC LIMIT 1) AS lastSession,
                  (SELECT json_extract(s.setup_json, '$.hold') FROM client_setup s
                    WHERE s.practice_id = c.practice_id AND s.client_id = c.id) AS hold,
                  EXISTS (SELECT 1 FROM prescription p
                    WHERE p.practice_id = c.practice_id AND p.client_id = c.id) AS hasPrescription
             FROM client c
            WHERE c.practice_id = ?
            ORDER BY c.archived_at IS NOT NULL, c.name COLLATE NOCASE, c.id`,
        )
        .all(practiceId)
        .map((row) =>
          clientLineSchema.parse({
            ...row,
            lastSession: JSON.parse((row['lastSession'] as string | null) ?? 'null'),
            hasPrescription: row['hasPrescription'] === 1,
          }),
        );
    },

    insert(id: string, values: ClientValues, stamp: Stamp): void {
      db.prepare(
        `INSERT INTO client (practice_id, id, version, name, stature_mm, mass_kg, segments_json,
                             shoulder_width_mm, inter_asis_mm, kit_json, notes, archived_at, created_at,
                             updated_at, said_at, said_by)
         VALUES (?, ?, 1, ?, ?, ?, ?, ?, ?, ?, ?, NULL, ?, ?, ?, ?)`,
      ).run(
        practiceId,
        id,
        values.name,
        values.statureMm,
        values.massKg,
        JSON.stringify(values.segmentsMm),
        values.shoulderWidthMm,
        values.interAsisMm,
        JSON.stringify(values.kit),
        values.notes,
        stamp[0],
        ...stamp,
      );
    },

    update(id: string, values: ClientValues, stamp: Stamp): void {
      db.prepare(
        `UPDATE client
            SET version = version + 1, name = ?, stature_mm = ?, mass_kg = ?, segments_json = ?,
                shoulder_width_mm = ?, inter_asis_mm = ?, kit_json = ?, notes = ?, updated_at = ?,
                said_at = ?, said_by = ?
          WHERE practice_id = ? AND id = ?`,
      ).run(
        values.name,
        values.statureMm,
        values.massKg,
        JSON.stringify(values.segmentsMm),
        values.shoulderWidthMm,
        values.interAsisMm,
        JSON.stringify(values.kit),
        values.notes,
        ...stamp,
        practiceId,
        id,
      );
    },

    archive(id: string, archived: boolean, stamp: Stamp): void {
      db.prepare(
        `UPDATE client SET version = version + 1, archived_at = ?, updated_at = ?, said_at = ?,
                said_by = ?
          WHERE practice_id = ? AND id = ?`,
      ).run(archived ? stamp[0] : null, ...stamp, practiceId, id);
    },
  };
}
