/** @jest-environment node */
import { join } from 'node:path';
import fc from 'fast-check';
import { operationSchema, type Dossier, type Operation, type TrialValues } from '@zither/contract';
import { openDatabase, type Db } from '../../server/src/db/open.ts';
import { rowsOf } from '../../server/src/db/rows.ts';
import { ERRORS, Refusal } from '../../server/src/errors.ts';
import { applyOperation } from '../../server/src/operations.ts';
import { dossierOf, feedOf } from '../../server/src/reading.ts';
import { allHeld, conflictsOf, pendingOperations, refusedOf } from '../features/data/outbox.ts';
import { overlay } from '../features/data/overlay.ts';
import { dossierKept } from '../features/data/rows.ts';
import { flush, settleConflict, submit } from '../features/data/send.ts';
import type { Store } from '../features/data/store.ts';
import { recall, sync } from '../features/data/sync.ts';
import { kill, newDevice, openTab, type TestDevice } from './deviceBench.ts';

const RUNS = Number(process.env['CONVERGENCE'] ?? 25);
const PRACTICE = 'cairnfold';
const CLIENT = '11111111-1111-4111-8111-111111111111';
const AT = '2026-01-05T09:00:00.000Z';

let count = 0;
const newId = () => `44444444-4444-4444-8444-${String((count += 1)).padStart(12, '0')}`;

const clientValues = (massKg: number, notes: string) => ({
  name: 'Orla Venn',
  statureMm: 1720,
  massKg,
  segmentsMm: {},
  shoulderWidthMm: null,
  interAsisMm: null,
  kit: [],
  notes,
});
const trialValues = (value: number): TrialValues => ({
  takenOn: '2026-01-05',
  takenAt: AT,
  measure: 'kneeToWall',
  side: 'left',
  value,
  instrument: 'byHand',
  kneeGapMm: null,
  pinch: false,
  state: null,
  struck: null,
});

/** What befalls a message on its way: it arrives; it is lost; its answer is lost; it arrives twice. */
type Fate = 'arrives' | 'lost' | 'answerLost' | 'twice';

interface World {
  db: Db;
  devices: { device: TestDevice; page: Store }[];
  /** What befalls the next messages, in turn. */
  fates: Fate[];
  isOnline: boolean[];
  /** Trials that some device said were kept. */
  said: Set<string>;
}

let world: World;
/** The device whose request is being made: pages of several devices share this process. */
let speaking = 0;

const json = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

function serve(operation: Operation): Response {
  try {
    return json(200, applyOperation(world.db, PRACTICE, operationSchema.parse(operation), AT));
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
  if (!world.isOnline[speaking]) throw lost;
  const fate = world.fates.shift() ?? 'arrives';
  if (fate === 'lost') throw lost;
  if (init?.method === 'POST') {
    const operation = JSON.parse(String(init.body)) as Operation;
    const answer = serve(operation);
    if (fate === 'twice') return serve(operation);
    if (fate === 'answerLost') throw lost;
    return answer;
  }
  if (fate === 'answerLost') throw lost;
  const asked = new URL(url, 'http://plumb.test');
  if (asked.pathname === '/api/clients') return json(200, { clients: [] });
  const clientId = asked.pathname.includes('/shelf') ? null : CLIENT;
  return json(200, feedOf(world.db, PRACTICE, clientId, asked.searchParams.get('since') ?? '0'));
}) as typeof fetch;

const settle = async () => {
  for (let i = 0; i < 25; i += 1) await new Promise((resolve) => setImmediate(resolve));
};

/** Does something on one device, to its end. */
async function on(who: number, does: (page: Store) => unknown): Promise<void> {
  speaking = who;
  await does(world.devices[who]!.page);
  await settle();
  clearTimeout(world.devices[who]!.page.ground.sending.timer);
}

const seen = (page: Store): Dossier | null =>
  overlay(dossierKept(page.getState(), CLIENT), pendingOperations(page.getState()), CLIENT);
const say = (page: Store, operation: object) =>
  page.dispatch(submit({ operationId: newId(), ...operation } as Operation));

/** What a coach may do on a device. */
type Act =
  | { kind: 'measure'; value: number }
  | { kind: 'strike'; which: number }
  | { kind: 'note'; text: string }
  | { kind: 'weigh'; massKg: number }
  | { kind: 'visit'; at: 'measure' | 'watch' | 'set' }
  | { kind: 'look' }
  | { kind: 'reload' }
  | { kind: 'network'; isOn: boolean };

const act: fc.Arbitrary<Act> = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.record({
      kind: fc.constant('measure' as const),
      value: fc.integer({ min: 20, max: 140 }),
    }),
  },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('strike' as const), which: fc.nat(20) }) },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('note' as const),
      text: fc.constantFrom('Mornings.', 'Evenings.', 'Tall.'),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('weigh' as const),
      massKg: fc.integer({ min: 50, max: 90 }),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('visit' as const),
      at: fc.constantFrom('measure' as const, 'watch' as const, 'set' as const),
    }),
  },
  { weight: 3, arbitrary: fc.constant({ kind: 'look' as const }) },
  { weight: 1, arbitrary: fc.constant({ kind: 'reload' as const }) },
  {
    weight: 2,
    arbitrary: fc.record({ kind: fc.constant('network' as const), isOn: fc.boolean() }),
  },
);

