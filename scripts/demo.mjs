// npm run demo: installs, builds, migrates, seeds and serves; `-- --fresh` starts the data over.
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { installPackages, root } from './install.mjs';

async function main() {
  installPackages();
  const { buildApp } = await import('./build.mjs');
  const { serveUntilStopped, startServer } = await import('./server.mjs');
  await buildApp();

  const databaseFile = process.env.DATABASE_FILE ?? join(root, '.data/demo.sqlite');
  if (process.argv.includes('--fresh'))
    for (const suffix of ['', '-wal', '-shm']) rmSync(databaseFile + suffix, { force: true });

  const server = await startServer({
    port: Number(process.env.PORT ?? 8080),
    host: process.env.HOST ?? '127.0.0.1',
    databaseFile,
  });
  const seeded = spawnSync(
    process.execPath,
    ['--import', import.meta.resolve('tsx'), join(root, 'demo/main.ts'), server.address],
    { cwd: root, stdio: ['ignore', 'inherit', 'inherit'] },
  );
  if (seeded.status !== 0) {
    await server.stop();
    throw new Error('The demo data could not be written.');
  }
  await serveUntilStopped(server);
}

main().catch((error) => {
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
});
