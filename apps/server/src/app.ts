import { asWrittenNow } from '@zither/contract';
import { constants } from 'node:zlib';
import compress from '@fastify/compress';
import helmet from '@fastify/helmet';
import fastify, { type FastifyInstance, type FastifyServerOptions } from 'fastify';
import { serializerCompiler } from 'fastify-type-provider-zod';
import { doJob, type Beside } from './beside.ts';
import { Changes } from './changes.ts';
import type { Db } from './db/open.ts';
import { edge, knownHosts } from './plugins/edge.ts';
import { practice } from './plugins/practice.ts';
import { problems, unreadable } from './plugins/problems.ts';
import { staticApp } from './plugins/staticApp.ts';
import { captureRoutes } from './routes/captures.ts';
import { clientRoutes } from './routes/clients.ts';
import { shelfRoutes } from './routes/feed.ts';
import { healthRoutes } from './routes/health.ts';
import { operationRoutes } from './routes/operations.ts';
import { recordRoutes } from './routes/records.ts';

/** Room for a minute of packed landmarks; files for import have their own limit. */
const BODY_LIMIT_BYTES = 2 * 1024 * 1024;

export interface AppOptions {
  db: Db;
  /** Exported app to serve; null = API only. */
  staticFolder: string | null;
  /** Now, ISO 8601 UTC. */
  now: () => string;
  logger?: FastifyServerOptions['logger'];
  /** Certificate and key to serve with; null or left out = plain http. */
  https?: { cert: string; key: string } | null;
  /** Tells whoever waits of what was written; handed in where something else writes too. */
  changes?: Changes;
  /** Where clients open their pages; null or left out = nowhere. */
  pages?: { origin: string | null; port: number } | null;
  /** Whether a host named by a request is this computer; left out = its own names and addresses. */
  isKnownHost?: (host: string | undefined) => boolean;
  /** Does long work; left out = on this thread. */
  beside?: Beside;
}

/** Builds the server: one call a stage, in the order a request meets them (docs/architecture.md). */
export async function buildApp(options: AppOptions): Promise<FastifyInstance> {
  const app: FastifyInstance = fastify({
    ...(options.https ? { https: options.https } : {}),
    logger: options.logger ?? false,
    bodyLimit: BODY_LIMIT_BYTES,
    // While it stops, what has come is still answered.
    return503OnClosing: false,
    forceCloseConnections: 'idle',
    ...unreadable,
  });
  const changes = options.changes ?? new Changes();
  app.addHook('preClose', async () => changes.close());
  await app.register(compress, {
    threshold: 1024,
    encodings: ['br', 'gzip'],
    // Of a long record, 4 makes a tenth less in twice the time (2.2 MB: 151 KB in 50 ms, against 164 KB in 26 ms).
    brotliOptions: { params: { [constants.BROTLI_PARAM_QUALITY]: 3 } },
  });
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        frameAncestors: ["'none'"],
        baseUri: ["'self'"],
      },
    },
  });
  problems(app);
  edge(app, options.isKnownHost ?? knownHosts());
  // Changes that waited on a device across an update are read in this version's form.
  app.addHook('preValidation', async (request) => {
    request.body = asWrittenNow(request.body);
  });
  app.setSerializerCompiler(serializerCompiler);
  app.addHook('onSend', async (request, reply) => {
    if (request.url.startsWith('/api/')) reply.header('cache-control', 'no-store');
  });
  practice(app, options.db, options.now);
  healthRoutes(app, options.db, options.pages ?? null);
  clientRoutes(app, options.db, options.now);
  captureRoutes(app, options.db, options.now, changes);
  operationRoutes(app, options.db, options.now, changes);
  await recordRoutes(app, {
    db: options.db,
    now: options.now,
    beside: options.beside ?? (async (job) => doJob(options.db, job)),
    changes,
  });
  shelfRoutes(app, options.db, changes);
  await staticApp(app, options.staticFolder);
  return app;
}
