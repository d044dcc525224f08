import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium, type Page } from 'playwright-core';
import { BALANCED } from '@zither/core';
import type { BenchLine } from './line.ts';
import { QUIET } from '../e2e/quiet.ts';
import { TYPICAL } from './set.ts';
import { benchStarts } from './starts.ts';

const kb = (bytes: number) => `${(bytes / 1024).toFixed(0)} KB`;

/** Until a page just opened has drawn all of it, ms. */
const OPENED_MS = 1500;

function sizes(dist: string): BenchLine[] {
  const folder = join(dist, '_expo/static/js/web');
  const files = readdirSync(folder)
    .filter((name) => name.endsWith('.js'))
    .map((name) => ({
      name,
      bytes: gzipSync(readFileSync(join(folder, name)), { level: 9 }).length,
    }));
  const entry = files
    .filter((f) => f.name.startsWith('entry'))
    .reduce((sum, f) => sum + f.bytes, 0);
  const all = files.reduce((sum, f) => sum + f.bytes, 0);
  return [
    { what: 'Entry bundle, gzip', measured: kb(entry), goal: '≤ 400 KB' },
    { what: 'All JavaScript, gzip', measured: kb(all), goal: 'reported' },
  ];
}

interface LongTask {
  /** Since the page began, ms. */
  at: number;
  for: number;
}

/** Notes from now on what the page's own thread is kept from for more than 50 ms, until another document is loaded. */
const watchLongTasks = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const w = window as unknown as { tasks: LongTask[] };
    w.tasks = [];
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) w.tasks.push({ at: e.startTime, for: e.duration });
    }).observe({ type: 'longtask' });
  });

/** What was noted since it was last asked. */
const longTasks = (page: Page): Promise<LongTask[]> =>
  page.evaluate(() => (window as unknown as { tasks: LongTask[] }).tasks.splice(0));

const sayLong = (tasks: readonly LongTask[]): string =>
  tasks.length === 0
    ? 'none'
    : `${tasks.length}, longest ${Math.max(...tasks.map((t) => t.for)).toFixed(0)} ms`;