async function does(who: number, what: Act): Promise<void> {
  const own = world.devices[who]!;
  if (what.kind === 'network') {
    world.isOnline[who] = what.isOn;
    if (what.isOn) await on(who, (page) => page.dispatch(flush()));
    return;
  }
  if (what.kind === 'reload') {
    kill(own.page);
    speaking = who;
    own.page = await openTab(own.device);
    await settle();
    clearTimeout(own.page.ground.sending.timer);
    await on(who, (page) => page.dispatch(recall(CLIENT)));
    return on(who, (page) => page.dispatch(sync(CLIENT)));
  }
  if (what.kind === 'look') return on(who, (page) => page.dispatch(sync(CLIENT)));
  const dossier = seen(own.page);
  if (!dossier) return;
  const { client } = dossier;
  switch (what.kind) {
    case 'measure': {
      const rowId = newId();
      await on(who, (page) =>
        say(page, {
          kind: 'trial.put',
          rowId,
          baseVersion: 0,
          clientId: CLIENT,
          values: trialValues(what.value),
        }),
      );
      // The device has it on its disk: from here on it may not be lost.
      world.said.add(rowId);
      return;
    }
    case 'strike': {
      const trial = dossier.trials[what.which % Math.max(dossier.trials.length, 1)];
      if (!trial) return;
      const { id: rowId, version: baseVersion, value } = trial;
      return on(who, (page) =>
        say(page, {
          kind: 'trial.put',
          rowId,
          baseVersion,
          clientId: CLIENT,
          values: {
            ...trialValues(value),
            struck: trial.struck ? null : { reason: 'Reading slipped', at: AT },
          },
        }),
      );
    }
    case 'note':
    case 'weigh':
      return on(who, (page) =>
        say(page, {
          kind: 'client.put',
          rowId: CLIENT,
          baseVersion: client.version,
          values:
            what.kind === 'note'
              ? clientValues(client.massKg, what.text)
              : clientValues(what.massKg, client.notes),
        }),
      );
    case 'visit':
      return on(who, (page) =>
        say(page, {
          kind: 'session.visit',
          rowId: '22222222-2222-4222-8222-222222222222',
          baseVersion: 0,
          clientId: CLIENT,
          day: '2026-01-05',
          at: what.at,
        }),
      );
  }
}

/** One step: a device, what is done on it, and what befalls the messages of it. */
class Step implements fc.AsyncCommand<{ trials: number }, World> {
  constructor(
    readonly who: number,
    readonly what: Act,
    readonly fates: Fate[],
  ) {}
  check = () => true;
  async run(model: { trials: number }, real: World): Promise<void> {
    real.fates = [...this.fates];
    const before = real.said.size;
    await does(this.who, this.what);
    model.trials += real.said.size - before;
    expect(real.said.size).toBe(model.trials);
    // Whatever befell: nothing said on this device has gone from its sight.
    const ids = new Set(seen(real.devices[this.who]!.page)?.trials.map((t) => t.id));
    for (const operation of pendingOperations(real.devices[this.who]!.page.getState()))
      if (operation.kind === 'trial.put') expect(ids.has(operation.rowId)).toBe(true);
  }
  toString = () => `${this.who} ${JSON.stringify(this.what)} ${this.fates.join()}`;
}

const fates = fc.array(
  fc.constantFrom<Fate>('arrives', 'arrives', 'arrives', 'lost', 'answerLost', 'twice'),
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
    AT,
    'abcdefabcdef',
  );
  world = { db, devices: [], fates: [], isOnline: [true, true, true], said: new Set() };
  serve({
    kind: 'client.put',
    operationId: newId(),
    rowId: CLIENT,
    baseVersion: 0,
    values: clientValues(68, ''),
  });
  for (let who = 0; who < 3; who += 1) {
    const device = newDevice();
    speaking = who;
    world.devices.push({ device, page: await openTab(device) });
    await settle();
    await on(who, (page) => page.dispatch(sync(CLIENT)));
  }
  return world;
}

/** Everybody is back, every choice is made, and everything is sent. */
async function comeTogether(): Promise<void> {
  world.fates = [];
  world.isOnline = [true, true, true];
  for (let round = 0; round < 8; round += 1)
    for (let who = 0; who < 3; who += 1) {
      await on(who, (page) => page.dispatch(flush()));
      for (const { seq, operation } of conflictsOf(world.devices[who]!.page.getState()))
        await on(who, (page) =>
          page.dispatch(
            settleConflict(
              seq,
              round % 2 === 0 && 'values' in operation ? { ...operation.values } : null,
            ),
          ),
        );
      await on(who, (page) => page.dispatch(sync(CLIENT)));
    }
}

it(`three devices come to one record, whatever is lost, doubled or late (${RUNS} histories)`, async () => {
  await fc.assert(
    fc.asyncProperty(fc.commands([step], { maxCommands: 40, size: 'max' }), async (steps) => {
      await newWorld();
      await fc.asyncModelRun(() => ({ model: { trials: 0 }, real: world }), steps);
      await comeTogether();
      const truth = dossierOf(rowsOf(world.db, PRACTICE), CLIENT)!;
      expect(truth.trials.map((t) => t.id).sort()).toEqual([...world.said].sort());
      expect(truth.sessions.length).toBeLessThanOrEqual(1);
      for (const { page } of world.devices) {
        expect(allHeld(page.getState())).toEqual([]);
        expect(refusedOf(page.getState())).toEqual([]);
        expect(seen(page)).toEqual(truth);
        kill(page);
      }
      world.db.close();
    }),
    { numRuns: RUNS, seed: 20260105 },
  );
}, 600_000);
