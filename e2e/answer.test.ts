import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { openStage, PHONE, saved, seeded, visit, WIDE } from './support.ts';

const house = seeded();
const { server } = house;

const openClient = async (page: Page, name: string): Promise<string> => {
  await page.getByText(name).first().click();
  await page.getByRole('heading', { name, exact: true }).waitFor();
  return page.url();
};

/** The setup in use as the client's page says it. */
const onClientPage = async (page: Page): Promise<string> =>
  page.getByTestId('in-use').locator('div').first().innerText();

describe('one answer', () => {
  it('a setup changed in Set and used there is the one of every page, of the plan and of the print', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    const client = await openClient(page, 'Orla Venn');
    const proposed = await onClientPage(page);
    await openStage(page, 'Set');
    await page.getByTestId('answer').getByText(proposed, { exact: true }).waitFor();

    // Another stance, looked at on the map against the one in use, then used.
    await page.getByRole('radio', { name: 'Map' }).tap();
    await page.getByRole('slider', { name: 'Stance width and toe-out' }).focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    const [, cm, toes] = /^(\d+) cm, toes (\d+)°/.exec(
      await page.getByTestId('point').innerText(),
    )!;
    await page
      .getByTestId('answer')
      .getByText(new RegExp(`^${cm} cm · toes ${toes}°`))
      .waitFor();
    await page.getByText('Dashed: the setup in use.').waitFor();
    // Looked at, not used: leaving the page keeps it, and changes nothing for the client.
    await openStage(page, 'Coach');
    await page.getByRole('heading', { name: 'Plan', level: 1 }).waitFor();
    await openStage(page, 'Set');
    await page.getByRole('heading', { name: 'Looking at' }).waitFor();
    await page.getByRole('button', { name: 'Use this setup' }).tap();
    await page.getByRole('heading', { name: 'Setup in use' }).waitFor();
    await saved(page);
    await page.goto(client);
    await page.getByRole('heading', { name: 'Setup in use' }).waitFor();
    const chosen = await onClientPage(page);
    expect(chosen).not.toBe(proposed);
    expect(chosen).toContain(`${cm} cm · toes ${toes}°`);
    await page.goto(`${client}/setup`);
    await page.getByTestId('answer').getByText(chosen, { exact: true }).waitFor();
    await page.getByRole('radio', { name: 'History' }).tap();
    await page.getByRole('listitem').getByText(chosen, { exact: true }).first().waitFor();

    const sentence = new RegExp(`heels ${cm} cm apart.*${toes}°`, 'i');
    await page.goto(`${client}/prescription`);
    await page.getByText(sentence).first().waitFor();
    await page.getByRole('button', { name: 'Give plan' }).tap();
    await page.getByRole('button', { name: 'Print the plan' }).tap();
    await page.getByText(sentence).first().waitFor();
    await page.goto(client);
    await page.getByText(sentence).first().waitFor();
    expect(await onClientPage(page)).toBe(chosen);
    expect(problems).toEqual([]);
    await context.close();
  });

  it('a record saved as a file and imported is a client with the same answer', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, server.address);
    const client = await openClient(page, 'Brin Ostmoor');
    const before = await onClientPage(page);
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save the record as a file' }).click(),
    ]);
    expect(download.suggestedFilename()).toBe('brin-ostmoor.json');
    const text = readFileSync(await download.path(), 'utf8');

    await page.goto(`${server.address}/clients/new`);
    const choose = async (content: string) => {
      const [chooser] = await Promise.all([
        page.waitForEvent('filechooser'),
        page.getByRole('button', { name: 'Import a record' }).click(),
      ]);
      await chooser.setFiles({
        name: 'record.json',
        mimeType: 'application/json',
        buffer: Buffer.from(content),
      });
    };
    await choose(text.replace('"version": 1', '"version": 7'));
    await page.getByText(/^Nothing was imported\. version must be 1/).waitFor();
    await choose(text);
    await page.getByRole('heading', { name: 'Brin Ostmoor', exact: true }).waitFor();
    await page.waitForURL((url) => url.href !== client && /clients\/[0-9a-f-]{36}$/.test(url.href));
    await page.getByRole('heading', { name: 'Locked setup, version 1' }).waitFor();
    expect(await onClientPage(page)).toBe(before);
    expect(problems).toEqual([]);
    await context.close();
  });
});

