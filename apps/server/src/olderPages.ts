import type { KeptRow } from '@zither/contract';
import type { FastifyRequest } from 'fastify';

/** Kinds of rows that pages of the release before do not know. */
const NEW_KINDS: ReadonlySet<string> = new Set(['zone']);
/** Fields they do not know, by kind; of every kind the moment by the device's own clock. */
const NEW_FIELDS: Readonly<Partial<Record<KeptRow['entity'], readonly string[]>>> = {
  client: ['importedAt'],
  screening: ['turned', 'differs', 'settled'],
  clearance: ['seen'],
  correction: ['saw'],
};

/** A decision of a kind they do not know: the coach's word on what to work on. */
const isNewDecision = (row: KeptRow['row']): boolean => 'kind' in row && row.kind === 'choose';

/** Whether a page is of the release before: those do not send their build. */
export const isOlderPage = ({ headers }: Pick<FastifyRequest, 'headers'>): boolean =>
  headers['x-plumb-build'] === undefined;

/** Rows as the release before reads them. A newer page asks for everything again. */
export const forOlderPage = (rows: readonly KeptRow[]): KeptRow[] =>
  rows
    .filter(({ entity, row }) => !NEW_KINDS.has(entity) && !isNewDecision(row))
    .map(({ entity, row }) => {
      const gone = new Set(['deviceSaidAt', ...(NEW_FIELDS[entity] ?? [])]);
      return {
        entity,
        row: Object.fromEntries(Object.entries(row).filter(([key]) => !gone.has(key))),
      } as KeptRow;
    });
