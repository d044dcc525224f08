import { feedSchema, type Feed } from '@zither/contract';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Changes } from '../changes.ts';
import type { Db } from '../db/open.ts';
import { rowsOf } from '../db/rows.ts';
import { Refusal } from '../errors.ts';
import { eventually } from '../eventually.ts';
import { forOlderPage, isOlderPage } from '../olderPages.ts';
import { feedOf } from '../reading.ts';

/** Another process may write to the same file; it is looked at this often while a device waits. */
const LOOK_MS = 1000;

export const feedQuery = {
  /** Where the device stands, as an earlier answer gave it; 0 = it holds nothing. */
  since: z
    .string()
    .regex(/^(0|[0-9a-f]{12}\.\d{1,15})$/, {
      error: 'must be 0, or the cursor of an earlier answer.',
    })
    .optional(),
  /** How long to wait for something new, seconds. */
  wait: z.coerce.number().int().min(0).max(30).default(0),
};
const asked = z.strictObject(feedQuery);

/** Answers with what is new, waiting for it when asked to; nothing (304) when the device says it has just that. */
export async function answerFeed(
  { db, changes }: { db: Db; changes: Changes },
  request: FastifyRequest,
  reply: FastifyReply,
  clientId: string | null,
  { since, wait }: z.infer<typeof asked>,
): Promise<Feed | FastifyReply> {
  const read = () => eventually(() => feedOf(db, request.practiceId, clientId, since));
  if (clientId && !rowsOf(db, request.practiceId).find('client', clientId))
    throw new Refusal('noSuchClient', { path: 'id' });
  let feed = await read();
  for (const end = Date.now() + wait * 1000; feed.rows.length === 0 && !feed.isWhole;) {
    const left = end - Date.now();
    const isGone = request.raw.socket.destroyed;
    if (left <= 0 || isGone || !(await changes.next(Math.min(left, LOOK_MS)))) break;
    feed = await read();
  }
  const tag = `"${feed.cursor}"`;
  reply.header('etag', tag);
  if (request.headers['if-none-match'] === tag && feed.rows.length === 0)
    return reply.status(304).send();
  // Its rows were parsed where they were read; checked again on the way out, a long record takes twice as long.
  const told = isOlderPage(request) ? { ...feed, rows: forOlderPage(feed.rows) } : feed;
  return reply.type('application/json; charset=utf-8').send(JSON.stringify(told));
}

/** The practice's own methods and tables, for devices that hold the rest already. */
export function shelfRoutes(app: FastifyInstance, db: Db, changes: Changes): void {
  app
    .withTypeProvider<ZodTypeProvider>()
    .get(
      '/api/shelf',
      { schema: { querystring: asked, response: { 200: feedSchema } } },
      (request, reply) =>
        answerFeed({ db, changes }, request, reply, null, request.query) as Promise<Feed>,
    );
}
