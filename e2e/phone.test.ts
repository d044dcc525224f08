import type { Browser } from 'playwright-core';
import { enter, launch, PHONE, saved, TestServer, visit } from './support.ts';

let browser: Browser;
const server = new TestServer();

beforeAll(async () => {
  browser = await launch();
  await server.start();
});
afterAll(async () => {
  await browser.close();
  await server.stop();
});

describe('at 390 × 844, by touch', () => {
  it('goes from a new client to a kept prescription, and loses nothing on reload or restart', async () => {
    const { page, context, problems } = await visit(browser, PHONE, server.address);
    await page.getByRole('button', { name: 'Add the first client' }).tap();
    await page.getByLabel('Name', { exact: true }).fill('Wynn Tarrow');
    await page.getByLabel('Stature, cm').fill('172');
    await page.getByLabel('Body mass, kg').fill('68');
    await page.getByRole('button', { name: 'Add and measure' }).tap();

    await page.getByRole('heading', { name: 'Measure', exact: true }).waitFor();
    await enter(page, 'Heel to heel, cm', '40');
    await enter(page, 'Toe-out left, °', '14');
    await enter(page, 'Toe-out right, °', '14');
    await enter(page, 'Toe to wall left, cm', '0.5');
    await enter(page, 'Toe to wall right, cm', '7,5');
    await page.getByRole('button', { name: 'More: Under the heels' }).tap();
    await enter(page, 'Kneecap past toe, cm', '2');
    await page
      .getByText(/by geometry \(rule of thumb/)
      .first()
      .waitFor();
    await saved(page);

    await page.getByRole('button', { name: 'Next: Setup' }).tap();
    const window = page.getByTestId('window');
    await window.getByText(/° short at crease below knee/).waitFor();
    await page.getByText(/The left side governs/).waitFor();

    await page.getByRole('radio', { name: 'Heel block or shoe' }).tap();
    const more = page.getByRole('button', { name: 'More: Heel height' });
    let taps = 0;
    while ((await window.getByText(/ of room at crease below knee/).count()) === 0) {
      if ((taps += 1) > 10) throw new Error('the window did not open by 60 mm');
      await more.tap();
    }
    expect(taps).toBeGreaterThan(0);
    await saved(page);

    await page.getByRole('button', { name: 'Next: Prescription' }).tap();
    await page
      .getByText(/The left ankle stops the shank at/)
      .first()
      .waitFor();
    await page.getByRole('button', { name: 'Give this prescription' }).tap();
    await page.getByText(/Given today.*kept with the client/).waitFor();
    await saved(page);
    const plan = await page.getByText(/^Heels \d+ cm apart/).innerText();

    await page.reload();
    await page.getByText(plan).waitFor();
    await server.stop();
    await server.start();
    await page.reload();
    await page.getByText(/Given today.*kept with the client/).waitFor();
    await page.getByText(plan).waitFor();
    await page.getByRole('button', { name: 'Back to Wynn Tarrow' }).tap();
    await page.getByText(plan).waitFor();
    await page
      .getByRole('img', { name: /^Side view at / })
      .first()
      .waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('refuses the impossible at the field, asks about the unusual once, and saves nothing half', async () => {
    const { page, context, problems } = await visit(browser, PHONE, server.address, '/clients/new');
    await page.getByLabel('Name', { exact: true }).fill('Bray Odd');
    await page.getByLabel('Stature, cm').fill('72');
    await page.getByLabel('Body mass, kg').fill('sixty');
    await page.getByRole('button', { name: 'Add and measure' }).tap();
    await page.getByText('Stature of 72 cm is not possible: 90 to 250.').waitFor();
    await page.getByText('Body mass must be a number in kg.').waitFor();
    expect(await page.getByLabel('Body mass, kg').inputValue()).toBe('sixty');
    // What was typed survives a reload before anything is saved.
    await page.reload();
    expect(await page.getByLabel('Name', { exact: true }).inputValue()).toBe('Bray Odd');
    await page.getByLabel('Stature, cm').fill('135');
    await page.getByLabel('Body mass, kg').fill('60');
    await page.getByRole('button', { name: 'Add and measure' }).tap();
    await page.getByText(/Outside the usual adult range: a stature of 135 cm/).waitFor();
    const list = await (await fetch(`${server.address}/api/clients`)).json();
    expect(JSON.stringify(list)).not.toContain('Bray Odd');
    await page.getByRole('button', { name: 'Yes, it is right' }).tap();
    await page.getByRole('heading', { name: 'Measure', exact: true }).waitFor();
    await enter(page, 'Heel to heel, cm', '400');
    await page.getByText(/Heel to heel of 400 cm is not possible/).waitFor();
    await saved(page);
    expect(problems).toEqual([]);
    await context.close();
  });

  it('keeps changes while the network is away and sends them when it is back', async () => {
    const { page, context, problems } = await visit(browser, PHONE, server.address);
    await page.getByText('Wynn Tarrow').tap();
    await page.getByRole('button', { name: 'Measure', exact: true }).tap();
    await page.getByRole('heading', { name: 'Measure', exact: true }).waitFor();
    await server.stop();
    await enter(page, 'Heel to heel, cm', '44');
    await page
      .getByTestId('save-state')
      .getByText(/Waiting for network · 1/)
      .waitFor();
    await enter(page, 'Kneecap past toe, cm', '3');
    expect(await page.getByLabel('Heel to heel, cm').inputValue()).toBe('44.0');
    await server.start();
    await saved(page);
    await page.reload();
    await page.getByRole('heading', { name: 'Measure', exact: true }).waitFor();
    expect(await page.getByLabel('Heel to heel, cm').inputValue()).toBe('44.0');
    expect(await page.getByLabel('Kneecap past toe, cm').inputValue()).toBe('3.0');
    expect(problems).toEqual([]);
    await context.close();
  });

  it('asks which to keep when two devices changed the same setup', async () => {
    const one = await visit(browser, PHONE, server.address);
    await one.page.getByText('Wynn Tarrow').tap();
    await one.page.getByRole('button', { name: 'Setup', exact: true }).tap();
    await one.page.getByTestId('window').waitFor();
    const two = await visit(browser, PHONE, server.address, new URL(one.page.url()).pathname);
    await two.page.getByTestId('window').waitFor();
    await two.page.getByRole('button', { name: 'More: Stance width' }).tap();
    await saved(two.page);
    await one.page.getByRole('button', { name: 'Less: Toe-out, both feet' }).tap();
    await one.page.getByText(/changed on another device/).waitFor();
    await one.page.getByRole('button', { name: 'Keep mine' }).tap();
    await saved(one.page);
    const mine = await one.page
      .getByRole('img', { name: /^Floor plan/ })
      .getAttribute('aria-label');
    await two.page.reload();
    await two.page.getByTestId('window').waitFor();
    expect(
      await two.page.getByRole('img', { name: /^Floor plan/ }).getAttribute('aria-label'),
    ).toBe(mine);
    expect([...one.problems, ...two.problems]).toEqual([]);
    await one.context.close();
    await two.context.close();
  });
});
