import { appendFileSync, cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type BrowserContext, type Page } from 'playwright-core';
import {
  BROWSER,
  enter,
  keep,
  openStage,
  PHONE,
  saved,
  seeded,
  TestServer,
  visitKeepingApp,
  WIDE,
} from './support.ts';

const house = seeded();
const { server } = house;

interface RecordOf {
  trials: { measure: string; side: string | null; value: number; id: string }[];
  judgements: { view: string; id: string }[];
  tried: { test: string; id: string }[];
  setupTrials: { id: string }[];
  client: { massKg: number; notes: string; version: number };
}
const recordOf = async (address: string): Promise<RecordOf> =>
  (await (
    await fetch(address.replace('/clients/', '/api/clients/') + '/record')
  ).json()) as RecordOf;

/** Opens a client and waits until the whole app is on the device. */
async function openKept(page: Page, name: string): Promise<string> {
  await page.getByText(name).first().click();
  await page.getByRole('heading', { name }).waitFor();
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    // Everything listed is fetched before the worker is active.
    while (!(await caches.keys()).some((key) => key.includes('precache')))
      await new Promise((resolve) => setTimeout(resolve, 50));
  });
  return page.url();
}

const waiting = (page: Page, n: number) =>
  page.getByTestId('save-state').getByText(`Waiting for network · ${n}`).waitFor();

/** What the device's disk has of the line. */
const line = (page: Page): Promise<Record<string, unknown>[]> =>
  page.evaluate(
    () =>
      new Promise<Record<string, unknown>[]>((resolve, reject) => {
        const opening = indexedDB.open('zither-plumb');
        opening.onerror = () => reject(new Error('no database'));
        opening.onsuccess = () => {
          const all = opening.result.transaction('operations').objectStore('operations').getAll();
          all.onsuccess = () => {
            opening.result.close();
            resolve(all.result as Record<string, unknown>[]);
          };
        };
      }),
  );

/** Does something and waits until the device's disk has it: a page left by its address is gone with what it had not written yet. */
async function onDisk(page: Page, act: () => Promise<unknown>): Promise<void> {
  const before = (await line(page)).length;
  await act();
  while ((await line(page)).length <= before) await page.waitForTimeout(20);
}

/** Which builds kept the rows of clients on this device, and which build the page is of. */
const buildsOf = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<{ page: string; rows: string[] }>((resolve) => {
        const open = indexedDB.open('zither-plumb');
        open.onsuccess = () => {
          const all = open.result.transaction('rows').objectStore('rows').getAll();
          all.onsuccess = () => {
            open.result.close();
            resolve({
              page: document.querySelector('meta[name="build"]')?.getAttribute('content') ?? '',
              rows: [...new Set((all.result as { by?: string }[]).map((r) => r.by ?? ''))],
            });
          };
        };
      }),
  );

