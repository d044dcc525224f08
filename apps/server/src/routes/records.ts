import { daySchema, idSchema, recordSchema } from '@zither/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Answering } from '../answering.ts';
import type { Db } from '../db/open.ts';
import { recordOf } from '../db/records.ts';
import { Refusal } from '../errors.ts';
import { importRecord } from '../importing.ts';

const RECORD_LIMIT_BYTES = 40 * 1024 * 1024;

/** A client's whole record out and in, and the one answer on it. */
export function recordRoutes(
  app: FastifyInstance,
  db: Db,
  now: () => string,
  answer: Answering,
): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  const recordFor = (practiceId: string, id: string) => {
    const record = recordOf(db, practiceId, id);
    if (!record) throw new Refusal('noSuchClient', { path: 'id' });
    return record;
  };

  routes.get(
    '/api/clients/:id/record',
    { schema: { params: z.strictObject({ id: idSchema }), response: { 200: recordSchema } } },
    async (request) => recordFor(request.practiceId, request.params.id),
  );

  routes.get(
    '/api/clients/:id/answer',
    {
      schema: {
        params: z.strictObject({ id: idSchema }),
        querystring: z.strictObject({ on: daySchema.optional() }),
      },
    },
    async (request) =>
      answer({
        record: recordFor(request.practiceId, request.params.id),
        on: request.query.on ?? now().slice(0, 10),
      }),
  );

  routes.post(
    '/api/records',
    {
      bodyLimit: RECORD_LIMIT_BYTES,
      schema: {
        body: recordSchema,
        response: { 200: z.strictObject({ clientId: idSchema }) },
      },
    },
    async (request) => ({
      clientId: importRecord(db, request.practiceId, request.body, now()),
    }),
  );
}
