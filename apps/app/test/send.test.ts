/** @jest-environment node */
import type { KeptRow, Operation } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import { draftsActions } from '../features/data/drafts.ts';
import { allHeld, conflictsOf, refusedOf, stuckOf } from '../features/data/outbox.ts';
import { valueToMend } from '../features/data/queue.ts';
import { dossierKept, rowsActions } from '../features/data/rows.ts';
import {
  dropHeld,
  dropUnreadable,
  flush,
  mendRefused,
  retryRefused,
  settleConflict,
  submit,
} from '../features/data/send.ts';
import { start } from '../features/data/start.ts';
import type { Store } from '../features/data/store.ts';
import { kill, newDevice, openTab, putRaw, rawLine, type TestDevice } from './deviceBench.ts';

/** What the browser has and Node lacks. */
const kept = new Map<string, string>();
globalThis.localStorage = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  removeItem: (key: string) => void kept.delete(key),
  clear: () => kept.clear(),
} as Storage;

const CLIENT = '11111111-1111-4111-8111-111111111111';
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
let count = 0;
const newId = () => `44444444-4444-4444-8444-${String((count += 1)).padStart(12, '0')}`;

const put = (massKg: number, baseVersion = 0): Operation => ({
  kind: 'client.put',
  operationId: newId(),
  rowId: CLIENT,
  baseVersion,
  values: { ...values, massKg },
});

const row = (massKg: number, version: number, id = CLIENT): KeptRow => ({
  entity: 'client',
  row: {
    ...values,
    massKg,
    id,
    version,
    archivedAt: null,
    createdAt: '2026-01-05T09:00:00.000Z',
    updatedAt: '2026-01-05T09:00:00.000Z',
    saidAt: '2026-01-05T09:00:00.000Z',
    saidBy: '',
  },
});

/** Answers of the server to writes, one a call; an error stands for no network. Reads get no answer. */
let answers: (() => Response | Error)[] = [];
let sent: Operation[] = [];
const json = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
const ok = (body: unknown) => () => json(200, body);
const noNetwork = () => new TypeError('Failed to fetch');

beforeEach(() => {
  localStorage.clear();
  sent = [];
  answers = [];
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick'] });
  globalThis.fetch = jest.fn(async (_url: RequestInfo | URL, init?: RequestInit) => {
    if (init?.method !== 'POST') throw noNetwork();
    sent.push(JSON.parse(String(init.body)) as Operation);
    const answer = answers.shift()?.() ?? noNetwork();
    if (answer instanceof Error) throw answer;
    return answer;
  }) as typeof fetch;
});
afterEach(() => jest.useRealTimers());

/** Lets everything that is under way come to its end. */
const settle = async () => {
  for (let i = 0; i < 60; i += 1) await new Promise((resolve) => setImmediate(resolve));
};
const later = async (ms: number) => {
  await jest.advanceTimersByTimeAsync(ms);
  await settle();
};
const say = async (store: Store, ...operations: Operation[]) => {
  for (const operation of operations) void store.dispatch(submit(operation));
  await settle();
};
const outbox = (store: Store) => store.getState().outbox;
const held = (store: Store) => allHeld(store.getState());
const conflicts = (store: Store) => conflictsOf(store.getState());
const other = (massKg: number, baseVersion = 0) => ({
  ...put(massKg, baseVersion),
  rowId: newId(),
});

let device: TestDevice;
beforeEach(() => {
  device = newDevice();
});

