/** @jest-environment node */
import type { ClientLine, KeptRow } from '@zither/contract';
import { keepDay } from '../features/data/keepDay.ts';
import { today } from '../features/data/today.ts';
import { newDevice, openTab } from './deviceBench.ts';

const idOf = (n: number) => `11111111-1111-4111-8111-${String(n).padStart(12, '0')}`;
const line = (n: number, day: string | null, archivedAt: string | null = null): ClientLine => ({
  id: idOf(n),
  name: `Client ${n}`,
  archivedAt,
  updatedAt: '2026-01-05T09:00:00.000Z',
  lastMeasuredOn: null,
  lastSession: day === null ? null : { day, at: 'measure' },
  hold: null,
  hasPrescription: false,
  hurtOn: null,
  summary: null,
});
const client = (n: number): KeptRow => ({
  entity: 'client',
  row: {
    id: idOf(n),
    name: `Client ${n}`,
    statureMm: 1720,
    massKg: 70,
    segmentsMm: {},
    shoulderWidthMm: null,
    interAsisMm: null,
    kit: [],
    notes: '',
    version: 1,
    archivedAt: null,
    createdAt: '2026-01-05T09:00:00.000Z',
    updatedAt: '2026-01-05T09:00:00.000Z',
    saidAt: '2026-01-05T09:00:00.000Z',
    saidBy: '',
  },
});

const asked: string[] = [];
const since: string[] = [];
beforeEach(() => {
  asked.length = 0;
  globalThis.fetch = (async (url: string) => {
    const [, id = ''] = /clients\/([^/]+)\/record/.exec(url) ?? [];
    asked.push(id);
    since.push(/since=([^&]*)/.exec(url)?.[1] ?? '');
    const n = Number(id.slice(-12));
    return new Response(
      JSON.stringify({ cursor: 'abcdefabcdef.1', isWhole: true, rows: [client(n)] }),
    );
  }) as typeof fetch;
});

const settle = async () => {
  for (let i = 0; i < 80; i += 1) await new Promise((resolve) => setImmediate(resolve));
};

describe('what a device takes along for a room without network', () => {
  it('today’s clients, once, and none of other days or archived ones', async () => {
    const device = newDevice();
    const store = await openTab(device);
    await settle();
    asked.length = 0;
    const lines = [line(1, today()), line(2, '2025-01-05'), line(3, null), line(4, today(), 'x')];
    await store.dispatch(keepDay(lines));
    await settle();
    expect(asked).toEqual([idOf(1)]);
    await store.dispatch(keepDay(lines));
    expect(asked).toEqual([idOf(1)]);
    const own = await store.ground.device();
    expect(await own.readFeed(idOf(1))).toMatchObject({ rows: [{ row: { name: 'Client 1' } }] });
    // Another page of the same device asks for what is new alone.
    const again = await openTab(device);
    await again.dispatch(keepDay(lines));
    expect(asked.at(-1)).toBe(idOf(1));
    expect(since.at(-1)).toBe('abcdefabcdef.1');
  });

  it('lets go of those not seen for longest', async () => {
    const store = await openTab(newDevice());
    const own = await store.ground.device();
    for (let n = 0; n < 50; n += 1)
      await own.keepFeed(
        { of: idOf(n), cursor: 'abcdefabcdef.1', lookedAt: n },
        [client(n)],
        [],
        true,
      );
    await store.dispatch(keepDay([]));
    const left = (await own.feeds()).map((f) => f.lookedAt);
    expect(left.length).toBeLessThanOrEqual(41);
    expect(Math.min(...left)).toBeGreaterThanOrEqual(9);
    expect(await own.readFeed(idOf(0))).toBeNull();
  });
});
