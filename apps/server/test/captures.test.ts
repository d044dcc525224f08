import { PLAIN_LOOK } from '@zither/contract/row';
import { captureSchema, dossierSchema, type Capture } from '@zither/contract';
import {
  PROFILES,
  seededRandom,
  simulateCapture,
  USUAL_LENS,
  type MethodProfile,
} from '@zither/core';
import { cleanSquatter } from '@zither/core/practice';
import { unpackCapture, writeLandmarkCsv } from '@zither/formats';
import { id, newClient, benchEach } from './support.ts';

const b = benchEach();

const { script, subject } = cleanSquatter(seededRandom(7), 'bodyweight');
const series = simulateCapture(
  { ...script, faults: [{ fault: 'heelsRise', size: 18 }] },
  USUAL_LENS,
  seededRandom(7),
) as Capture;
const text = writeLandmarkCsv(series);

const client = async () => {
  const create = newClient();
  await b.send(create);
  return create.rowId;
};

const importing = (change: object = {}) => ({
  operationId: id(),
  rowId: id(),
  takenOn: '2026-01-05',
  takenAt: '2026-01-05T09:10:00.000Z',
  view: 'side',
  condition: 'bodyweight',
  asks: PLAIN_LOOK,
  facing: 'left',
  name: 'squats.csv',
  text,
  subject,
  ...change,
});

const post = async (clientId: string, payload: object) => {
  const answer = await b.app.inject({
    method: 'POST',
    url: `/api/clients/${clientId}/captures`,
    payload,
  });
  return { status: answer.statusCode, body: answer.json() };
};

describe('a file imported over the API', () => {
  it('is read, judged and kept: findings with the dossier, landmarks on their own page', async () => {
    const clientId = await client();
    const sent = importing();
    const { status, body } = await post(clientId, sent);
    expect(status).toBe(200);
    expect(body.report.findings).toMatchObject([{ fault: 'heelsRise', severity: 'clear' }]);
    expect(body.result.row).not.toHaveProperty('series');
    const dossier = dossierSchema.parse((await b.get(`/api/clients/${clientId}`)).body);
    expect(dossier.captures).toMatchObject([{ id: sent.rowId, version: 1, name: 'squats.csv' }]);
    const row = captureSchema.parse((await b.get(`/api/captures/${sent.rowId}`)).body);
    const kept = unpackCapture(row.series);
    expect(kept?.timesS).toHaveLength(series.timesS.length);
    const at = series.tracks['hip']?.z.findIndex((v) => v !== null) ?? 0;
    expect(kept?.tracks['hip']?.z[at]).toBeCloseTo(series.tracks['hip']?.z[at] ?? NaN, 1);
    // Sent again because the answer was lost: answered as before, kept once.
    expect((await post(clientId, sent)).body).toEqual(body);
    expect((await b.get(`/api/clients/${clientId}`)).body.captures).toHaveLength(1);
  });

  it.each([
    [{ text: 'time,landmark\n0,hip\n' }, 422, /^Line 1: the header must be/],
    [{ view: 'front' }, 422, /cannot be read without leftHip/],
    [{ scale: 'plate' }, 422, /plateTop and plateBottom/],
    [{ text: '' }, 400, /text must not be empty/],
    [{ view: 'above' }, 400, /view must be side, front or rear/],
    [{ unknown: 1 }, 400, /unknown is not a known key/],
  ])('refuses %j with the reason and keeps nothing', async (change, status, message) => {
    const clientId = await client();
    const answer = await post(clientId, importing(change));
    expect(answer.status).toBe(status);
    expect(answer.body.message).toMatch(message);
    expect((await b.get(`/api/clients/${clientId}`)).body.captures).toEqual([]);
  });

  it('is judged by the school the client follows', async () => {
    const [{ id: copiedFrom, ...balanced }] = PROFILES as [MethodProfile];
    const school = {
      kind: 'school.put',
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      values: {
        ...balanced,
        name: 'Heels are theirs',
        copiedFrom,
        faultThresholds: { heelsRise: null },
      },
    };
    expect((await b.send(school)).status).toBe(200);
    const clientId = await client();
    const setup = {
      kind: 'setup.put',
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      clientId,
      values: {
        setup: subject.setup,
        thighDepthDeg: 6,
        workingPoint: 'parallelLines',
        profile: school.rowId,
      },
    };
    expect((await b.send(setup)).status).toBe(200);
    expect((await post(clientId, importing())).body.report.findings).toEqual([]);
  });

  it('belongs to a client that exists, and is shown to its own practice only', async () => {
    expect((await post(id(), importing())).body.code).toBe('noSuchClient');
    const clientId = await client();
    const sent = importing();
    await post(clientId, sent);
    expect((await b.get(`/api/captures/${sent.rowId}`)).status).toBe(200);
    b.db.pragma('foreign_keys = OFF');
    b.db.prepare('UPDATE document SET practice_id = ?').run(id());
    expect((await b.get(`/api/captures/${sent.rowId}`)).body.code).toBe('noSuchCapture');
    expect((await b.get(`/api/clients/${clientId}`)).body.code).toBe('noSuchClient');
  });
});

describe('captures and judgements', () => {
  it('may be discarded and taken back; a second phone that did so first is not overwritten', async () => {
    const clientId = await client();
    const { rowId } = await (async () => {
      const sent = importing();
      await post(clientId, sent);
      return sent;
    })();
    const discard = (baseVersion: number, discarded: boolean) =>
      b.send({
        kind: 'capture.discard',
        operationId: id(),
        rowId,
        baseVersion,
        clientId,
        discarded,
      });
    expect((await discard(1, true)).body.row).toMatchObject({ version: 2, discarded: true });
    const late = await discard(1, true);
    expect(late.status).toBe(409);
    expect(late.body.current).toMatchObject({ entity: 'capture', row: { version: 2 } });
    expect(late.body.current.row).not.toHaveProperty('series');
    expect((await discard(2, false)).body.row).toMatchObject({ version: 3, discarded: false });
    expect(captureSchema.parse((await b.get(`/api/captures/${rowId}`)).body).discarded).toBe(false);
    const missing = await b.send({
      kind: 'capture.discard',
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      clientId,
      discarded: true,
    });
    expect(missing.body.code).toBe('noSuchRow');
  });

  it('a judgement is kept as seen; pain is not a fault among others', async () => {
    const clientId = await client();
    const judge = (seen: object[]) =>
      b.send({
        kind: 'judgement.put',
        operationId: id(),
        rowId: id(),
        baseVersion: 0,
        clientId,
        values: {
          takenOn: '2026-01-05',
          takenAt: '2026-01-05T09:12:00.000Z',
          view: 'front',
          condition: 'bodyweight',
          asks: PLAIN_LOOK,
          discarded: false,
          reps: 5,
          loadKg: 0,
          seen,
        },
      });
    const knee = { fault: 'kneesIn', severity: 'slight', side: 'left', phase: 'ascent', reps: [2] };
    expect((await judge([knee])).status).toBe(200);
    expect((await judge([])).status).toBe(200);
    const pain = await judge([{ ...knee, fault: 'pain' }]);
    expect(pain.body).toMatchObject({ code: 'invalid', path: 'values.seen[0].fault' });
    expect(pain.body.message).toMatch(/pain is kept as pain/);
    const { judgements } = dossierSchema.parse((await b.get(`/api/clients/${clientId}`)).body);
    expect(judgements.map((j) => j.seen.length).sort()).toEqual([0, 1]);
  });
});
