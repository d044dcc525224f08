import type { Feed, LineOf, PracticeKind } from '@zither/contract';
import { PROFILES } from '@zither/core';
import { schoolsFrom } from '@zither/visit';
import { id, newClient, benchEach } from './support.ts';

const b = benchEach();

/** What the Shelf knows of own methods, as a device puts it together. */
const schools = async () => {
  const { rows } = (await b.get('/api/shelf?since=0')).body as Feed;
  const of = <K extends PracticeKind>(kind: K) =>
    rows.filter((r) => r.entity === kind).map((r) => r.row as unknown as LineOf<K>);
  return schoolsFrom((kind) => of(kind));
};

const AT = '2026-01-05T09:00:00.000Z';
const { id: balancedId, ...balanced } = PROFILES[0]!;
const school = (change: object = {}) => ({
  kind: 'school.put',
  operationId: id(),
  rowId: id(),
  baseVersion: 0,
  values: { ...balanced, name: 'Hut way', copiedFrom: balancedId, ...change },
});
const choose = (profile: string) => ({
  kind: 'school.choose',
  operationId: id(),
  rowId: id(),
  baseVersion: 0,
  values: { at: AT, by: 'CH', profile },
});
const setup = {
  stanceWidthMm: 420,
  toeOutDeg: { left: 15, right: 15 },
  support: { kind: 'floor' },
  hold: 'highBar',
  loadKg: 40,
};
const trial = {
  takenOn: '2026-01-05',
  takenAt: AT,
  setup,
  thighDepthDeg: 6,
  profile: 'balanced',
  why: 'own',
  chance: 0.4,
  depthDeg: 6,
  heelRose: { left: true, right: false },
  knees: { left: 'over', right: 'over' },
  tuckFromDeg: null,
  comfort: 3,
  pain: false,
};
const lock = {
  on: '2026-01-05',
  at: AT,
  by: 'CH',
  why: 'Tried and clean.',
  setup,
  thighDepthDeg: 6,
  profile: 'balanced',
  profileName: 'Balanced',
  workingPoint: 'parallelLines',
  evidence: { chance: 0.9, trials: [], limits: null, says: ['Clean in 1 of 1 trial of it.'] },
};
const client = async () => {
  const create = newClient();
  await b.send(create);
  return create.rowId;
};
const of = (kind: string, clientId: string, values: object) => ({
  kind,
  operationId: id(),
  rowId: id(),
  baseVersion: 0,
  clientId,
  values,
});

describe('the emergency steps of a practice', () => {
  it('come with every client, the last word counting', async () => {
    const clientId = await client();
    const put = (steps: string[], at: string) =>
      b.send({
        kind: 'emergency.put',
        operationId: id(),
        rowId: id(),
        baseVersion: 0,
        saidAt: at,
        values: { at, by: 'CH', steps },
      });
    expect((await b.get(`/api/clients/${clientId}`)).body.schools).not.toHaveProperty('emergency');
    expect((await put(['Call the front desk.'], '2026-01-05T09:00:00.000Z')).status).toBe(200);
    await put(['Call the front desk.', 'Open the lower gate.'], '2026-01-05T09:05:00.000Z');
    expect((await b.get(`/api/clients/${clientId}`)).body.schools.emergency.steps).toEqual([
      'Call the front desk.',
      'Open the lower gate.',
    ]);
    expect((await put([''], AT)).status).toBe(400);
  });
});

describe('the units of a practice', () => {
  it('come with every client once somebody chose, the last word counting', async () => {
    const clientId = await client();
    const choose = (system: string, at: string) =>
      b.send({
        kind: 'units.choose',
        operationId: id(),
        rowId: id(),
        baseVersion: 0,
        saidAt: at,
        values: { at, by: 'CH', system },
      });
    const units = async () => (await b.get(`/api/clients/${clientId}`)).body.schools.units;
    expect(await units()).toBeUndefined();
    await choose('imperial', '2026-01-05T09:00:00.000Z');
    expect(await units()).toBe('imperial');
    await choose('metric', '2026-01-05T09:05:00.000Z');
    expect(await units()).toBe('metric');
    expect((await choose('cubits', AT)).status).toBe(400);
  });
});

