import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { CannotOpen, mustBeWhole, type Db } from './db/open.ts';

/** Of the copies made by themselves, so many newest are kept. */
export const COPIES_KEPT = 14;

/**
 * Copies a database while it is in use, and proves the copy: opened, of ours, every page in order.
 *
 * @throws CannotOpen in words when the copy is not whole; it is removed again
 */
export async function backUp(db: Db, to: string): Promise<void> {
  mkdirSync(dirname(to), { recursive: true });
  // Under another name until it is proved: a file with the right name is always a whole one.
  const growing = `${to}.growing`;
  rmSync(growing, { force: true });
  try {
    await db.backup(growing);
    prove(growing);
    renameSync(growing, to);
  } finally {
    for (const suffix of ['', '-wal', '-shm']) rmSync(growing + suffix, { force: true });
  }
}

/** Opens a copy, checks it and leaves it as one file. */
function prove(file: string): void {
  const copy = new Database(file, { fileMustExist: true });
  try {
    copy.pragma('journal_mode = DELETE');
    mustBeWhole(copy, file);
  } finally {
    copy.close();
  }
}

/**
 * Puts a database back from a copy. The present database is copied first, beside it. Devices are told everything anew: places among the changes
 * of before mean nothing afterwards.
 *
 * @param newest the newest migration this version knows
 * @returns where what was there is kept; null when nothing was
 * @throws CannotOpen in words when the copy is not whole, not ours, or of a newer version
 */
export async function restore(
  from: string,
  file: string,
  stamp: string,
  newest: number,
): Promise<string | null> {
  if (!existsSync(from)) throw new CannotOpen(`${from} is not there.`);
  const copy = new Database(from, { readonly: true, fileMustExist: true });
  try {
    mustBeWhole(copy, from, newest);
    let kept: string | null = null;
    if (existsSync(file)) {
      kept = `${file}.before-restore-${stamp.replace(/[:.]/g, '-')}`;
      const there = new Database(file, { fileMustExist: true });
      try {
        await there.backup(kept);
      } finally {
        there.close();
      }
    } else mkdirSync(dirname(file), { recursive: true });
    await copy.backup(file);
    const restored = new Database(file, { timeout: 8000 });
    try {
      mustBeWhole(restored, file);
      const columns = restored
        .prepare("SELECT name FROM pragma_table_info('practice')")
        .pluck()
        .all();
      if (columns.includes('epoch'))
        restored.prepare('UPDATE practice SET epoch = lower(hex(randomblob(6)))').run();
    } finally {
      restored.close();
    }
    return kept;
  } finally {
    copy.close();
  }
}

/** The dated copy of a day, unless it is there already; older ones beyond so many are removed. */
export async function keepDated(
  db: Db,
  folder: string,
  day: string,
  most: number = COPIES_KEPT,
): Promise<string | null> {
  const name = `zither-plumb-${day}.sqlite`;
  const to = join(folder, name);
  if (existsSync(to)) return null;
  await backUp(db, to);
  const dated = readdirSync(folder)
    .filter((file) => /^zither-plumb-\d{4}-\d{2}-\d{2}\.sqlite$/.test(basename(file)))
    .sort()
    .reverse();
  for (const old of dated.slice(most)) rmSync(join(folder, old));
  return to;
}

const HOUR_MS = 3_600_000;

/** Keeps a dated copy every day the server runs. Returns what ends it. */
export function copyDaily(
  db: Db,
  folder: string,
  now: () => string,
  said: (error: unknown) => void,
): () => Promise<void> {
  let running: Promise<unknown> = Promise.resolve();
  const look = () => {
    running = running.then(() => keepDated(db, folder, now().slice(0, 10))).catch(said);
  };
  look();
  const timer = setInterval(look, HOUR_MS);
  timer.unref();
  return async () => {
    clearInterval(timer);
    await running;
  };
}
