import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { bench, clientValues, id, newClient, newTrial, setupValues, benchEach } from './support.ts';

const b = benchEach();

describe('the one door for writes', () => {
  it('creates, changes and reads back a client', async () => {
    const create = newClient();
    const made = await b.send(create);
    expect(made).toMatchObject({ status: 200, body: { entity: 'client', row: { version: 1 } } });
    const change = {
      ...create,
      operationId: id(),
      baseVersion: 1,
      values: clientValues({ massKg: 70, segmentsMm: { thigh: 440 } }),
    };
    expect((await b.send(change)).body.row).toMatchObject({ version: 2, massKg: 70 });
    const dossier = await b.get(`/api/clients/${create.rowId}`);
    expect(dossier.body.client).toMatchObject({ massKg: 70, segmentsMm: { thigh: 440 } });
    expect(dossier.headers['cache-control']).toBe('no-store');
  });

  it('answers a repeated operation as before and writes once', async () => {
    const create = newClient();
    const first = await b.send(create);
    const again = await b.send(create);
    expect(again).toEqual(first);
    expect((await b.get('/api/clients')).body.clients).toHaveLength(1);
  });

  it('refuses an operation id used again for something else', async () => {
    const create = newClient();
    await b.send(create);
    const other = await b.send({ ...create, values: clientValues({ name: 'Someone' }) });
    expect(other).toMatchObject({ status: 409, body: { code: 'operationReused' } });
  });

  it('refuses a change made on an old version and shows the row as it stands', async () => {
    const create = newClient();
    await b.send(create);
    const change = {
      ...create,
      baseVersion: 1,
      operationId: id(),
      values: clientValues({ massKg: 71 }),
    };
    await b.send(change);
    const late = { ...change, operationId: id(), values: clientValues({ massKg: 99 }) };
    const refused = await b.send(late);
    expect(refused.status).toBe(409);
    expect(refused.body).toMatchObject({
      code: 'rowChanged',
      current: { entity: 'client', row: { version: 2, massKg: 71 } },
    });
    expect((await b.get(`/api/clients/${create.rowId}`)).body.client.massKg).toBe(71);
  });

  it('keeps trials, one setup and the newest prescription with the client', async () => {
    const create = newClient();
    await b.send(create);
    const clientId = create.rowId;
    expect((await b.send(newTrial(clientId))).status).toBe(200);
    const setup = {
      kind: 'setup.put',
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      clientId,
      values: setupValues(),
    };
    expect((await b.send(setup)).status).toBe(200);
    const second = await b.send({ ...setup, operationId: id(), rowId: id() });
    expect(second).toMatchObject({ status: 409, body: { code: 'rowChanged' } });
    const prescription = (summary: string) => ({
      kind: 'prescription.put',
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      clientId,
      values: {
        givenOn: '2026-01-05',
        measuredOn: '2026-01-05',
        ...setupValues(),
        reachesWish: true,
        summary,
        changes: [],
        findings: [],
        cues: [],
        drills: [],
      },
    });
    const first = prescription('first');
    await b.send(first);
    await b.send(prescription('second'));
    // A given plan is never rewritten.
    const rewritten = { ...first, operationId: id(), baseVersion: 1 };
    expect(await b.send(rewritten)).toMatchObject({ status: 409, body: { code: 'rowTaken' } });
    const dossier = (await b.get(`/api/clients/${clientId}`)).body;
    expect(dossier.trials).toHaveLength(1);
    expect(dossier.setup.setup.support).toEqual({ kind: 'block', riseMm: 15 });
    expect(dossier.prescriptions.map((p: { summary: string }) => p.summary)).toEqual([
      'second',
      'first',
    ]);
    const [line] = (await b.get('/api/clients')).body.clients;
    expect(line).toMatchObject({
      lastMeasuredOn: '2026-01-05',
      hold: 'highBar',
      hasPrescription: true,
    });
  });

  it('keeps screens, clearances and pain during work, newest first', async () => {
    const create = newClient();
    await b.send(create);
    const clientId = create.rowId;
    const put = (kind: string, values: object) => ({
      kind,
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      clientId,
      values,
    });
    const screening = put('screening.put', {
      takenOn: '2026-01-05',
      purpose: 'strength',
      asked: ['pain', 'swelling'],
      answers: { swelling: true },
    });
    expect((await b.send(screening)).body).toMatchObject({
      entity: 'screening',
      row: { version: 1 },
    });
    const clearance = put('clearance.put', {
      who: 'A. Clinician',
      licence: 'physician',
      givenOn: '2026-01-05',
      expiresOn: '2026-03-01',
      limits: [{ kind: 'noLoad' }],
      covers: ['swelling'],
    });
    expect((await b.send(clearance)).status).toBe(200);
    const pain = (level: number) =>
      put('pain.put', { on: '2026-01-05', movement: 'Bottom of the squat', place: 'knee', level });
    await b.send(pain(2));
    await b.send(pain(3));
    const dossier = (await b.get(`/api/clients/${clientId}`)).body;
    expect(dossier.screenings[0].answers).toEqual({ swelling: true });
    expect(dossier.clearances[0].limits).toEqual([{ kind: 'noLoad' }]);
    expect(dossier.pains.map((p: { level: number }) => p.level)).toEqual([3, 2]);
    expect(await b.send(pain(11))).toMatchObject({ status: 400, body: { path: 'values.level' } });
  });

  it('keeps when and by whom everything was said, orders by it, and cuts nothing', async () => {
    const create = newClient();
    await b.send(create);
    const clientId = create.rowId;
    const put = (kind: string, values: object, saidAt?: string) => ({
      kind,
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      clientId,
      ...(saidAt ? { saidAt, saidBy: 'CH' } : {}),
      values,
    });
    const pain = (level: number, saidAt?: string) =>
      put(
        'pain.put',
        { on: '2026-01-04', movement: 'Bottom of the squat', place: 'knee', level },
        saidAt,
      );
    // Said last, arrives first; thirty more arrive after it.
    await b.send(pain(9, '2026-01-04T18:00:00.000Z'));
    for (let n = 0; n < 30; n += 1)
      await b.send(pain(1, `2026-01-04T10:${String(n).padStart(2, '0')}:00.000Z`));
    const { pains } = (await b.get(`/api/clients/${clientId}`)).body;
    expect(pains).toHaveLength(31);
    expect(pains[0]).toMatchObject({ level: 9, saidBy: 'CH', saidAt: '2026-01-04T18:00:00.000Z' });
    // When it came is kept apart from when it was said.
    expect(pains[0].updatedAt).not.toBe(pains[0].saidAt);
    // A clock far ahead of the server's: said now.
    const ahead = (await b.send(pain(2, '2031-01-01T00:00:00.000Z'))).body.row;
    expect(ahead.saidAt).toBe(ahead.updatedAt);
    const correction = put(
      'correction.put',
      { on: '2026-01-05', of: 'pain', ofId: pains[0].id, question: null, why: 'Typed 9 for 0.' },
      '2026-01-04T19:00:00.000Z',
    );
    expect((await b.send(correction)).status).toBe(200);
    const after = (await b.get(`/api/clients/${clientId}`)).body;
    expect(after.corrections).toMatchObject([{ why: 'Typed 9 for 0.', saidBy: 'CH' }]);
    expect(after.pains).toHaveLength(32);
    const nameless = put('correction.put', { ...correction.values, why: ' ' });
    expect(await b.send(nameless)).toMatchObject({ status: 400, body: { path: 'values.why' } });
  });

  it('archives and brings back', async () => {
    const create = newClient();
    await b.send(create);
    const archive = {
      kind: 'client.archive',
      operationId: id(),
      rowId: create.rowId,
      baseVersion: 1,
      archived: true,
    };
    expect((await b.send(archive)).body.row.archivedAt).toMatch(/^2026/);
    const back = { ...archive, operationId: id(), baseVersion: 2, archived: false };
    expect((await b.send(back)).body.row.archivedAt).toBeNull();
  });

  it('loses no acknowledged write when the process goes away without closing', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'plumb-')), 'test.sqlite');
    const before = await bench(file);
    const create = newClient();
    expect((await before.send(create)).status).toBe(200);
    // No close: a second process opens what the first left on the disk.
    const after = await bench(file);
    expect((await after.get(`/api/clients/${create.rowId}`)).body.client.name).toBe('Orla Venn');
    expect(after.db.pragma('synchronous', { simple: true })).toBe(2);
    expect(after.db.pragma('journal_mode', { simple: true })).toBe('wal');
    expect(after.db.pragma('foreign_keys', { simple: true })).toBe(1);
    for (const each of [before, after]) {
      await each.app.close();
      each.db.close();
    }
  });

  it('shows one practice nothing of another', async () => {
    const create = newClient();
    await b.send(create);
    b.db
      .prepare('INSERT INTO practice (id, name, created_at) VALUES (?, ?, ?)')
      .run('other', 'Other', 'now');
    b.db.pragma('foreign_keys = OFF');
    b.db.prepare("UPDATE document SET practice_id = 'other'").run();
    expect((await b.get('/api/clients')).body.clients).toEqual([]);
    expect((await b.get(`/api/clients/${create.rowId}`)).status).toBe(404);
    const change = { ...create, operationId: id(), baseVersion: 1 };
    expect((await b.send(change)).body.code).toBe('noSuchRow');
  });

  it('will not move a row from one client to another', async () => {
    const [one, two] = [newClient(), newClient()];
    await b.send(one);
    await b.send(two);
    const trial = newTrial(one.rowId);
    await b.send(trial);
    const moved = { ...trial, operationId: id(), baseVersion: 1, clientId: two.rowId };
    expect(await b.send(moved)).toMatchObject({ status: 409, body: { code: 'rowTaken' } });
  });
});

