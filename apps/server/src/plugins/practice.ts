import type { FastifyInstance } from 'fastify';
import type { Db } from '../db/open.ts';

declare module 'fastify' {
  interface FastifyRequest {
    /** The practice whose rows this request may see. */
    practiceId: string;
  }
}

/** The practice that every request belongs to until sign-in decides it. */
export const HOME_PRACTICE = { id: 'cairnfold', name: 'Cairnfold Hut Service' };

/** Makes the practice where it is not there yet. */
export function makePractice(db: Db, at: string): void {
  db.prepare(
    'INSERT OR IGNORE INTO practice (id, name, created_at, epoch) VALUES (?, ?, ?, lower(hex(randomblob(6))))',
  ).run(HOME_PRACTICE.id, HOME_PRACTICE.name, at);
}

/** Puts a practice on every request: the only place that decides it. */
export function practice(app: FastifyInstance, db: Db, now: () => string): void {
  makePractice(db, now());
  app.decorateRequest('practiceId', '');
  app.addHook('onRequest', async (request) => {
    request.practiceId = HOME_PRACTICE.id;
  });
}
