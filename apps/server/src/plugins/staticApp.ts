import { existsSync } from 'node:fs';
import { join } from 'node:path';
import fastifyStatic from '@fastify/static';
import type { FastifyInstance } from 'fastify';
import { ERRORS } from '../errors.ts';
import { nothingHere } from './problems.ts';

const YEAR_SECONDS = 31_536_000;

/** Files the export names by their contents; they can be kept for ever. */
const isHashed = (path: string) => /\/(_expo\/static|assets)\//.test(path);

/**
 * Serves the exported app beside the API. Hashed files are cached for a year, the page itself is asked for anew each time,
 * and an address of the app (no file, not under /api) gets the page so that a reload or a bookmark works.
 */
export async function staticApp(app: FastifyInstance, folder: string | null): Promise<void> {
  const hasApp = folder !== null && existsSync(join(folder, 'index.html'));
  if (hasApp) {
    await app.register(fastifyStatic, {
      root: folder,
      preCompressed: true,
      cacheControl: false,
      setHeaders: (reply, path) => {
        reply.header(
          'cache-control',
          isHashed(path) ? `public, max-age=${YEAR_SECONDS}, immutable` : 'no-cache',
        );
      },
    });
  }
  app.setNotFoundHandler((request, reply) => {
    const isPage =
      hasApp &&
      (request.method === 'GET' || request.method === 'HEAD') &&
      !request.url.startsWith('/api/') &&
      !/\.[a-z0-9]+(\?|$)/i.test(request.url);
    if (isPage) return reply.header('cache-control', 'no-cache').sendFile('index.html');
    return reply.status(ERRORS.noSuchRoute.status).send(nothingHere());
  });
}
