import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { answerInThread } from './answering.ts';
import { buildApp } from './app.ts';
import { openDatabase } from './db/open.ts';

const here = import.meta.dirname;
const root = join(here, '../../..');
const port = Number(process.env['PORT'] ?? 8080);
const host = process.env['HOST'] ?? '127.0.0.1';
const databaseFile = process.env['DATABASE_FILE'] ?? join(root, '.data/zither-plumb.sqlite');
const staticFolder = process.env['STATIC_FOLDER'] ?? join(root, 'apps/app/dist');

const db = openDatabase(databaseFile, join(here, 'db/migrations'));
const answer = answerInThread(new URL('./answer.worker.mjs', import.meta.url));
const app = await buildApp({
  db,
  answer,
  staticFolder: existsSync(staticFolder) ? staticFolder : null,
  now: () => new Date().toISOString(),
  logger: { level: process.env['LOG_LEVEL'] ?? 'info' },
});

let stopping = false;
async function stop(signal: string): Promise<void> {
  if (stopping) return;
  stopping = true;
  app.log.info({ signal }, 'stopping');
  // Answers under way are finished first; then the write-ahead log is folded into the file.
  await app.close();
  await answer.close();
  db.pragma('wal_checkpoint(TRUNCATE)');
  db.close();
}
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => void stop(signal));

await app.listen({ port, host });
