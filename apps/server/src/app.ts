import { asWrittenNow } from '@zither/contract';
import helmet from '@fastify/helmet';
import fastify, { type FastifyInstance, type FastifyServerOptions } from 'fastify';
import { serializerCompiler } from 'fastify-type-provider-zod';
import { answerHere, type Answering } from './answering.ts';
import type { Db } from './db/open.ts';
import { practice } from './plugins/practice.ts';
import { problems } from './plugins/problems.ts';
import { staticApp } from './plugins/staticApp.ts';
import { captureRoutes } from './routes/captures.ts';
import { clientRoutes } from './routes/clients.ts';
import { healthRoutes } from './routes/health.ts';
import { operationRoutes } from './routes/operations.ts';
import { schoolRoutes } from './routes/schools.ts';
import { recordRoutes } from './routes/records.ts';
import { tableRoutes } from './routes/tables.ts';

/** Room for a minute of packed landmarks; files for import have their own limit. */
const BODY_LIMIT_BYTES = 2 * 1024 * 1024;

export interface AppOptions {
  db: Db;
  /** Exported app to serve; null = API only. */
  staticFolder: string | null;
  /** Now, ISO 8601 UTC. */
  now: () => string;
  logger?: FastifyServerOptions['logger'];
  /** Works out the answer on a client; left out = on this thread. */
  answer?: Answering;
}

/** Builds the server: one call a stage, in the order a request meets them (docs/architecture.md). */
export async function buildApp(options: AppOptions): Promise<FastifyInstance> {
  const app = fastify({ logger: options.logger ?? false, bodyLimit: BODY_LIMIT_BYTES });
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
  // What waited on a device across an update is read as this version writes it.
  app.addHook('preValidation', async (request) => {
    request.body = asWrittenNow(request.body);
  });
  app.setSerializerCompiler(serializerCompiler);
  app.addHook('onSend', async (request, reply) => {
    if (request.url.startsWith('/api/')) reply.header('cache-control', 'no-store');
  });
  practice(app, options.db, options.now);
  healthRoutes(app, options.db);
  clientRoutes(app, options.db);
  captureRoutes(app, options.db, options.now);
  tableRoutes(app, options.db);
  schoolRoutes(app, options.db);
  operationRoutes(app, options.db, options.now);
  recordRoutes(
    app,
    options.db,
    options.now,
    options.answer ?? (async (asked) => answerHere(asked)),
  );
  await staticApp(app, options.staticFolder);
  return app;
}
