import type { Statement } from 'better-sqlite3';
import type { Db } from './open.ts';

const kept = new WeakMap<Db, Map<string, Statement>>();

/** A statement, prepared once for each database and used again. */
export function prepared<P extends unknown[], R = unknown>(db: Db, sql: string): Statement<P, R> {
  const own = kept.get(db) ?? new Map<string, Statement>();
  kept.set(db, own);
  const statement = own.get(sql) ?? db.prepare(sql);
  own.set(sql, statement);
  return statement as unknown as Statement<P, R>;
}
