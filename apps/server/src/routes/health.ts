import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Db } from '../db/open.ts';

/** Where clients' pages are opened: an origin of its own, or a port beside this one. */
const pagesSchema = z.strictObject({ origin: z.string().nullable(), port: z.int() }).nullable();

/** GET /api/health: the process answers and the database can be read. GET /api/pages: where a client's link leads. */
export function healthRoutes(
  app: FastifyInstance,
  db: Db,
  pages: z.infer<typeof pagesSchema>,
): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();
  routes.get(
    '/api/pages',
    { schema: { response: { 200: z.strictObject({ pages: pagesSchema }) } } },
    async () => ({ pages }),
  );
  routes.get(
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
