import type { KeptRow, Operation } from '@zither/contract';
import { overlay, overlayList } from '../features/data/overlay.ts';
import {
  arrived,
  collided,
  dropped,
  enqueue,
  heldOf,
  nextToSend,
  refused,
  retried,
  tried,
  type Held,
} from '../features/data/queue.ts';

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

let seq = 0;
const line = (...operations: Operation[]): Held[] =>
  operations.reduce<Held[]>((items, o) => enqueue(items, heldOf((seq += 1), o, null)), []);
const kinds = (items: readonly Held[]) => items.map((i) => i.operation.kind);
const row = (stanceWidthMm: number, version: number): KeptRow =>
  ({
    entity: 'setup',
    row: { ...putSetup(stanceWidthMm).values, id: SETUP, clientId: CLIENT, version, updatedAt: '' },
  }) as never;

const putStop = (after: null | 'gone' = null): Operation => ({
  kind: 'stop.put',
  operationId: operationId(),
  rowId: '55555555-5555-4555-8555-555555555555',
  clientId: CLIENT,
  baseVersion: 0,
  values: {
    on: '2026-01-05',
    at: '2026-01-05T09:00:00.000Z',
    movement: 'High bar',
    what: 'fell',
    after,
  },
});

describe('what may hold a client', () => {
  it('goes before all that waited, with its client alone before it', () => {
    const items = line(putSetup(400), putStop());
    expect(nextToSend(items)?.operation.kind).toBe('stop.put');
    const fresh = line(putSetup(400), putClient(), putStop());
    expect(nextToSend(fresh)?.operation.kind).toBe('client.put');
    expect(nextToSend(fresh.slice(1, 2).concat(fresh[2]!))?.operation.kind).toBe('client.put');
    expect(nextToSend(arrived(fresh, fresh[1]!.seq, 1))?.operation.kind).toBe('stop.put');
    // One that has to pause lets the others go.
    expect(nextToSend(items, (i) => i.operation.kind !== 'stop.put')?.operation.kind).toBe(
      'setup.put',
    );
  });

  it('refused, and said further: the later word says both', () => {
    const items = [heldOf(1, putStop(), null), heldOf(2, putStop('gone'), { after: null })];
    const stuck = refused(items, 1, { code: 'invalid', message: 'No.' });
    expect(kinds(retried(stuck, 1))).toEqual(['stop.put']);
    expect(arrived(stuck, 2, 1)).toEqual([]);
  });
});

describe('the line', () => {
  it('lets a newer untried write of a row replace the waiting one', () => {
    const items = line(putSetup(400), putSetup(420), putSetup(440));
    expect(items).toHaveLength(1);
    expect(items[0]?.operation).toMatchObject({ values: { setup: { stanceWidthMm: 440 } } });
  });

  it('never touches a write that may have arrived already', () => {
    const first = putSetup(400);
    const [sent] = line(first);
    const items = enqueue(tried([sent!], sent!.seq), heldOf(99, putSetup(420), null));
    expect(items).toHaveLength(2);
    expect(items[0]?.operation).toEqual(first);
  });

  it('builds the next write of a row on the version that arrived', () => {
    const [sent] = line(putSetup(400));
    const items = enqueue(tried([sent!], sent!.seq), heldOf(99, putSetup(420), null));
    const left = arrived(items, sent!.seq, 7);
    expect(left.map((i) => i.operation.baseVersion)).toEqual([7]);
  });

  it('keeps the order of what builds on each other, and lets nothing else wait', () => {
    const other = { ...putClient(), rowId: '44444444-4444-4444-8444-444444444444' };
    const items = line(putClient(), putSetup(400), other);
    expect(kinds(items)).toEqual(['client.put', 'setup.put', 'client.put']);
    const [first, second, third] = items;
    const stuck = new Set([first!.seq]);
    expect(nextToSend(items, (i) => !stuck.has(i.seq))).toBe(third);
    expect(nextToSend([second!, third!])).toBe(second);
    // A setup follows a method that was only just made.
    const method = '55555555-5555-4555-8555-555555555555';
    const school = { ...putSetup(400), kind: 'school.put', rowId: method, baseVersion: 0 } as never;
    const following = putSetup(420);
    following.values.profile = method;
    const two = line(school, following);
    expect(nextToSend(two, (i) => i !== two[0])).toBeNull();
  });

  it('sets a collided row aside whole, with the newest of mine, and lets other rows go on', () => {
    const [sent] = line(putSetup(400));
    const items = [sent!, putSetup(430), putClient()].reduce<Held[]>(
      (all, o) =>
        'operation' in o
          ? [...all, { ...o, tried: true }]
          : enqueue(all, heldOf((seq += 1), o, null)),
      [],
    );
    const after = collided(items, sent!.seq, row(500, 3));
    expect(after.find((i) => i.state === 'conflict')).toMatchObject({
      operation: { values: { setup: { stanceWidthMm: 430 } } },
      current: { row: { version: 3 } },
    });
    expect(nextToSend(after)?.operation.kind).toBe('client.put');
    expect(after).toHaveLength(2);
  });

  it('keeps a refused write with the reason; what it would have made waits with it', () => {
    const items = line(putClient(), putSetup(400));
    const after = refused(items, items[0]!.seq, { code: 'invalid', message: 'No.' });
    expect(after[0]).toMatchObject({ state: 'refused', problem: { message: 'No.' } });
    expect(nextToSend(after)).toBeNull();
    expect(nextToSend(retried(after, items[0]!.seq))?.operation.kind).toBe('client.put');
    expect(nextToSend(dropped(after, items[0]!.seq))?.operation.kind).toBe('setup.put');
    // A write of a known client is no reason for the others to wait.
    const known = line(putClient({}, 3), putSetup(400));
    expect(
      nextToSend(refused(known, known[0]!.seq, { code: 'invalid', message: 'No.' }))?.operation
        .kind,
    ).toBe('setup.put');
  });
});

describe('what the coach sees', () => {
  it('is a client that only this device knows, with its setup', () => {
    const seen = overlay(null, [putClient(), putSetup(410)], CLIENT);
    expect(seen?.client).toMatchObject({ name: 'Orla Venn', version: 0 });
    expect(seen?.setup?.setup.stanceWidthMm).toBe(410);
  });

  it('is the server’s row with the unsent change on top, keeping the version it was made against', () => {
    const fromServer = overlay(null, [putClient()], CLIENT);
    if (!fromServer) throw new Error('no dossier');
    const stored = { ...fromServer, client: { ...fromServer.client, version: 4 } };
    const seen = overlay(stored, [putClient({ massKg: 70 }, 4)], CLIENT);
    expect(seen?.client).toMatchObject({ massKg: 70, version: 4 });
  });

  it('leaves other clients alone', () => {
    expect(overlay(null, [putClient()], '99999999-9999-4999-8999-999999999999')).toBeNull();
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
      hurtOn: null,
      summary: null,
    };
    expect(overlayList([line], [putClient()]).map((l) => l.name)).toEqual(['Orla Venn', 'Zenna']);
  });
});
