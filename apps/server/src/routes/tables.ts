import { tableHistorySchema } from '@zither/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import type { Db } from '../db/open.ts';
import { rowsOf } from '../db/rows.ts';
import { tablesOf } from '../reading.ts';

/** The practice's own tables of causes and tests, as their history. */
export function tableRoutes(app: FastifyInstance, db: Db): void {
  app
    .withTypeProvider<ZodTypeProvider>()
    .get('/api/tables', { schema: { response: { 200: tableHistorySchema } } }, async (request) => ({
      changes: tablesOf(rowsOf(db, request.practiceId)),
    }));
}
