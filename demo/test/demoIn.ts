import { join } from 'node:path';
import { buildApp } from '../../apps/server/src/app.ts';
import { openDatabase } from '../../apps/server/src/db/open.ts';
import { seed } from '../seed.ts';
import type { SeedTarget } from '../shapes.ts';

/** A database of the tests' demo behind a server whose clock stands still; `write` puts the demo into it where it is not there yet. */
export async function demoIn(file: string) {
  const root = process.cwd();
  const db = openDatabase(file, join(root, 'apps/server/src/db/migrations'));
  const app = await buildApp({ db, staticFolder: null, now: () => '2026-01-05T09:00:00.000Z' });
  const target: SeedTarget = {
    get: async (url) => (await app.inject({ url })).json() as unknown,
    send: async (operation) => {
      const answer = await app.inject({
        method: 'POST',
        url: '/api/operations',
        payload: operation,
      });
      if (answer.statusCode !== 200) throw new Error(answer.body);
    },
  };
  return { db, app, target, write: () => seed(target, new Date(2026, 0, 5)) };
}
