import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type { FastifyInstance } from 'fastify';
import { buildApp } from '../src/app.ts';
import { openDatabase, type Db } from '../src/db/open.ts';

export const MIGRATIONS = join(__dirname, '../src/db/migrations');

export interface Bench {
  app: FastifyInstance;
  db: Db;
  send: (operation: unknown) => Promise<{ status: number; body: any }>;
  get: (url: string) => Promise<{ status: number; body: any; headers: Record<string, unknown> }>;
}

let tick = 0;
const clock = () => new Date(Date.UTC(2026, 0, 5, 9, 0, (tick += 1))).toISOString();

export async function bench(file = ':memory:', staticFolder: string | null = null): Promise<Bench> {
  const db = openDatabase(file, MIGRATIONS);
  const app = await buildApp({ db, staticFolder, now: clock });
  return {
    app,
    db,
    send: async (operation) => {
      const answer = await app.inject({
        method: 'POST',
        url: '/api/operations',
        headers: { 'x-plumb-build': 'test' },
        payload: operation as object,
      });
      return { status: answer.statusCode, body: answer.json() };
    },
    get: async (url) => {
      const answer = await app.inject({ url });
      const json = String(answer.headers['content-type']).includes('json');
      return {
        status: answer.statusCode,
        body: json ? answer.json() : answer.body,
        headers: answer.headers,
      };
    },
  };
}

/** A house of its own for every test of a file, closed after it. */
export function benchEach(): Bench {
  const own = {} as Bench;
  beforeEach(async () => {
    Object.assign(own, await bench());
  });
  afterEach(async () => {
    await own.app.close();
    own.db.close();
  });
  return own;
}

export const id = () => randomUUID();

export const clientValues = (change: object = {}) => ({
  name: 'Orla Venn',
  statureMm: 1720,
  massKg: 68,
  segmentsMm: {},
  shoulderWidthMm: null,
  interAsisMm: null,
  kit: [],
  notes: '',
  ...change,
});

export const newClient = (change: object = {}) => ({
  kind: 'client.put',
  operationId: id(),
  rowId: id(),
  baseVersion: 0,
  values: clientValues(),
  ...change,
});

export const trialValues = (change: object = {}) => ({
  takenOn: '2026-01-05',
  takenAt: '2026-01-05T09:00:00.000Z',
  measure: 'kneeToWall',
  side: 'left',
  value: 90,
  instrument: 'byHand',
  kneeGapMm: null,
  pinch: false,
  struck: null,
  ...change,
});

export const newTrial = (clientId: string, change: object = {}) => ({
  kind: 'trial.put',
  operationId: id(),
  rowId: id(),
  baseVersion: 0,
  clientId,
  values: trialValues(change),
});

export const setupValues = (change: object = {}) => ({
  setup: {
    stanceWidthMm: 420,
    toeOutDeg: { left: 13, right: 13 },
    support: { kind: 'block', riseMm: 15 },
    hold: 'highBar',
    loadKg: 40,
    balance: 0.5,
    trackingOffsetDeg: 0,
  },
  thighDepthDeg: 6,
  workingPoint: 'parallelLines',
  ...change,
});
