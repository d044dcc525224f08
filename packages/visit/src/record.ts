import type { Client, Dossier } from '@zither/contract';

/** Stands where the server has not given a moment yet. */
export const NOT_YET = '1970-01-01T00:00:00.000Z';

/** A client of whom nothing else is known yet. */
export const emptyDossier = (client: Client): Dossier => ({
  client,
  sessions: [],
  trials: [],
  captures: [],
  judgements: [],
  tried: [],
  decisions: [],
  setup: null,
  setupTrials: [],
  locks: [],
  schools: { own: [], usual: 'balanced' },
  prescription: null,
  screenings: [],
  clearances: [],
  pains: [],
  corrections: [],
});
