import { enter, openStage, PHONE, saved, seeded, visit } from './support.ts';

const house = seeded();

describe('inches and pounds, at 390 × 844', () => {
  it('are the practice’s choice or the device’s; what is typed with a unit is understood, and what is kept does not move', async () => {
    const { server, browser } = house;
    const { page, context, problems } = await visit(browser, PHONE, server.address, '/settings');
    const group = (name: string) => page.getByRole('radiogroup', { name });
    await group('In the practice').getByRole('radio', { name: 'Inches and pounds' }).tap();
    await group('On this device')
      .getByRole('radio', { name: 'As in the practice', checked: true })
      .waitFor();
    await saved(page);
    await page.goto(`${server.address}/clients/new`);
    await page.getByLabel('Name', { exact: true }).fill('Wynn Tarrow');
    await page.getByLabel('Stature, in').fill('5\'11"');
    await page.getByLabel('Body mass, lb').fill('180');
    await page.getByRole('button', { name: 'Add client' }).tap();
    await openStage(page, 'Measure');
    await page.getByText(/71 in · 180 lb/).waitFor();
    await saved(page);
    const id = /clients\/([^/]+)/.exec(page.url())![1]!;
    const client = async () => {
      const answer = await fetch(`${server.address}/api/clients/${id}`);
      return ((await answer.json()) as { client: { statureMm: number; massKg: number } }).client;
    };
    expect(await client()).toMatchObject({ statureMm: 1803, massKg: 81.647 });

    await page.goto(`${server.address}/clients/${id}/measure/stance`);
    await enter(page, 'Stance width, in', '16 1/2');
    await page.getByRole('button', { name: /^Keep 16.5 in/ }).tap();
    await saved(page);
    await page.goto(`${server.address}/settings`);
    // This device reads in centimetres all the same.
    await group('On this device').getByRole('radio', { name: 'Centimetres and kilograms' }).tap();
    await page.goto(`${server.address}/clients/${id}/measure`);
    await page.getByText(/180\.3 cm · 81\.6 kg/).waitFor();
    await openStage(page, 'Measure');
    await page.getByText('41.9 cm').first().waitFor();
    expect(await client()).toMatchObject({ statureMm: 1803, massKg: 81.647 });
    expect(problems).toEqual([]);
    await context.close();
  });

  it('are in the setup, its figures and its map', async () => {
    const { server, browser } = house;
    const { page, context, problems } = await visit(browser, PHONE, server.address);
    await page.getByText('Tavi Brask').tap();
    await openStage(page, 'Set');
    await page
      .getByText(/^\d+(\.\d)? in · toes/)
      .first()
      .waitFor();
    expect(await page.getByText(/\d cm\b/).count()).toBe(0);
    await page.goto(`${page.url().split('?')[0]}?show=map`);
    await page.getByText('stance, in').waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });
});
