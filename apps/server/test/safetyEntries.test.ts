import { isHeld, limitsOf, safetyOf, versionsNow } from '@zither/visit';
import { dossierOf } from '../src/reading.ts';
import { rowsOf } from '../src/db/rows.ts';
import { benchEach, id, newClient } from './support.ts';

const PRACTICE = 'cairnfold';
/** The day and, within seconds, the moment of the server's clock in these tests. */
const DAY = '2026-01-05';
const NOW = Date.parse('2026-01-05T09:00:00.000Z');
const HOUR_MS = 3_600_000;
const moment = (ms: number) => new Date(NOW + ms).toISOString();

const b = benchEach();
let clientId: string;
beforeEach(async () => {
  const client = newClient();
  clientId = client.rowId;
  await b.send(client);
});

/** An operation of a device whose clock is ahead by so much, said so long ago. */
const from = (aheadMs: number, agoMs = 0) => {
  const said = moment(aheadMs - agoMs);
  return { saidAt: said, clock: { said, sent: moment(aheadMs) }, saidBy: 'AA' };
};
const put = (kind: string, values: object, more: object = {}) => ({
  kind,
  operationId: id(),
  rowId: id(),
  baseVersion: 0,
  clientId,
  values,
  ...more,
});
const stop = (on: string, at: string, more: object = {}) =>
  put('stop.put', { on, at, movement: 'High bar', what: 'alarm', after: null }, more);
const screen = (answers: object, more: object = {}, at = moment(-HOUR_MS)) =>
  put(
    'screening.put',
    {
      takenOn: DAY,
      purpose: 'strength',
      asked: ['heart', 'nerve'],
      answers,
      answeredAt: { heart: at, nerve: at },
    },
    more,
  );
const clearance = (more: object = {}, values: object = {}) =>
  put(
    'clearance.put',
    {
      who: 'A. Clinician',
      licence: 'L1',
      givenOn: DAY,
      expiresOn: null,
      limits: [],
      covers: ['heart', 'nerve'],
      ...values,
    },
    more,
  );
const dossier = () => dossierOf(rowsOf(b.db, PRACTICE), clientId)!;
const held = (on = DAY) => isHeld(safetyOf(dossier(), on));

describe('a safety entry is never refused for its day', () => {
  it.each([
    ['four days fast', 96 * HOUR_MS, '2026-01-09', '2026-01-05'],
    ['26 hours slow', -26 * HOUR_MS, '2026-01-04', '2026-01-05'],
    ['years fast', 40_000 * HOUR_MS, '2030-07-30', '2026-01-05'],
  ])(
    'of a device %s: taken, its day set right, the said moment kept beside',
    async (_n, ahead, said, on) => {
      const entry = stop(said, moment(ahead), from(ahead));
      const { status, body } = await b.send(entry);
      expect(status).toBe(200);
      expect(body.row).toMatchObject({ on, deviceSaidAt: moment(ahead) });
      expect(Math.abs(Date.parse(body.row.saidAt) - NOW)).toBeLessThan(120_000);
      expect(Math.abs(Date.parse(body.row.at) - NOW)).toBeLessThan(120_000);
      expect(held()).toBe(true);
      // Sent again, it is the same.
      expect((await b.send(entry)).body.row.version).toBe(1);
    },
  );

  it('said two days ago without network, by a right clock, it stays of that day', async () => {
    const ago = 48 * HOUR_MS;
    const { body } = await b.send(stop('2026-01-03', moment(-ago), from(0, ago)));
    expect(body.row.on).toBe('2026-01-03');
    expect(body.row.deviceSaidAt).toBeUndefined();
  });

  it('said further by a device with a wrong clock, an entry keeps the days it has', async () => {
    const first = stop('2026-01-02', moment(-72 * HOUR_MS), from(0, 72 * HOUR_MS));
    await b.send(first);
    const { body } = await b.send({
      ...first,
      ...from(96 * HOUR_MS),
      operationId: id(),
      baseVersion: 1,
      values: { ...first.values, after: 'persists' },
    });
    expect(body.row).toMatchObject({
      on: '2026-01-02',
      at: moment(-72 * HOUR_MS),
      after: 'persists',
    });
  });

  it('of a page of before, which does not say its clock', async () => {
    const { status, body } = await b.send(
      stop('2026-01-09', moment(96 * HOUR_MS), { saidAt: moment(96 * HOUR_MS) }),
    );
    expect(status).toBe(200);
    expect(body.row.on).toBe(DAY);
    expect(held()).toBe(true);
    // Any other entry with such a day is still refused in words.
    const trial = put('session.visit', {});
    const { values: _v, ...visit } = { ...trial, day: '2026-03-01', at: 'measure' };
    expect((await b.send(visit)).status).toBe(400);
  });
});