describe('sending', () => {
  it('empties the line and remembers the row the server returned', async () => {
    const store = await openTab(device);
    answers = [ok(row(70, 1))];
    await say(store, put(70));
    expect(outbox(store)).toMatchObject({ items: [], loose: [], line: 'ready', hasSaved: true });
    expect(dossierKept(store.getState(), CLIENT)?.client).toMatchObject({ massKg: 70, version: 1 });
    expect(await rawLine(device)).toEqual([]);
  });

  it('is said to be kept only once the disk has it', async () => {
    const store = await openTab(device);
    void store.dispatch(submit(put(70)));
    expect(outbox(store)).toMatchObject({
      items: [],
      loose: [{ operation: { kind: 'client.put' } }],
    });
    await settle();
    expect(outbox(store).loose).toEqual([]);
    expect(await rawLine(device)).toHaveLength(1);
  });

  it('sends a change made during a send on top of the version that arrived', async () => {
    const store = await openTab(device);
    answers = [ok(row(70, 1)), ok(row(71, 2))];
    void store.dispatch(submit(put(70)));
    await Promise.resolve();
    await say(store, put(71));
    expect(sent.at(-1)).toMatchObject({ values: { massKg: 71 } });
    expect(sent.map((o) => o.baseVersion)).toEqual(sent.length === 1 ? [0] : [0, 1]);
    expect(held(store)).toEqual([]);
  });

  it('a newer change of a row, said in the very moment the first is being kept, is what stays', async () => {
    const store = await openTab(device);
    const own = await store.ground.device();
    const keep = own.updateLine;
    let isSaid = false;
    own.updateLine = (change) => {
      const kept = keep(change);
      // The disk is at work on the first.
      if (!isSaid) {
        isSaid = true;
        void store.dispatch(submit(put(71)));
      }
      return kept;
    };
    await say(store, put(70));
    const values = (await rawLine(device)).map(
      (i) => (i['operation'] as { values: { massKg: number } }).values.massKg,
    );
    expect(values.at(-1)).toBe(71);
    expect(outbox(store).loose).toEqual([]);
  });

  it('a change made on what had just become another version builds on that', async () => {
    const store = await openTab(device);
    answers = [ok(row(70, 1)), ok(row(72, 2))];
    await say(store, put(70));
    // The page had not been drawn anew yet.
    await say(store, put(72, 0));
    expect(sent.map((o) => o.baseVersion)).toEqual([0, 1]);
    expect(conflicts(store)).toEqual([]);
  });

  it('keeps a change without network, survives a reload, and tries again by itself with the same id', async () => {
    const store = await openTab(device);
    await say(store, put(70));
    expect(outbox(store)).toMatchObject({ line: 'offline', hasSaved: false });
    kill(store);
    const reloaded = await openTab(device);
    await settle();
    expect(held(reloaded)).toHaveLength(1);
    expect(outbox(reloaded).line).toBe('offline');
    answers = [noNetwork, ok(row(70, 1))];
    await later(25_000);
    await later(25_000);
    expect(held(reloaded)).toEqual([]);
    expect(new Set(sent.map((o) => o.operationId)).size).toBe(1);
    expect(await rawLine(device)).toEqual([]);
  });

  it('tries at once when the network comes back while a try is still on its way to fail', async () => {
    const store = await openTab(device);
    let fail = () => {};
    const answered = globalThis.fetch;
    globalThis.fetch = jest.fn(
      () => new Promise<Response>((_resolve, reject) => (fail = () => reject(noNetwork()))),
    ) as typeof fetch;
    await say(store, put(70));
    globalThis.fetch = answered;
    answers = [ok(row(70, 1))];
    // As the browser's word that the network is back does.
    void store.dispatch(flush(true));
    fail();
    await settle();
    expect(sent).toHaveLength(1);
    expect(held(store)).toEqual([]);
  });

  it('never drops a change because an answer could not be understood', async () => {
    const store = await openTab(device);
    answers = [ok({ something: 'else' })];
    await say(store, put(70));
    expect(held(store)).toMatchObject([{ state: 'waiting', failures: 1 }]);
  });

  it.each([
    [
      'a page of something else on the way',
      () => new Response('<html>Sign in</html>', { status: 200 }),
    ],
    ['a proxy that finds it too large', () => new Response('too large', { status: 413 })],
    ['JSON that is not ours', () => json(400, { error: 'no' })],
  ])('%s sets the entry aside and lets the others go', async (_name, strange) => {
    const store = await openTab(device);
    const [large, good] = [put(70), other(66)];
    answers = [strange, ok(row(66, 1, good.rowId))];
    await say(store, large, good);
    expect(held(store)).toMatchObject([{ state: 'waiting', failures: 1 }]);
    expect(held(store)[0]!.operation.rowId).toBe(CLIENT);
    answers = [ok(row(70, 1))];
    await later(60_000);
    expect(held(store)).toEqual([]);
  });

  it('a large entry under way is cut off for a stop, and is sent again after it', async () => {
    const store = await openTab(device);
    const look = {
      takenOn: '2026-01-05',
      takenAt: '2026-01-05T09:00:00.000Z',
      view: 'front' as const,
      condition: 'bodyweight' as const,
      asks: PLAIN_LOOK,
      discarded: false,
      reps: 60,
      loadKg: 0,
      lookedAt: null,
      // As much as a look can name.
      seen: Array.from({ length: 60 }, () => ({
        fault: 'kneesIn' as const,
        severity: 'clear' as const,
        side: 'left' as const,
        phase: 'ascent' as const,
        reps: Array.from({ length: 60 }, () => 60),
        alternates: false,
        atDepthDeg: -12.3456,
      })),
    };
    const rowId = newId();
    const large: Operation = {
      kind: 'judgement.put',
      operationId: newId(),
      rowId,
      clientId: CLIENT,
      baseVersion: 0,
      values: look,
    };
    const stop = {
      kind: 'stop.put' as const,
      operationId: newId(),
      rowId: newId(),
      clientId: CLIENT,
      baseVersion: 0,
      values: {
        on: '2026-01-05',
        at: '2026-01-05T09:00:00.000Z',
        movement: 'High bar',
        what: 'alarm' as const,
        after: null,
      },
    };
    const { at } = stop.values;
    const kept = { clientId: CLIENT, version: 1, updatedAt: at, saidAt: at, saidBy: '' };
    const stopped = { entity: 'stop', row: { ...stop.values, id: stop.rowId, ...kept } };
    const usual = globalThis.fetch;
    // The first answer never comes: it is waited for until it is given up.
    let isFirst = true;
    globalThis.fetch = (async (url: string, init?: RequestInit) => {
      if (init?.method !== 'POST' || !isFirst) return usual(url, init);
      isFirst = false;
      sent.push(JSON.parse(String(init.body)) as Operation);
      return new Promise((_resolve, reject) => {
        init.signal?.addEventListener('abort', () => reject(new DOMException('', 'AbortError')));
      });
    }) as typeof fetch;
    const seen = { entity: 'judgement', row: { ...look, id: rowId, ...kept } };
    answers = [ok(stopped), ok(seen)];
    await say(store, large);
    expect(sent.map((o) => o.kind)).toEqual(['judgement.put']);
    await say(store, stop);
    expect(sent.map((o) => o.kind)).toEqual(['judgement.put', 'stop.put', 'judgement.put']);
    expect(held(store)).toEqual([]);
  });

  it.each([401, 403, 421])(
    '%i refuses nothing: the line waits and goes on by itself',
    async (status) => {
      const store = await openTab(device);
      answers = [() => json(status, { code: 'who', message: 'Who is this?' })];
      await say(store, put(70), other(66));
      expect(outbox(store).line).toBe('failing');
      expect(held(store)).toMatchObject([{ state: 'waiting' }, { state: 'waiting' }]);
    },
  );

  it('one change the server fails at holds up no other; it is said, kept and tried again', async () => {
    const store = await openTab(device);
    const broken = () => json(500, { code: 'internal', message: 'Something went wrong here.' });
    const [bad, good] = [put(70), other(66)];
    answers = [broken, ok(row(66, 1, good.rowId))];
    await say(store, bad, good);
    expect(held(store).map((i) => i.operation.rowId)).toEqual([CLIENT]);
    expect(outbox(store).hasSaved).toBe(true);
    for (let n = 0; n < 3; n += 1) {
      answers = [broken];
      await later(60_000);
    }
    expect(stuckOf(store.getState())).toHaveLength(1);
    answers = [ok(row(70, 1))];
    await later(120_000);
    expect(held(store)).toEqual([]);
  });

  it('a server that cannot write says why; nothing is lost and it goes on by itself', async () => {
    const store = await openTab(device);
    answers = [() => json(503, { code: 'noSpace', message: 'The server’s disk is full.' })];
    await say(store, put(70), other(66));
    expect(outbox(store)).toMatchObject({ line: 'failing', because: 'The server’s disk is full.' });
    expect(held(store)).toHaveLength(2);
    answers = [ok(row(70, 1)), () => ok(row(66, 1, sent.at(-1)!.rowId))()];
    await later(3000);
    expect(held(store)).toEqual([]);
    expect(outbox(store)).toMatchObject({ line: 'ready', because: null });
  });

  it('keeps what the server would not take, through a reload, until it is dealt with', async () => {
    const store = await openTab(device);
    const no = () =>
      json(400, { code: 'invalid', path: 'values.massKg', message: 'values.massKg must be less.' });
    const good = other(70);
    answers = [no, ok(row(70, 1, good.rowId))];
    await say(store, put(200), good);
    kill(store);
    const reloaded = await openTab(device);
    await settle();
    expect(refusedOf(reloaded.getState())).toMatchObject([
      { operation: { values: { massKg: 200 } }, problem: { path: 'values.massKg' } },
    ]);
    const { seq } = refusedOf(reloaded.getState())[0]!;
    answers = [no];
    await reloaded.dispatch(retryRefused(seq));
    await settle();
    expect(refusedOf(reloaded.getState())).toHaveLength(1);
    await reloaded.dispatch(dropHeld(seq));
    expect(await rawLine(device)).toEqual([]);
  });

  it('sends what was refused for one value again with another, as a message of its own', async () => {
    const store = await openTab(device);
    const no = (path?: string) => () =>
      json(400, { code: 'invalid', ...(path ? { path } : {}), message: 'Not so.' });
    answers = [no('values.segmentsMm.thigh')];
    const first = put(70);
    await say(store, { ...first, values: { ...values, segmentsMm: { thigh: 560 } } } as Operation);
    const [item] = refusedOf(store.getState());
    expect(valueToMend(item!)).toBe(560);
    // One that no server takes goes nowhere, and loses nothing.
    const before = sent.length;
    await store.dispatch(mendRefused(item!.seq, -5));
    expect(sent).toHaveLength(before);
    expect(refusedOf(store.getState())).toMatchObject([
      { operation: { values: { segmentsMm: { thigh: 560 } } }, state: 'refused' },
    ]);
    answers = [no(), ok(row(70, 1))];
    await store.dispatch(mendRefused(item!.seq, 460));
    await settle();
    expect(sent.at(-1)).toMatchObject({ values: { massKg: 68, segmentsMm: { thigh: 460 } } });
    expect(sent.at(-1)!.operationId).not.toBe(first.operationId);
    // Refused once more, for no value that is named.
    expect(valueToMend(refusedOf(store.getState())[0]!)).toBeNull();
    await store.dispatch(retryRefused(item!.seq));
    await settle();
    expect(held(store)).toEqual([]);
  });
});

