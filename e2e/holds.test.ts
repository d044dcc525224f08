import type { BrowserContext, Page } from 'playwright-core';
import { isHeld, safetyOf } from '@zither/visit';
import { dossierSchema, type Dossier } from '@zither/contract';
import { enter, PHONE, saved, seeded, visit, visitKeepingApp, WIDE } from './support.ts';

const house = seeded();
const { server } = house;
const HOUR_MS = 3_600_000;

/** A device whose clock is ahead by so much, in every page of it. */
const skew = (context: BrowserContext, aheadMs: number) =>
  context.addInitScript((ms) => {
    const Right = Date;
    class Off extends Right {
      constructor(...given: []) {
        if (given.length === 0) super(Right.now() + ms);
        else super(...given);
      }
      static override now = () => Right.now() + ms;
    }
    globalThis.Date = Off as DateConstructor;
  }, aheadMs);

async function open(page: Page, name: string): Promise<string> {
  await page.getByText(name).first().click();
  await page.getByRole('heading', { name }).waitFor();
  return page.url();
}

const dossierOf = async (address: string): Promise<Dossier> =>
  dossierSchema.parse(await (await fetch(address.replace('/clients/', '/api/clients/'))).json());
const heldAtServer = async (address: string): Promise<boolean> => {
  const { on } = (await (
    await fetch(`${address.replace('/clients/', '/api/clients/')}/answer`)
  ).json()) as { on: string };
  return isHeld(safetyOf(await dossierOf(address), on));
};

const keptApp = (page: Page) =>
  page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    while (!(await caches.keys()).some((key) => key.includes('precache')))
      await new Promise((resolve) => setTimeout(resolve, 50));
  });

async function stopDizzy(page: Page): Promise<void> {
  await page.getByRole('button', { name: /Stop/ }).first().click();
  await page.getByRole('button', { name: 'Dizzy or chest symptoms' }).click();
  await page.getByRole('heading', { name: 'Dizzy or chest symptoms: now' }).waitFor();
}

