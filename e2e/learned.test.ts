import { dossierSchema } from '@zither/contract';
import { saved, seeded, visit, WIDE } from './support.ts';

const house = seeded();
const ask = async (path: string) => (await fetch(house.server.address + path)).json();

describe('What worked here', () => {
  it('is counted, and goes into plans only once a coach lets it', async () => {
    const { page, context, problems } = await visit(
      house.browser,
      WIDE,
      house.server.address,
      '/shelf',
    );
    await page.getByRole('radio', { name: 'What worked here' }).click();
    await page.getByText(/^The plan does not use these counts\./).waitFor();
    await page
      .getByRole('group', {
        name: /better and stayed so in \d+ of \d+ .* Too few to judge\.$/,
      })
      .first()
      .waitFor();
    const { clients } = (await ask('/api/clients')) as { clients: { id: string }[] };
    const countsOf = async () =>
      dossierSchema.parse(await ask(`/api/clients/${clients[0]!.id}`)).schools.counts;
    expect(await countsOf()).toBeUndefined();
    const use = page.getByRole('checkbox', { name: 'Let the plan use the counts of drills' });
    await use.click();
    await page.getByText(/^The plan uses the counts of /).waitFor();
    await saved(page);
    expect((await countsOf())!.drills.length).toBeGreaterThan(3);
    await page.reload();
    await page.getByRole('radio', { name: 'What worked here' }).click();
    await page.getByText(/^The plan uses the counts of /).waitFor();
    await use.click();
    await page.getByText(/^The plan does not use these counts\./).waitFor();
    await saved(page);
    expect(await countsOf()).toBeUndefined();
    expect(problems).toEqual([]);
    await context.close();
  });
});
