import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';

export type Db = Database.Database;

/** Stands in the head of every database of ours, so that a foreign file is never written to. */
const APPLICATION_ID = 0x5a504c42;

/** Waited for while opening; in service a busy database is asked again without holding others up (`plugins/busy.ts`). */
const OPENING_WAIT_MS = 8000;
const SERVICE_WAIT_MS = 20;

/** The database cannot be used; the message is for the person who starts the server. */
export class CannotOpen extends Error {}

/**
 * Opens the database and brings it to the newest migration.
 *
 * WAL with `synchronous=FULL`: an acknowledged write is on the disk before the answer leaves.
 *
 * @param file path, or `:memory:` in tests
 * @param migrationsDir folder of `NNN_name.sql`, applied once each, in order, all in one exclusive transaction
 * @throws CannotOpen in words: not a database, foreign, of a newer version, not to be written
 */
export function openDatabase(file: string, migrationsDir: string): Db {
  const migrations = migrationsIn(migrationsDir);
  const newest = newestIn(migrationsDir);
  try {
    if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true });
    const db = new Database(file, { timeout: OPENING_WAIT_MS });
    try {
      mustBeOurs(db, file, newest);
      patiently(() => db.pragma('journal_mode = WAL'));
      db.pragma('synchronous = FULL');
      db.pragma('foreign_keys = ON');
      migrate(db, file, migrations);
      db.pragma(`busy_timeout = ${SERVICE_WAIT_MS}`);
      return db;
    } catch (error) {
      db.close();
      throw error;
    }
  } catch (error) {
    throw inWords(error, file);
  }
}

const number = (db: Db, pragma: string): number => db.pragma(pragma, { simple: true }) as number;

const migrationsIn = (folder: string) =>
  readdirSync(folder)
    .filter((name) => /^\d{3}_.*\.sql$/.test(name))
    .sort()
    .map((name) => ({ number: Number(name.slice(0, 3)), path: join(folder, name) }));

/** The newest migration this version knows. */
export const newestIn = (folder: string): number => migrationsIn(folder).at(-1)?.number ?? 0;

/** Refuses a copy that is not ours, of a newer version, or damaged. */
export function mustBeWhole(db: Db, file: string, newest = Infinity): void {
  try {
    mustBeOurs(db, file, newest);
    const [found] = db.pragma('integrity_check(1)', { simple: false }) as {
      integrity_check: string;
    }[];
    if (found?.integrity_check !== 'ok' || number(db, 'user_version') === 0)
      throw new CannotOpen(`${file} is damaged or empty; it was not used.`);
  } catch (error) {
    throw inWords(error, file);
  }
}

/** Refuses a file of another program or a newer version before anything is written. */
function mustBeOurs(db: Db, file: string, newest: number): void {
  const [id, version] = [number(db, 'application_id'), number(db, 'user_version')];
  const tables = db
    .prepare("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'")
    .pluck()
    .all();
  const isEmpty = tables.length === 0 && version === 0 && id === 0;
  // Files of versions before the mark was set are known by their tables.
  const isEarlier = id === 0 && version > 0 && tables.includes('operation_log');
  if (!isEmpty && !isEarlier && id !== APPLICATION_ID)
    throw new CannotOpen(
      `${file} is a database of another program. It was not changed. Set DATABASE_FILE to another path.`,
    );
  if (version > newest)
    throw new CannotOpen(
      `${file} was written by a newer version (${version}; this one knows ${newest}). It was not changed. Start the newer version, or restore a backup of before.`,
    );
}

function migrate(
  db: Db,
  file: string,
  migrations: readonly { number: number; path: string }[],
): void {
  const isDue = () => {
    const done = number(db, 'user_version');
    return migrations.filter((m) => m.number > done);
  };
  if (isDue().length === 0) return;
  const isNew = number(db, 'user_version') === 0;
  patiently(() => {
    db.exec('BEGIN EXCLUSIVE');
    try {
      // Another process may have done it while this one waited for its turn.
      const due = isDue();
      const before = number(db, 'user_version');
      if (due.length > 0 && before > 0 && file !== ':memory:') copyBefore(file, before);
      for (const { number: to, path } of due) {
        db.exec(readFileSync(path, 'utf8'));
        db.pragma(`user_version = ${to}`);
      }
      db.pragma(`application_id = ${APPLICATION_ID}`);
      db.exec('COMMIT');
    } catch (error) {
      if (db.inTransaction) db.exec('ROLLBACK');
      throw error;
    }
  });
  // Room that dropped tables held goes back to the disk.
  if (!isNew) patiently(() => db.exec('VACUUM'));
}

/** A copy of the file as it was, beside it; made while nobody else can write. */
function copyBefore(file: string, version: number): void {
  const copy = `${file}.before-upgrade-from-${version}`;
  if (existsSync(copy)) return;
  const reader = new Database(file, { readonly: true });
  try {
    reader.prepare('VACUUM INTO ?').run(copy);
  } finally {
    reader.close();
  }
}

/** Repeats what another process holds up for a moment; some of SQLite's locks do not wait by themselves. */
function patiently(does: () => void): void {
  for (const end = Date.now() + OPENING_WAIT_MS; ;) {
    try {
      return does();
    } catch (error) {
      if (!isBusy(error) || Date.now() > end) throw error;
      Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 25);
    }
  }
}

/** The code SQLite gave an error; empty for any other error. */
export const sqliteCode = (error: unknown): string =>
  // By name: the addon keeps the class of whoever loaded it first, and two copies of the package in one process have two.
  isSqliteError(error) ? error.code : '';

const isSqliteError = (error: unknown): error is { code: string } =>
  typeof error === 'object' &&
  error !== null &&
  'name' in error &&
  error.name === 'SqliteError' &&
  'code' in error &&
  typeof error.code === 'string';

export const isBusy = (error: unknown): boolean => /^SQLITE_(BUSY|LOCKED)/.test(sqliteCode(error));

function inWords(error: unknown, file: string): unknown {
  const code = sqliteCode(error) || ((error as NodeJS.ErrnoException).code ?? '');
  const why = /NOTADB|CORRUPT/.test(code)
    ? 'is not a database, or is damaged. Restore a backup, or set DATABASE_FILE to another path.'
    : /CANTOPEN|EACCES|EISDIR|ENOTDIR|EEXIST/.test(code)
      ? 'cannot be opened. Check that the folder exists and that the server may write there.'
      : /READONLY|EROFS|EPERM/.test(code)
        ? 'cannot be written: the file or its folder is read-only.'
        : /FULL|ENOSPC/.test(code)
          ? 'cannot be written: the disk is full.'
          : isBusy(error)
            ? 'is held by another program. Close it and start again.'
            : null;
  return why === null ? error : new CannotOpen(`${file} ${why}`);
}

/** Opens a file that the server has brought up to date; for a thread beside it, which may wait for its turn. */
export function openBeside(file: string): Db {
  const db = new Database(file, { timeout: OPENING_WAIT_MS, fileMustExist: true });
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  return db;
}
