import { performance } from 'node:perf_hooks';
import { bench, id, type Bench } from './support.ts';

describe('the client list', () => {
  let b: Bench;
  beforeAll(async () => {
    b = await bench(':memory:');
  });
  afterAll(async () => {
    await b.app.close();
    b.db.close();
  });

  const client = async (name: string) => {
    const rowId = id();
    await b.send({
      kind: 'client.put',
      operationId: id(),
      rowId,
      baseVersion: 0,
      values: { name, statureMm: 1750, massKg: 70 },
    });
    return rowId;
  };
  const lineOf = async (of: string) =>
    (await b.get('/api/clients')).body.clients.find((c: { id: string }) => c.id === of);

  it('says who is on hold, from the screen', async () => {
    const of = await client('Pain Now');
    expect((await lineOf(of)).summary).toMatchObject({ isHeld: false, causes: [] });
    const day = '2026-01-05';
    const screen = await b.send({
      kind: 'screening.put',
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      clientId: of,
      values: {
        takenOn: day,
        purpose: 'strength',
        asked: ['nerve'],
        answers: { nerve: true },
      },
    });
    expect(screen.status).toBe(200);
    expect((await lineOf(of)).summary.isHeld).toBe(true);
  });

  it('says the same of two hundred clients when it is read again, from what it kept; and of the practice, nothing that is not there', async () => {
    for (let i = 0; i < 200; i += 1) await client(`Client ${i}`);
    const first = performance.now();
    const all = (await b.get('/api/clients')).body.clients;
    const cold = performance.now() - first;
    const again = performance.now();
    expect((await b.get('/api/clients')).body.clients).toEqual(all);
    const warm = performance.now() - again;
    process.stderr.write(
      `List of ${all.length}: ${cold.toFixed(0)} ms, then ${warm.toFixed(0)} ms.\n`,
    );
    expect((await b.get('/api/learned')).body).toEqual({
      clients: all.length,
      coaches: [],
      instruments: [],
      eyes: [],
      worked: [],
    });
    expect(all.every((c: { summary: object | null }) => c.summary !== null)).toBe(true);
  });
});
