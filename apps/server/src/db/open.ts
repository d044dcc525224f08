import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';

export type Db = Database.Database;

/**
 * Opens the database and brings it to the newest migration.
 *
 * WAL with `synchronous=FULL`: an acknowledged write is on the disk before the answer leaves.
 *
 * @param file path, or `:memory:` in tests
 * @param migrationsDir folder of `NNN_name.sql`, applied once each, in order, each in its own transaction
 */
export function openDatabase(file: string, migrationsDir: string): Db {
  if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true });
  const db = new Database(file);
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  db.pragma('busy_timeout = 4000');
  migrate(db, migrationsDir);
  return db;
}

function migrate(db: Db, migrationsDir: string): void {
  const names = readdirSync(migrationsDir)
    .filter((name) => /^\d{3}_.*\.sql$/.test(name))
    .sort();
  const done = db.pragma('user_version', { simple: true }) as number;
  for (const name of names) {
    const number = Number(name.slice(0, 3));
    if (number <= done) continue;
    const sql = readFileSync(join(migrationsDir, name), 'utf8');
    db.transaction(() => {
      db.exec(sql);
      db.pragma(`user_version = ${number}`);
    })();
  }
}
