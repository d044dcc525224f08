/** @jest-environment node */
import { join } from 'node:path';
import fc from 'fast-check';
import { operationSchema, type Dossier, type Operation } from '@zither/contract';
import { valuesIn } from '@zither/contract/row';
import { allTold, isHeld, newestScreening, safetyOf, screenToday } from '@zither/visit';
import { answered } from '@zither/visit/merging';
import { openDatabase, type Db } from '../../server/src/db/open.ts';
import { rowsOf } from '../../server/src/db/rows.ts';
import { ERRORS, Refusal } from '../../server/src/errors.ts';
import { applyOperation } from '../../server/src/operations.ts';
import { dossierOf, feedOf } from '../../server/src/reading.ts';
import { clockActions } from '../features/data/clock.ts';
import { allHeld, pendingOperations, refusedOf } from '../features/data/outbox.ts';
import { overlay } from '../features/data/overlay.ts';
import { dossierKept } from '../features/data/rows.ts';
import { flush, momentNow, retryRefused, submit } from '../features/data/send.ts';
import type { Store } from '../features/data/store.ts';
import { recall, sync } from '../features/data/sync.ts';
import { today } from '../features/data/today.ts';
import { Careful, type Fact, type Telling } from './carefulReading.ts';
import { kill, newDevice, openTab, type TestDevice } from './deviceBench.ts';

/** More sequences in the longer run: HOLDS=1000 npm run holds. */
const RUNS = Number(process.env['HOLDS'] ?? 50);
const PRACTICE = 'cairnfold';
const CLIENT = '11111111-1111-4111-8111-111111111111';
const START = Date.parse('2026-01-05T09:00:00.000Z');
const DAY = '2026-01-05';
const HOUR_MS = 3_600_000;
/** How far each device's clock is ahead: right; four days fast; 26 hours slow. */
const AHEAD_MS = [0, 96 * HOUR_MS, -26 * HOUR_MS];

let count = 0;
const newId = () => `44444444-4444-4444-8444-${String((count += 1)).padStart(12, '0')}`;

/** What befalls a message on its way; `refused`: a server that knows no better; `page`: something else answers. */
type Fate = 'arrives' | 'lost' | 'answerLost' | 'twice' | 'refused' | 'forbidden' | 'page';

interface World {
  db: Db;
  now: number;
  devices: { device: TestDevice; page: Store }[];
  fates: Fate[];
  isOnline: boolean[];
  careful: Careful;
  /** The fact that each entry tells, by its row and when it was said. */
  tells: Map<string, Fact>;
}

let world: World;
let speaking = 0;

const stamp = () => new Date(world.now).toISOString();
/** Time stands still between steps, and each device reads it off its own clock. */
const setClock = (who: number) => jest.setSystemTime(world.now + AHEAD_MS[who]!);
beforeAll(() => {
  jest.useFakeTimers({
    doNotFake: [
      ...(['hrtime', 'nextTick', 'performance', 'queueMicrotask', 'setImmediate'] as const),
      ...([
        'clearImmediate',
        'setInterval',
        'clearInterval',
        'setTimeout',
        'clearTimeout',
      ] as const),
    ],
  });
});
afterAll(() => jest.useRealTimers());

const json = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/json', date: new Date(world.now).toUTCString() },
  });

function serve(operation: Operation): Response {
  try {
    const done = applyOperation(world.db, PRACTICE, operationSchema.parse(operation), stamp());
    const fact = world.tells.get(`${operation.rowId} ${operation.clock?.said}`);
    if (fact) world.careful.arrived(fact);
    return json(200, done);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    const { code, message, path, current } = error;
    return json(ERRORS[code].status, {
      code,
      message,
      ...(path ? { path } : {}),
      ...(current ? { current } : {}),
    });
  }
}

