import { spawnSync } from 'node:child_process';
import { dirname, join } from 'node:path';
import pdfmake from 'pdfmake';
import { drillPicture, floorMarks } from '@zither/core';
import {
  cardDocument,
  floorMapDocument,
  PAPERS,
  planDocument,
  writePdf,
  type Paper,
} from '../src/paper/index.ts';

const family = dirname(require.resolve('@expo-google-fonts/source-sans-3/package.json'));
const FONTS = {
  regular: join(family, '400Regular/SourceSans3_400Regular.ttf'),
  bold: join(family, '600SemiBold/SourceSans3_600SemiBold.ttf'),
};
pdfmake.setLocalAccessPolicy((path: string) => path.startsWith(family));

type At = { x: number; y: number };
interface Page {
  widthMm: number;
  heightMm: number;
  lines: { stroke: string; points: At[] }[];
  words: string;
  fonts: string[];
}

/** What another library finds in the file. */
function read(bytes: Uint8Array): Page[] {
  const { stdout, stderr, status } = spawnSync(process.execPath, [join(__dirname, 'readPdf.mjs')], {
    input: bytes,
    maxBuffer: 1e8,
  });
  if (status !== 0) throw new Error(String(stderr));
  return JSON.parse(String(stdout)) as Page[];
}

type Setup = Parameters<typeof floorMarks>[0];
const FOOT = 262;
const paperOf = (setup: Setup) => ({
  title: 'Floor map',
  marks: floorMarks(setup, { left: FOOT, right: FOOT }),
  labels: { left: 'Left foot', right: 'Right foot' },
  tape: ['Tape it.'],
  how: ['Print it.'],
});

const middle = ([a, b]: At[]): At => ({ x: (a!.x + b!.x) / 2, y: (a!.y + b!.y) / 2 });
const isOn = ({ widthMm, heightMm }: Page, { x, y }: At) =>
  x > 9.9 && y > 9.9 && x < widthMm - 9.9 && y < heightMm - 9.9;

/** Middles of the level strokes of one colour and length on a sheet, as far as they are printed. */
const crosses = (page: Page, stroke: string, lengthMm: number): At[] =>
  page.lines
    .filter(
      ({ points: [a, b], points, stroke: s }) =>
        s === stroke &&
        points.length === 2 &&
        Math.abs(a!.y - b!.y) < 1e-6 &&
        Math.abs(Math.abs(a!.x - b!.x) - lengthMm) < 0.01,
    )
    .map(({ points }) => middle(points))
    .filter((at) => isOn(page, at));

/** Lays the sheets side by side by the crosses they share, as somebody on the floor does, and says where the foot marks lie. */
function assembled(sheets: Page[]): At[] {
  const placed = new Map<Page, At>([[sheets[0]!, { x: 0, y: 0 }]]);
  const grid = new Map(
    sheets.map((page) => {
      const [, row = '1'] = /row (\d+) from the toes/.exec(page.words) ?? [];
      const [, column] = /(\d+) from the left/.exec(page.words)!;
      return [`${row} ${column}`, page];
    }),
  );
  const marks = (page: Page) => crosses(page, '#1c2b33', 10);
  const lay = (page: Page, next: Page | undefined, along: 'x' | 'y') => {
    if (!next) return;
    const across = along === 'x' ? 'y' : 'x';
    const end = (p: Page) => (along === 'x' ? p.widthMm : p.heightMm) / 2;
    // Those next to the edge belong to this joint; the others to the joint across.
    const here = marks(page).filter((m) => m[along] > 2 * end(page) - 40);
    const there = marks(next).filter((m) => m[along] < 40);
    // Both crosses of the joint meet.
    const pairs = here.flatMap((h) => {
      const t = there.find((o) => Math.abs(o[across] - h[across]) < 0.01);
      return t ? [[h, t] as const] : [];
    });
    expect(pairs.length).toBeGreaterThanOrEqual(2);
    const at = placed.get(page)!;
    placed.set(next, {
      x: at.x + pairs[0]![0].x - pairs[0]![1].x,
      y: at.y + pairs[0]![0].y - pairs[0]![1].y,
    });
  };
  for (let row = 1; grid.has(`${row} 1`); row += 1) {
    if (row > 1) lay(grid.get(`${row - 1} 1`)!, grid.get(`${row} 1`), 'y');
    for (let c = 1; grid.has(`${row} ${c}`); c += 1)
      lay(grid.get(`${row} ${c}`)!, grid.get(`${row} ${c + 1}`), 'x');
  }
  expect(placed.size).toBe(sheets.length);
  const found = sheets.flatMap((page) =>
    crosses(page, '#a3341f', 12).map(({ x, y }) => {
      const at = placed.get(page)!;
      return { x: x + at.x, y: y + at.y };
    }),
  );
  // A mark in a strip that two sheets share is on both.
  return found.filter(
    (m, i) => !found.slice(0, i).some((o) => Math.hypot(o.x - m.x, o.y - m.y) < 0.5),
  );
}

const rad = (deg: number) => (deg * Math.PI) / 180;

