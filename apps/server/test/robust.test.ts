import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { copyFileSync, existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createConnection, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { problemSchema, type Capture, type Feed } from '@zither/contract';
import { seededRandom, simulateCapture, USUAL_LENS } from '@zither/core';
import { cleanSquatter } from '@zither/core/practice';
import { writeLandmarkCsv } from '@zither/formats';
import Database from 'better-sqlite3';
import { CannotOpen, openDatabase } from '../src/db/open.ts';
import { freePort, ready, startProcess } from './started.ts';
import {
  bench,
  clientValues,
  id,
  MIGRATIONS,
  newClient,
  newTrial,
  setupValues,
  trialValues,
  benchEach,
} from './support.ts';

const folder = () => mkdtempSync(join(tmpdir(), 'plumb-robust-'));

const b = benchEach();

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
const visit = (clientId: string, day: string, rowId = id()) => ({
  kind: 'session.visit',
  operationId: id(),
  rowId,
  baseVersion: 0,
  clientId,
  day,
  at: 'measure',
});

// Sixty squats take a while to film where other work is going on.
jest.setTimeout(30_000);

describe('what the database alone would refuse', () => {
  it('is refused in words: a setup or a session under an id that is somebody else’s', async () => {
    const [one, two] = [await client(), await client()];
    const setup = of('setup.put', one, setupValues());
    await b.send(setup);
    const other = { ...of('setup.put', two, setupValues()), rowId: setup.rowId };
    expect(await b.send(other)).toMatchObject({ status: 409, body: { code: 'rowTaken' } });
    const first = visit(one, '2026-01-05');
    await b.send(first);
    expect(await b.send(visit(two, '2026-01-05', first.rowId))).toMatchObject({
      status: 409,
      body: { code: 'rowTaken' },
    });
    // The same row of another day of the same client as well.
    expect((await b.send(visit(one, '2026-01-04', first.rowId))).body.code).toBe('rowTaken');
  });

  it('a name of control characters is a name without them', async () => {
    expect(await b.send(newClient({ values: clientValues({ name: '\u0000' }) }))).toMatchObject({
      status: 400,
      body: { path: 'values.name' },
    });
    const odd = newClient({ values: clientValues({ name: 'Orla\u0000\u0007 Venn\n' }) });
    expect((await b.send(odd)).body.row.name).toBe('Orla  Venn');
    expect((await b.get('/api/clients')).status).toBe(200);
  });
});

describe('days', () => {
  it.each(['0000-01-01', '1999-12-31', '9999-12-31', '2026-02-01'])(
    '%s cannot be the day of a reading, a visit or a look',
    async (day) => {
      const clientId = await client();
      const refused = await b.send(newTrial(clientId, { takenOn: day }));
      expect(refused).toMatchObject({ status: 400, body: { path: 'values.takenOn' } });
      expect(refused.body.message).toMatch(/Check the device’s clock\.$/);
      expect(await b.send(visit(clientId, day))).toMatchObject({
        status: 400,
        body: { path: 'day' },
      });
      const [line] = (await b.get('/api/clients')).body.clients;
      expect(line).toMatchObject({ lastMeasuredOn: null, lastSession: null });
    },
  );

  it('a clearance may end on any later day, and the day line west and east of here is no mistake', async () => {
    const clientId = await client();
    const clearance = of('clearance.put', clientId, {
      who: 'A. Clinician',
      licence: 'physician',
      givenOn: '2026-01-05',
      expiresOn: '2028-01-01',
      limits: [],
      covers: ['swelling'],
    });
    expect((await b.send(clearance)).status).toBe(200);
    expect((await b.send(newTrial(clientId, { takenOn: '2026-01-06' }))).status).toBe(200);
  });

  it('an implausible day kept by an earlier version does not stand in front of every visit', async () => {
    const clientId = await client();
    const trial = newTrial(clientId);
    await b.send(trial);
    b.db
      .prepare(
        "UPDATE document SET values_json = json_set(values_json, '$.takenOn', '9999-12-31') WHERE id = ?",
      )
      .run(trial.rowId);
    await b.send(newTrial(clientId, { takenOn: '2026-01-04' }));
    expect((await b.get('/api/clients')).body.clients[0].lastMeasuredOn).toBe('2026-01-04');
  });
});

describe('plain HTTP', () => {
  /** Sends bytes as they are: what a client library would tidy first. */
  const raw = async (head: string): Promise<{ status: number; body: string }> => {
    await b.app.listen({ port: 0, host: '127.0.0.1' }).catch(() => null);
    const { port } = b.app.server.address() as AddressInfo;
    const socket = createConnection(port, '127.0.0.1');
    socket.end(`${head}\r\nHost: x\r\nConnection: close\r\n\r\n`);
    let text = '';
    for await (const chunk of socket) text += String(chunk);
    const [top, body = ''] = text.split('\r\n\r\n');
    return { status: Number(top?.split(' ')[1]), body };
  };

  it.each([
    'GET //',
    'GET ///etc/passwd',
    'GET /%2e%2e/%2e%2e/etc/passwd',
    'GET /%00',
    'GET /api/%00',
    'GET /%ZZ',
    'GET /api/clients/%ZZ',
    'GET /api/clients/%00',
    'GET /\\..\\..',
    'PUT /api/operations',
    'BREW /api/clients',
  ])('%s is answered below 500 and with a sentence', async (line) => {
    const { status, body } = await raw(`${line} HTTP/1.1`);
    expect(status).toBeGreaterThanOrEqual(400);
    expect(status).toBeLessThan(500);
    expect(problemSchema.parse(JSON.parse(body)).message).toMatch(/\.$/);
  });

  it('what no server could read is answered in the same shape', async () => {
    const { status, body } = await raw('NOT HTTP');
    expect(status).toBe(400);
    expect(problemSchema.parse(JSON.parse(body)).code).toBe('invalid');
  });

  it('a file asked for in a part it has not, or on a condition, is no failure', async () => {
    const served = folder();
    writeFileSync(join(served, 'index.html'), '<!doctype html>');
    writeFileSync(join(served, 'a.js'), 'let a = 1;');
    const own = await bench(':memory:', served);
    for (const headers of [{ range: 'bytes=99999-' }, { 'if-match': '"x"' }, { range: 'apples' }]) {
      const answer = await own.app.inject({ url: '/a.js', headers });
      expect(answer.statusCode).toBeLessThan(500);
      if (answer.statusCode >= 400) problemSchema.parse(answer.json());
    }
    await own.app.close();
    own.db.close();
  });
});

describe('a message of the validator', () => {
  const everyKind = [
    newClient({ values: { name: 7 } }),
    newClient({ values: clientValues({ massKg: null }) }),
    newClient({ values: clientValues({ notes: 5 }) }),
    newClient({ values: clientValues({ kit: 'none' }) }),
    newClient({ values: clientValues({ kit: [{ kind: 'sofa' }] }) }),
    newClient({ values: clientValues({ kit: [{ kind: 'ramp', angleDeg: 10, pair: 'yes' }] }) }),
    newClient({ baseVersion: 1e300 }),
    newClient({ baseVersion: 'x' }),
    newClient({ saidAt: 'noon' }),
    newClient({ saidBy: 'Somebody' }),
    of('trial.put', id(), trialValues({ side: 'middle' })),
    of('trial.put', id(), trialValues({ measure: 'mood' })),
    of('trial.put', id(), trialValues({ pinch: 'yes' })),
    of('judgement.put', id(), { reps: 61 }),
    of('judgement.put', id(), { ...trialValues(), seen: [{ fault: 'pain' }] }),
    of('setup.put', id(), { setup: { support: { kind: 'ice' } } }),
    of('decision.put', id(), { kind: 'maybe' }),
    of('lock.put', id(), { evidence: { says: Array(20).fill('x') } }),
    of('entries.move', id(), { entries: [], to: { kind: 'nowhere' } }),
    of('capture.put', id(), { series: { timesBase64: '!' } }),
    ['not', 'an', 'object'],
    'text',
    null,
    7,
  ];
  it.each(everyKind.map((o) => [JSON.stringify(o)?.slice(0, 90), o]))(
    'is a sentence of ours: %s',
    async (_name, operation) => {
      const answer = await b.app.inject({
        method: 'POST',
        url: '/api/operations',
        headers: { 'content-type': 'application/json' },
        payload: JSON.stringify(operation),
      });
      const { message } = problemSchema.parse(answer.json());
      expect(answer.statusCode).toBe(400);
      expect(message).not.toMatch(
        /invalid|expected|received|option|pattern|too (small|big)|regex/i,
      );
      expect(message).toMatch(/\.$/);
    },
  );
});

describe('a file of more squats than a set has', () => {
  it('is refused with the number', async () => {
    const { script } = cleanSquatter(seededRandom(7), 'bodyweight');
    const series = simulateCapture({ ...script, reps: 64 }, USUAL_LENS, seededRandom(7));
    const text = writeLandmarkCsv(series as Capture);
    const clientId = await client();
    const answer = await b.app.inject({
      method: 'POST',
      url: `/api/clients/${clientId}/captures`,
      payload: {
        operationId: id(),
        rowId: id(),
        takenOn: '2026-01-05',
        takenAt: '2026-01-05T09:00:00.000Z',
        view: 'side',
        condition: 'bodyweight',
        name: 'long.csv',
        text,
      },
    });
    expect(answer.statusCode).toBe(422);
    expect(answer.json().message).toMatch(/64 squats; at most 60/);
  });
});

describe('opening a database', () => {
  const open = (file: string) => () => openDatabase(file, MIGRATIONS);

  it('of a newer version, or of another program, is refused and left as it is', () => {
    const newer = join(folder(), 'newer.sqlite');
    openDatabase(newer, MIGRATIONS).close();
    const db = new Database(newer);
    db.pragma('user_version = 99');
    db.close();
    const foreign = join(folder(), 'foreign.sqlite');
    const theirs = new Database(foreign);
    theirs.exec('CREATE TABLE recipe (name TEXT)');
    theirs.close();
    const marked = join(folder(), 'marked.sqlite');
    copyFileSync(foreign, marked);
    const other = new Database(marked);
    other.pragma('application_id = 7');
    other.close();
    for (const [file, words] of [
      [newer, /newer version \(99/],
      [foreign, /another program/],
      [marked, /another program/],
    ] as const) {
      const before = readFileSync(file);
      expect(open(file)).toThrow(CannotOpen);
      expect(open(file)).toThrow(words);
      expect(readFileSync(file).equals(before)).toBe(true);
    }
  });

  it('that is no database, or cannot be written, ends in a sentence', () => {
    const text = join(folder(), 'notes.txt');
    writeFileSync(text, 'Dear diary, '.repeat(200));
    expect(open(text)).toThrow(/is not a database/);
    expect(open(folder())).toThrow(/cannot be opened/);
    expect(open(join(text, 'inside.sqlite'))).toThrow(CannotOpen);
  });

  it('three processes at once on one new file all live', async () => {
    const file = join(folder(), 'new.sqlite');
    const started = Array.from({ length: 3 }, () =>
      spawn(
        process.execPath,
        [
          '--import',
          'tsx',
          '--input-type=module',
          '-e',
          `import { openDatabase } from './apps/server/src/db/open.ts';
           const db = openDatabase(${JSON.stringify(file)}, ${JSON.stringify(MIGRATIONS)});
           db.prepare("INSERT INTO practice (id, name, created_at) VALUES (?, 'P', 'now')").run(String(process.pid));
           db.close();`,
        ],
        { cwd: join(__dirname, '../../..'), stdio: ['ignore', 'ignore', 'inherit'] },
      ),
    );
    const codes = await Promise.all(started.map(async (child) => (await once(child, 'exit'))[0]));
    expect(codes).toEqual([0, 0, 0]);
    const db = openDatabase(file, MIGRATIONS);
    expect(db.prepare('SELECT count(*) FROM practice').pluck().get()).toBe(3);
    db.close();
  }, 60_000);
});

describe('a server whose disk', () => {
  it('is full says so, keeps nothing by halves, and goes on by itself', async () => {
    const own = await bench(join(folder(), 'full.sqlite'));
    const create = newClient();
    await own.send(create);
    const pages = own.db.pragma('page_count', { simple: true }) as number;
    own.db.pragma(`max_page_count = ${pages + 1}`);
    const long = () => newClient({ values: clientValues({ notes: 'x'.repeat(1900) }) });
    const answers = [];
    for (let n = 0; n < 60; n += 1) answers.push(await own.send(long()));
    const refused = answers.filter((a) => a.status === 503);
    expect(refused.length).toBeGreaterThan(0);
    expect(refused[0]!.body).toMatchObject({ code: 'noSpace' });
    const taken = answers.filter((a) => a.status === 200).length;
    expect((await own.get('/api/clients')).body.clients).toHaveLength(1 + taken);
    own.db.pragma('max_page_count = 1073741823');
    expect((await own.send(long())).status).toBe(200);
    await own.app.close();
    own.db.close();
  });

  it('is read-only says so, and still shows everything', async () => {
    await client();
    b.db.pragma('query_only = ON');
    expect(await b.send(newClient())).toMatchObject({ status: 503, body: { code: 'readOnly' } });
    expect((await b.get('/api/clients')).body.clients).toHaveLength(1);
    b.db.pragma('query_only = OFF');
    expect((await b.send(newClient())).status).toBe(200);
  });

  it('is held elsewhere keeps serving others, and the write goes through when it is free', async () => {
    const file = join(folder(), 'held.sqlite');
    const own = await bench(file);
    await own.send(newClient());
    const holder = new Database(file);
    holder.exec('BEGIN IMMEDIATE');
    const write = own.send(newClient());
    // Meanwhile reading goes on, many times within the patience of the write.
    for (let n = 0; n < 20; n += 1) {
      expect((await own.get('/api/clients')).body.clients).toHaveLength(1);
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    holder.exec('COMMIT');
    expect((await write).status).toBe(200);
    holder.exec('BEGIN IMMEDIATE');
    expect(await own.send(newClient())).toMatchObject({ status: 503, body: { code: 'busy' } });
    holder.exec('COMMIT');
    holder.close();
    await own.app.close();
    own.db.close();
  }, 20_000);
});

describe('what is new', () => {
  const feed = async (url: string, headers = {}) => {
    const answer = await b.app.inject({ url, headers });
    return {
      status: answer.statusCode,
      tag: String(answer.headers['etag']),
      bytes: answer.rawPayload.length,
      feed: answer.statusCode === 200 ? (answer.json() as Feed) : null,
    };
  };

  it('is told once: everything at first, then changes of this client and the practice alone', async () => {
    const [one, two] = [await client(), await client()];
    await b.send(newTrial(one));
    const url = `/api/clients/${one}/record?since=`;
    const first = await feed(`${url}0`);
    expect(first.feed!.rows.map((r) => r.entity)).toEqual(['client', 'trial']);
    expect(first.feed).toMatchObject({ isWhole: true });
    const same = await feed(url + first.feed!.cursor);
    expect(same.feed).toEqual({ cursor: first.feed!.cursor, isWhole: false, rows: [] });
    expect(same.bytes).toBeLessThan(1024);
    expect((await feed(url + first.feed!.cursor, { 'if-none-match': same.tag })).status).toBe(304);
    await b.send(newTrial(two));
    expect((await feed(url + first.feed!.cursor)).feed!.rows).toEqual([]);
    await b.send({
      kind: 'school.choose',
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      values: { at: '2026-01-05T09:00:00.000Z', by: 'CH', profile: 'openHip' },
    });
    await b.send(newTrial(one));
    const next = await feed(url + first.feed!.cursor);
    expect(next.feed!.rows.map((r) => r.entity)).toEqual(['schoolChoice', 'trial']);
    expect((await feed('/api/shelf?since=0')).feed!.rows.map((r) => r.entity)).toEqual([
      'schoolChoice',
    ]);
  });

  it('is told whole when the cursor is of another life of the database, and refused when it is none', async () => {
    const one = await client();
    const url = `/api/clients/${one}/record?since=`;
    const { cursor } = (await feed(`${url}0`)).feed!;
    const [epoch, at] = cursor.split('.');
    for (const other of [`${'0'.repeat(12)}.${at}`, `${epoch}.${Number(at) + 1000}`])
      expect((await feed(url + other)).feed).toMatchObject({
        isWhole: true,
        rows: [{ entity: 'client' }],
      });
    expect((await feed(`${url}yesterday`)).status).toBe(400);
    expect((await feed(`/api/clients/${id()}/record?since=0`)).status).toBe(404);
  });

  it('is waited for, and told at once when it comes', async () => {
    const one = await client();
    const url = `/api/clients/${one}/record?since=`;
    const { cursor } = (await feed(`${url}0`)).feed!;
    const started = Date.now();
    const waiting = feed(`${url}${cursor}&wait=10`);
    await new Promise((resolve) => setTimeout(resolve, 50));
    await b.send(newTrial(one));
    expect((await waiting).feed!.rows.map((r) => r.entity)).toEqual(['trial']);
    expect(Date.now() - started).toBeLessThan(5000);
    // Stopping wakes whoever waits.
    const last = feed(`${url}${(await feed(`${url}0`)).feed!.cursor}&wait=30`);
    await new Promise((resolve) => setTimeout(resolve, 50));
    await b.app.close();
    expect((await last).feed!.rows).toEqual([]);
  }, 20_000);
});

describe('answers', () => {
  it('travel packed', async () => {
    const one = await client();
    for (let n = 0; n < 60; n += 1) await b.send(newTrial(one));
    const plain = await b.app.inject({ url: `/api/clients/${one}` });
    const packed = await b.app.inject({
      url: `/api/clients/${one}`,
      headers: { 'accept-encoding': 'br' },
    });
    expect(packed.headers['content-encoding']).toBe('br');
    expect(packed.rawPayload.length).toBeLessThan(plain.rawPayload.length / 4);
  });
});

describe('the server as it is started', () => {
  const start = async (file: string) => startProcess(file, await freePort());

  it('ends with a sentence and no stack where the file is no database', async () => {
    const file = join(folder(), 'notes.txt');
    writeFileSync(file, 'Dear diary, '.repeat(200));
    const { ended, said } = await start(file);
    expect(await ended).toBe(1);
    expect(said()).toMatch(/is not a database/);
    expect(said()).not.toMatch(/at .*\.ts:/);
  }, 30_000);

  it('answers everything that has come before it stops, and imports without holding others up', async () => {
    const file = join(folder(), 'busy.sqlite');
    const { child, address, ended } = await start(file);
    await ready(address);
    const post = async (url: string, body: unknown) => {
      const answer = await fetch(address + url, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
      return { status: answer.status, body: (await answer.json()) as { clientId?: string } };
    };
    const create = newClient();
    await post('/api/operations', create);
    for (let n = 0; n < 40; n += 1) await post('/api/operations', newTrial(create.rowId));
    const record = (await (
      await fetch(`${address}/api/clients/${create.rowId}/record`)
    ).json()) as {
      trials: object[];
    };
    // A record of 8,000 trials, some 3 MB: others are answered while it is read and kept.
    const [trial] = record.trials;
    const large = {
      ...record,
      trials: Array.from({ length: 8000 }, () => ({ ...trial, id: id() })),
    };
    let isDone = false;
    const importing = post('/api/records', large).finally(() => (isDone = true));
    let asked = 0;
    while (!isDone) {
      expect((await fetch(`${address}/api/clients`)).status).toBe(200);
      asked += 1;
    }
    const imported = await importing;
    expect(imported.status).toBe(200);
    expect(asked).toBeGreaterThan(5);
    const kept = (await (
      await fetch(`${address}/api/clients/${imported.body.clientId}/record`)
    ).json()) as { trials: object[] };
    expect(kept.trials).toHaveLength(8000);
    // Writes under way when it is told to stop are answered, and kept.
    const writes = Array.from({ length: 20 }, () =>
      post('/api/operations', newTrial(create.rowId)),
    );
    await Promise.race(writes);
    child.kill('SIGTERM');
    const answered = (await Promise.allSettled(writes)).filter(
      (w) => w.status === 'fulfilled' && w.value.status === 200,
    ).length;
    expect(await ended).toBe(0);
    expect(existsSync(`${file}-wal`)).toBe(false);
    const db = openDatabase(file, MIGRATIONS);
    const count = db
      .prepare("SELECT count(*) FROM document WHERE kind = 'trial' AND client_id = ?")
      .pluck()
      .get(create.rowId) as number;
    expect(answered).toBeGreaterThan(0);
    expect(count).toBeGreaterThanOrEqual(40 + answered);
    db.close();
  }, 60_000);
});
