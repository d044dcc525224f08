import type { Page } from 'playwright-core';
import { openStage, PHONE, saved, seeded, visit, WIDE } from './support.ts';

const house = seeded();
const { server } = house;

const schools = async (page: Page, client: string) => {
  await page.getByText(client).first().click();
  await openStage(page, 'Set');
  await page.getByRole('radio', { name: 'Alternatives' }).click();
};

describe('schools', () => {
  it('the shut-window client is solved by two of them on the phone, and the second one’s setup is taken', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await schools(page, 'Orla Venn');
    await page.getByText('First choice', { exact: false }).first().waitFor();
    await page.getByText(/^[\d,]+ setups searched/).waitFor();
    await page.getByRole('radio', { name: 'Open hip, beside it' }).tap();
    await page.getByText(/^Where they differ: .*Open hip goes \d+° deeper/).waitFor();
    await page.getByRole('button', { name: 'Use this setup: Open hip, first choice' }).tap();
    await page.getByRole('heading', { name: 'Setup in use' }).waitFor();
    await page.getByRole('radio', { name: 'Why' }).tap();
    await page.getByText('Method “Open hip”, chosen for this client.').waitFor();
    await page
      .getByTestId('window')
      .getByText(/of room at full depth/)
      .first()
      .waitFor();
    await saved(page);
    await page.reload();
    await page.getByText('Method “Open hip”, chosen for this client.').waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('a setup of another method is tried and kept as that method’s, though the client follows this one', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await schools(page, 'Pell Ashgrove');
    const client = page.url().split('/')[4]!;
    const before = await (await fetch(`${server.address}/api/clients/${client}/record`)).json();
    await page.getByText(/^[\d,]+ setups searched/).waitFor();
    const chosen = await page.getByTestId('answer').locator('div').first().innerText();
    const isBalanced = before.setups.at(-1).profile === 'balanced';
    await page
      .getByRole('radio', { name: isBalanced ? 'Open hip' : 'Balanced', exact: true })
      .tap();
    await page.getByRole('button', { name: /^Look at it: .*, first choice$/ }).tap();
    await page.getByRole('heading', { name: 'Looking at' }).waitFor();
    const looked = await page.getByTestId('answer').locator('div').first().innerText();
    expect(looked).not.toBe(chosen);
    await page.getByRole('button', { name: 'Try it now' }).tap();
    await page.getByRole('heading', { name: 'Your own choice' }).waitFor();
    await page.getByRole('button', { name: 'All clean' }).tap();
    await page.getByText(/narrowed by \d+ trials?\./).waitFor();
    await saved(page);
    const after = await (await fetch(`${server.address}/api/clients/${client}/record`)).json();
    const method = isBalanced ? 'openHip' : 'balanced';
    expect(after.setupTrials.length).toBe(before.setupTrials.length + 1);
    expect([after.setupTrials.at(-1).profile, after.setups.at(-1).profile]).toEqual([
      method,
      method,
    ]);
    expect(problems).toEqual([]);
    await context.close();
  });

  it('stand side by side on wide; where one does not reach its depth it says what would help', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, server.address);
    await schools(page, 'Orla Venn');
    await page.getByRole('radio', { name: 'Balanced', exact: true }).click();
    await page.getByRole('radio', { name: 'Straight foot, beside it' }).click();
    await page.getByRole('heading', { name: 'Balanced' }).waitFor();
    await page.getByRole('heading', { name: 'Straight foot' }).waitFor();
    await page.getByText(/^Where they differ: /).waitFor();
    await page.getByText(/What would have to change for the depth asked for: /).waitFor();
    await page.getByRole('button', { name: /^Why/ }).first().click();
    await page
      .getByText(/ needs a shin angle of \d+°/)
      .first()
      .waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });
});