describe('a room without network, at 390 × 844', () => {
  it('measure, judge, try and tick without network; reloaded without it; all of it on the server exactly once', async () => {
    const { page, context, problems } = await visitKeepingApp(house.browser, PHONE, server.address);
    const other = await openKept(page, 'Hodd Karrin');
    await page.goto(`${server.address}/clients`);
    const client = await openKept(page, 'Orla Venn');
    const before = await recordOf(client);
    const beforeOther = await recordOf(other);
    await context.setOffline(true);
    // And nobody at the other end: a service worker that is woken anew may send before the browser has cut it off.
    await server.stop();

    // Every stage opens, by its own address as well.
    await page.reload();
    await page.getByRole('heading', { name: 'Orla Venn' }).waitFor();
    // What is on the device says which build kept it: only another build's is read again.
    const builds = await buildsOf(page);
    expect(builds.page).toMatch(/^[0-9a-f]{64}$/);
    expect(builds.rows).toEqual([builds.page]);
    await openStage(page, 'Measure');
    await page.getByRole('link', { name: /^Knee travel/ }).tap();
    await keep(page, 'Kneecap past toe, cm', '3.8');
    await page.getByRole('button', { name: /^3.8 cm, trial/ }).waitFor();
    // Set works out its answer in its worker.
    await page.goto(`${client}/setup?show=trials`);
    await page.getByText(/^Working out/).waitFor({ state: 'detached' });
    await onDisk(page, () => page.getByRole('button', { name: 'All clean' }).tap());

    await page.goto(`${other}/watch`);
    await page.getByRole('radio', { name: /^Front/ }).tap();
    await page.getByRole('button', { name: 'Judge by eye: front' }).tap();
    await page.getByRole('button', { name: /^Knees, / }).tap();
    await page.getByRole('radio', { name: 'clear, Knee in' }).tap();
    await page.getByRole('button', { name: 'L, left side' }).tap();
    await onDisk(page, () => page.getByRole('button', { name: 'Keep 1 fault in 5 reps' }).tap());
    await page.goto(`${other}/probe`);
    await page.getByText('Knee in, left', { exact: true }).waitFor();
    await onDisk(page, () =>
      page
        .getByRole('button', { name: /^No change we can see: / })
        .first()
        .tap(),
    );
    await page.getByText(/^Recorded: /).waitFor();

    await page.reload();
    await page.getByText('Knee in, left', { exact: true }).waitFor();
    const held = await line(page);
    expect(held.length).toBeGreaterThanOrEqual(4);

    await server.start();
    await context.setOffline(false);
    await saved(page);
    const after = await recordOf(client);
    const afterOther = await recordOf(other);
    const added = <T extends { id: string }>(list: T[], old: T[]) =>
      list.filter((r) => !old.some((o) => o.id === r.id));
    expect(added(after.trials, before.trials)).toMatchObject([
      { value: 38, measure: 'kneeTravel' },
    ]);
    expect(added(after.setupTrials, before.setupTrials)).toHaveLength(1);
    expect(added(afterOther.judgements, beforeOther.judgements)).toMatchObject([{ view: 'front' }]);
    expect(added(afterOther.tried, beforeOther.tried)).toHaveLength(1);
    expect(await line(page)).toEqual([]);
    expect(problems).toEqual([]);
    await context.close();
  });

  it('a simulated capture is read in Watch’s worker, kept, and shown with its landmarks after a reload', async () => {
    const { page, context, problems } = await visitKeepingApp(house.browser, PHONE, server.address);
    const client = await openKept(page, 'Brin Ostmoor');
    await page.goto(`${client}/watch`);
    await page.getByRole('heading', { name: 'Watch', exact: true }).waitFor();
    await context.setOffline(true);
    await page.getByRole('button', { name: 'Simulated camera' }).tap();
    await page.getByRole('button', { name: 'Take the capture' }).tap();
    await page.getByRole('heading', { name: 'Side view' }).waitFor();
    await waiting(page, 1).catch(() => waiting(page, 2));
    await page.reload();
    await page.getByRole('heading', { name: 'Side view' }).waitFor();
    await context.setOffline(false);
    await saved(page);
    expect(problems).toEqual([]);
    await context.close();
  });

  it('two tabs on one client: one, two, three, both reloaded, and all three arrive', async () => {
    const {
      page: a,
      context,
      problems,
    } = await visitKeepingApp(house.browser, PHONE, server.address);
    const client = await openKept(a, 'Tavi Brask');
    const station = async (page: Page) => {
      await page.goto(`${client}/measure/kneeTravel`);
      await page.getByLabel('Kneecap past toe, cm').waitFor();
    };
    await station(a);
    const b = await context.newPage();
    await station(b);
    const before = await recordOf(client);
    await context.setOffline(true);
    await keep(a, 'Kneecap past toe, cm', '1');
    await a.getByRole('button', { name: /^1.0 cm, trial/ }).waitFor();
    // The other tab sees it as well, without network.
    await b.getByRole('button', { name: /^1.0 cm, trial/ }).waitFor();
    await keep(b, 'Kneecap past toe, cm', '2');
    await a.getByRole('button', { name: /^2.0 cm, trial/ }).waitFor();
    await keep(a, 'Kneecap past toe, cm', '3');
    await b.getByRole('button', { name: /^3.0 cm, trial/ }).waitFor();
    await a.reload();
    await b.reload();
    for (const page of [a, b]) await page.getByText(/^2.0 cm ± .* \(3 trials\)/).waitFor();
    await context.setOffline(false);
    // Whichever of them sends, both say so.
    await saved(a);
    await saved(b);
    const added = (await recordOf(client)).trials.filter(
      (t) => !before.trials.some((o) => o.id === t.id),
    );
    expect(added.map((t) => t.value).sort()).toEqual([10, 20, 30]);
    expect(await line(a)).toEqual([]);
    expect(problems).toEqual([]);
    await context.close();
  });

  it('one of ten changes that cannot be read is kept, said, saved as a file; the nine arrive', async () => {
    const { page, context, problems } = await visitKeepingApp(house.browser, PHONE, server.address);
    const client = await openKept(page, 'Maren Sool');
    const before = await recordOf(client);
    await page.goto(`${client}/measure/kneeTravel`);
    await page.getByLabel('Kneecap past toe, cm').waitFor();
    await context.setOffline(true);
    for (let n = 0; n < 9; n += 1) {
      await keep(page, 'Kneecap past toe, cm', String(1 + n / 10));
      await page.waitForTimeout(60);
    }
    await page.evaluate(
      () =>
        new Promise<void>((resolve) => {
          const opening = indexedDB.open('zither-plumb');
          opening.onsuccess = () => {
            const tx = opening.result.transaction('operations', 'readwrite');
            tx.objectStore('operations').add({ operation: { kind: 'mood.put', mood: 'sunny' } });
            tx.oncomplete = () => {
              opening.result.close();
              resolve();
            };
          };
        }),
    );
    await page.reload();
    await page.getByText(/^1 change on this device cannot be read by this version/).waitFor();
    await context.setOffline(false);
    await page.getByTestId('save-state').getByText('Needs your choice').waitFor();
    for (let n = 0; n < 100 && (await line(page)).length > 1; n += 1)
      await page.waitForTimeout(100);
    expect((await recordOf(client)).trials).toHaveLength(before.trials.length + 9);
    expect(await line(page)).toMatchObject([{ operation: { mood: 'sunny' } }]);
    expect(await page.getByRole('button', { name: 'Throw away here' }).count()).toBe(0);
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save as a file' }).tap(),
    ]);
    expect(file.suggestedFilename()).toMatch(/^zither-plumb-unsent-.*\.json$/);
    await page.getByRole('button', { name: 'Throw away here' }).tap();
    await saved(page);
    expect(await line(page)).toEqual([]);
    expect(problems).toEqual([]);
    await context.close();
  });

  it('a device without room says so, keeps the change on the page and sends it when it can', async () => {
    const { page, context, problems } = await visitKeepingApp(house.browser, PHONE, server.address);
    const client = await openKept(page, 'Pell Ashgrove');
    const before = await recordOf(client);
    await page.goto(`${client}/measure/kneeTravel`);
    await page.getByLabel('Kneecap past toe, cm').waitFor();
    await page.waitForTimeout(500);
    await context.setOffline(true);
    await page.evaluate(() => {
      const own = { add: IDBObjectStore.prototype.add, put: IDBObjectStore.prototype.put };
      const full = (): never => {
        throw new DOMException('No room.', 'QuotaExceededError');
      };
      Object.assign(IDBObjectStore.prototype, { add: full, put: full });
      Object.assign(window, { makeRoom: () => Object.assign(IDBObjectStore.prototype, own) });
    });
    await keep(page, 'Kneecap past toe, cm', '1.5');
    await page.getByText(/^This device has no room left.*on this page alone/).waitFor();
    await page
      .getByTestId('save-state')
      .getByText(/^Not kept · [12]$/)
      .waitFor();
    await page.getByRole('button', { name: /^1.5 cm, trial/ }).waitFor();
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save them as a file' }).tap(),
    ]);
    expect(file.suggestedFilename()).toMatch(/unsent/);
    await context.setOffline(false);
    await saved(page);
    expect((await recordOf(client)).trials).toHaveLength(before.trials.length + 1);
    await page.evaluate(() => (window as unknown as { makeRoom: () => void }).makeRoom());
    await context.setOffline(true);
    await keep(page, 'Kneecap past toe, cm', '1.7');
    await waiting(page, 1);
    expect(await line(page)).toHaveLength(1);
    await context.setOffline(false);
    await saved(page);
    expect(problems).toEqual([]);
    await context.close();
  });
});

