import {
  tableChangeRowSchema,
  type TableChangeRow,
  type TableChangeValues,
} from '@zither/contract';
import type { Db } from './open.ts';
import { stampOf, type Stamp, type Stamped } from './stamp.ts';

interface Stored extends Stamped {
  id: string;
  values_json: string;
}

const toRow = (stored: Stored): TableChangeRow =>
  tableChangeRowSchema.parse({
    ...(JSON.parse(stored.values_json) as object),
    id: stored.id,
    version: 1,
    ...stampOf(stored),
  });

/** Table `table_change`, scoped to one practice: the history of its own tables of causes and tests. */
export function tableChangesOf(db: Db, practiceId: string) {
  return {
    find(id: string): TableChangeRow | null {
      const stored = db
        .prepare<[string, string], Stored>(
          'SELECT * FROM table_change WHERE practice_id = ? AND id = ?',
        )
        .get(practiceId, id);
      return stored ? toRow(stored) : null;
    },

    /** Oldest said first: the last word counts. */
    all(): TableChangeRow[] {
      return db
        .prepare<[string], Stored>(
          'SELECT * FROM table_change WHERE practice_id = ? ORDER BY said_at, rowid',
        )
        .all(practiceId)
        .map(toRow);
    },

    insert(id: string, values: TableChangeValues, stamp: Stamp): void {
      db.prepare(
        `INSERT INTO table_change (practice_id, id, values_json, updated_at, said_at, said_by)
         VALUES (?, ?, ?, ?, ?, ?)`,
      ).run(practiceId, id, JSON.stringify(values), ...stamp);
    },
  };
}
