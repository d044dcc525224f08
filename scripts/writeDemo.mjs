// node scripts/writeDemo.mjs FILE: the demo as one database file, written through the API as `npm run demo` writes it.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { root } from './install.mjs';
import { startServer } from './server.mjs';

async function freePort() {
  const probe = createServer().listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address();
  probe.close();
  await once(probe, 'close');
  return port;
}

const [databaseFile] = process.argv.slice(2);
if (!databaseFile) throw new Error('Name the file to write.');
process.env.PAGE_PORT = String(await freePort());
const server = await startServer({ port: await freePort(), databaseFile, logLevel: 'error' });
const demo = spawn(
  process.execPath,
  ['--import', import.meta.resolve('tsx'), join(root, 'demo/main.ts'), server.address],
  { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] },
);
const [code] = await once(demo, 'exit');
// The server puts everything into the one file as it stops.
await server.stop();
process.exitCode = code ?? 1;
