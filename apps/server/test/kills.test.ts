import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase } from '../src/db/open.ts';
import { freePort, ready, startProcess } from './started.ts';
import { MIGRATIONS, newClient, newTrial } from './support.ts';

/** `npm run kills` asks for 50. */
const KILLS = Number(process.env['KILLS'] ?? 5);
const WRITERS = 8;

it(`keeps every acknowledged write exactly once through ${KILLS} kills under ${WRITERS} writers, answers cut off and sent again`, async () => {
  const file = join(mkdtempSync(join(tmpdir(), 'plumb-kills-')), 'test.sqlite');
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  const post = (body: unknown, signal?: AbortSignal) =>
    fetch(`${address}/api/operations`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
      ...(signal ? { signal } : {}),
    });
  let server = startProcess(file, port);
  await ready(address);
  const client = newClient();
  expect((await post(client)).status).toBe(200);

  const acknowledged = new Set<string>();
  let isOver = false;
  let cut = 0;
  /** One writer: each operation is sent until it is answered, sometimes with the answer cut off on the way. */
  const write = async (writer: number): Promise<void> => {
    for (let n = 0; !isOver; n += 1) {
      const trial = newTrial(client.rowId, { value: 60 + (n % 50) });
      for (let isKept = false; !isKept;) {
        const cutter = new AbortController();
        const isCut = (n + writer) % 4 === 0 && !isOver;
        const timer = isCut ? setTimeout(() => cutter.abort(), n % 5) : undefined;
        try {
          const answer = await post(trial, cutter.signal);
          isKept = answer.status === 200;
          if (!isKept && answer.status < 500) throw new Error(await answer.text());
        } catch (error) {
          if (error instanceof Error && /"code"/.test(error.message)) throw error;
          if (isCut) cut += 1;
          await new Promise((resolve) => setTimeout(resolve, 15));
        }
        clearTimeout(timer);
      }
      acknowledged.add(trial.rowId);
    }
  };
  const writers = Array.from({ length: WRITERS }, (_, i) => write(i));
  for (let kill = 0; kill < KILLS; kill += 1) {
    await new Promise((resolve) => setTimeout(resolve, 120 + ((kill * 37) % 160)));
    server.child.kill('SIGKILL');
    await server.ended;
    server = startProcess(file, port);
    await ready(address);
  }
  isOver = true;
  await Promise.all(writers);
  server.child.kill('SIGTERM');
  await server.ended;

  const db = openDatabase(file, MIGRATIONS);
  const kept = db.prepare("SELECT id, version FROM document WHERE kind = 'trial'").all() as {
    id: string;
    version: number;
  }[];
  // How many there are depends on the machine; that there were some under every kill does not.
  expect(acknowledged.size).toBeGreaterThan(KILLS * 2);
  expect(cut).toBeGreaterThan(0);
  expect(new Set(kept.map((k) => k.id))).toEqual(acknowledged);
  expect(kept.every((k) => k.version === 1)).toBe(true);
  expect(db.prepare("SELECT count(*) FROM operation WHERE kind = 'trial.put'").pluck().get()).toBe(
    acknowledged.size,
  );
  expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
  db.close();
}, 600_000);