globalThis.fetch = (async (url: string, init?: RequestInit) => {
  const lost = new TypeError('Failed to fetch');
  const who = speaking;
  if (!world.isOnline[who]) throw lost;
  const fate = world.fates.shift() ?? 'arrives';
  if (fate === 'lost') throw lost;
  if (init?.method === 'POST') {
    const operation = JSON.parse(String(init.body)) as Operation;
    if (fate === 'forbidden') return json(401, { code: 'who', message: 'Who is this?' });
    if (fate === 'page') return new Response('<html>Sign in to this network</html>');
    if (fate === 'refused')
      return json(400, { code: 'invalid', message: 'values.on is in the future.' });
    if (fate === 'twice') serve(operation);
    const answer = serve(operation);
    if (fate === 'answerLost') throw lost;
    // An answer brings the row as it stands, with what others told in it.
    if (answer.status === 200) world.careful.toldOfRow(who, operation.rowId);
    return answer;
  }
  if (fate === 'answerLost') throw lost;
  if (fate !== 'arrives' && fate !== 'twice') return new Response('<html></html>');
  const asked = new URL(url, 'http://plumb.test');
  if (asked.pathname === '/api/clients') return json(200, { clients: [] });
  const isShelf = asked.pathname.includes('/shelf');
  const feed = feedOf(
    world.db,
    PRACTICE,
    isShelf ? null : CLIENT,
    asked.searchParams.get('since') ?? '0',
  );
  if (!isShelf) world.careful.toldAll(who);
  return json(200, feed);
}) as typeof fetch;

const settle = async () => {
  for (let i = 0; i < 25; i += 1) await new Promise((resolve) => setImmediate(resolve));
};

async function on(who: number, does: (page: Store) => unknown): Promise<void> {
  speaking = who;
  setClock(who);
  const { page } = world.devices[who]!;
  // The correction of this page, which shares this process with others.
  const { aheadMs } = page.getState().clock;
  page.dispatch(clockActions.told({ server: Date.now() + aheadMs, device: Date.now() }));
  await does(page);
  await settle();
  clearTimeout(page.ground.sending.timer);
  page.ground.sending.dueAt.clear();
}

const seen = (page: Store): Dossier | null =>
  overlay(dossierKept(page.getState(), CLIENT), pendingOperations(page.getState()), CLIENT);
const isHeldOn = (page: Store): boolean => {
  const dossier = seen(page);
  return dossier !== null && isHeld(safetyOf(dossier, DAY));
};

/** Says something on a device, and tells the careful reader what it was. */
async function say(
  who: number,
  operation: object,
  fact: Telling,
  over?: { id: string },
  repeating: string | null = null,
) {
  const { rowId } = operation as { rowId: string };
  world.tells.set(`${rowId} ${new Date().toISOString()}`, world.careful.said(who, fact, repeating));
  await on(who, (page) =>
    page.dispatch(
      submit(
        { operationId: newId(), clientId: CLIENT, ...operation } as Operation,
        // As the screens do: the row as the page shows it.
        over && (valuesIn(over) as Record<string, unknown>),
      ),
    ),
  );
}

const RULES = ['heart', 'nerve', 'strongPain', 'fell', 'jointGives', 'painUnsaid'];
const QUESTIONS = ['heart', 'nerve'] as const;

type Act =
  | { kind: 'stop'; what: 'alarm' | 'fell' }
  | { kind: 'after'; after: 'gone' | 'persists' }
  | { kind: 'answer'; question: (typeof QUESTIONS)[number]; isYes: boolean; isNew: boolean }
  | { kind: 'pain' }
  | { kind: 'clear' }
  | { kind: 'correct' }
  | { kind: 'look' }
  | { kind: 'reload' }
  | { kind: 'wait'; hours: number }
  | { kind: 'network'; isOn: boolean };

const act: fc.Arbitrary<Act> = fc.oneof(
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('stop' as const),
      what: fc.constantFrom('alarm' as const, 'fell' as const),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('after' as const),
      after: fc.constantFrom('gone' as const, 'persists' as const),
    }),
  },
  {
    weight: 5,
    arbitrary: fc.record({
      kind: fc.constant('answer' as const),
      question: fc.constantFrom(...QUESTIONS),
      isYes: fc.boolean(),
      // Mostly on the screen that all of them know.
      isNew: fc.constantFrom(false, false, false, false, true),
    }),
  },
  { weight: 1, arbitrary: fc.constant({ kind: 'pain' as const }) },
  { weight: 3, arbitrary: fc.constant({ kind: 'clear' as const }) },
  { weight: 2, arbitrary: fc.constant({ kind: 'correct' as const }) },
  { weight: 4, arbitrary: fc.constant({ kind: 'look' as const }) },
  { weight: 2, arbitrary: fc.constant({ kind: 'reload' as const }) },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant('wait' as const),
      hours: fc.integer({ min: 1, max: 5 }),
    }),
  },
  {
    weight: 3,
    arbitrary: fc.record({ kind: fc.constant('network' as const), isOn: fc.boolean() }),
  },
);

