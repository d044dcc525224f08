import { mkdtempSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import pdfmake from 'pdfmake';
import { chromium } from 'playwright-core';
import { drillPicture, DRILLS, floorMarks } from '@zither/core';
import { clientPage } from '@zither/formats/clientPage';
import { cardDocument, floorMapDocument, planDocument, writePdf } from '@zither/formats/paper';
import { QUIET } from '../e2e/quiet.ts';
import type { BenchLine } from './line.ts';

const family = dirname(
  createRequire(import.meta.url).resolve('@expo-google-fonts/source-sans-3/package.json'),
);
const FONTS = {
  regular: join(family, '400Regular/SourceSans3_400Regular.ttf'),
  bold: join(family, '600SemiBold/SourceSans3_600SemiBold.ttf'),
};
const SLOWER = 4;
const DRILLS_MOST = 8;

/** A plan with as many drills as one can have. */
const drills = DRILLS.slice(0, DRILLS_MOST).map((d) => ({
  title: d.name,
  lines: [d.how, d.feel, d.precaution],
  picture: drillPicture(d.id),
  photo: null,
  isStopped: false,
  steps: [{ side: 'left' as const, seconds: 60, reps: null }],
}));
const parts = [
  {
    title: 'How to stand',
    lines: ['Heels 42 cm apart, toes 18° out, heel lift 20 mm.'],
    drills: [],
  },
  { title: 'Do, in this order', lines: ['About 12 minutes.'], drills },
  { title: 'Take care', lines: ['Stop at any new pain.'], drills: [] },
];
const map = {
  title: 'Floor map',
  marks: floorMarks(
    {
      stanceWidthMm: 420,
      toeOutDeg: { left: 18, right: 18 },
      support: { kind: 'block', riseMm: 20 },
    },
    { left: 262, right: 262 },
  ),
  labels: { left: 'Left foot', right: 'Right foot' },
  tape: ['Left heel: 21 cm left of the centre line.'],
  how: ['Print at 100 %.'],
};
const card = {
  title: 'Squat setup',
  numbers: [{ label: 'Between the heels', value: '42 cm' }],
  cues: ['Keep the heels as heavy as the toes.'],
  heights: ['Hooks at 151 cm.'],
  cautions: ['Stop at any new pain.'],
  figure: drillPicture('slow-descent'),
  floor: map,
};

async function papersMs(): Promise<number> {
  const begin = performance.now();
  for (const document of [
    cardDocument(card, 'A4'),
    planDocument({ title: 'Squat plan', parts }, 'A4'),
    floorMapDocument(map, 'A4'),
  ])
    await writePdf(pdfmake, FONTS, document);
  return performance.now() - begin;
}

/** From opening the file until its timers can be pressed, on a phone so many times slower. */
async function usableMs(html: string, executablePath: string): Promise<number> {
  const file = join(mkdtempSync(join(tmpdir(), 'plumb-bench-')), 'page.html');
  writeFileSync(file, html);
  const browser = await chromium.launch({ executablePath, args: QUIET });
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  const begin = performance.now();
  await page.goto(pathToFileURL(file).href);
  await page
    .getByRole('button', { name: /^Start: / })
    .first()
    .waitFor();
  const took = performance.now() - begin;
  await browser.close();
  return took;
}

/** What a plan costs on paper and on the client's phone. */
export async function benchHome(executablePath: string): Promise<BenchLine[]> {
  pdfmake.setLocalAccessPolicy((path: string) => path.startsWith(family));
  await papersMs();
  const papers = await papersMs();
  const html = clientPage({ title: 'Squat plan', planId: 'bench', parts, sendTo: null });
  const usable = await usableMs(html, executablePath);
  return [
    {
      what: 'Card, plan and floor map of one plan as PDF',
      measured: `${papers.toFixed(0)} ms`,
      goal: '≤ 1500 ms',
    },
    {
      what: 'Client’s page with eight drills, in all',
      measured: `${(Buffer.byteLength(html) / 1024).toFixed(0)} KB`,
      goal: '≤ 150 KB',
    },
    {
      what: `Client’s page usable, ${SLOWER} × slower`,
      measured: `${usable.toFixed(0)} ms`,
      goal: '< 1000 ms',
    },
  ];
}
