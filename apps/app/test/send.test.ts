/** @jest-environment node */
import type { Operation } from '@zither/contract';
import { api } from '../features/data/api.ts';
import { outboxActions } from '../features/data/outbox.ts';
import { flush, settleConflict, submit } from '../features/data/send.ts';
import { makeStore, type Store } from '../features/data/store.ts';

/** What the browser has and Node lacks: storage, and requests to an address without a host. */
const kept = new Map<string, string>();
globalThis.localStorage = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  removeItem: (key: string) => void kept.delete(key),
  clear: () => kept.clear(),
} as Storage;
const NodeRequest = globalThis.Request;
globalThis.Request = class extends NodeRequest {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === 'string' ? `http://plumb.test${input}` : input, init);
  }
};

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

const row = (massKg: number, version: number) => ({
  entity: 'client',
  row: {
    ...values,
    massKg,
    id: CLIENT,
    version,
    archivedAt: null,
    createdAt: '2026-01-05T09:00:00.000Z',
    updatedAt: '2026-01-05T09:00:00.000Z',
  },
});

/** Answers of the server, one a call; an error stands for no network. */
let answers: (() => Response | Error)[] = [];
let sent: Operation[] = [];

const ok = (body: unknown) => () => json(200, body);
const json = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/json' },
  });
const noNetwork = () => new TypeError('Failed to fetch');

beforeEach(() => {
  localStorage.clear();
  sent = [];
  answers = [];
  jest.useFakeTimers();
  globalThis.fetch = jest.fn(async (input: RequestInfo | URL) => {
    const request = input as Request;
    if (request.method === 'POST') sent.push((await request.clone().json()) as Operation);
    const answer = answers.shift()?.() ?? noNetwork();
    if (answer instanceof Error) throw answer;
    return answer;
  }) as typeof fetch;
});
afterEach(() => jest.useRealTimers());

const settle = async () => {
  for (let i = 0; i < 30; i += 1) await jest.advanceTimersByTimeAsync(0);
};
const outbox = (store: Store) => store.getState().outbox;

describe('sending', () => {
  it('empties the outbox and remembers the row the server returned', async () => {
    const store = makeStore();
    answers = [ok(row(70, 1))];
    store.dispatch(submit(put(70)));
    await settle();
    expect(outbox(store)).toMatchObject({ queue: [], line: 'ready', hasSaved: true });
    const cached = api.endpoints.dossier.select(CLIENT)(store.getState()).data;
    expect(cached?.client).toMatchObject({ massKg: 70, version: 1 });
  });

  it('sends a change made during a send on top of the version that arrived', async () => {
    const store = makeStore();
    answers = [ok(row(70, 1)), ok(row(71, 2))];
    store.dispatch(submit(put(70)));
    store.dispatch(submit(put(71)));
    await settle();
    expect(sent.map((o) => o.baseVersion)).toEqual([0, 1]);
    expect(outbox(store).queue).toEqual([]);
  });

  it('keeps a change without network, survives a reload, and tries again by itself with the same id', async () => {
    const store = makeStore();
    store.dispatch(submit(put(70)));
    await settle();
    expect(outbox(store)).toMatchObject({ line: 'offline', hasSaved: false });
    expect(localStorage.getItem('zither-plumb.outbox.v1')).toContain('Orla Venn');

    const reloaded = makeStore();
    expect(outbox(reloaded).queue).toHaveLength(1);
    answers = [noNetwork, ok(row(70, 1))];
    await reloaded.dispatch(flush());
    expect(outbox(reloaded).line).toBe('offline');
    await jest.advanceTimersByTimeAsync(25_000);
    await settle();
    expect(outbox(reloaded).queue).toEqual([]);
    expect(new Set(sent.map((o) => o.operationId)).size).toBe(1);
    expect(localStorage.getItem('zither-plumb.outbox.v1')).toBeNull();
  });

  it('never drops a change because an answer could not be understood', async () => {
    const store = makeStore();
    answers = [ok({ something: 'else' })];
    store.dispatch(submit(put(70)));
    await settle();
    expect(outbox(store)).toMatchObject({ line: 'offline', refused: [] });
    expect(outbox(store).queue).toHaveLength(1);
  });

  it('treats a failing server as no network, not as a refusal', async () => {
    const store = makeStore();
    answers = [() => json(500, { code: 'internal', message: 'Something went wrong here.' })];
    store.dispatch(submit(put(70)));
    await settle();
    expect(outbox(store)).toMatchObject({ line: 'offline', refused: [] });
    expect(outbox(store).queue).toHaveLength(1);
  });

  it('shows what the server would not take, and goes on with the next', async () => {
    const store = makeStore();
    answers = [
      () =>
        json(400, {
          code: 'invalid',
          path: 'values.massKg',
          message: 'values.massKg must be at most 350 kg.',
        }),
      ok(row(70, 1)),
    ];
    store.dispatch(submit(put(900)));
    const other = { ...put(70), rowId: newId() };
    store.dispatch(submit(other));
    await settle();
    expect(outbox(store).refused[0]?.problem.path).toBe('values.massKg');
    expect(outbox(store).queue).toEqual([]);
    store.dispatch(outboxActions.refusalDismissed());
    expect(outbox(store).refused).toEqual([]);
  });
});