describe('a row changed on another device', () => {
  const collided =
    (id = CLIENT, massKg = 75, version = 4) =>
    () =>
      json(409, {
        code: 'rowChanged',
        message: 'This was changed.',
        current: row(massKg, version, id),
      });
  const collide = async () => {
    const store = await openTab(device);
    answers = [collided()];
    await say(store, put(70, 3));
    return store;
  };

  it('waits for a choice, through a reload, and loses neither side', async () => {
    const store = await collide();
    kill(store);
    const reloaded = await openTab(device);
    expect(conflicts(reloaded)).toMatchObject([
      { operation: { values: { massKg: 70 } }, current: { row: { massKg: 75, version: 4 } } },
    ]);
  });

  it('waits with others of its kind: a second collision does not push the first aside', async () => {
    const store = await collide();
    const second = other(66, 2);
    answers = [collided(second.rowId, 67, 3)];
    await say(store, second);
    expect(conflicts(store)).toHaveLength(2);
    await store.dispatch(settleConflict(conflicts(store)[0]!.seq, null));
    expect(conflicts(store)).toMatchObject([{ operation: { values: { massKg: 66 } } }]);
  });

  it('takes mine, the other, or some of each on top of the newest version', async () => {
    const store = await collide();
    const { seq, operation } = conflicts(store)[0]!;
    answers = [ok(row(70, 5))];
    await store.dispatch(
      settleConflict(seq, { ...('values' in operation ? operation.values : {}), notes: 'Theirs' }),
    );
    await settle();
    expect(sent.at(-1)).toMatchObject({ baseVersion: 4, values: { massKg: 70, notes: 'Theirs' } });
    expect(sent.at(-1)?.operationId).not.toBe(sent[0]?.operationId);
    expect(held(store)).toEqual([]);
  });

  it('sends nothing more when the other is taken', async () => {
    const store = await collide();
    const before = sent.length;
    await store.dispatch(settleConflict(conflicts(store)[0]!.seq, null));
    await settle();
    expect(sent).toHaveLength(before);
    expect(held(store)).toEqual([]);
    expect(dossierKept(store.getState(), CLIENT)?.client.massKg).toBe(75);
  });
});

