import { readFileSync } from 'node:fs';
import type { AxeResults } from 'axe-core';
import type { Page } from 'playwright-core';
import { STATIONS } from '@zither/core';
import { seeded, visit, type PHONE } from './support.ts';

const axe = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

/** What axe finds against WCAG 2.2 AA, as short lines. Only colours differ between light and dark, so dark is asked for contrast alone. */
async function barriers(page: Page, colours: 'light' | 'dark'): Promise<string[]> {
  const rules =
    colours === 'light'
      ? ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']
      : { type: 'rule', values: ['color-contrast'] };
  if (!(await page.evaluate('!!globalThis.axe'))) await page.evaluate(axe);
  const results = await page.evaluate(`axe.run(document, { runOnly: ${JSON.stringify(rules)} })`);
  return (results as AxeResults).violations.flatMap((v) =>
    v.nodes.map((n) => `${v.id}, ${colours}: ${n.html.slice(0, 140)}`),
  );
}

/** Changes the colours as another tab of the browser does, and waits until the page has them. */
async function turn(page: Page, colours: 'light' | 'dark'): Promise<void> {
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
  // Buttons fade from one colour to the other.
  await page.waitForTimeout(250);
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
      const look = async (at: string) => {
        const light = [...(await barriers(page, 'light')), ...(await smallTargets(page))];
        await turn(page, 'dark');
        found[at] = [...light, ...(await barriers(page, 'dark'))];
        await turn(page, 'light');
      };
      await page.getByText('Orla Venn').waitFor();
      await look('clients');
      await page.getByText('Orla Venn').click();
      await page.getByRole('heading', { name: 'Orla Venn' }).waitFor();
      const client = page.url();
      for (const stage of pagesFor(size.width < 900 ? 'phone' : 'wide')) {
        await page.goto(`${client}/${stage}`.replace(/\/$/, ''));
        await page.getByRole('heading').last().waitFor();
        await page.waitForTimeout(250);
        await look(stage || 'client');
      }
      // The checklist with a fault opened, a review with everything in it, and the simulated camera.
      await page.goto(`${client}/watch/eye?view=front`);
      await page.getByRole('button', { name: /^Knees, / }).click();
      await page.getByRole('radio', { name: 'clear, Knee in' }).click();
      await look('by eye');
      await page.goto(`${client}/watch`);
      await page.getByRole('button', { name: 'Simulated camera' }).click();
      await page.waitForTimeout(250);
      await look('simulated camera');
      await page
        .getByRole('link', { name: /^Measured/ })
        .last()
        .click();
      await page.getByRole('heading', { name: 'Over the rep' }).waitFor();
      await page.waitForTimeout(250);
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
        await page.waitForTimeout(250);
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