describe('a disk that is slow', () => {
  it('has the browser ask before a page is left with a change it has not kept yet, and keeps it', async () => {
    const { page, context, problems } = await visitKeepingApp(house.browser, PHONE, server.address);
    const client = await openKept(page, 'Juno Marrel');
    const before = await recordOf(client);
    await page.goto(`${client}/measure/kneeTravel`);
    await page.getByLabel('Kneecap past toe, cm').waitFor();
    await page.waitForTimeout(500);
    // Somebody else is at the line: who wants to write there waits.
    await page.evaluate(
      () =>
        new Promise<void>((resolve) => {
          const opening = indexedDB.open('zither-plumb');
          opening.onsuccess = () => {
            const store = opening.result
              .transaction('operations', 'readwrite')
              .objectStore('operations');
            const end = Date.now() + 4000;
            const hold = () => {
              if (Date.now() < end) store.count().onsuccess = hold;
              else opening.result.close();
            };
            hold();
            resolve();
          };
        }),
    );
    await keep(page, 'Kneecap past toe, cm', '2.5');
    await page.getByRole('button', { name: /^2.5 cm, trial/ }).waitFor();
    await page.getByTestId('save-state').getByText('Saving…').waitFor();
    const [asked] = await Promise.all([
      page.waitForEvent('dialog'),
      page.close({ runBeforeUnload: true }),
    ]);
    expect(asked.type()).toBe('beforeunload');
    await asked.dismiss();
    await saved(page);
    expect((await recordOf(client)).trials).toHaveLength(before.trials.length + 1);
    // With all of it kept, nobody is asked.
    const [isClosed] = await Promise.all([
      page.waitForEvent('close').then(() => true),
      page.close({ runBeforeUnload: true }),
    ]);
    expect(isClosed).toBe(true);
    expect(problems).toEqual([]);
    await context.close();
  });
});