describe('two tabs of one browser', () => {
  it('lose nothing of each other: one, two, three, both reloaded, all arrive once', async () => {
    const [a, b] = [await openTab(device), await openTab(device)];
    const stops = [start(a), start(b)];
    await settle();
    const three = [other(61), other(62), other(63)];
    await say(a, three[0]!);
    await say(b, three[1]!);
    await say(a, three[2]!);
    expect(held(b).map((i) => i.operation.rowId)).toEqual(three.map((o) => o.rowId));
    for (const stop of stops) stop();
    kill(a);
    kill(b);
    const [c, d] = [await openTab(device), await openTab(device)];
    answers = three.map((o) => ok(row(60, 1, o.rowId)));
    await c.dispatch(flush());
    await d.dispatch(flush());
    await settle();
    const arrivedIds = sent.slice(-3).map((o) => o.rowId);
    expect(arrivedIds).toEqual(three.map((o) => o.rowId));
    expect(await rawLine(device)).toEqual([]);
  });

  it('only one sends; when it goes the other takes over', async () => {
    const [a, b] = [await openTab(device), await openTab(device)];
    const stops = [start(a), start(b)];
    await settle();
    answers = [ok(row(70, 1))];
    await say(b, put(70));
    await settle();
    expect(sent).toHaveLength(1);
    // The row that arrived is told along, so that the other tab sees no gap.
    expect(dossierKept(b.getState(), CLIENT)?.client.massKg).toBe(70);
    expect(held(b)).toEqual([]);
    expect([outbox(a).hasSaved, outbox(b).hasSaved]).toEqual([true, true]);
    // Without network the tab that does not send says so too.
    await say(b, other(64));
    expect([outbox(a).line, outbox(b).line]).toEqual(['offline', 'offline']);
    const sentBefore = sent.length;
    stops[0]!();
    kill(a);
    await settle();
    for (const { seq } of held(b)) await b.dispatch(dropHeld(seq));
    answers = [ok(row(71, 2))];
    await say(b, put(71, 1));
    expect(sent.length).toBeGreaterThan(sentBefore);
    expect(sent.at(-1)).toMatchObject({ values: { massKg: 71 } });
    stops[1]!();
  });
});

