import { hostname } from 'node:os';
import { benchEach, id, newClient, type Bench } from './support.ts';

const b: Bench = benchEach();

const ask = (headers: Record<string, string>, more: object = {}) =>
  b.app.inject({ url: '/api/clients', headers, ...more });
const write = (headers: Record<string, string>, url = '/api/operations') =>
  b.app.inject({ method: 'POST', url, payload: JSON.stringify(newClient()), headers });

describe('for whom the server answers', () => {
  it.each(['localhost', '127.0.0.1:8080', '[::1]:8080', '127.3.2.1', hostname()])(
    'its own name: %s',
    async (host) => expect((await ask({ host })).statusCode).toBe(200),
  );
  it.each([
    'plumb.elsewhere.test',
    'localhost.elsewhere.test',
    '127.0.0.1.elsewhere.test',
    '10.99.99.99',
  ])('no other, whatever resolves here: %s', async (host) => {
    const answer = await ask({ host });
    expect([answer.statusCode, answer.json().code]).toEqual([421, 'wrongHost']);
    expect(answer.body).not.toContain('clients');
    expect((await ask({ host }, { url: '/' })).statusCode).toBe(421);
  });
});

describe('how it is written to', () => {
  const json = { 'content-type': 'application/json' };
  it.each(['/api/operations', '/api/records', `/api/clients/${id()}/captures`])(
    'as JSON only: %s',
    async (url) => {
      for (const type of ['text/plain', 'application/x-www-form-urlencoded', 'text/json'])
        expect((await write({ 'content-type': type }, url)).statusCode).toBe(415);
      expect((await b.app.inject({ method: 'POST', url })).statusCode).toBe(415);
    },
  );
  it('from its own pages only, where a browser says so', async () => {
    const host = 'localhost:8080';
    for (const headers of [
      { origin: 'http://elsewhere.test' },
      { origin: 'http://localhost:9999' },
      { origin: 'null' },
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
    ] as Record<string, string>[])
      expect((await write({ ...json, host, ...headers })).statusCode).toBe(403);
    const own = { ...json, host, origin: 'http://localhost:8080', 'sec-fetch-site': 'same-origin' };
    expect((await write(own)).statusCode).toBe(200);
    // A shell says neither.
    expect((await write({ ...json, host })).statusCode).toBe(200);
  });
});

describe('pages of the release before', () => {
  it('are answered in their form; newer ones are told everything', async () => {
    const client = newClient();
    await b.send(client);
    const zone = { kind: 'zone.choose', operationId: id(), rowId: id(), baseVersion: 0 };
    await b.send({ ...zone, values: { zone: 'Pacific/Auckland' } });
    const clearance = {
      kind: 'clearance.put',
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      clientId: client.rowId,
      values: {
        who: 'A',
        licence: 'L',
        givenOn: '2026-01-05',
        expiresOn: null,
        limits: [],
        covers: ['heart'],
      },
    };
    const told = await b.app.inject({
      method: 'POST',
      url: '/api/operations',
      payload: clearance,
    });
    expect(told.statusCode).toBe(200);
    expect(told.json().row.seen).toBeUndefined();
    const feed = async (headers: Record<string, string>) =>
      (
        await b.app.inject({ url: `/api/clients/${client.rowId}/record?since=0`, headers })
      ).json() as { rows: { entity: string; row: object }[] };
    const older = await feed({});
    expect(older.rows.map((r) => r.entity).sort()).toEqual(['clearance', 'client']);
    expect(JSON.stringify(older)).not.toMatch(/seen|deviceSaidAt/);
    const newer = await feed({ 'x-plumb-build': 'b1' });
    expect(newer.rows.map((r) => r.entity).sort()).toEqual(['clearance', 'client', 'zone']);
  });
});

describe('days are the gym’s', () => {
  it('the list and the answer go by its zone: a stop of the morning there holds here', async () => {
    const client = newClient();
    await b.send(client);
    // Nine in the morning UTC of the 5th is ten in the evening of the 5th in Auckland, and eleven of the 4th in Pago Pago.
    const zone = (name: string) =>
      b.send({
        kind: 'zone.choose',
        operationId: id(),
        rowId: id(),
        baseVersion: 0,
        values: { zone: name },
      });
    const pain = {
      kind: 'clearance.put',
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      clientId: client.rowId,
      values: {
        who: 'A',
        licence: 'L',
        givenOn: '2026-01-04',
        expiresOn: '2026-01-04',
        limits: [{ kind: 'depthCap', thighDepthDeg: 0 }],
        covers: ['pregnancy'],
      },
    };
    await b.send(pain);
    await b.send({
      kind: 'screening.put',
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      clientId: client.rowId,
      values: {
        takenOn: '2026-01-04',
        purpose: 'strength',
        asked: ['pregnancy'],
        answers: { pregnancy: true },
        answeredAt: {},
      },
    });
    const on = async () => (await b.get(`/api/clients/${client.rowId}/answer`)).body.on;
    await zone('Pacific/Pago_Pago');
    expect(await on()).toBe('2026-01-04');
    await zone('Pacific/Kiritimati');
    expect(await on()).toBe('2026-01-05');
    expect((await zone('Nowhere/Town')).status).toBe(400);
  });
});
