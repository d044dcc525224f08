import { copyFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase } from '../src/db/open.ts';
import { id, MIGRATIONS, newClient, newTrial, trialValues, benchEach } from './support.ts';

const b = benchEach();

const client = async () => {
  const create = newClient();
  await b.send(create);
  return create.rowId;
};

const visit = (clientId: string, at: string, day = '2026-01-05') => ({
  kind: 'session.visit',
  operationId: id(),
  rowId: id(),
  baseVersion: 0,
  clientId,
  day,
  at,
});

describe('a visit', () => {
  it('is one a client and day, whichever phone opens it, and remembers where the coach was last', async () => {
    const clientId = await client();
    const first = await b.send(visit(clientId, 'clear'));
    expect(first.body).toMatchObject({ entity: 'session', row: { version: 1, at: 'clear' } });
    const second = await b.send(visit(clientId, 'measure'));
    expect(second.body.row).toMatchObject({ id: first.body.row.id, version: 2, at: 'measure' });
    await b.send(visit(clientId, 'set', '2026-01-06'));
    const { sessions } = (await b.get(`/api/clients/${clientId}`)).body;
    expect(sessions.map((s: { day: string; at: string }) => [s.day, s.at])).toEqual([
      ['2026-01-06', 'set'],
      ['2026-01-05', 'measure'],
    ]);
    const [line] = (await b.get('/api/clients')).body.clients;
    expect(line.lastSession).toEqual({ day: '2026-01-06', at: 'set' });
    expect((await b.send(visit(clientId, 'lunch'))).body.path).toBe('at');
    expect((await b.send(visit(id(), 'clear'))).body.code).toBe('noSuchClient');
  });
});

describe('trials', () => {
  it('of two phones stand side by side', async () => {
    const clientId = await client();
    const [one, two] = [newTrial(clientId), newTrial(clientId, { value: 85 })];
    expect((await b.send(one)).status).toBe(200);
    expect((await b.send(two)).status).toBe(200);
    const { trials } = (await b.get(`/api/clients/${clientId}`)).body;
    expect(trials.map((t: { value: number }) => t.value).sort()).toEqual([85, 90]);
  });

  it('are struck out with a reason and put back, and a second phone that did not see it is told', async () => {
    const clientId = await client();
    const trial = newTrial(clientId);
    await b.send(trial);
    const struck = { reason: 'Heel lifted', at: '2026-01-05T09:01:00.000Z' };
    const strike = {
      ...trial,
      operationId: id(),
      baseVersion: 1,
      values: trialValues({ struck }),
    };
    expect((await b.send(strike)).body.row).toMatchObject({ version: 2, struck });
    const [line] = (await b.get('/api/clients')).body.clients;
    expect(line.lastMeasuredOn).toBeNull();
    const moved = {
      ...trial,
      operationId: id(),
      baseVersion: 1,
      values: trialValues({ side: 'right' }),
    };
    expect(await b.send(moved)).toMatchObject({
      status: 409,
      body: { code: 'rowChanged', current: { entity: 'trial', row: { struck, side: 'left' } } },
    });
    const back = { ...trial, operationId: id(), baseVersion: 2 };
    expect((await b.send(back)).body.row).toMatchObject({ version: 3, struck: null });
    // Nothing is lost: every version stands in the log.
    const log = b.db.prepare('SELECT count(*) AS n FROM operation WHERE row_id = ?');
    expect(log.get(trial.rowId)).toEqual({ n: 3 });
  });

  it('come newest day first, in the order taken, struck ones too, and none is cut', async () => {
    const clientId = await client();
    for (let d = 1; d <= 14; d += 1) {
      const takenOn = `2025-12-${String(d).padStart(2, '0')}`;
      for (const second of ['05', '01'])
        await b.send(newTrial(clientId, { takenOn, takenAt: `${takenOn}T09:00:${second}.000Z` }));
    }
    const { trials } = (await b.get(`/api/clients/${clientId}`)).body;
    expect(trials).toHaveLength(28);
    expect(trials[0].takenAt).toBe('2025-12-14T09:00:01.000Z');
    expect(trials.at(-1).takenOn).toBe('2025-12-01');
  });

  it('that cannot be are refused with the field', async () => {
    const clientId = await client();
    for (const [change, path] of [
      [{ value: 4000 }, 'values.value'],
      [{ side: null }, 'values.side'],
      [{ measure: 'hipFoldWide', side: null, value: 110 }, 'values.kneeGapMm'],
    ] as const)
      expect((await b.send(newTrial(clientId, change))).body).toMatchObject({
        code: 'invalid',
        path,
      });
  });
});

describe('the move from five measurements a day to trials', () => {
  it('carries every reading over, the way in use last, and names the day in the prescription', () => {
    const folder = mkdtempSync(join(tmpdir(), 'plumb-migrate-'));
    for (const name of ['001_first_slice.sql', '002_safety.sql'])
      copyFileSync(join(MIGRATIONS, name), join(folder, name));
    const file = join(folder, 'old.sqlite');
    const old = openDatabase(file, folder);
    const [clientId, measurementId] = [id(), id()];
    old.exec(`
      INSERT INTO practice VALUES ('p', 'P', 'now');
      INSERT INTO client VALUES ('p', '${clientId}', 1, 'Orla', 1720, 68, '{}', NULL, '', NULL, 'now', 'now');
      INSERT INTO measurement VALUES ('p', '${measurementId}', '${clientId}', 3, '2026-01-05', 420, 12, NULL,
        'kneeToWall', 40, 90, 31, NULL, 0, NULL, '2026-01-05T10:00:00.000Z');
      INSERT INTO prescription VALUES ('p', 'x', '${clientId}', 1,
        '{"givenOn":"2026-01-06","measurementId":"${measurementId}"}', 'now');`);
    old.close();
    const db = openDatabase(file, MIGRATIONS);
    const trials = db
      .prepare(
        `SELECT values_json ->> '$.measure' AS measure, values_json ->> '$.side' AS side, values_json ->> '$.value' AS value, id
           FROM document WHERE kind = 'trial' ORDER BY values_json ->> '$.takenAt', 1, 2`,
      )
      .all() as { measure: string; side: string | null; value: number; id: string }[];
    expect(trials.map((t) => [t.measure, t.side, t.value])).toEqual([
      ['heelRise', null, 0],
      ['shinAngle', 'left', 31],
      ['stanceWidth', null, 420],
      ['toeOut', 'left', 12],
      ['kneeToWall', 'left', 40],
      ['kneeToWall', 'right', 90],
    ]);
    for (const trial of trials)
      expect(trial.id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-8[0-9a-f]{3}-[0-9a-f]{12}$/);
    expect(db.prepare("SELECT id, day FROM document WHERE kind = 'session'").all()).toEqual([
      { id: measurementId, day: '2026-01-05' },
    ]);
    const { values_json: json } = db
      .prepare("SELECT values_json FROM document WHERE kind = 'prescription'")
      .get() as {
      values_json: string;
    };
    expect(JSON.parse(json)).toEqual({
      givenOn: '2026-01-06',
      measuredOn: '2026-01-05',
      beforeLoad: [],
    });
    db.close();
  });
});
