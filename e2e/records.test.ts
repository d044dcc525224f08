import type { Page } from 'playwright-core';
import { sayFound } from '@zither/words/setup';
import { openStage, seeded, visit, WIDE } from './support.ts';

const house = seeded();
const { server } = house;

type Row = Record<string, unknown>;
const get = async (path: string) => (await fetch(`${server.address}${path}`)).json();

/** Records in all: the demo's, and as many of them changed until there are so many. */
const RECORDS = 20;

/** A record as of somebody else: every reading of ankle, stance and foot angle moved by what no error explains. */
function changed(record: Row, by: number): Row {
  const client = { ...(record['client'] as Row), name: `Changed ${by}` };
  const moves: Record<string, number> = {
    kneeToWall: [-25, 30, -45, 15, 45][by % 5]!,
    stanceWidth: [40, -30, 60, 0, -50][by % 5]!,
    toeOut: [6, -4, 9, -6, 3][by % 5]!,
  };
  const trials = (record['trials'] as Row[]).map((t) => ({
    ...t,
    value: (t['value'] as number) + (moves[t['measure'] as string] ?? 0),
  }));
  return { ...record, client, trials };
}

/** The setup a page names at its top; null where it names none. */
const named = async (page: Page, testId: string): Promise<string> =>
  page.getByTestId(testId).locator('div').first().innerText();

describe('twenty records through the browser', () => {
  it('client page, Set, trials, the plan being written and the answer hold one setup', async () => {
    const { clients } = (await get('/api/clients')) as { clients: { id: string }[] };
    const ids = clients.map((c) => c.id);
    for (let n = 0; ids.length < RECORDS; n += 1) {
      const record = (await get(`/api/clients/${clients[n % clients.length]!.id}/record`)) as Row;
      const answer = await fetch(`${server.address}/api/records`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(changed(record, n)),
      });
      expect(answer.ok).toBe(true);
      ids.push(((await answer.json()) as { clientId: string }).clientId);
    }
    const { page, context, problems } = await visit(house.browser, WIDE, server.address);
    let withSetup = 0;
    for (const id of ids) {
      const answer = await get(`/api/clients/${id}/answer`);
      const client = `${server.address}/clients/${id}`;
      await page.goto(client);
      await page.getByRole('button', { name: /^(Start today’s visit|Resume)/ }).waitFor();
      if (!answer.setup) {
        expect(await page.getByTestId('in-use').count()).toBe(0);
        continue;
      }
      withSetup += 1;
      const { thighDepthDeg, ...setup } = answer.setup.use;
      const use = sayFound({ setup, targetDepthDeg: thighDepthDeg });
      await page.getByTestId('in-use').waitFor();
      expect(await named(page, 'in-use')).toBe(use);
      await openStage(page, 'Set');
      await page.getByTestId('window').waitFor();
      expect(await named(page, 'answer')).toBe(use);
      const { next } = answer.setup;
      await page.getByRole('radio', { name: 'Trials' }).click();
      await page.getByRole('radio', { name: 'Trials', checked: true }).waitFor();
      await page.getByText(/^Working out/).waitFor({ state: 'detached' });
      const { thighDepthDeg: nextDepth, ...nextSetup } = next?.setup ?? answer.setup.use;
      expect(await named(page, 'answer')).toBe(
        sayFound({ setup: nextSetup, targetDepthDeg: nextDepth }),
      );
      if (!answer.plan) continue;
      // The plan names nothing that the setup in use is not.
      expect(answer.setup.use).toMatchObject(answer.plan.setup);
      await openStage(page, 'Coach');
      const cm = (setup.stanceWidthMm / 10).toFixed(0);
      await page
        .getByText(new RegExp(`^Heels ${cm} cm apart`))
        .first()
        .waitFor();
    }
    // Somebody is on hold or not measured; most are not.
    expect(withSetup).toBeGreaterThan(12);
    expect(problems).toEqual([]);
    await context.close();
  }, 400_000);
});
