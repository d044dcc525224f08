import { existsSync } from 'node:fs';
import { HOME_PRACTICE } from './plugins/practice.ts';
import { warmSummaries } from './summaries.ts';
import { sayZone } from './zone.ts';
import { dirname, join } from 'node:path';
import { buildApp } from './app.ts';
import { copyDaily } from './backup.ts';
import { Changes } from './changes.ts';
import { buildPages } from './pages/pages.ts';
import { besideInThread } from './beside.ts';
import {
  givenCertificates,
  namesIn,
  ownCertificates,
  ownNames,
  type Certificates,
} from './certificates.ts';
import { knownHosts } from './plugins/edge.ts';
import { CannotOpen, openDatabase, type Db } from './db/open.ts';
import { trustServer } from './trust.ts';

const here = import.meta.dirname;
const root = join(here, '../../..');
const port = Number(process.env['PORT'] ?? 8080);
const host = process.env['HOST'] ?? '127.0.0.1';
const databaseFile = process.env['DATABASE_FILE'] ?? join(root, '.data/zither-plumb.sqlite');
const staticFolder = process.env['STATIC_FOLDER'] ?? join(root, 'apps/app/dist');

/** Ends with a sentence for who started it, without a stack. */
function giveUp(message: string): never {
  process.stderr.write(`${message}\n`);
  process.exit(1);
}

function open(): Db {
  try {
    return openDatabase(databaseFile, join(here, 'db/migrations'));
  } catch (error) {
    if (error instanceof CannotOpen) return giveUp(error.message);
    throw error;
  }
}

/** Certificates given by TLS_CERT and TLS_KEY, or made on the spot with HTTPS=1; null = plain http. */
async function certificates(): Promise<Certificates | null> {
  const cert = process.env['TLS_CERT'] ?? '';
  const key = process.env['TLS_KEY'] ?? '';
  try {
    if (cert && key) return givenCertificates(cert, key);
  } catch {
    giveUp(`The certificate ${cert} or its key ${key} cannot be read.`);
  }
  return process.env['HTTPS'] === '1'
    ? ownCertificates(join(dirname(databaseFile), 'https'), new Date())
    : null;
}

const tls = await certificates();
const db = open();
const beside = besideInThread(new URL('./beside.worker.mjs', import.meta.url), databaseFile);
const changes = new Changes();
const pageOrigin = process.env['PAGE_ORIGIN'] ?? null;
if (pageOrigin !== null && !URL.canParse(pageOrigin))
  giveUp(`PAGE_ORIGIN is ${pageOrigin}. Write it as in https://plans.example:8443.`);
/** Names the configuration adds: given ones, where links open, and what a given certificate is for. */
const isOwnHost = knownHosts([
  ...(process.env['KNOWN_HOSTS'] ?? '').split(',').map((name) => name.trim()),
  ...(pageOrigin ? [new URL(pageOrigin).hostname] : []),
  ...(tls ? namesIn(tls.cert) : []),
]);
const logger = { level: process.env['LOG_LEVEL'] ?? 'info' };
const now = () => new Date().toISOString();
// Clients' pages have a port of their own, so that nothing else is reached by a link.
const pagePort = Number(process.env['PAGE_PORT'] ?? port + 2);
const pages = await buildPages({
  db,
  now,
  changes,
  logger,
  isKnownHost: isOwnHost,
  https: tls && { cert: tls.cert, key: tls.key },
});
const app = await buildApp({
  db,
  changes,
  pages: { origin: pageOrigin, port: pagePort },
  beside,
  isKnownHost: isOwnHost,
  staticFolder: existsSync(staticFolder) ? staticFolder : null,
  now,
  https: tls && { cert: tls.cert, key: tls.key },
  logger,
});

sayZone(db, HOME_PRACTICE.id, now());
const endCopies = copyDaily(
  db,
  process.env['BACKUP_FOLDER'] ?? join(dirname(databaseFile), 'backups'),
  () => new Date().toISOString(),
  (error) => app.log.error({ err: error }, 'the daily copy was not made'),
);

let stopping = false;
async function stop(signal: string): Promise<void> {
  if (stopping) return;
  stopping = true;
  app.log.info({ signal }, 'stopping');
  // Answers under way are finished first; then the write-ahead log is folded into the file.
  await app.close();
  await pages.close();
  trust?.close();
  await beside.close();
  await endCopies();
  db.pragma('wal_checkpoint(TRUNCATE)');
  db.close();
}
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => void stop(signal));

// Phones fetch the authority here before they can open the secure address.
const trustPort = Number(process.env['TRUST_PORT'] ?? port + 1);
const trust = tls?.authority
  ? trustServer(tls.authority, (name) => `https://${name}:${port}`)
  : null;

/** A taken port costs the pages alone: the app goes on without them. */
async function listenForPages(): Promise<void> {
  try {
    await pages.listen({ port: pagePort, host });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE') throw error;
    app.log.warn(
      `Port ${pagePort} is in use: clients’ links do not open. Set PAGE_PORT to another one.`,
    );
  }
}

try {
  await app.listen({ port, host });
  await listenForPages();
  void warmSummaries(db, new Date().toISOString(), () => stopping);
  await new Promise<void>((done, fail) => {
    if (!trust) return done();
    trust.once('error', fail);
    trust.listen(trustPort, host, () => done());
  });
  if (trust && host !== '127.0.0.1')
    for (const address of ownNames().addresses)
      process.stdout.write(`Connect a phone: http://${address}:${trustPort}/trust\n`);
} catch (error) {
  const { code } = error as NodeJS.ErrnoException;
  if (code === 'EADDRINUSE')
    giveUp(`Port ${port} is in use. Stop what listens there or set PORT to another one.`);
  if (code === 'EACCES') giveUp(`Port ${port} may not be used. Set PORT to one above 1024.`);
  throw error;
}
