import { join } from 'node:path';
import { buildApp } from '../../apps/server/src/app.ts';
import { openDatabase } from '../../apps/server/src/db/open.ts';
import { dossierSchema } from '@zither/contract';
import { foldLine, keptTrials, newestReading, resolveBody } from '@zither/core';
import { bodyOf, isHeld, planOf, safetyOf } from '@zither/visit';
import { SCENARIO } from '../scenario.ts';
import { seed } from '../seed.ts';

async function seeded() {
  const db = openDatabase(':memory:', join(__dirname, '../../apps/server/src/db/migrations'));
  const app = await buildApp({ db, staticFolder: null, now: () => '2026-01-05T09:00:00.000Z' });
  const target = {
    get: async (url: string) => (await app.inject({ url })).json() as unknown,
    send: async (operation: object) => {
      const answer = await app.inject({
        method: 'POST',
        url: '/api/operations',
        payload: operation,
      });
      if (answer.statusCode !== 200) throw new Error(answer.body);
    },
  };
  const written = await seed(target, new Date(2026, 0, 5));
  return { db, app, target, written };
}

// Each seeding films eight sets with the simulated camera.
jest.setTimeout(60_000);

describe('the demo', () => {
  it('writes every client through the API, and nothing the second time', async () => {
    const { app, db, target, written } = await seeded();
    expect(written).toBe(SCENARIO.length);
    expect(await seed(target, new Date(2026, 0, 5))).toBe(0);
    await app.close();
    db.close();
  });

  it('is the same from the same seed', async () => {
    const rows = async () => {
      const { app, db } = await seeded();
      const all = db.prepare('SELECT * FROM operation ORDER BY rowid').all();
      await app.close();
      db.close();
      return all;
    };
    expect(await rows()).toEqual(await rows());
  });

  it('tells its stories: a stiff left ankle, and a heel that may come down', async () => {
    const { app, db, target } = await seeded();
    const { clients } = (await target.get('/api/clients')) as {
      clients: { id: string; name: string }[];
    };
    const dossierOf = async (name: string) =>
      dossierSchema.parse(
        await target.get(`/api/clients/${clients.find((c) => c.name === name)?.id}`),
      );
    const orla = await dossierOf('Orla Venn');
    const wall = (side: 'left' | 'right') =>
      newestReading(orla.trials, 'kneeToWall', side)?.mean ?? NaN;
    expect(wall('right') - wall('left')).toBeGreaterThan(50);
    expect(orla.trials.filter((t) => t.struck?.reason === 'Heel lifted')).toHaveLength(1);
    const pell = await dossierOf('Pell Ashgrove');
    expect(pell.sessions).toHaveLength(3);
    expect(keptTrials(pell.trials, 'kneeToWall', 'left')).toHaveLength(9);
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
    await app.close();
    db.close();
  });
});