describe('what was kept', () => {
  it('each change is read alone: one that cannot be read stays as it is, and the others go', async () => {
    const store = await openTab(device);
    await say(store, ...Array.from({ length: 9 }, () => other(60)));
    kill(store);
    const strange = { seq: 4.5, operation: { kind: 'client.burn' }, mood: 'newer' };
    await putRaw(device, strange);
    const reloaded = await openTab(device);
    expect(outbox(reloaded).unreadable).toEqual([{ seq: 4.5, raw: strange }]);
    expect(held(reloaded)).toHaveLength(9);
    answers = Array.from({ length: 9 }, () => () => ok(row(60, 1, sent.at(-1)!.rowId))());
    await later(3000);
    await say(reloaded, other(61));
    expect(held(reloaded)).toHaveLength(1);
    expect(await rawLine(device)).toContainEqual(strange);
    await reloaded.dispatch(dropUnreadable(4.5));
    expect(outbox(reloaded).unreadable).toEqual([]);
    expect(await rawLine(device)).toHaveLength(1);
  });

  it.each(['not json', '{"queue":1}', '[{"operation":{"kind":"client.burn"},"tried":false}]'])(
    'by the version before and cannot be read is kept too: %s',
    async (text) => {
      localStorage.setItem('zither-plumb.outbox.v1', text);
      const store = await openTab(device);
      expect(held(store)).toEqual([]);
      expect(outbox(store).unreadable).toHaveLength(1);
      expect(localStorage.getItem('zither-plumb.outbox.v1')).toBeNull();
    },
  );

  it('by the version before is sent as it was', async () => {
    const waiting = put(70);
    localStorage.setItem(
      'zither-plumb.outbox.v1',
      JSON.stringify([{ operation: waiting, tried: true }]),
    );
    localStorage.setItem(
      'zither-plumb.conflicts.v1',
      JSON.stringify([{ mine: other(66, 2), current: row(67, 3) }]),
    );
    answers = [ok(row(70, 1))];
    const store = await openTab(device);
    await settle();
    expect(sent.map((o) => o.operationId)).toEqual([waiting.operationId]);
    expect(conflicts(store)).toHaveLength(1);
  });

  it('drafts are there after a reload, until they are dropped', async () => {
    const store = await openTab(device);
    store.dispatch(draftsActions.drafted({ key: 'client/new', value: { name: 'Orl' }, at: 1 }));
    store.dispatch(draftsActions.drafted({ key: 'client/new', value: { name: 'Orla' }, at: 2 }));
    await later(200);
    kill(store);
    const reloaded = await openTab(device);
    expect(reloaded.getState().drafts).toMatchObject({ 'client/new': { value: { name: 'Orla' } } });
    reloaded.dispatch(draftsActions.dropped('client/new'));
    await later(200);
    expect((await openTab(device)).getState().drafts).toEqual({});
  });

  it('what the server told is there without network, and takes up no new identity when nothing changed', async () => {
    const store = await openTab(device);
    const feed = { cursor: 'abc.1', isWhole: true, rows: [row(70, 1)] };
    store.dispatch(rowsActions.told({ of: CLIENT, feed }));
    const before = dossierKept(store.getState(), CLIENT);
    store.dispatch(
      rowsActions.told({
        of: CLIENT,
        feed: { cursor: 'abc.2', isWhole: false, rows: [row(70, 1)] },
      }),
    );
    expect(dossierKept(store.getState(), CLIENT)).toBe(before);
    // A later version is taken, an earlier one that comes late is not.
    for (const [massKg, version] of [
      [72, 3],
      [71, 2],
    ] as const)
      store.dispatch(rowsActions.rowArrived(row(massKg, version)));
    expect(dossierKept(store.getState(), CLIENT)?.client).toMatchObject({ massKg: 72, version: 3 });
    await settle();
    const own = await (await openTab(device)).ground.device();
    expect(await own.readFeed(CLIENT)).toMatchObject({
      feed: { cursor: 'abc.2' },
      rows: [{ row: { version: 3 } }],
    });
  });
});