describe('a stop holds', () => {
  it.each([
    ['four days fast', 96 * HOUR_MS, 'Orla Venn'],
    ['26 hours slow', -26 * HOUR_MS, 'Maren Sool'],
  ])('said without network on a device %s, here and on the server', async (_n, aheadMs, name) => {
    const { page, context, problems } = await visitKeepingApp(house.browser, PHONE, server.address);
    const address = await open(page, name);
    await keptApp(page);
    await skew(context, aheadMs);
    await context.setOffline(true);
    await page.reload();
    await page.getByRole('heading', { name }).waitFor();
    await stopDizzy(page);
    await context.setOffline(false);
    await saved(page);
    await page.goto(`${address}/setup`);
    await page
      .getByText(/nothing follows until the stop is answered/)
      .first()
      .waitFor();
    const [stop] = (await dossierOf(address)).stops;
    expect(Math.abs(Date.parse(stop!.saidAt) - Date.now())).toBeLessThan(5 * 60_000);
    expect(stop!.deviceSaidAt).toBeDefined();
    expect(await heldAtServer(address)).toBe(true);
    // The list of another device says it too.
    const other = await visit(house.browser, WIDE, server.address);
    await other.page.getByText(name).first().waitFor();
    await other.page
      .getByText(/hold|stopped/i)
      .first()
      .waitFor();
    await other.context.close();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('refused by a server that knows no better, it names the client and holds over a reload', async () => {
    const { page, context } = await visit(house.browser, PHONE, server.address);
    const address = await open(page, 'Pell Ashgrove');
    await page.route('**/api/operations', (route) =>
      route.fulfill({
        status: 400,
        contentType: 'application/json',
        body: JSON.stringify({ code: 'invalid', message: 'values.on is in the future.' }),
      }),
    );
    await stopDizzy(page);
    await page.getByText(/^Pell Ashgrove: this stop was not taken by the server\./).waitFor();
    expect(await page.getByRole('button', { name: 'Throw away' }).count()).toBe(0);
    await page.goto(`${address}/setup`);
    await page
      .getByText(/nothing follows until the stop is answered/)
      .first()
      .waitFor();
    expect(await heldAtServer(address)).toBe(false);
    await page.unroute('**/api/operations');
    await page.getByRole('button', { name: 'Try again' }).first().tap();
    await saved(page);
    expect(await heldAtServer(address)).toBe(true);
    await context.close();
  });

  it('a value that was refused is typed again in its notice', async () => {
    const { page, context } = await visit(house.browser, PHONE, server.address);
    const address = await open(page, 'Orla Venn');
    await page.route('**/api/operations', (route) =>
      route.fulfill({
        status: 400,
        contentType: 'application/json',
        body: JSON.stringify({
          code: 'invalid',
          path: 'values.massKg',
          message: 'values.massKg must be less.',
        }),
      }),
    );
    await page.goto(`${address}/edit`);
    await enter(page, 'Body mass, kg', '71');
    await page.getByText(/^Orla Venn: .* not taken by the server/).waitFor();
    await page.unroute('**/api/operations');
    const again = page.getByLabel('Mass kg', { exact: true });
    expect(await page.getByRole('button', { name: 'Send it so' }).isDisabled()).toBe(true);
    await again.fill('71,5');
    await page.getByRole('button', { name: 'Send it so' }).tap();
    await saved(page);
    expect((await dossierOf(address)).client.massKg).toBe(71.5);
    await context.close();
  });

  it('goes before an entry that something on the way would not pass on', async () => {
    const { page, context } = await visit(house.browser, PHONE, server.address);
    const address = await open(page, 'Ivo Larch');
    const sent: string[] = [];
    await page.route('**/api/operations', async (route) => {
      const { kind } = route.request().postDataJSON() as { kind: string };
      sent.push(kind);
      // A proxy finds everything but a stop too large, in its own words.
      if (kind === 'stop.put') await route.continue();
      else await route.fulfill({ status: 413, contentType: 'text/html', body: '<h1>413</h1>' });
    });
    await page.goto(`${address}/edit`);
    await enter(page, 'Notes', 'Mornings.');
    await page
      .getByTestId('save-state')
      .getByText(/Waiting|Saving/)
      .waitFor();
    await page.goto(address);
    await stopDizzy(page);
    await page.waitForFunction(
      async (api) => ((await (await fetch(api)).json()) as { stops: object[] }).stops.length > 0,
      address.replace('/clients/', '/api/clients/'),
    );
    expect(sent).toContain('stop.put');
    expect(await heldAtServer(address)).toBe(true);
    await context.close();
  });
});

describe('two devices answer one screen', () => {
  it('the stricter answer holds on both until a coach decides; both stay', async () => {
    const one = await visit(house.browser, PHONE, server.address);
    const address = await open(one.page, 'Brin Ostmoor');
    const api = address.replace('/clients/', '/api/clients/');
    const id = address.split('/')[4]!;
    const { on: day } = (await (await fetch(`${api}/answer`)).json()) as { on: string };
    const say = async (rowId: string, baseVersion: number, isYes: boolean, by: string) => {
      const at = new Date().toISOString();
      const answer = await fetch(`${server.address}/api/operations`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-plumb-build': 'test' },
        body: JSON.stringify({
          kind: 'screening.put',
          operationId: crypto.randomUUID(),
          rowId,
          baseVersion,
          clientId: id,
          saidAt: at,
          clock: { said: at, sent: at },
          saidBy: by,
          values: {
            takenOn: day,
            purpose: 'strength',
            asked: baseVersion === 0 ? [] : ['heart'],
            answers: isYes ? { heart: true } : {},
            answeredAt: baseVersion === 0 ? {} : { heart: at },
          },
        }),
      });
      expect(answer.status).toBe(200);
    };
    const rowId = crypto.randomUUID();
    await say(rowId, 0, false, 'CH');
    await say(rowId, 1, true, 'AB');
    await say(rowId, 1, false, 'CH');
    expect(await heldAtServer(address)).toBe(true);
    await one.page.goto(`${address}/setup`);
    await one.page
      .getByText(/Hold and refer/)
      .first()
      .waitFor();
    // The screen goes on with its other questions, and what differs is decided above them.
    await one.page.goto(`${address}/clear`);
    await one.page.getByText(/AB said yes; CH said no\. Until you decide/).waitFor();
    await one.page.getByRole('button', { name: /dizziness.* No$/ }).tap();
    await one.page.getByText(/Until you decide/).waitFor({ state: 'detached' });
    await saved(one.page);
    expect(await heldAtServer(address)).toBe(false);
    // Both answers stay in the record, named by the decision.
    const decided = (await dossierOf(address)).screenings.find((s) => s.id === rowId)!;
    expect(decided.settled).toMatchObject([{ question: 'heart' }]);
    expect(decided.settled![0]!.at).toHaveLength(2);
    await one.context.close();
  });
});

it('a note written without network is compared with a client archived meanwhile', async () => {
  const { page, context } = await visitKeepingApp(house.browser, PHONE, server.address);
  const address = await open(page, 'Tove Ashlund');
  await keptApp(page);
  await page.goto(`${address}/edit`);
  await context.setOffline(true);
  await enter(page, 'Notes', 'Mornings only.');
  const { client } = await dossierOf(address);
  const archived = await fetch(`${server.address}/api/operations`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-plumb-build': 'test' },
    body: JSON.stringify({
      kind: 'client.archive',
      operationId: crypto.randomUUID(),
      rowId: client.id,
      baseVersion: client.version,
      archived: true,
    }),
  });
  expect(archived.status).toBe(200);
  await context.setOffline(false);
  await page.getByText(/^Tove Ashlund: .*changed on another device/).waitFor();
  await page.getByText('Mornings only.').first().waitFor();
  await page.getByRole('button', { name: 'Keep mine' }).tap();
  await saved(page);
  expect((await dossierOf(address)).client.notes).toBe('Mornings only.');
  await context.close();
});
