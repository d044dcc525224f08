// npm run start: installs, builds, migrates and serves the practice's own data. `-- --https` serves it securely to the phones in the gym, with
// certificates made on the spot or given: `-- --https --cert file --key file`.
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { installPackages, root } from './install.mjs';

async function main() {
  const { values } = parseArgs({
    options: {
      https: { type: 'boolean', default: false },
      cert: { type: 'string' },
      key: { type: 'string' },
    },
  });
  if (Boolean(values.cert) !== Boolean(values.key))
    throw new Error('Give both --cert and --key, or neither.');
  installPackages();
  const { buildApp } = await import('./build.mjs');
  const { serveUntilStopped, startServer } = await import('./server.mjs');
  await buildApp();
  const at = (file) => resolve(process.env.INIT_CWD ?? process.cwd(), file);
  const isSecure = values.https || Boolean(values.cert);
  const server = await startServer({
    port: Number(process.env.PORT ?? (isSecure ? 8443 : 8080)),
    // Securely it is meant for the phones around; plainly for this computer alone.
    host: process.env.HOST ?? (isSecure ? '0.0.0.0' : '127.0.0.1'),
    databaseFile: process.env.DATABASE_FILE ?? join(root, '.data/zither-plumb.sqlite'),
    secure: isSecure ? (values.cert ? { cert: at(values.cert), key: at(values.key) } : {}) : null,
  });
  await serveUntilStopped(server);
}

main().catch((error) => {
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
});