describe('a phone that dies', () => {
  it('in the middle of writing has everything it said was kept, and what was begun', async () => {
    const profile = mkdtempSync(join(tmpdir(), 'plumb-profile-'));
    const open = async (): Promise<{ context: BrowserContext; page: Page }> => {
      const context = await chromium.launchPersistentContext(profile, {
        ...BROWSER,
        viewport: PHONE,
        hasTouch: true,
        isMobile: true,
      });
      const page = context.pages()[0] ?? (await context.newPage());
      page.setDefaultTimeout(15_000);
      return { context, page };
    };
    const first = await open();
    await first.page.goto(`${server.address}/clients`);
    const client = await openKept(first.page, 'Wren Tolvar');
    const before = await recordOf(client);
    // By eye, begun and not kept; and a client being typed.
    await first.page.goto(`${client}/watch`);
    await first.page.getByRole('radio', { name: 'Front' }).tap();
    await first.page.getByRole('button', { name: 'Judge by eye: front' }).tap();
    const eye = first.page.url();
    await first.page.getByRole('button', { name: /^Knees, / }).tap();
    await first.page.getByRole('radio', { name: 'clear, Knee in' }).tap();
    await first.page.waitForTimeout(300);
    await first.page.goto(`${client}/measure/kneeTravel`);
    await first.page.getByLabel('Kneecap past toe, cm').waitFor();
    await first.context.setOffline(true);
    for (const value of ['1', '2']) await keep(first.page, 'Kneecap past toe, cm', value);
    await first.page.getByText(/^Waiting for network/).waitFor();
    await first.page.getByRole('button', { name: /^2.0 cm, trial/ }).waitFor();
    await first.page.waitForTimeout(300);
    // A third in the very moment: kept or not, but never half.
    await enter(first.page, 'Kneecap past toe, cm', '3');
    await first.page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('[role=button]')]
        .find((b) => b.textContent?.startsWith('Keep'))
        ?.click(),
    );
    await first.context.close();

    const second = await open();
    await second.page.goto(eye);
    await second.page.getByText('Begun earlier and not kept yet.').waitFor();
    await second.page.getByRole('button', { name: 'Keep 1 fault in 5 reps' }).waitFor();
    // This page sends what the other had kept; one opened after it has sent nothing and says nothing.
    await saved(second.page);
    const values = (await recordOf(client)).trials
      .filter((t) => !before.trials.some((o) => o.id === t.id))
      .map((t) => t.value)
      .sort();
    expect([
      [10, 20],
      [10, 20, 30],
    ]).toContainEqual(values);
    await second.context.close();
  });
});

