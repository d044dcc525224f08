import { isIP } from 'node:net';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import { ownNames } from '../certificates.ts';
import { Refusal } from '../errors.ts';

/** A computer's addresses change seldom; they are looked up again after this, ms. */
const LOOK_AGAIN_MS = 10_000;

/** A host without its port, in small letters: "[::1]:8080" → "::1". */
const nameIn = (host: string): string => {
  const bracketed = /^\[([^\]]+)\]/.exec(host);
  return (bracketed?.[1] ?? host.replace(/:\d+$/, '')).toLowerCase();
};

/**
 * Tells whether a request names this computer. Another name that resolves here is another site's, whose pages would read what they may not.
 *
 * @param more names that the configuration adds
 */
export function knownHosts(more: readonly string[] = []): (host: string | undefined) => boolean {
  let names = new Set<string>();
  let at = -Infinity;
  return (host) => {
    // Only what is not HTTP/1.1 names no host, and no browser does that.
    if (!host) return false;
    const name = nameIn(host);
    if (!names.has(name) && Date.now() - at > LOOK_AGAIN_MS) {
      const own = ownNames();
      names = new Set(
        [...own.names, ...own.addresses, '127.0.0.1', '::1', ...more].map((n) => n.toLowerCase()),
      );
      at = Date.now();
    }
    // Every address of the loopback is this computer.
    return names.has(name) || (isIP(name) === 4 && name.startsWith('127.'));
  };
}

/** Whether a browser says that another site's page asks. */
const isForeign = ({ headers }: FastifyRequest): boolean => {
  const site = headers['sec-fetch-site'];
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return true;
  const { origin, host } = headers;
  if (origin === undefined) return false;
  try {
    return new URL(origin).host.toLowerCase() !== host?.toLowerCase();
  } catch {
    // "null": a page without an origin.
    return true;
  }
};

type IsKnown = (host: string | undefined) => boolean;

/** Answers only requests to this computer's own names, and takes writes only as JSON from its own pages. */
export function edge(app: FastifyInstance, isKnown: IsKnown): void {
  app.addHook('onRequest', async (request) => {
    if (!isKnown(request.headers.host)) throw new Refusal('wrongHost');
    if (request.method === 'GET' || request.method === 'HEAD') return;
    if (isForeign(request)) throw new Refusal('wrongOrigin');
    if (!/^application\/json\b/i.test(request.headers['content-type'] ?? ''))
      throw new Refusal('wrongType');
  });
}