describe('own schools', () => {
  it('are kept, changed against their version, and come with every client', async () => {
    const clientId = await client();
    const own = school();
    expect((await b.send(own)).body).toMatchObject({
      entity: 'school',
      row: { name: 'Hut way', version: 1, retired: false },
    });
    const change = {
      ...own,
      operationId: id(),
      baseVersion: 1,
      values: { ...own.values, bufferDeg: 4 },
    };
    expect((await b.send(change)).body.row).toMatchObject({ version: 2, bufferDeg: 4 });
    // A second device that did not see the change is told, with the row as it stands.
    const late = await b.send({ ...change, operationId: id() });
    expect(late.status).toBe(409);
    expect(late.body).toMatchObject({ code: 'rowChanged', current: { row: { version: 2 } } });
    const body = await schools();
    expect(body).toMatchObject({ own: [{ name: 'Hut way', bufferDeg: 4 }], usual: 'balanced' });
    expect((await b.get(`/api/clients/${clientId}`)).body.schools).toEqual(body);
  });

  it('one is the usual one: every choice is kept, the last counts, and it must exist', async () => {
    const own = school();
    await b.send(own);
    await b.send(choose('openHip'));
    const last = choose(own.rowId);
    expect((await b.send(last)).body).toMatchObject({ entity: 'schoolChoice' });
    expect((await schools()).usual).toBe(own.rowId);
    expect((await b.send(choose(id()))).body).toMatchObject({ code: 'noSuchSchool' });
    expect((await b.send({ ...last, operationId: id(), baseVersion: 1 })).body.code).toBe(
      'rowTaken',
    );
    const kept = b.db
      .prepare("SELECT COUNT(*) AS n FROM document WHERE kind = 'schoolChoice'")
      .get() as { n: number };
    expect(kept.n).toBe(2);
  });

  it('a client may follow one, and a setup under a school that is none is refused', async () => {
    const clientId = await client();
    const own = school();
    await b.send(own);
    const values = { setup, thighDepthDeg: 6, workingPoint: 'parallelLines', profile: own.rowId };
    expect((await b.send(of('setup.put', clientId, values))).status).toBe(200);
    const other = await client();
    const refused = await b.send(of('setup.put', other, { ...values, profile: id() }));
    expect(refused.status).toBe(404);
    expect(refused.body).toMatchObject({ code: 'noSuchSchool', path: 'values.profile' });
  });

  it('belong to one practice alone', async () => {
    await b.send(school());
    await b.send(choose('openHip'));
    const rows = b.db
      .prepare(
        "SELECT DISTINCT practice_id AS p FROM document WHERE kind IN ('school', 'schoolChoice')",
      )
      .all() as { p: string }[];
    expect(rows).toHaveLength(1);
    b.db.pragma('foreign_keys = OFF');
    b.db.exec("UPDATE document SET practice_id = 'other'");
    expect(await schools()).toEqual({ own: [], usual: 'balanced' });
  });
});

describe('trials of setups and locks', () => {
  it('come with the dossier; a trial taken back stays in it', async () => {
    const clientId = await client();
    const put = of('setupTrial.put', clientId, trial);
    expect((await b.send(put)).body).toMatchObject({ entity: 'setupTrial', row: { version: 1 } });
    await b.send({ ...put, operationId: id(), baseVersion: 1, values: { ...trial, undone: true } });
    await b.send(of('lock.put', clientId, lock));
    const { body } = await b.get(`/api/clients/${clientId}`);
    expect(body.setupTrials).toMatchObject([{ undone: true, heelRose: { left: true } }]);
    expect(body.locks).toMatchObject([{ why: 'Tried and clean.', by: 'CH', takenBack: false }]);
    expect(
      (
        await b.send({
          ...put,
          operationId: id(),
          rowId: id(),
          values: { ...trial, profile: id() },
        })
      ).body.code,
    ).toBe('noSuchSchool');
  });

  it('a lock is never rewritten, only taken back and put back', async () => {
    const clientId = await client();
    const put = of('lock.put', clientId, lock);
    await b.send(put);
    const again = await b.send({
      ...put,
      operationId: id(),
      baseVersion: 1,
      values: { ...lock, why: 'Otherwise.' },
    });
    expect(again.body.code).toBe('rowTaken');
    const back = {
      kind: 'lock.takeBack',
      operationId: id(),
      rowId: put.rowId,
      baseVersion: 1,
      clientId,
      takenBack: true,
    };
    expect((await b.send(back)).body.row).toMatchObject({
      takenBack: true,
      why: 'Tried and clean.',
      version: 2,
    });
    expect((await b.send({ ...back, operationId: id() })).body.code).toBe('rowChanged');
    const nowhere = await b.send({ ...back, operationId: id(), rowId: id(), baseVersion: 0 });
    expect(nowhere.body.code).toBe('noSuchRow');
  });

  it('of another client are refused', async () => {
    const [one, two] = [await client(), await client()];
    const put = of('setupTrial.put', one, trial);
    await b.send(put);
    expect(
      (await b.send({ ...put, operationId: id(), baseVersion: 1, clientId: two })).body.code,
    ).toBe('rowTaken');
    expect((await b.send(of('lock.put', id(), lock))).body.code).toBe('noSuchClient');
  });
});