async function does(who: number, what: Act): Promise<void> {
  const own = world.devices[who]!;
  world.now += 61_000;
  switch (what.kind) {
    case 'wait':
      world.now += what.hours * HOUR_MS;
      return;
    case 'network':
      world.isOnline[who] = what.isOn;
      if (what.isOn) await on(who, (page) => page.dispatch(flush()));
      return;
    case 'reload':
      kill(own.page);
      speaking = who;
      setClock(who);
      own.page = await openTab(own.device);
      await settle();
      await on(who, (page) => page.dispatch(recall(CLIENT)));
      return on(who, (page) => page.dispatch(sync(CLIENT)));
    case 'look':
      return on(who, (page) => page.dispatch(sync(CLIENT)));
  }
  const dossier = seen(own.page);
  if (!dossier) return;
  setClock(who);
  const at = momentNow();
  switch (what.kind) {
    case 'stop': {
      const rowId = newId();
      const values = { on: today(), at, movement: 'High bar', what: what.what, after: null };
      return say(
        who,
        { kind: 'stop.put', rowId, baseVersion: 0, values },
        { kind: 'stop', row: rowId, about: what.what },
      );
    }
    case 'after': {
      const stop = dossier.stops.find((s) => s.what === 'fell');
      if (!stop) return;
      const { id: rowId, version: baseVersion, on: day, movement } = stop;
      const values = { on: day, at: stop.at, movement, what: stop.what, after: what.after };
      return say(
        who,
        { kind: 'stop.put', rowId, baseVersion, values },
        { kind: 'after', row: rowId, about: what.after },
        stop,
      );
    }
    case 'answer': {
      const newest = what.isNew ? null : newestScreening(dossier);
      const { question, isYes } = what;
      const row = newest ?? { id: newId(), version: 0 };
      const { purpose, asked, answers, answeredAt } = newest ?? screenToday(dossier, today());
      const more = newest && {
        ...(newest.turned ? { turned: newest.turned } : {}),
        ...(newest.differs ? { differs: newest.differs } : {}),
        ...(newest.settled ? { settled: newest.settled } : {}),
      };
      const now = {
        takenOn: newest?.takenOn ?? today(),
        purpose,
        asked,
        answers,
        answeredAt,
        ...more,
      };
      const values = answered(now, question, isYes ? { [question]: true } : {}, at);
      return say(
        who,
        { kind: 'screening.put', rowId: row.id, baseVersion: row.version, values },
        { kind: 'answer', row: row.id, about: `${question} ${isYes ? 'yes' : 'no'}` },
        newest ?? undefined,
        newest ? null : (newestScreening(dossier)?.id ?? null),
      );
    }
    case 'pain': {
      const rowId = newId();
      const values = { on: today(), movement: 'High bar', place: 'knee', level: 6 };
      return say(
        who,
        { kind: 'pain.put', rowId, baseVersion: 0, values },
        { kind: 'pain', row: rowId, about: '6' },
      );
    }
    case 'clear': {
      const rowId = newId();
      const values = {
        who: 'A. Clinician',
        licence: 'L1',
        givenOn: DAY,
        expiresOn: null,
        limits: [],
        covers: RULES,
        seen: allTold(dossier),
      };
      return say(
        who,
        { kind: 'clearance.put', rowId, baseVersion: 0, values },
        { kind: 'clearance', row: rowId, about: '' },
      );
    }
    case 'correct': {
      const pain = dossier.pains[0];
      const stop = dossier.stops[0];
      const of = pain ?? stop;
      if (!of) return;
      const told = allTold(dossier).find((t) => t.id === of.id)!;
      const values = {
        on: DAY,
        of: pain ? 'pain' : 'stop',
        ofId: of.id,
        question: null,
        why: 'Wrong client',
        saw: told.version,
      };
      return say(
        who,
        { kind: 'correction.put', rowId: newId(), baseVersion: 0, values },
        { kind: 'correction', row: of.id, about: '' },
      );
    }
  }
}

/** How often the careful reader held and let go, so that a test that always holds is found. */
const told = { held: 0, free: 0, over: 0 };