describe('the floor map', () => {
  const SETUPS: Setup[] = [
    {
      stanceWidthMm: 420,
      toeOutDeg: { left: 15, right: 22 },
      support: { kind: 'block', riseMm: 20 },
    },
    { stanceWidthMm: 240, toeOutDeg: { left: 0, right: 4 }, support: { kind: 'floor' } },
    { stanceWidthMm: 690, toeOutDeg: { left: 38, right: 31 }, support: { kind: 'floor' } },
  ];
  for (const size of Object.keys(PAPERS) as Paper[])
    for (const setup of SETUPS)
      it(`is true to size on ${size} at ${setup.stanceWidthMm} mm: taped together, the marks are within 0.5 mm of plain trigonometry`, async () => {
        const pages = read(await writePdf(pdfmake, FONTS, floorMapDocument(paperOf(setup), size)));
        const sheets = pages.filter((p) => /^.*Sheet \d+ of/.test(p.words));
        expect(sheets.length).toBe(pages.length - 1);
        for (const page of sheets) {
          const sides = [page.widthMm, page.heightMm].sort((a, b) => a - b);
          expect(sides[0]).toBeCloseTo(PAPERS[size].widthMm, 1);
          expect(sides[1]).toBeCloseTo(PAPERS[size].heightMm, 1);
          // The ruler by which the printer is checked.
          const ruler = page.lines.filter(
            ({ points: [a, b], points }) =>
              points.length === 2 &&
              Math.abs(Math.hypot(a!.x - b!.x, a!.y - b!.y) - 100) < 0.01 &&
              isOn(page, a!) &&
              isOn(page, b!),
          );
          expect(ruler).toHaveLength(1);
          expect(page.fonts.every((name) => /SourceSans3/.test(name))).toBe(true);
        }
        const marks = assembled(sheets).sort((a, b) => a.x - b.x);
        expect(marks).toHaveLength(4);
        // From the left: left toe and heel (in some order), right heel and toe. Heels are the lower ones.
        const byFoot = [marks.slice(0, 2), marks.slice(2)].map((two) =>
          [...two].sort((a, b) => b.y - a.y),
        );
        const [[leftHeel, leftToe], [rightHeel, rightToe]] = byFoot as [[At, At], [At, At]];
        expect(rightHeel.x - leftHeel.x).toBeCloseTo(setup.stanceWidthMm, 0);
        expect(Math.abs(rightHeel.x - leftHeel.x - setup.stanceWidthMm)).toBeLessThan(0.5);
        expect(Math.abs(rightHeel.y - leftHeel.y)).toBeLessThan(0.5);
        const off = (heel: At, toe: At, deg: number, outward: number) =>
          Math.hypot(
            toe.x - heel.x - outward * FOOT * Math.sin(rad(deg)),
            heel.y - toe.y - FOOT * Math.cos(rad(deg)),
          );
        expect(off(leftHeel, leftToe, setup.toeOutDeg.left, -1)).toBeLessThan(0.5);
        expect(off(rightHeel, rightToe, setup.toeOutDeg.right, 1)).toBeLessThan(0.5);
      }, 60000);
});

describe('plan and card', () => {
  const drill = (id: string) => ({
    title: `Drill ${id}`,
    lines: ['How to do it, in a sentence or two that wrap over the line where the picture begins.'],
    picture: drillPicture(id),
    photo: null,
  });
  const plan = {
    title: 'Pell: squat plan',
    parts: [
      { title: 'How to stand', lines: ['Heels 42 cm apart.'], drills: [] },
      {
        title: 'Do, in this order',
        lines: ['About 9 minutes.'],
        drills: ['calf-roll', 'supported-deep-sit', 'lying-arm-lift', 'arch-lift'].map(drill),
      },
      { title: 'Take care', lines: ['Stop at any new pain.'], drills: [] },
    ],
  };

  it('say all their words in embedded fonts, with figures as strokes, on both papers', async () => {
    for (const size of ['A4', 'LETTER'] as const) {
      const pages = read(await writePdf(pdfmake, FONTS, planDocument(plan, size)));
      const words = pages.map((p) => p.words).join(' ');
      for (const part of plan.parts)
        for (const line of [part.title, ...part.lines, ...part.drills.map((d) => d.title)])
          expect(words).toContain(line);
      expect(words).toContain(`1 of ${pages.length}`);
      expect(pages.flatMap((p) => p.lines).length).toBeGreaterThan(40);
      expect(new Set(pages.flatMap((p) => p.fonts)).size).toBe(2);
      const card = {
        title: 'Pell: squat setup',
        numbers: [{ label: 'Between the heels', value: '42 cm' }],
        cues: ['Heels heavy.'],
        heights: ['Hooks at 151 cm.'],
        cautions: ['Stop at any new pain.'],
        figure: drillPicture('slow-descent'),
        floor: paperOf({
          stanceWidthMm: 420,
          toeOutDeg: { left: 18, right: 18 },
          support: { kind: 'floor' },
        }),
      };
      const [page, ...more] = read(await writePdf(pdfmake, FONTS, cardDocument(card, size)));
      expect(more).toEqual([]);
      for (const said of ['42 cm', '“Heels heavy.”', 'Hooks at 151 cm.', 'Stop at any new pain.'])
        expect(page!.words).toContain(said);
    }
  }, 60000);

  it('keeps a drill with its picture: none is torn over two pages', async () => {
    const long = {
      ...plan,
      parts: [
        {
          ...plan.parts[1]!,
          drills: Array.from({ length: 14 }, (_, i) => ({
            ...drill('squat-snacks'),
            title: `Drill ${i + 1}.`,
          })),
        },
      ],
    };
    const pages = read(await writePdf(pdfmake, FONTS, planDocument(long, 'A4')));
    expect(pages.length).toBeGreaterThan(1);
    for (const page of pages) {
      const titles = page.words.match(/Drill \d+\./g) ?? [];
      const hows = page.words.match(/How to do it/g) ?? [];
      expect(hows).toHaveLength(titles.length);
    }
  }, 60000);
});