describe('safety by when it was said', () => {
  it('pain entered without network stays a hold though a clean screen arrived first; a correction with a reason ends it', async () => {
    const slow = await visit(house.browser, PHONE, server.address);
    const client = await openClient(slow.page, 'Runa Feld');
    await openStage(slow.page, 'Set');
    await slow.page.getByTestId('window').waitFor();
    await slow.context.setOffline(true);
    await slow.page.getByRole('button', { name: 'Stop: pain or alarm' }).tap();
    await slow.page.getByRole('radio', { name: 'Knee', exact: true }).tap();
    await slow.page.getByRole('radio', { name: 'Pain 7 of 10' }).tap();
    await slow.page.getByText(/Hold and refer: no squatting/).waitFor();
    await slow.page.getByRole('button', { name: 'Back to the work' }).tap();
    await slow.page.getByText(/Hold and refer: no squatting/).waitFor();

    const other = await visit(house.browser, PHONE, server.address);
    await other.page.goto(`${client}/clear`);
    await other.page.getByRole('button', { name: 'General strength', exact: true }).tap();
    const left = other.page.getByText(/questions left|Last question/);
    const isOver = other.page.getByText('Go: no limits today.');
    for (let i = 0; i < 16; i += 1) {
      await left.or(isOver).first().waitFor();
      if ((await isOver.count()) > 0) break;
      const before = await left.innerText();
      await other.page.getByRole('button', { name: 'No', exact: true }).tap();
      await other.page.getByText(before, { exact: true }).waitFor({ state: 'detached' });
    }
    await other.page.getByText('Go: no limits today.').waitFor();
    await saved(other.page);

    await slow.context.setOffline(false);
    await saved(slow.page);
    await other.page.reload();
    await other.page.getByText('Hold and refer', { exact: true }).waitFor();

    await other.page.getByRole('button', { name: /^Entered by mistake/ }).tap();
    const correct = other.page.getByRole('button', { name: /^Correct for Runa Feld/ });
    expect(await correct.isDisabled()).toBe(true);
    await other.page.getByLabel('Why it was a mistake').fill('Tapped 7 for 1.');
    await correct.tap();
    await other.page.getByText('Go: no limits today.').waitFor();
    await saved(other.page);
    await slow.page.reload();
    await slow.page.getByTestId('window').waitFor();
    expect([...slow.problems, ...other.problems]).toEqual([]);
    await slow.context.close();
    await other.context.close();
  });

  it('entries made on the wrong client are moved: both answers follow, and moving them back restores the first', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    const client = await openClient(page, 'Hodd Karrin');
    const before = await onClientPage(page);
    await page.getByRole('button', { name: 'Move entries made by mistake' }).tap();
    await page.getByRole('button', { expanded: true }).first().waitFor();
    const shut = page.getByRole('button', { expanded: false });
    while ((await shut.count()) > 0) await shut.first().tap();
    for (const all of await page.getByLabel(/^All of/).all()) await all.tap();
    await page.getByRole('radio', { name: 'Nim Farrowe' }).tap();
    await page.getByRole('button', { name: /^Move \d+ entries to Nim Farrowe$/ }).tap();
    await page.getByText('Both records say so.').waitFor();
    await saved(page);
    await page.goto(client);
    await page.getByText('Nothing measured yet.').waitFor();
    expect(await page.getByTestId('in-use').count()).toBe(0);

    await page.goto(`${server.address}/clients`);
    const other = await openClient(page, 'Nim Farrowe');
    await page.goto(`${other}/move`);
    await page.getByRole('button', { name: /^Move back: .* moved here from Hodd Karrin/ }).tap();
    await page.getByText('Moved to Hodd Karrin.').waitFor();
    await saved(page);
    await page.goto(client);
    await page.getByTestId('in-use').waitFor();
    expect(await onClientPage(page)).toBe(before);
    expect(problems).toEqual([]);
    await context.close();
  });
});
