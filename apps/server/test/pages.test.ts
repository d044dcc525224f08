import { createHash } from 'node:crypto';
import type { FastifyInstance } from 'fastify';
import { DRILLS } from '@zither/core';
import { Changes } from '../src/changes.ts';
import { buildPages } from '../src/pages/pages.ts';
import { bench, id, newClient, setupValues, type Bench } from './support.ts';

const TODAY = '2026-01-05';
const TOKEN = 'aB3_dE6-gH9jK2mN5pQ8sT1v';
const hashed = (token: string) => createHash('sha256').update(token).digest('hex');

let b: Bench;
let pages: FastifyInstance;
let heard = 0;
let clientId: string;
let planId: string;

const drill = (k: number) => {
  const { id: drillId, name, part, how, feel, precaution } = DRILLS[k]!;
  return {
    id: drillId,
    name,
    part,
    how,
    feel,
    precaution,
    dose: '60 s',
    sides: 'each side',
    because: 'Calf',
    steps: [{ side: 'left', seconds: 60, reps: null }],
  };
};

const put = (kind: string, values: object, rowId: string = id(), baseVersion = 0) => ({
  kind,
  operationId: id(),
  rowId,
  baseVersion,
  clientId,
  values,
});
const link = (change: object = {}) => ({
  tokenHash: hashed(TOKEN),
  madeOn: TODAY,
  expiresOn: '2026-02-05',
  revoked: false,
  ...change,
});

beforeEach(async () => {
  b = await bench();
  heard = 0;
  const changes = new Changes();
  const happened = changes.happened.bind(changes);
  changes.happened = () => {
    heard += 1;
    happened();
  };
  pages = await buildPages({
    db: b.db,
    now: () => `${TODAY}T12:00:00.000Z`,
    changes,
    missMs: 20,
    perMinute: 40,
  });
  const create = newClient();
  await b.send(create);
  clientId = create.rowId;
  planId = id();
  const setup = setupValues();
  const sent = await b.send(
    put(
      'prescription.put',
      {
        givenOn: TODAY,
        measuredOn: TODAY,
        ...setup,
        setup: { ...setup.setup, loadKg: 0, hold: 'bodyweight' },
        thighDepthDeg: -20,
        reachesWish: true,
        summary: 'Heels 42 cm apart.',
        changes: [],
        findings: [],
        cues: [],
        drills: [drill(0), drill(3)],
      },
      planId,
    ),
  );
  expect(sent.status).toBe(200);
});
afterEach(async () => {
  await pages.close();
  await b.app.close();
  b.db.close();
});

const open = (token = TOKEN) => pages.inject({ url: `/p/${token}` });
const tell = (body: object, token = TOKEN) =>
  pages.inject({ method: 'POST', url: `/p/${token}/report`, payload: body });