async function drag(page: Page, address: string): Promise<BenchLine[]> {
  await page.goto(`${address}/lab`);
  const slider = page.getByLabel('Stance width', { exact: true });
  await slider.waitFor();
  await page.waitForTimeout(500);
  const box = await slider.boundingBox();
  if (!box) throw new Error('no slider');
  await watchLongTasks(page);
  await page.evaluate(() => {
    const w = window as unknown as { frames60: number[]; going: boolean };
    w.frames60 = [];
    w.going = true;
    const tick = (at: number) => {
      w.frames60.push(at);
      if (w.going) requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  });
  const y = box.y + box.height / 2;
  const from = box.x + box.width * 0.35;
  await page.mouse.move(from, y);
  await page.mouse.down();
  const steps = 180;
  for (let i = 0; i < steps; i += 1) {
    await page.mouse.move(from + box.width * 0.22 * Math.sin((i / steps) * Math.PI * 4), y);
    await page.waitForTimeout(8);
  }
  await page.mouse.up();
  const frames = await page.evaluate(() => {
    const w = window as unknown as { frames60: number[]; going: boolean };
    w.going = false;
    return w.frames60;
  });
  const gaps = frames.slice(1).map((at, i) => at - (frames[i] ?? at));
  const sorted = [...gaps].sort((a, b) => a - b);
  const seconds = ((frames.at(-1) ?? 0) - (frames[0] ?? 0)) / 1000;
  return [
    {
      what: 'Frames a second while a slider is dragged in the Lab',
      measured: `${(gaps.length / seconds).toFixed(0)} (95th percentile gap ${(sorted[Math.floor(sorted.length * 0.95)] ?? 0).toFixed(0)} ms)`,
      goal: '60',
    },
    {
      what: 'Long tasks (> 50 ms) during the drag',
      measured: sayLong(await longTasks(page)),
      goal: 'printed',
    },
  ];
}

/** What the page's own thread is kept from while a worker reads and judges a capture, and while its review is drawn. */
async function capture(page: Page, address: string): Promise<BenchLine[]> {
  await page.goto(`${address}/clients`);
  await page.getByText('Orla Venn').first().click();
  await page.getByRole('link', { name: /^Watch/ }).click();
  await page.getByRole('button', { name: 'Simulated camera' }).click();
  await page.waitForTimeout(500);
  await watchLongTasks(page);
  const begun = await page.evaluate(() => performance.now());
  await page.getByRole('button', { name: 'Take the capture' }).click();
  await page.getByRole('heading', { name: 'Side view' }).waitFor();
  const kept = await page.evaluate(() => performance.now());
  await page.getByRole('heading', { name: 'Over the rep' }).waitFor();
  await page.waitForTimeout(500);
  const done = await page.evaluate(
    () => performance.getEntriesByName('look-done')[0]?.startTime ?? 0,
  );
  const tasks = await longTasks(page);
  return [
    {
      what: 'Simulated capture: from the tap until it is judged and kept (a fresh worker)',
      measured: `${(kept - begun).toFixed(0)} ms`,
      goal: 'reported',
    },
    {
      what: 'Long tasks (> 50 ms) of the page while the worker is at it',
      measured: sayLong(tasks.filter((t) => t.at + t.for < done)),
      goal: 'none',
    },
    {
      what: 'Long tasks as the capture is put away and its page opened',
      measured: sayLong(tasks.filter((t) => t.at + t.for >= done && t.at < kept)),
      goal: 'none',
    },
    {
      what: 'Long tasks while the review is drawn',
      measured: sayLong(tasks.filter((t) => t.at >= kept)),
      goal: 'none',
    },
  ];
}

/** What the page's own thread is kept from as a client's page is opened from the list, and each stage of the visit from it. */
async function pages(page: Page, address: string): Promise<BenchLine> {
  await page.goto(`${address}/clients`);
  await page.getByText('Orla Venn').first().waitFor();
  await page.waitForTimeout(OPENED_MS);
  await watchLongTasks(page);
  const opened = async (open: () => Promise<unknown>) => {
    await open();
    await page.waitForTimeout(OPENED_MS);
  };
  await opened(() => page.getByText('Orla Venn').first().click());
  const stages = ['Clear', 'Measure', 'Watch', 'Probe', 'Set', 'Coach', 'Recheck'];
  for (const stage of stages) {
    const link = page.getByRole('link', { name: new RegExp(`^${stage}: `) }).first();
    await opened(() => link.click());
    await opened(() => page.evaluate(() => history.back()));
  }
  return {
    what: `Long tasks (> 50 ms) as a client’s page and each of its ${stages.length} stages is opened, and left again`,
    measured: sayLong(await longTasks(page)),
    goal: 'none',
  };
}

/** The whole search in the app's own worker, asked for the first time and again; and what the page's thread is kept from meanwhile. */
async function search(page: Page, address: string, dist: string): Promise<BenchLine[]> {
  const name = readdirSync(join(dist, '_expo/static/js/web')).find((n) => /^set-.*\.js$/.test(n));
  if (!name) throw new Error('the worker of Set is not among the bundles');
  await page.goto(`${address}/lab`);
  await page.waitForTimeout(1000);
  await watchLongTasks(page);
  const times = await page.evaluate(
    async ({ url, ask }) => {
      const worker = new Worker(url);
      const once = (id: number) =>
        new Promise<{ first: number; whole: number }>((resolve) => {
          const begin = performance.now();
          let first = NaN;
          worker.onmessage = ({ data }: MessageEvent) => {
            if (data.id !== id || data.kind !== 'method') return;
            const at = performance.now() - begin;
            if (!data.isWhole) first = at;
            else resolve({ first, whole: at });
          };
          worker.postMessage({ id, kind: 'method', ask });
        });
      const cold = await once(1);
      const warm = [await once(2), await once(3), await once(4)].sort((a, b) => a.whole - b.whole);
      return { cold, warm: warm[1] ?? cold };
    },
    {
      url: `/_expo/static/js/web/${name}`,
      ask: JSON.parse(
        JSON.stringify({ question: TYPICAL, profile: BALANCED, tried: [] }),
      ) as object,
    },
  );
  const ms = (value: number) => `${value.toFixed(0)} ms`;
  return [
    {
      what: 'Full search in the worker of the page, warm (asked for the first time, worker start included)',
      measured: `${ms(times.warm.whole)} (${ms(times.cold.whole)})`,
      goal: '≤ 400 ms',
    },
    {
      what: 'First usable answer there, warm (asked for the first time, worker start included)',
      measured: `${ms(times.warm.first)} (${ms(times.cold.first)})`,
      goal: '≤ 100 ms',
    },
    {
      what: 'Long tasks of the page meanwhile',
      measured: sayLong(await longTasks(page)),
      goal: 'none',
    },
  ];
}

/** Size, start and smoothness of the built app in Chromium. */
export async function benchApp(
  dist: string,
  address: string,
  executablePath: string,
): Promise<BenchLine[]> {
  const browser = await chromium.launch({ executablePath, args: QUIET });
  try {
    const viewport = { width: 390, height: 844 };
    const page = await browser.newPage({ viewport });
    const lines = [
      ...sizes(dist),
      ...(await benchStarts(address, executablePath)),
      ...(await drag(page, address)),
      ...(await search(page, address, dist)),
      ...(await capture(page, address)),
    ];
    await page.close();
    return [...lines, await pages(await browser.newPage({ viewport }), address)];
  } finally {
    await browser.close();
  }
}
