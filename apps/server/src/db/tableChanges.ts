import {
  tableChangeRowSchema,
  type TableChangeRow,
  type TableChangeValues,
} from '@zither/contract';
import type { Db } from './open.ts';

interface Stored {
  id: string;
  values_json: string;
  updated_at: string;
}

const toRow = ({ id, values_json, updated_at }: Stored): TableChangeRow =>
  tableChangeRowSchema.parse({
    ...(JSON.parse(values_json) as object),
    id,
    version: 1,
    updatedAt: updated_at,
  });

/** Table `table_change`, scoped to one practice: the history of its own tables of causes and tests. */
export function tableChangesOf(db: Db, practiceId: string) {
  return {
    find(id: string): TableChangeRow | null {
      const stored = db
        .prepare<[string, string], Stored>(
          'SELECT id, values_json, updated_at FROM table_change WHERE practice_id = ? AND id = ?',
        )
        .get(practiceId, id);
      return stored ? toRow(stored) : null;
    },

    /** Oldest first, as received: the last word counts. */
    all(): TableChangeRow[] {
      return db
        .prepare<[string], Stored>(
          'SELECT id, values_json, updated_at FROM table_change WHERE practice_id = ? ORDER BY updated_at, rowid',
        )
        .all(practiceId)
        .map(toRow);
    },

    insert(id: string, values: TableChangeValues, at: string): void {
      db.prepare(
        'INSERT INTO table_change (practice_id, id, values_json, updated_at) VALUES (?, ?, ?, ?)',
      ).run(practiceId, id, JSON.stringify(values), at);
    },
  };
}