function check(): void {
  world.devices.forEach(({ page }, who) => {
    const wouldHold = world.careful.holds(who);
    const holds = isHeldOn(page);
    if (wouldHold) expect({ who, holds }).toEqual({ who, holds: true });
    told[wouldHold ? 'held' : 'free'] += 1;
    if (holds && !wouldHold) told.over += 1;
  });
}

class Step implements fc.AsyncCommand<object, World> {
  constructor(
    readonly who: number,
    readonly what: Act,
    readonly fates: Fate[],
  ) {}
  check = () => true;
  async run(_model: object, real: World): Promise<void> {
    real.fates = [...this.fates];
    await does(this.who, this.what);
    check();
  }
  toString = () => `${this.who} ${JSON.stringify(this.what)} ${this.fates.join()}`;
}

const fates = fc.array(
  fc.constantFrom<Fate>(
    ...(['arrives', 'arrives', 'arrives', 'lost', 'answerLost', 'twice'] as const),
    ...(['refused', 'forbidden', 'page'] as const),
  ),
  { maxLength: 4 },
);
const step = fc
  .tuple(fc.nat(2), act, fates)
  .map(([who, what, befalls]) => new Step(who, what, befalls));

async function newWorld(): Promise<World> {
  const db = openDatabase(':memory:', join(__dirname, '../../server/src/db/migrations'));
  db.prepare('INSERT INTO practice (id, name, created_at, epoch) VALUES (?, ?, ?, ?)').run(
    PRACTICE,
    'P',
    new Date(START).toISOString(),
    'abcdefabcdef',
  );
  world = {
    db,
    now: START,
    devices: [],
    fates: [],
    isOnline: [true, true, true],
    careful: new Careful(3),
    tells: new Map(),
  };
  serve({
    kind: 'client.put',
    operationId: newId(),
    rowId: CLIENT,
    baseVersion: 0,
    values: {
      name: 'Orla Venn',
      statureMm: 1720,
      massKg: 68,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: [],
      notes: '',
    },
  });
  serve({
    kind: 'screening.put',
    operationId: newId(),
    rowId: newId(),
    baseVersion: 0,
    clientId: CLIENT,
    values: { takenOn: DAY, purpose: 'strength', asked: [], answers: {}, answeredAt: {} },
  });
  for (let who = 0; who < 3; who += 1) {
    const device = newDevice();
    speaking = who;
    setClock(who);
    world.devices.push({ device, page: await openTab(device) });
    await settle();
    await on(who, (page) => page.dispatch(sync(CLIENT)));
  }
  return world;
}

/** Everybody is back, what was refused is sent again, and everything arrives. */
async function comeTogether(): Promise<void> {
  world.fates = [];
  world.isOnline = [true, true, true];
  for (let round = 0; round < 6; round += 1)
    for (let who = 0; who < 3; who += 1) {
      for (const { seq } of refusedOf(world.devices[who]!.page.getState()))
        await on(who, (page) => page.dispatch(retryRefused(seq)));
      await on(who, (page) => page.dispatch(flush()));
      await on(who, (page) => page.dispatch(sync(CLIENT)));
    }
}

it(`a client is held whenever a careful reading would hold them, on every device at every moment (${RUNS} histories)`, async () => {
  await fc.assert(
    fc.asyncProperty(fc.commands([step], { maxCommands: 40, size: 'max' }), async (steps) => {
      await newWorld();
      await fc.asyncModelRun(() => ({ model: {}, real: world }), steps);
      await comeTogether();
      check();
      const waiting = world.devices.flatMap(({ page }) => allHeld(page.getState()));
      expect(waiting).toEqual([]);
      const atServer = isHeld(safetyOf(dossierOf(rowsOf(world.db, PRACTICE), CLIENT)!, DAY));
      const wouldHold = world.careful.holdsAtServer();
      if (wouldHold) expect(atServer).toBe(true);
      if (atServer && !wouldHold) told.over += 1;
      for (const { page } of world.devices) {
        expect(isHeldOn(page)).toBe(atServer);
        kill(page);
      }
      world.db.close();
    }),
    { numRuns: RUNS, seed: 31 },
  );
  // It holds and lets go, and seldom holds where nobody would.
  expect(told.held).toBeGreaterThan(RUNS);
  expect(told.free).toBeGreaterThan(RUNS);
  expect(told.over).toBeLessThan(told.free / 10);
}, 3_600_000);
