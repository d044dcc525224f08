import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { recordSchema, type ClientRecord } from '@zither/contract';
import { answerOf, dossierAt, isHeld, lastDayOf } from '@zither/visit';
import { seeded } from './seeded.ts';

// Each seeding films some forty sets with the simulated camera.
jest.setTimeout(600_000);

/** One demo for all of this file: what is written into it comes last. */
let demo: Awaited<ReturnType<typeof seeded>>;
beforeAll(async () => {
  demo = await seeded();
}, 600_000);
afterAll(async () => {
  await demo.close();
});

const root = join(__dirname, '../..');

async function stories() {
  const get = demo.target.get as (url: string) => Promise<unknown>;
  const { clients } = (await get('/api/clients')) as { clients: { id: string; name: string }[] };
  return { app: demo.app, get, clients };
}

/** What a record says, without the ids it has where it is kept. */
function saidIn(record: ClientRecord): unknown {
  const names = new Map<string, string>();
  const text = JSON.stringify(record, (key, value: unknown) => {
    if (['version', 'updatedAt', 'createdAt', 'importedAt'].includes(key)) return undefined;
    if (typeof value === 'string' && /^[0-9a-f]{8}-[0-9a-f]{4}-/.test(value)) {
      if (!names.has(value)) names.set(value, `id ${names.size}`);
      return names.get(value);
    }
    return value;
  });
  return JSON.parse(text);
}

describe('a client’s record', () => {
  let bench: Awaited<ReturnType<typeof stories>>;
  beforeAll(async () => {
    bench = await stories();
  }, 600_000);
  const recordOf = async (id: string) =>
    recordSchema.parse(await bench.get(`/api/clients/${id}/record`));

  it('goes out and in without loss, as a new client, for every story', async () => {
    for (const { id } of bench.clients) {
      const record = await recordOf(id);
      const kept = await bench.app.inject({
        method: 'POST',
        url: '/api/records',
        payload: JSON.parse(JSON.stringify(record)) as object,
      });
      expect(kept.statusCode).toBe(200);
      const { clientId } = kept.json() as { clientId: string };
      expect(clientId).not.toBe(id);
      expect(saidIn(await recordOf(clientId))).toEqual(saidIn(record));
    }
  }, 120_000);

  it('is refused whole, with the path, when something in it cannot be', async () => {
    const record = await recordOf(bench.clients[0]!.id);
    const before = ((await bench.get('/api/clients')) as { clients: unknown[] }).clients.length;
    const refused = await bench.app.inject({
      method: 'POST',
      url: '/api/records',
      payload: { ...record, trials: [{ ...record.trials[0], value: 'wide' }] },
    });
    expect(refused.statusCode).toBe(400);
    expect(refused.json()).toMatchObject({ path: 'trials[0].value' });
    expect(
      (
        await bench.app.inject({
          method: 'POST',
          url: '/api/records',
          payload: { ...record, version: 2 },
        })
      ).json(),
    ).toMatchObject({ path: 'version' });
    expect(((await bench.get('/api/clients')) as { clients: unknown[] }).clients).toHaveLength(
      before,
    );
  });

  it('gives the same answer from the shell as from the server, as of any day', async () => {
    const wren = bench.clients.find((c) => c.name === 'Wren Tolvar')!;
    const record = await recordOf(wren.id);
    const file = join(mkdtempSync(join(tmpdir(), 'plumb-record-')), 'record.json');
    writeFileSync(file, JSON.stringify(record));
    const run = (...args: string[]) =>
      spawnSync('npm', ['run', '--silent', '--prefix', root, 'answer', '--', file, ...args], {
        encoding: 'utf8',
      });
    const shell = run('--on', '2026-01-05');
    expect(shell.stderr).toBe('');
    const answer = JSON.parse(shell.stdout);
    expect(answer).toEqual(await bench.get(`/api/clients/${wren.id}/answer?on=2026-01-05`));
    expect(answer).toMatchObject({ on: '2026-01-05', state: 'go', next: expect.any(String) });
    expect(answer.plan.setup).toEqual({
      ...answer.setup.use,
      method: undefined,
      barred: undefined,
      held: undefined,
      passedOver: undefined,
      from: undefined,
      isTried: undefined,
      setAside: undefined,
    });
    // Before anything was said nothing is known.
    const early = JSON.parse(run('--on', '2020-01-01').stdout);
    expect(early).toMatchObject({ state: 'notScreened', setup: null, plan: null, concluded: null });
    expect(run('--on', 'soon').stderr).toMatch(/yyyy-mm-dd/);
    expect(run('--on', '2026-01-05', 'more').status).toBe(2);
  }, 60_000);

  it('leaves nobody who may train without something to do, each their own, and serves faults before their cause is known', async () => {
    const routines = new Set<string>();
    let served = 0;
    for (const { id, name } of bench.clients) {
      const record = await recordOf(id);
      const on = lastDayOf(record);
      const { dossier, tables } = dossierAt(record, on);
      const { plan, safety } = answerOf({ dossier, on, tables });
      if (isHeld(safety) || !plan) continue;
      expect({ name, given: plan.drills.length + plan.cues.length > 0 }).toEqual({
        name,
        given: true,
      });
      routines.add(plan.drills.map((d) => d.drill.id).join());
      if (plan.working.basis === 'served') served += 1;
    }
    expect(routines.size).toBeGreaterThanOrEqual(12);
    expect(served).toBeGreaterThanOrEqual(2);
  }, 120_000);

  it('as of a day uses what was said by then, not what came later', async () => {
    const pell = bench.clients.find((c) => c.name === 'Pell Ashgrove')!;
    const record = await recordOf(pell.id);
    const days = [...new Set(record.trials.map((t) => t.takenOn))].sort();
    expect(days.length).toBe(4);
    for (const [i, day] of days.entries()) {
      const { dossier } = dossierAt(record, day);
      expect(new Set(dossier.trials.map((t) => t.takenOn)).size).toBe(i + 1);
    }
    expect(lastDayOf(record) >= days.at(-1)!).toBe(true);
    // A trial struck later still counted on its day.
    const struck = {
      ...record,
      trials: record.trials.map((t, i) =>
        i === 0 ? { ...t, struck: { reason: 'Late', at: '2027-01-01T09:00:00.000Z' } } : t,
      ),
    };
    expect(dossierAt(struck, days.at(-1)!).dossier.trials.every((t) => t.struck === null)).toBe(
      record.trials.every((t) => t.struck === null),
    );
    expect(
      dossierAt(struck, '2027-02-01').dossier.trials.filter((t) => t.struck !== null).length,
    ).toBeGreaterThan(0);
  });
});