describe('bad input', () => {
  it.each([
    [{ kind: 'client.burn' }, 'kind'],
    [{ values: clientValues({ statureMm: -4 }) }, 'values.statureMm'],
    [{ values: clientValues({ massKg: 'heavy' }) }, 'values.massKg'],
    [{ values: clientValues({ name: '   ' }) }, 'values.name'],
    [{ values: clientValues({ shoeSize: 44 }) }, 'values.shoeSize'],
    [{ rowId: 'me; DROP TABLE client' }, 'rowId'],
    [{ baseVersion: -1 }, 'baseVersion'],
    [{ baseVersion: 1.5 }, 'baseVersion'],
    [{ operationId: undefined }, 'operationId'],
  ])('answers 400 with the path for %j', async (change, path) => {
    const answer = await b.send(newClient(change));
    expect(answer.status).toBe(400);
    expect(answer.body.code).toBe('invalid');
    expect(answer.body.path).toBe(path);
    expect(answer.body.message).toContain(path);
  });

  it('refuses what is nested deeper than anything we write, in words', async () => {
    for (const payload of [
      '['.repeat(20_000) + ']'.repeat(20_000),
      `{"kind":"trial.put","values":${'{"a":'.repeat(20_000)}1${'}'.repeat(20_000)}}`,
    ]) {
      const answer = await b.app.inject({
        method: 'POST',
        url: '/api/operations',
        headers: { 'content-type': 'application/json' },
        payload,
      });
      expect([answer.statusCode, answer.json().code]).toEqual([400, 'invalid']);
    }
  });

  it('answers 413 to a body too large, 400 to no JSON, 415 to another type', async () => {
    const post = (payload: string, type = 'application/json') =>
      b.app.inject({
        method: 'POST',
        url: '/api/operations',
        payload,
        headers: { 'content-type': type },
      });
    expect((await post(`"${'x'.repeat(2100 * 1024)}"`)).statusCode).toBe(413);
    expect((await post('{"kind":')).json()).toMatchObject({ code: 'notJson' });
    expect((await post('a=b', 'text/csv')).json()).toMatchObject({ code: 'wrongType' });
  });

  it('answers 404 to an unknown client, 400 to an id that is none, 404 to an unknown address', async () => {
    expect((await b.get(`/api/clients/${id()}`)).body.code).toBe('noSuchClient');
    expect((await b.get('/api/clients/seven')).status).toBe(400);
    expect((await b.get('/api/nothing')).body.code).toBe('noSuchRoute');
    const orphan = newTrial(id());
    expect(await b.send(orphan)).toMatchObject({ status: 404, body: { code: 'noSuchClient' } });
  });
});