describe('a device that', () => {
  const broken = async (name: string) => {
    const store = await openTab(device);
    const own = await store.ground.device();
    const keep = own.updateLine;
    let isFull = true;
    own.updateLine = (change) =>
      isFull && change([]).length > 0
        ? Promise.reject(new DOMException('No.', name))
        : keep(change);
    return { store, makeRoom: () => (isFull = false) };
  };

  it('has no room loses nothing: it is said, kept on the page, sent all the same, and kept once there is room', async () => {
    const { store, makeRoom } = await broken('QuotaExceededError');
    await say(store, put(70), other(66));
    expect(outbox(store)).toMatchObject({ storage: 'full', items: [] });
    expect(held(store)).toHaveLength(2);
    answers = [ok(row(70, 1))];
    await later(3000);
    expect(held(store)).toHaveLength(1);
    makeRoom();
    await later(30_000);
    expect(outbox(store)).toMatchObject({ storage: 'ok', loose: [] });
    expect(await rawLine(device)).toHaveLength(1);
  });

  it('keeps nothing at all says so, and still sends', async () => {
    const { store } = await broken('InvalidStateError');
    answers = [ok(row(70, 1))];
    await say(store, put(70));
    expect(outbox(store)).toMatchObject({ storage: 'none', loose: [], hasSaved: true });
  });
});
