import { schoolsSchema } from '@zither/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import type { Db } from '../db/open.ts';
import { rowsOf } from '../db/rows.ts';
import { schoolsOf } from '../reading.ts';

/** The practice's own schools, and the one its clients start with. */
export function schoolRoutes(app: FastifyInstance, db: Db): void {
  app
    .withTypeProvider<ZodTypeProvider>()
    .get('/api/schools', { schema: { response: { 200: schoolsSchema } } }, async (request) =>
      schoolsOf(rowsOf(db, request.practiceId)),
    );
}