describe('a newer version of the app', () => {
  it('is said, waits through a visit, and is taken by a tap without losing what was begun', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'plumb-dist-'));
    cpSync(join(__dirname, '../apps/app/dist'), folder, { recursive: true });
    const own = new TestServer({ STATIC_FOLDER: folder });
    await own.start();
    const { page, context, problems } = await visitKeepingApp(
      house.browser,
      PHONE,
      own.address,
      '/clients/new',
    );
    await page.getByLabel('Name', { exact: true }).fill('Bray Odd');
    await page.evaluate(() => navigator.serviceWorker.ready);
    appendFileSync(join(folder, 'sw.js'), '\n// A newer version.\n');
    for (const suffix of ['.gz', '.br']) rmSync(join(folder, `sw.js${suffix}`));
    await page.evaluate(async () => {
      const registration = await navigator.serviceWorker.getRegistration();
      await registration?.update();
    });
    await page.getByText(/^A newer version of the app is ready/).waitFor();
    // Nothing happens by itself.
    expect(await page.getByLabel('Name', { exact: true }).inputValue()).toBe('Bray Odd');
    await Promise.all([
      page.waitForEvent('load'),
      page.getByRole('button', { name: 'Use it now' }).tap(),
    ]);
    await page.getByLabel('Name', { exact: true }).waitFor();
    expect(await page.getByLabel('Name', { exact: true }).inputValue()).toBe('Bray Odd');
    expect(await page.getByText(/^A newer version/).count()).toBe(0);
    expect(problems).toEqual([]);
    await context.close();
    await own.stop();
  });
});

describe('two devices on one client, at 1280 × 800', () => {
  it('that changed different fields are asked field by field, the side that changed each chosen first', async () => {
    const one = await visitKeepingApp(house.browser, WIDE, server.address);
    const client = await openKept(one.page, 'Nim Farrowe');
    await one.page.goto(`${client}/edit`);
    await one.page.getByLabel('Body mass, kg').waitFor();
    const two = await visitKeepingApp(house.browser, PHONE, server.address);
    await two.page.goto(`${client}/edit`);
    await two.page.getByLabel('Notes').waitFor();
    // One is still typing when the other's change comes in.
    await one.page.getByLabel('Body mass, kg').fill('71.5');
    await enter(two.page, 'Notes', 'Prefers mornings.');
    await saved(two.page);
    await one.page.waitForTimeout(500);
    await one.page.getByLabel('Body mass, kg').blur();
    await one.page
      .getByText('These client details were changed on another device while you worked.')
      .waitFor();
    // Kept through a reload, and in both versions.
    await one.page.reload();
    await one.page.getByRole('radio', { name: 'Mine: 71.5', checked: true }).waitFor();
    await one.page
      .getByRole('radio', { name: 'The other: Prefers mornings.', checked: true })
      .waitFor();
    await one.page.getByRole('button', { name: 'Keep what is chosen' }).click();
    await saved(one.page);
    expect((await recordOf(client)).client).toMatchObject({
      massKg: 71.5,
      notes: 'Prefers mornings.',
    });
    expect([...one.problems, ...two.problems]).toEqual([]);
    await one.context.close();
    await two.context.close();
  });
});

describe('a page that fails', () => {
  it('says what is kept and leads on; loaded anew it is there', async () => {
    const context = await house.browser.newContext({ viewport: PHONE, serviceWorkers: 'block' });
    const page = await context.newPage();
    page.setDefaultTimeout(15_000);
    await page.goto(`${server.address}/clients`);
    await page.getByText('Runa Feld').first().click();
    await page.getByRole('heading', { name: 'Runa Feld' }).waitFor();
    const client = page.url();
    // A part of the app does not arrive.
    await page.route(/ShelfScreen-.*\.js/, (route) => route.abort());
    await page.getByRole('link', { name: 'Shelf' }).click();
    await page.getByText('This page met an error and cannot be shown.').waitFor();
    await page.getByText(/^Everything you entered is on the server/).waitFor();
    await page.getByRole('button', { name: 'To the clients' }).click();
    await page.getByRole('heading', { name: 'Clients' }).waitFor();
    await page.goto(client);
    await page.getByRole('heading', { name: 'Runa Feld' }).waitFor();
    await page.getByRole('link', { name: 'Shelf' }).click();
    await page.getByText('This page met an error and cannot be shown.').waitFor();
    await page.unroute(/ShelfScreen-.*\.js/);
    await page.getByRole('button', { name: 'Reload the page' }).click();
    await page.getByRole('heading', { name: 'Shelf' }).waitFor();
    await context.close();
  });
});
