import {
  schoolChoiceSchema,
  schoolSchema,
  type School,
  type SchoolChoiceValues,
  type Schools,
  type SchoolValues,
} from '@zither/contract';
import type { Db } from './open.ts';
import { stampOf, type Stamp, type Stamped } from './stamp.ts';

interface Stored extends Stamped {
  id: string;
  version: number;
  values_json: string;
}

const rowOf = (stored: Stored) => ({
  ...(JSON.parse(stored.values_json) as object),
  id: stored.id,
  version: stored.version,
  ...stampOf(stored),
});

/** Tables `school` and `school_choice`, scoped to one practice. */
export function schoolsOf(db: Db, practiceId: string) {
  const find = (id: string): School | null => {
    const stored = db
      .prepare<[string, string], Stored>('SELECT * FROM school WHERE practice_id = ? AND id = ?')
      .get(practiceId, id);
    return stored ? schoolSchema.parse(rowOf(stored)) : null;
  };
  const findChoice = (id: string) => {
    const stored = db
      .prepare<[string, string], Stored>(
        'SELECT *, 1 AS version FROM school_choice WHERE practice_id = ? AND id = ?',
      )
      .get(practiceId, id);
    return stored ? schoolChoiceSchema.parse(rowOf(stored)) : null;
  };
  return {
    find,
    findChoice,

    /** Own schools in the order they were made, and the last choice of the usual one. */
    all(): Schools {
      const own = db
        .prepare<[string], Stored>('SELECT * FROM school WHERE practice_id = ? ORDER BY rowid')
        .all(practiceId)
        .map((stored) => schoolSchema.parse(rowOf(stored)));
      const last = db
        .prepare<[string], { profile: string }>(
          `SELECT json_extract(values_json, '$.profile') AS profile FROM school_choice
            WHERE practice_id = ? ORDER BY said_at DESC, rowid DESC LIMIT 1`,
        )
        .get(practiceId);
      return { own, usual: last?.profile ?? 'balanced' };
    },

    /** Every choice of the usual one, oldest first. */
    choices() {
      return db
        .prepare<[string], Stored>(
          'SELECT *, 1 AS version FROM school_choice WHERE practice_id = ? ORDER BY said_at, rowid',
        )
        .all(practiceId)
        .map(rowOf);
    },

    insert(id: string, values: SchoolValues, stamp: Stamp): void {
      db.prepare(
        `INSERT INTO school (practice_id, id, version, values_json, updated_at, said_at, said_by)
         VALUES (?, ?, 1, ?, ?, ?, ?)`,
      ).run(practiceId, id, JSON.stringify(values), ...stamp);
    },

    update(id: string, values: SchoolValues, stamp: Stamp): void {
      db.prepare(
        `UPDATE school
            SET version = version + 1, values_json = ?, updated_at = ?, said_at = ?, said_by = ?
          WHERE practice_id = ? AND id = ?`,
      ).run(JSON.stringify(values), ...stamp, practiceId, id);
    },

    choose(id: string, values: SchoolChoiceValues, stamp: Stamp): void {
      db.prepare(
        `INSERT INTO school_choice (practice_id, id, values_json, updated_at, said_at, said_by)
         VALUES (?, ?, ?, ?, ?, ?)`,
      ).run(practiceId, id, JSON.stringify(values), ...stamp);
    },
  };
}
