import type { Operation } from '@zither/contract';
import { emptyOutbox, outboxActions, outboxReducer } from '../features/data/outbox.ts';
import { newestOf, overlay, overlayList } from '../features/data/overlay.ts';

const CLIENT = '11111111-1111-4111-8111-111111111111';
const SETUP = '22222222-2222-4222-8222-222222222222';
let count = 0;
const operationId = () => `33333333-3333-4333-8333-${String((count += 1)).padStart(12, '0')}`;

const values = {
  name: 'Orla Venn',
  statureMm: 1720,
  massKg: 68,
  segmentsMm: {},
  shoulderWidthMm: null,
  interAsisMm: null,
  kit: [],
  notes: '',
};

const putClient = (change: object = {}, baseVersion = 0): Operation => ({
  kind: 'client.put',
  operationId: operationId(),
  rowId: CLIENT,
  baseVersion,
  values: { ...values, ...change },
});

const putSetup = (
  stanceWidthMm: number,
  baseVersion = 0,
): Extract<Operation, { kind: 'setup.put' }> => ({
  kind: 'setup.put',
  operationId: operationId(),
  rowId: SETUP,
  clientId: CLIENT,
  baseVersion,
  values: {
    setup: {
      stanceWidthMm,
      toeOutDeg: { left: 15, right: 15 },
      support: { kind: 'floor' },
      hold: 'bodyweight',
      loadKg: 0,
      balance: 0.5,
      trackingOffsetDeg: 0,
    },
    thighDepthDeg: 6,
    workingPoint: 'parallelLines',
    profile: 'balanced',
  },
});

const run = (...actions: Parameters<typeof outboxReducer>[1][]) =>
  actions.reduce(outboxReducer, emptyOutbox);

describe('the outbox', () => {
  it('lets a newer untried write of a row replace the waiting one', () => {
    const state = run(
      outboxActions.queued(putSetup(400)),
      outboxActions.queued(putSetup(420)),
      outboxActions.queued(putSetup(440)),
    );
    expect(state.queue).toHaveLength(1);
    expect(state.queue[0]?.operation).toMatchObject({ values: { setup: { stanceWidthMm: 440 } } });
  });

  it('never touches a write that may have arrived already', () => {
    const first = putSetup(400);
    const state = run(
      outboxActions.queued(first),
      outboxActions.sending(),
      outboxActions.unreachable(),
      outboxActions.queued(putSetup(420)),
    );
    expect(state.queue.map((q) => q.operation.operationId)).toContain(first.operationId);
    expect(state.queue).toHaveLength(2);
    expect(state.queue[0]?.operation).toEqual(first);
  });

  it('builds the next write of a row on the version that arrived', () => {
    const state = run(
      outboxActions.queued(putSetup(400)),
      outboxActions.sending(),
      outboxActions.queued(putSetup(420)),
      outboxActions.arrived({ version: 7 }),
    );
    expect(state.queue).toHaveLength(1);
    expect(state.queue[0]?.operation.baseVersion).toBe(7);
    expect(state.hasSaved).toBe(true);
  });

  it('keeps the order of different rows', () => {
    const state = run(outboxActions.queued(putClient()), outboxActions.queued(putSetup(400)));
    expect(state.queue.map((q) => q.operation.kind)).toEqual(['client.put', 'setup.put']);
  });

  it('sets a collided row aside whole, with the newest of mine, and lets other rows go on', () => {
    const state = run(
      outboxActions.queued(putSetup(400)),
      outboxActions.sending(),
      outboxActions.queued(putSetup(430)),
      outboxActions.queued(putClient()),
      outboxActions.collided({
        entity: 'setup',
        row: {
          ...putSetup(500).values,
          id: SETUP,
          clientId: CLIENT,
          version: 3,
          updatedAt: '',
        } as never,
      }),
    );
    expect(state.conflicts[0]?.mine).toMatchObject({ values: { setup: { stanceWidthMm: 430 } } });
    expect(state.queue.map((q) => q.operation.kind)).toEqual(['client.put']);
  });

  it('shows a refused write instead of dropping it in silence', () => {
    const state = run(
      outboxActions.queued(putClient()),
      outboxActions.sending(),
      outboxActions.turnedAway({ code: 'invalid', message: 'values.name must not be empty.' }),
    );
    expect(state.queue).toEqual([]);
    expect(state.refused[0]?.problem.message).toContain('must not be empty');
  });
});

describe('what the coach sees', () => {
  it('is a client that only this device knows, with its setup', () => {
    const seen = overlay(undefined, [putClient(), putSetup(410)], CLIENT);
    expect(seen?.client).toMatchObject({ name: 'Orla Venn', version: 0 });
    expect(seen?.setup?.setup.stanceWidthMm).toBe(410);
  });

  it('is the server’s row with the unsent change on top, keeping the version it was made against', () => {
    const fromServer = overlay(undefined, [putClient()], CLIENT);
    if (!fromServer) throw new Error('no dossier');
    const stored = { ...fromServer, client: { ...fromServer.client, version: 4 } };
    const seen = overlay(stored, [putClient({ massKg: 70 }, 4)], CLIENT);
    expect(seen?.client).toMatchObject({ massKg: 70, version: 4 });
  });

  it('keeps the row that a late answer would set back, and takes what is new elsewhere', () => {
    const base = overlay(undefined, [putClient(), putSetup(400)], CLIENT);
    if (!base?.setup) throw new Error('no dossier');
    const held = { ...base, setup: { ...base.setup, version: 3 } };
    const late = {
      ...base,
      client: { ...base.client, massKg: 72, version: 5 },
      setup: { ...base.setup, version: 2 },
    };
    const seen = newestOf(held, late);
    expect(seen.setup?.version).toBe(3);
    expect(seen.client).toMatchObject({ massKg: 72, version: 5 });
    expect(newestOf(held, { ...late, setup: null }).setup?.version).toBe(3);
  });

  it('leaves other clients alone', () => {
    expect(overlay(undefined, [putClient()], '99999999-9999-4999-8999-999999999999')).toBeNull();
  });

  it('lists unsent clients by name among the others', () => {
    const line = {
      id: SETUP,
      name: 'Zenna',
      archivedAt: null,
      updatedAt: '',
      lastMeasuredOn: null,
      lastSession: null,
      hold: null,
      hasPrescription: false,
    };
    expect(overlayList([line], [putClient()]).map((l) => l.name)).toEqual(['Orla Venn', 'Zenna']);
  });
});
