import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from '../db/open.ts';

/** GET /api/health: the process answers and the database can be read. */
export function healthRoutes(app: FastifyInstance, db: Db): void {
  app.withTypeProvider<ZodTypeProvider>().get(
    '/api/health',
    {
      logLevel: 'warn',
      schema: { response: { 200: z.strictObject({ ok: z.literal(true), schema: z.int() }) } },
    },
    async () => ({
      ok: true as const,
      schema: db.pragma('user_version', { simple: true }) as number,
    }),
  );
}
