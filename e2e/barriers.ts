import { readFileSync } from 'node:fs';
import type { AxeResults } from 'axe-core';
import type { Page } from 'playwright-core';
import { STATIONS } from '@zither/core';
import { seeded, visit, type PHONE } from './support.ts';

const axe = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

const EVERY_RULE = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
const CONTRAST = { type: 'rule', values: ['color-contrast'] };

type Colours = 'light' | 'dark';

/** What axe finds against WCAG 2.2 AA, as short lines. */
async function barriers(
  page: Page,
  colours: Colours,
  runOnly: typeof EVERY_RULE | typeof CONTRAST,
): Promise<string[]> {
  if (!(await page.evaluate('!!globalThis.axe'))) await page.evaluate(axe);
  const options = { runOnly, resultTypes: ['violations'] };
  const results = await page.evaluate(`axe.run(document, ${JSON.stringify(options)})`);
  return (results as AxeResults).violations.flatMap((v) =>
    v.nodes.map((n) => `${v.id}, ${colours}: ${n.html.slice(0, 140)}`),
  );
}

/** Changes the colours as another tab of the browser does, and waits until the page has them. */
async function turn(page: Page, colours: Colours): Promise<void> {
  await page.evaluate((mode) => {
    localStorage.setItem('zither-plumb.colours', mode);
    dispatchEvent(new StorageEvent('storage', { key: 'zither-plumb.colours' }));
  }, colours);
  await page.waitForFunction((isDark) => {
    const places = document.querySelector('[aria-label="Places"]');
    // A page for paper has no places, and looks the same in both.
    if (!places) return true;
    const red = Number(/\d+/.exec(getComputedStyle(places).backgroundColor)?.[0]);
    return isDark ? red < 100 : red > 150;
  }, colours === 'dark');
  await still(page);
}

/** Waits until nothing on the page fades or slides, and a worker's answers are drawn: nothing has changed for a fifth of a second. */
async function still(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await new Promise<void>((resolve) => {
      let quiet = setTimeout(end, 200);
      const watch = new MutationObserver(() => {
        clearTimeout(quiet);
        quiet = setTimeout(end, 200);
      });
      // A page that never rests is looked at all the same.
      const most = setTimeout(end, 3000);
      function end() {
        watch.disconnect();
        clearTimeout(quiet);
        clearTimeout(most);
        resolve();
      }
      watch.observe(document, { subtree: true, childList: true, characterData: true });
    });
    const ending = document
      .getAnimations()
      .filter((a) => a.effect?.getComputedTiming().endTime !== Infinity);
    await Promise.allSettled(ending.map((a) => a.finished));
  });
}

/** Buttons and fields smaller than 44 × 44 CSS pixels. */
const smallTargets = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('[role=button], [role=radio], [role=link], a, button')]
      .map((e) => ({ box: e.getBoundingClientRect(), html: e.outerHTML.slice(0, 120) }))
      .filter(({ box }) => box.width > 0 && (box.width < 43.5 || box.height < 43.5))
      .map(({ box, html }) => `${Math.round(box.width)}×${Math.round(box.height)} ${html}`),
  );

/** Stations: all of them on the phone; on wide, where only room differs, one of each kind. */
const STATION_KINDS = ['body', 'heel', 'stance', 'ankleBent', 'hipFold'];
const pagesFor = (size: string) => [
  '',
  'clear',
  'measure',
  ...STATIONS.map((s) => s.id)
    .filter((id) => size === 'phone' || STATION_KINDS.includes(id))
    .map((id) => `measure/${id}`),
  'sheet',
  'watch',
  'setup',
  'setup?show=alternatives',
  'setup?show=trials',
  'setup?show=map',
  'setup?show=history',
  'prescription',
  'referral',
  'probe',
  'probe/why?cause=0',
  'recheck',
  'load',
  'report',
  'edit',
  'move',
  'stop',
  'run',
  'cues',
];

/** One test: every page of the app at this size, in light and in dark colours. */
export function asksEveryPage(size: typeof PHONE): void {
  const house = seeded();
  const { server } = house;

  it(
    'finds no barrier and no small target, in light and in dark colours',
    async () => {
      const { page, context } = await visit(house.browser, size, server.address);
      const found: Record<string, string[]> = {};
      // Each page is opened in the colours the one before was left in; only contrast differs in the others.
      let colours: Colours = 'light';
      const look = async (at: string) => {
        await still(page);
        const first = [
          ...(await barriers(page, colours, EVERY_RULE)),
          ...(await smallTargets(page)),
        ];
        colours = colours === 'light' ? 'dark' : 'light';
        await turn(page, colours);
        found[at] = [...first, ...(await barriers(page, colours, CONTRAST))];
      };
      await page.getByText('Orla Venn').waitFor();
      await look('clients');
      await page.getByText('Orla Venn').click();
      await page.getByRole('heading', { name: 'Orla Venn' }).waitFor();
      const client = page.url();
      for (const stage of pagesFor(size.width < 900 ? 'phone' : 'wide')) {
        await page.goto(`${client}/${stage}`.replace(/\/$/, ''));
        await page.getByRole('heading').last().waitFor();
        await look(stage || 'client');
      }
      // The checklist with a fault opened, a review with everything in it, and the simulated camera.
      await page.goto(`${client}/watch/eye?view=front`);
      await page.getByRole('button', { name: /^Knees, / }).click();
      await page.getByRole('radio', { name: 'clear, Knee in' }).click();
      await look('by eye');
      await page.goto(`${client}/watch`);
      await page.getByRole('button', { name: 'Simulated camera' }).click();
      await look('simulated camera');
      await page
        .getByRole('link', { name: /^Measured/ })
        .last()
        .click();
      await page.getByRole('heading', { name: 'Over the rep' }).waitFor();
      await look('review');
      for (const path of [
        '/floor',
        '/clients/new',
        '/lab',
        '/shelf',
        '/shelf?show=rack',
        '/settings',
      ]) {
        await page.goto(server.address + path);
        await page.getByRole('heading', { level: 1 }).last().waitFor();
        await look(path);
      }
      expect(
        Object.fromEntries(Object.entries(found).filter(([, list]) => list.length > 0)),
      ).toEqual({});
      await context.close();
    },
    // Contrast is found by asking every point of every page; on a busy machine that takes its time.
    300_000,
  );
}
