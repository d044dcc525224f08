import { dossierSchema } from '@zither/contract';
import { foldLine, keptTrials, newestReading, resolveBody } from '@zither/core';
import { bodyOf, isHeld, planOf, safetyOf } from '@zither/visit';
import { SCENARIO } from '../scenario.ts';
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

describe('the demo', () => {
  const dossierOf = async (name: string) => {
    const { clients } = (await demo.target.get('/api/clients')) as {
      clients: { id: string; name: string }[];
    };
    return dossierSchema.parse(
      await demo.target.get(`/api/clients/${clients.find((c) => c.name === name)?.id}`),
    );
  };
  const said = (db: Awaited<ReturnType<typeof seeded>>['db']) =>
    db.prepare('SELECT * FROM operation ORDER BY rowid').all();

  it('writes every client through the API, and nothing the second time', async () => {
    expect(demo.written).toBe(SCENARIO.length);
    const before = said(demo.db).length;
    expect(await demo.write()).toBe(0);
    expect(said(demo.db)).toHaveLength(before);
  });

  it('is the same from the same seed', async () => {
    const again = await seeded();
    expect(said(again.db)).toEqual(said(demo.db));
    await again.close();
  });

  it('follows every client over three months, with weeks missed and no two days alike', async () => {
    const coaches = new Set<string>();
    for (const { client } of SCENARIO) {
      const { sessions, trials } = await dossierOf(client.name);
      const days = sessions.map((s) => s.day).sort();
      expect(days.length).toBeGreaterThanOrEqual(2);
      expect([client.name, days[0]! <= '2025-10-14']).toEqual([client.name, true]);
      for (const t of trials) coaches.add(t.saidBy);
      const feet = days.map((day) =>
        trials
          .filter((t) => t.takenOn === day && t.measure === 'toeOut' && t.side === 'left')
          .map((t) => t.value)
          .join(),
      );
      expect(new Set(feet.filter((said) => said !== '')).size).toBeGreaterThan(1);
    }
    expect(coaches.size).toBeGreaterThanOrEqual(2);
    // One dropped out, one was referred.
    expect((await dossierOf('Juno Marrel')).sessions.every((s) => s.day < '2025-11-01')).toBe(true);
    expect((await dossierOf('Tove Ashlund')).decisions).toContainEqual(
      expect.objectContaining({ kind: 'recheck', step: 'refer' }),
    );
  });

  it('tells its stories: a stiff left ankle, and a heel that may come down', async () => {
    const orla = await dossierOf('Orla Venn');
    const wall = (side: 'left' | 'right') =>
      newestReading(orla.trials, 'kneeToWall', side)?.mean ?? NaN;
    expect(wall('right') - wall('left')).toBeGreaterThan(50);
    expect(orla.trials.filter((t) => t.struck?.reason === 'Heel lifted')).toHaveLength(1);
    const pell = await dossierOf('Pell Ashgrove');
    expect(pell.sessions).toHaveLength(4);
    expect(keptTrials(pell.trials, 'kneeToWall', 'left')).toHaveLength(12);
    const maren = await dossierOf('Maren Sool');
    expect(foldLine(resolveBody(bodyOf(maren.client)), maren.trials)?.wants).toBe('open');
    // The plan keeps the setup that was chosen, heel and all; coming down is Set's to propose.
    expect(planOf(pell)?.setup.support).toEqual({ kind: 'block', riseMm: 30 });
    expect(
      planOf(pell)
        ?.drills.map((d) => d.because)
        .join(),
    ).toContain('Ankle');
    const ivo = await dossierOf('Ivo Larch');
    expect(isHeld(safetyOf(ivo, '2026-01-05'))).toBe(true);
  });
});
