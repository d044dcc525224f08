// Starts and stops the server as a child process.
import { spawn } from 'node:child_process';
import http from 'node:http';
import https from 'node:https';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { root } from './install.mjs';

/** Whether nothing listens on the port yet. */
export const isFree = (port, host) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });

/** Whether the server answers; its own certificate need not be trusted for that. */
const answers = (address) =>
  new Promise((resolve) => {
    const ask = address.startsWith('https') ? https.get : http.get;
    ask(`${address}/api/health`, { rejectUnauthorized: false }, (answer) => {
      answer.resume();
      resolve(answer.statusCode === 200);
    }).on('error', () => resolve(false));
  });

/** Says where the server is, and keeps this process until it ends or is told to stop. */
export async function serveUntilStopped(server) {
  process.stdout.write(`\nZither Plumb is at ${server.address}  (Ctrl-C stops it)\n`);
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    void server.stop();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  await server.ended;
  if (stopping) process.stdout.write('Stopped. The data is kept.\n');
  else process.exitCode = 1;
}

/** Starts the server and waits until it answers; rejects when it ends first. */
export async function startServer({
  port,
  host = '127.0.0.1',
  databaseFile,
  logLevel = 'warn',
  secure = null,
}) {
  if (!(await isFree(port, host)))
    throw new Error(`Port ${port} is in use. Stop what listens there or set PORT to another one.`);
  const child = spawn(
    process.execPath,
    ['--import', import.meta.resolve('tsx'), join(root, 'apps/server/src/main.ts')],
    {
      cwd: root,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: {
        ...process.env,
        PORT: String(port),
        HOST: host,
        ...(secure?.cert ? { TLS_CERT: secure.cert, TLS_KEY: secure.key } : {}),
        ...(secure && !secure.cert ? { HTTPS: '1' } : {}),
        DATABASE_FILE: databaseFile,
        LOG_LEVEL: process.env.LOG_LEVEL ?? logLevel,
      },
    },
  );
  const address = `${secure ? 'https' : 'http'}://${host === '0.0.0.0' ? 'localhost' : host}:${port}`;
  const ended = new Promise((resolve) => child.once('exit', (code) => resolve(code ?? 0)));
  let isOver = false;
  void ended.then(() => {
    isOver = true;
  });
  for (;;) {
    if (isOver) throw new Error('The server ended before it answered.');
    if (await answers(address)) break;
    await new Promise((resolve) => setTimeout(resolve, 60));
  }
  return {
    address,
    pid: child.pid,
    ended,
    async stop() {
      child.kill('SIGTERM');
      await ended;
    },
  };
}
