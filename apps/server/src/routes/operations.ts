import { operationResultSchema, operationSchema } from '@zither/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import type { Changes } from '../changes.ts';
import type { Db } from '../db/open.ts';
import { eventually } from '../eventually.ts';
import { forOlderPage, isOlderPage } from '../olderPages.ts';
import { applyOperation } from '../operations.ts';

/** POST /api/operations: the only address that writes. */
export function operationRoutes(
  app: FastifyInstance,
  db: Db,
  now: () => string,
  changes: Changes,
): void {
  app
    .withTypeProvider<ZodTypeProvider>()
    .post(
      '/api/operations',
      { schema: { body: operationSchema, response: { 200: operationResultSchema } } },
      async (request) => {
        const done = await eventually(() =>
          applyOperation(db, request.practiceId, request.body, now()),
        );
        changes.happened();
        return isOlderPage(request) ? (forOlderPage([done])[0] ?? done) : done;
      },
    );
}
