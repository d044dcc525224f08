import { daySchema, feedSchema, idSchema, recordSchema } from '@zither/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Beside } from '../beside.ts';
import type { Changes } from '../changes.ts';
import type { Db } from '../db/open.ts';
import { rowsOf } from '../db/rows.ts';
import { Refusal } from '../errors.ts';
import { recordOf } from '../reading.ts';
import { gymDay } from '../zone.ts';
import { answerFeed, feedQuery } from './feed.ts';

const RECORD_LIMIT_BYTES = 40 * 1024 * 1024;

interface Ground {
  db: Db;
  now: () => string;
  beside: Beside;
  changes: Changes;
}

/** A client's whole record out and in, what is new in it, and the one answer on it. */
export async function recordRoutes(app: FastifyInstance, ground: Ground): Promise<void> {
  const { db, now, beside, changes } = ground;
  const routes = app.withTypeProvider<ZodTypeProvider>();

  routes.get(
    '/api/clients/:id/record',
    {
      schema: {
        params: z.strictObject({ id: idSchema }),
        querystring: z.strictObject(feedQuery),
        response: { 200: z.union([feedSchema, recordSchema]) },
      },
    },
    async (request, reply) => {
      const { id } = request.params;
      if (request.query.since !== undefined)
        return answerFeed(ground, request, reply, id, request.query) as never;
      const record = recordOf(rowsOf(db, request.practiceId), id);
      if (!record) throw new Refusal('noSuchClient', { path: 'id' });
      return record;
    },
  );

  routes.get(
    '/api/clients/:id/answer',
    {
      schema: {
        params: z.strictObject({ id: idSchema }),
        querystring: z.strictObject({ on: daySchema.optional() }),
      },
    },
    (request) =>
      beside({
        kind: 'answer',
        practiceId: request.practiceId,
        clientId: request.params.id,
        on: request.query.on ?? gymDay(db, request.practiceId, now()),
      }),
  );

  // Read as text: taking a large record apart is work for the thread beside.
  await app.register(async (inner) => {
    inner.removeContentTypeParser('application/json');
    inner.addContentTypeParser('application/json', { parseAs: 'string' }, (_request, body, done) =>
      done(null, body),
    );
    inner.withTypeProvider<ZodTypeProvider>().post(
      '/api/records',
      {
        bodyLimit: RECORD_LIMIT_BYTES,
        schema: { response: { 200: z.strictObject({ clientId: idSchema }) } },
      },
      async (request) => {
        const { practiceId } = request;
        const done = await beside({
          kind: 'import',
          practiceId,
          text: typeof request.body === 'string' ? request.body : '',
          at: now(),
        });
        changes.happened();
        return done as { clientId: string };
      },
    );
  });
}