describe('the order of a stop and a clearance does not hang on one clock', () => {
  it('a stop of a slow device that arrives after the clearance holds, until who clears has seen it', async () => {
    await b.send(clearance(from(0), { seen: [] }));
    const slow = -26 * HOUR_MS;
    const { body } = await b.send(stop('2026-01-04', moment(slow - HOUR_MS), from(slow, HOUR_MS)));
    expect(held()).toBe(true);
    const seen = [{ of: 'stop', id: body.row.id, question: null, version: 'alarm holds' }];
    await b.send(clearance(from(0), { seen }));
    expect(held()).toBe(false);
  });

  it('a clearance of a page of before covers what had arrived, and nothing after', async () => {
    await b.send(stop(DAY, moment(-HOUR_MS), from(0, HOUR_MS)));
    await b.send(clearance({ saidAt: moment(0) }));
    expect(held()).toBe(false);
    // Said before it, and received after it.
    await b.send(stop(DAY, moment(-2 * HOUR_MS), from(0, 2 * HOUR_MS)));
    expect(held()).toBe(true);
  });

  it('a clearance covers what was known when it was given, and no new answer of another kind', async () => {
    const { body } = await b.send(screen({ heart: true }, from(0)));
    const seen = [
      { of: 'screening', id: body.row.id, question: 'heart', version: moment(-HOUR_MS) },
    ];
    await b.send(clearance(from(0), { seen }));
    expect(held()).toBe(false);
    await b.send({
      ...screen({ heart: true, nerve: true }, from(0)),
      rowId: body.row.id,
      baseVersion: 1,
    });
    expect(held()).toBe(true);
  });

  it('an old clearance, recorded before this was asked, keeps its cover', async () => {
    await b.send(stop(DAY, moment(-HOUR_MS), from(0, HOUR_MS)));
    const { body } = await b.send(clearance(from(0), { seen: [] }));
    b.db
      .prepare(
        `UPDATE document SET values_json = json_remove(values_json, '$.seen'), received_at = ? WHERE id = ?`,
      )
      .run(moment(1), body.row.id);
    expect(held()).toBe(false);
  });
});

describe('two devices answer one screen', () => {
  const first = () => screen({}, from(0));
  const answeredBy = (rowId: string, answers: object, by: string, at: number) => ({
    ...screen(answers, { ...from(0), saidBy: by }, moment(at)),
    rowId,
    baseVersion: 1,
  });

  it('question by question; the holding answer stands, and both stay in the record', async () => {
    const base = first();
    await b.send(base);
    await b.send(answeredBy(base.rowId, { heart: true }, 'AA', 1000));
    const { status, body } = await b.send(answeredBy(base.rowId, {}, 'BB', 2000));
    expect(status).toBe(200);
    expect(body.row.answers).toEqual({ heart: true });
    expect(body.row.differs).toEqual([
      {
        question: 'heart',
        said: [
          { answers: { heart: true }, at: moment(1000), by: 'AA' },
          { answers: {}, at: moment(2000), by: 'BB' },
        ],
      },
    ]);
    expect(held()).toBe(true);
    // The other way round it is the same.
    const mirrored = first();
    await b.send(mirrored);
    await b.send(answeredBy(mirrored.rowId, {}, 'BB', 2000));
    const other = await b.send(answeredBy(mirrored.rowId, { heart: true }, 'AA', 1000));
    expect(other.body.row.differs).toEqual(body.row.differs);
  });

  it('a decision settles what it names; a late copy does not open it again, a new answer does', async () => {
    const base = first();
    await b.send(base);
    const yes = answeredBy(base.rowId, { heart: true }, 'AA', 1000);
    await b.send(yes);
    await b.send(answeredBy(base.rowId, {}, 'BB', 2000));
    const settled = [{ question: 'heart', at: [moment(1000), moment(2000)] }];
    const decided = {
      ...answeredBy(base.rowId, {}, 'CC', 3000),
      baseVersion: 3,
      values: { ...answeredBy(base.rowId, {}, 'CC', 3000).values, settled },
    };
    const { body } = await b.send(decided);
    expect(body.row.differs).toBeUndefined();
    expect(held()).toBe(false);
    const late = await b.send({ ...yes, operationId: id() });
    expect(late.body.row.differs).toBeUndefined();
    expect(held()).toBe(false);
    await b.send(answeredBy(base.rowId, { heart: true }, 'DD', 4000));
    expect(held()).toBe(true);
  });

  it('the same answer of two coaches can be corrected, each version of it', async () => {
    const base = first();
    await b.send(base);
    await b.send(answeredBy(base.rowId, { heart: true }, 'AA', 1000));
    await b.send(answeredBy(base.rowId, { heart: true }, 'BB', 2000));
    const correct = (saw: string) =>
      b.send(
        put('correction.put', {
          on: DAY,
          of: 'screening',
          ofId: base.rowId,
          question: 'heart',
          why: 'Asked of the wrong client',
          saw,
        }),
      );
    const versions = versionsNow(dossier(), 'screening', base.rowId, 'heart');
    expect(versions).toEqual([moment(1000), moment(2000)]);
    await correct(versions[0]!);
    expect(held()).toBe(true);
    await correct(versions[1]!);
    expect(held()).toBe(false);
  });

  it('two screens of one day: neither takes back what the other told', async () => {
    await b.send(screen({ pregnancy: true }, from(0, HOUR_MS)));
    await b.send(screen({}, from(0)));
    expect(limitsOf(safetyOf(dossier(), DAY)).map((l) => l.kind)).toContain('noLoad');
    const alone = screen({ under16: { guardianPresent: false } }, from(0, HOUR_MS));
    await b.send(alone);
    expect(held()).toBe(true);
  });

  it('how a stop went on: what holds more stands, whoever was first', async () => {
    const fall = put('stop.put', {
      on: DAY,
      at: moment(0),
      movement: 'High bar',
      what: 'fell',
      after: null,
    });
    await b.send(fall);
    const after = (how: string) => ({
      ...fall,
      operationId: id(),
      baseVersion: 1,
      values: { ...fall.values, after: how },
    });
    await b.send(after('persists'));
    const { status, body } = await b.send(after('gone'));
    expect([status, body.row.after]).toEqual([200, 'persists']);
    expect(held()).toBe(true);
  });

  it('an entry that was moved meanwhile is changed where it is now', async () => {
    const other = newClient();
    await b.send(other);
    const entry = stop(DAY, moment(0), from(0));
    await b.send(entry);
    await b.send(
      put('entries.move', {
        to: { kind: 'client', clientId: other.rowId },
        on: DAY,
        why: 'Wrong client',
        entries: [{ entity: 'stop', id: entry.rowId }],
      }),
    );
    const { status, body } = await b.send({
      ...entry,
      operationId: id(),
      baseVersion: 1,
      values: { ...entry.values, after: 'persists' },
    });
    expect([status, body.row.clientId, body.row.after]).toEqual([200, other.rowId, 'persists']);
    // Under the id of an entry that never was this client's, nothing is changed.
    const third = newClient();
    await b.send(third);
    const wrong = { ...entry, operationId: id(), clientId: third.rowId, baseVersion: 2 };
    expect((await b.send(wrong)).body.code).toBe('rowTaken');
  });
});

