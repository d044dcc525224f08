import { clientListSchema, dossierSchema, idSchema } from '@zither/contract';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { clientsOf } from '../db/clients.ts';
import { captureLines, documentsOf } from '../db/documents.ts';
import type { Db } from '../db/open.ts';
import { schoolsOf } from '../db/schools.ts';
import { sessionsOf } from '../db/sessions.ts';
import { setupsOf } from '../db/setups.ts';
import { trialsOf } from '../db/trials.ts';
import { Refusal } from '../errors.ts';

/** Visits that travel with a dossier: a year of monthly ones. */
const DAYS = 12;
/** Captures and judgements that travel with a dossier. */
const CAPTURES = 40;
/** Short tests and conclusions that travel with a dossier: a year of thorough visits. */
const TRIED = 120;
/** Settled setups that travel with a dossier. */
const LOCKS = 40;

/** Reading clients: the list, and one client's whole dossier. */
export function clientRoutes(app: FastifyInstance, db: Db): void {
  const routes = app.withTypeProvider<ZodTypeProvider>();

  routes.get(
    '/api/clients',
    { schema: { response: { 200: clientListSchema } } },
    async (request) => ({
      clients: clientsOf(db, request.practiceId).list(),
    }),
  );

  routes.get(
    '/api/clients/:id',
    {
      schema: { params: z.strictObject({ id: idSchema }), response: { 200: dossierSchema } },
    },
    async (request) => {
      const { practiceId } = request;
      const { id } = request.params;
      const client = clientsOf(db, practiceId).find(id);
      if (!client) throw new Refusal('noSuchClient', { path: 'id' });
      return {
        client,
        sessions: sessionsOf(db, practiceId).ofClient(id, DAYS),
        trials: trialsOf(db, practiceId).ofClient(id, DAYS),
        captures: captureLines(db, practiceId, id, CAPTURES),
        judgements: documentsOf(db, practiceId, 'judgement').ofClient(id, CAPTURES),
        tried: documentsOf(db, practiceId, 'tried').ofClient(id, TRIED),
        decisions: documentsOf(db, practiceId, 'decision').ofClient(id, TRIED),
        setup: setupsOf(db, practiceId).ofClient(id),
        setupTrials: documentsOf(db, practiceId, 'setup_trial').ofClient(id, TRIED),
        locks: documentsOf(db, practiceId, 'setup_lock').ofClient(id, LOCKS),
        schools: schoolsOf(db, practiceId).all(),
        prescription: documentsOf(db, practiceId, 'prescription').ofClient(id, 1)[0] ?? null,
        screenings: documentsOf(db, practiceId, 'screening').ofClient(id),
        clearances: documentsOf(db, practiceId, 'clearance').ofClient(id),
        pains: documentsOf(db, practiceId, 'pain').ofClient(id),
        corrections: documentsOf(db, practiceId, 'correction').ofClient(id),
        moves: documentsOf(db, practiceId, 'entry_move').ofClient(id),
      };
    },
  );
}
