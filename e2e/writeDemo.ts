import { spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Writes the demo once, unless whoever started the run has written it; every test file starts from a copy of it. */
export default function writeDemo(): void {
  if (process.env['DEMO_FILE']) return;
  const path = join(mkdtempSync(join(tmpdir(), 'plumb-demo-')), 'demo.sqlite');
  const script = join(__dirname, '../scripts/writeDemo.mjs');
  const { status } = spawnSync(process.execPath, [script, path], { stdio: 'inherit' });
  if (status !== 0) throw new Error('The demo data could not be written.');
  process.env['DEMO_FILE'] = path;
}
