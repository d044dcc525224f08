import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { createServer, type AddressInfo } from 'node:net';
import { join } from 'node:path';

const ROOT = join(__dirname, '../../..');

export async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address() as AddressInfo;
  probe.close();
  await once(probe, 'close');
  return port;
}

export interface Started {
  child: ChildProcess;
  address: string;
  ended: Promise<number | null>;
  /** What it wrote to standard error. */
  said: () => string;
}

/** Starts the server as a process of its own, as `npm start` does. */
export function startProcess(file: string, port: number, env: NodeJS.ProcessEnv = {}): Started {
  const child = spawn(process.execPath, ['--import', 'tsx', 'apps/server/src/main.ts'], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'pipe'],
    env: {
      ...process.env,
      PORT: String(port),
      DATABASE_FILE: file,
      LOG_LEVEL: 'silent',
      STATIC_FOLDER: '/nowhere',
      ...env,
    },
  });
  let said = '';
  child.stderr?.on('data', (chunk) => (said += String(chunk)));
  return {
    child,
    address: `http://127.0.0.1:${port}`,
    ended: once(child, 'exit').then(([code]) => code as number | null),
    said: () => said,
  };
}

/** Waits until it answers. */
export async function ready(address: string): Promise<void> {
  for (let n = 0; n < 400; n += 1) {
    if ((await fetch(`${address}/api/health`).catch(() => null))?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
  throw new Error('The server did not answer.');
}
