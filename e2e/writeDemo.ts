import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { TestServer } from './support.ts';

/** Writes the demo once, through the API; every test file starts from a copy of it. */
export default async function writeDemo(): Promise<void> {
  const server = new TestServer();
  await server.start();
  await server.seed();
  await server.stop();
  const path = join(mkdtempSync(join(tmpdir(), 'plumb-demo-')), 'demo.sqlite');
  server.copyTo(path);
  process.env['DEMO_FILE'] = path;
}