describe('the client’s page behind a link', () => {
  it('shows the newest plan without a name, loads nothing, is kept nowhere, and is small', async () => {
    await b.send(put('link.put', link()));
    const page = await open();
    expect(page.statusCode).toBe(200);
    expect(page.body).toContain('Heels 42 cm apart.');
    expect(page.body).toContain(DRILLS[3]!.name);
    expect(page.body).toContain('Stop at any new pain');
    expect(page.body).not.toContain('Orla');
    expect(page.body).not.toContain(clientId);
    expect(page.headers['cache-control']).toBe('no-store');
    expect(page.headers['referrer-policy']).toBe('no-referrer');
    const policy = String(page.headers['content-security-policy']);
    expect(policy).toContain("default-src 'none'");
    // The script that is in the page is the one that may run.
    const script = /<script>([\s\S]*)<\/script>/.exec(page.body)![1]!;
    expect(policy).toContain(`'sha256-${createHash('sha256').update(script).digest('base64')}'`);
    expect(Buffer.byteLength(page.body)).toBeLessThan(150 * 1024);
    expect(page.body).not.toMatch(/(src|href)="?http/);
  });

  it('one kind page and nothing else for a link that ended, was taken back, or never was; slowly', async () => {
    const row = id();
    await b.send(put('link.put', link({ expiresOn: '2026-01-04' }), row));
    const ended = await open();
    await b.send(put('link.put', link({ revoked: true }), row, 1));
    const revoked = await open();
    const guessed = await open('aB3_dE6-gH9jK2mN5pQ8sT1x');
    const short = await open('x');
    const elsewhere = await pages.inject({ url: '/api/clients' });
    const begin = Date.now();
    const report = await tell({ planId, on: TODAY, done: [1], hurts: [], felt: null });
    expect(Date.now() - begin).toBeGreaterThanOrEqual(19);
    for (const answer of [revoked, guessed, short, elsewhere, report]) {
      expect(answer.statusCode).toBe(404);
      expect(answer.body).toBe(ended.body);
    }
    expect(ended.body).toContain('Ask your coach for a new link.');
    expect(heard).toBe(0);
  });

  it('opens on its last day and no longer', async () => {
    await b.send(put('link.put', link({ expiresOn: TODAY })));
    expect((await open()).statusCode).toBe(200);
  });

  it('takes ticks and pain back, once a day, and wakes whoever waits; nothing else is written', async () => {
    await b.send(put('link.put', link()));
    const said = { planId, on: TODAY, done: [1], hurts: [], felt: null };
    expect((await tell(said)).statusCode).toBe(204);
    expect((await tell({ ...said, done: [1], hurts: [2], felt: 'hard' })).statusCode).toBe(204);
    expect(heard).toBe(2);
    const { homeReports } = (await b.get(`/api/clients/${clientId}`)).body;
    expect(homeReports).toHaveLength(1);
    expect(homeReports[0]).toMatchObject({
      planId,
      on: TODAY,
      by: 'link',
      done: [DRILLS[0]!.id],
      hurts: [DRILLS[3]!.id],
      felt: 'hard',
      version: 2,
    });
    const [line] = (await b.get('/api/clients')).body.clients;
    expect(line.hurtOn).toBe(TODAY);
    for (const bad of [
      { ...said, planId: id() },
      { ...said, done: [99] },
      { ...said, note: '<script>' },
    ])
      expect((await tell(bad)).statusCode).toBe(404);
    expect((await b.get(`/api/clients/${clientId}`)).body.homeReports).toHaveLength(1);
  });

  it('keeps a drill that hurt stopped, whatever is sent later, until the coach keeps it in again', async () => {
    await b.send(put('link.put', link()));
    const said = { planId, on: TODAY, done: [], hurts: [2], felt: null };
    expect((await open()).body).not.toContain('This one hurt.');
    await tell(said);
    expect((await open()).body).toContain('This one hurt.');
    // A page opened anew knows nothing of it, and sends what it knows.
    await tell({ ...said, done: [1, 2], hurts: [], felt: 'easy' });
    const { homeReports } = (await b.get(`/api/clients/${clientId}`)).body;
    expect(homeReports[0]).toMatchObject({ done: [DRILLS[0]!.id], hurts: [DRILLS[3]!.id] });
    expect((await open()).body).toContain('This one hurt.');
    const kept = await b.send(
      put('decision.put', {
        kind: 'routine',
        on: TODAY,
        at: '2026-01-06T09:00:00.000Z',
        takenBack: false,
        minutes: 10,
        kit: null,
        pinned: [DRILLS[3]!.id],
        banned: [],
      }),
    );
    expect(kept.status).toBe(200);
    expect((await open()).body).not.toContain('This one hurt.');
  });

  it('an imported record opens no link: what was ended since must not open again', async () => {
    const row = id();
    await b.send(put('link.put', link(), row));
    const record = (await b.get(`/api/clients/${clientId}/record`)).body;
    await b.send(put('link.put', link({ revoked: true }), row, 1));
    const made = await b.app.inject({ method: 'POST', url: '/api/records', payload: record });
    expect(made.statusCode).toBe(200);
    expect((await open()).statusCode).toBe(404);
  });

  it('says that the plan is paused while the screen holds it back, and shows none of it', async () => {
    await b.send(put('link.put', link()));
    await b.send(
      put('stop.put', {
        what: 'alarm',
        movement: 'squat',
        after: 'persists',
        at: `${TODAY}T11:00:00.000Z`,
        on: TODAY,
      }),
    );
    const dossier = (await b.get(`/api/clients/${clientId}`)).body;
    if (dossier.stops.length === 0) throw new Error('The stop was not kept.');
    const page = await open();
    expect(page.statusCode).toBe(200);
    expect(page.body).toContain('Your plan is paused');
    expect(page.body).not.toContain('Heels 42 cm apart.');
  });

  it('answers who asks too often with the same page, under another number', async () => {
    const answers = [];
    for (let i = 0; i < 45; i += 1) answers.push(await open(`guess-number-${i}-of-many-guesses`));
    expect(answers.at(-1)!.statusCode).toBe(429);
    expect(answers.at(-1)!.body).toBe(answers[0]!.body);
  });

  it.each([
    ['three days fast', '2026-01-08'],
    ['years slow', '1970-01-02'],
  ])('a phone %s still tells of pain: its day is set right, never a 500', async (_name, on) => {
    const drillId = DRILLS[0]!.id;
    await b.send(put('link.put', link()));
    const answer = await tell({ planId, on, done: [], hurts: [1], felt: null });
    expect(answer.statusCode).toBe(204);
    const { body } = await b.get(`/api/clients/${clientId}`);
    expect(body.homeReports).toMatchObject([{ on: TODAY, hurts: [drillId] }]);
  });

  it('answers a name that is not this computer’s, and a form that is not JSON, like a guess', async () => {
    await b.send(put('link.put', link()));
    const named = await pages.inject({ url: `/p/${TOKEN}`, headers: { host: 'elsewhere.test' } });
    const form = await pages.inject({
      method: 'POST',
      url: `/p/${TOKEN}/report`,
      headers: { 'content-type': 'text/plain' },
      payload: JSON.stringify({ planId, on: TODAY, done: [], hurts: [1], felt: null }),
    });
    for (const answer of [named, form]) {
      expect(answer.statusCode).toBe(404);
      expect(answer.body).not.toContain('Heels 42 cm');
    }
  });

  it('opens a link that a device with a wrong clock made', async () => {
    const said = '2026-01-09T12:00:00.000Z';
    const made = { ...put('link.put', link()), saidAt: said, clock: { said, sent: said } };
    expect((await b.send(made)).body.row.deviceSaidAt).toBe(said);
    expect((await open()).statusCode).toBe(200);
  });
});
