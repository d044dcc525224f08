import {
  clientListSchema,
  dossierSchema,
  idSchema,
  learnedSchema,
  type Dossier,
} from '@zither/contract';
import { learnedFrom } from '@zither/visit';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from '../db/open.ts';
import { rowsOf } from '../db/rows.ts';
import { Refusal } from '../errors.ts';
import { clientLines, dossierOf } from '../reading.ts';
import { lastDayAt } from '../plausible.ts';
import { summariesOf } from '../summaries.ts';
import { gymDay } from '../zone.ts';

/** Reading clients: the list, and one client's whole dossier. */
export function clientRoutes(app: FastifyInstance, db: Db, now: () => string): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();

  routes.get(
    '/api/clients',
    { schema: { response: { 200: clientListSchema } } },
    async (request) => {
      const summaries = summariesOf(db, request.practiceId, gymDay(db, request.practiceId, now()));
      return {
        clients: clientLines(db, request.practiceId, lastDayAt(now())).map((line) => ({
          ...line,
          summary: summaries.get(line.id) ?? null,
        })),
      };
    },
  );

  routes.get('/api/learned', { schema: { response: { 200: learnedSchema } } }, async (request) => {
    const rows = rowsOf(db, request.practiceId);
    const dossiers: Dossier[] = [];
    for (const id of rows.clientIds()) {
      const dossier = dossierOf(rows, id);
      if (dossier) dossiers.push(dossier);
      // Others are answered between two records.
      await new Promise((resolve) => setImmediate(resolve));
    }
    return learnedFrom(dossiers);
  });

  routes.get(
    '/api/clients/:id',
    {
      schema: { params: z.strictObject({ id: idSchema }), response: { 200: dossierSchema } },
    },
    async (request, reply) => {
      const dossier = dossierOf(rowsOf(db, request.practiceId), request.params.id);
      if (!dossier) throw new Refusal('noSuchClient', { path: 'id' });
      return reply.type('application/json; charset=utf-8').send(JSON.stringify(dossier) as never);
    },
  );
}
