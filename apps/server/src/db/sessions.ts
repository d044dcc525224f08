import { sessionSchema, type Session, type Stage } from '@zither/contract';
import type { Db } from './open.ts';
import { stampOf, type Stamp, type Stamped } from './stamp.ts';

interface Row extends Stamped {
  id: string;
  client_id: string;
  version: number;
  day: string;
  at: Stage;
}

const toSession = (row: Row): Session =>
  sessionSchema.parse({
    id: row.id,
    clientId: row.client_id,
    version: row.version,
    day: row.day,
    at: row.at,
    ...stampOf(row),
  });

/** Table `session`, scoped to one practice. */
export function sessionsOf(db: Db, practiceId: string) {
  return {
    /** The client's session of one day. */
    find(clientId: string, day: string): Session | null {
      const row = db
        .prepare<[string, string, string], Row>(
          'SELECT * FROM session WHERE practice_id = ? AND client_id = ? AND day = ?',
        )
        .get(practiceId, clientId, day);
      return row ? toSession(row) : null;
    },

    /** Newest day first. */
    ofClient(clientId: string, most: number): Session[] {
      return db
        .prepare<[string, string, number], Row>(
          `SELECT * FROM session WHERE practice_id = ? AND client_id = ?
            ORDER BY day DESC LIMIT ?`,
        )
        .all(practiceId, clientId, most)
        .map(toSession);
    },

    /** Opens the day's session or moves on in it. `id` names it only when it is new. */
    visit(id: string, clientId: string, day: string, stage: Stage, stamp: Stamp): void {
      db.prepare(
        `INSERT INTO session (practice_id, id, client_id, version, day, at, updated_at, said_at, said_by)
         VALUES (?, ?, ?, 1, ?, ?, ?, ?, ?)
         ON CONFLICT (practice_id, client_id, day)
         DO UPDATE SET version = version + 1, at = excluded.at, updated_at = excluded.updated_at,
                       said_at = excluded.said_at, said_by = excluded.said_by`,
      ).run(practiceId, id, clientId, day, stage, ...stamp);
    },
  };
}
