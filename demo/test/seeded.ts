import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoIn } from './demoIn.ts';

/** The demo in a file of its own, written by a plain process: inside a test the same sums take three times as long. */
export async function seeded() {
  const folder = mkdtempSync(join(tmpdir(), 'demo-seeded-'));
  const file = join(folder, 'demo.sqlite');
  const tsx = require.resolve('tsx');
  const child = spawn(
    process.execPath,
    ['--import', tsx, join(__dirname, 'writeSeeded.ts'), file],
    {
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  );
  let said = '';
  child.stdout.on('data', (piece: Buffer) => (said += String(piece)));
  const [code] = await once(child, 'exit');
  if (code !== 0) throw new Error('The demo could not be written.');
  const demo = await demoIn(file);
  const close = async () => {
    await demo.app.close();
    demo.db.close();
    rmSync(folder, { recursive: true, force: true });
  };
  return { ...demo, written: Number(said), close };
}