describe('a row changed on another device', () => {
  const collide = async () => {
    const store = makeStore();
    answers = [
      () => json(409, { code: 'rowChanged', message: 'This was changed.', current: row(75, 4) }),
    ];
    store.dispatch(submit(put(70, 3)));
    await settle();
    return store;
  };

  it('waits for a choice and loses neither side', async () => {
    const store = await collide();
    expect(outbox(store).conflicts[0]).toMatchObject({
      mine: { values: { massKg: 70 } },
      current: { row: { massKg: 75, version: 4 } },
    });
  });

  it('is still there after a reload', async () => {
    await collide();
    expect(outbox(makeStore()).conflicts[0]).toMatchObject({
      mine: { values: { massKg: 70 } },
      current: { row: { massKg: 75 } },
    });
  });

  it('waits with others of its kind: a second collision does not push the first aside', async () => {
    const store = await collide();
    const other = { ...put(66, 2), rowId: newId() };
    answers = [
      () =>
        json(409, {
          code: 'rowChanged',
          message: 'This was changed.',
          current: { ...row(67, 3), row: { ...row(67, 3).row, id: other.rowId } },
        }),
    ];
    store.dispatch(submit(other));
    await settle();
    expect(outbox(store).conflicts.map((c) => 'values' in c.mine && c.mine.values)).toMatchObject([
      { massKg: 70 },
      { massKg: 66 },
    ]);
    store.dispatch(settleConflict('theirs', newId));
    await settle();
    expect(outbox(store).conflicts).toHaveLength(1);
  });

  it('puts mine on top of the newest version when kept', async () => {
    const store = await collide();
    answers = [ok(row(70, 5))];
    store.dispatch(settleConflict('mine', newId));
    await settle();
    expect(sent.at(-1)).toMatchObject({ baseVersion: 4, values: { massKg: 70 } });
    expect(sent.at(-1)?.operationId).not.toBe(sent[0]?.operationId);
    expect(outbox(store)).toMatchObject({ conflicts: [], queue: [] });
  });

  it('sends nothing more when the other is taken', async () => {
    const store = await collide();
    const before = sent.length;
    store.dispatch(settleConflict('theirs', newId));
    await settle();
    expect(sent).toHaveLength(before);
    expect(outbox(store).conflicts).toEqual([]);
  });
});

describe('what was kept', () => {
  it.each(['not json', '{"queue":1}', '[{"operation":{"kind":"client.burn"},"tried":false}]'])(
    'starts empty rather than sending something unreadable: %s',
    (text) => {
      localStorage.setItem('zither-plumb.outbox.v1', text);
      expect(outbox(makeStore()).queue).toEqual([]);
    },
  );
});