describe('what is dated ahead', () => {
  it('a screen loosens on its day, and tightens at once', async () => {
    await b.send(screen({ pregnancy: true }, from(0)));
    const tomorrow = '2026-01-06';
    const ahead = screen({ nerve: true }, from(0));
    await b.send({ ...ahead, values: { ...ahead.values, takenOn: tomorrow } });
    expect(held()).toBe(true);
    const clean = screen({}, from(0));
    await b.send({ ...clean, values: { ...clean.values, takenOn: tomorrow } });
    await b.send(
      put('pain.put', { on: DAY, movement: 'High bar', place: 'knee', level: 3 }, from(0)),
    );
    const kinds = safetyOf(dossier(), DAY);
    expect(kinds.state !== 'notScreened' && kinds.outcome.kind).toBe('hold');
    await b.send(
      clearance(from(0), {
        covers: ['nerve'],
        seen: [{ of: 'screening', id: ahead.rowId, question: 'nerve', version: moment(-HOUR_MS) }],
      }),
    );
    const limits = limitsOf(safetyOf(dossier(), DAY)).map((l) => l.kind);
    expect(limits).toEqual(expect.arrayContaining(['noLoad', 'depthCap', 'verticalShins']));
  });

  it('a clearance for tomorrow lifts nothing today, and its limits count', async () => {
    const { body } = await b.send(screen({ heart: true }, from(0)));
    const seen = [
      { of: 'screening', id: body.row.id, question: 'heart', version: moment(-HOUR_MS) },
    ];
    await b.send(
      clearance(from(0), {
        givenOn: '2026-01-06',
        seen,
        limits: [{ kind: 'depthCap', thighDepthDeg: 0 }],
      }),
    );
    expect(held(DAY)).toBe(true);
    expect(held('2026-01-06')).toBe(false);
    const { body: other } = await b.send(newClient());
    clientId = other.row.id;
    await b.send(
      clearance(from(0), {
        givenOn: '2026-01-06',
        seen: [],
        limits: [{ kind: 'depthCap', thighDepthDeg: 0 }],
      }),
    );
    await b.send(screen({}, from(0)));
    expect(limitsOf(safetyOf(dossier(), DAY))).toEqual([{ kind: 'depthCap', thighDepthDeg: 0 }]);
  });

  it('an imported record is clamped like a live entry, and marked', async () => {
    await b.send(clearance(from(0), { seen: [] }));
    const { body: record } = await b.get(`/api/clients/${clientId}/record`);
    record.clearances[0].saidAt = '2999-01-01T00:00:00.000Z';
    delete record.clearances[0].seen;
    const { body } = await b.app
      .inject({ method: 'POST', url: '/api/records', payload: record })
      .then((answer) => ({ body: answer.json() }));
    clientId = body.clientId;
    expect(dossier().client.importedAt).toMatch(/^2026-01-05/);
    expect(dossier().clearances[0]!.saidAt < '2026-01-06').toBe(true);
    await b.send(stop(DAY, moment(HOUR_MS / 2), from(0)));
    expect(held()).toBe(true);
  });
});
