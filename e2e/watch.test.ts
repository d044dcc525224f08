import { randomUUID } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { seededRandom, simulateCapture, USUAL_LENS, type MadeFault } from '@zither/core';
import { cleanSquatter } from '@zither/core/practice';
import { writeLandmarkCsv, writeTrc } from '@zither/formats';
import type { Capture } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import { openStage, PHONE, saved, visit, WIDE, seeded } from './support.ts';

const house = seeded();
const { server } = house;
const folder = mkdtempSync(join(tmpdir(), 'plumb-files-'));

const film = (view: 'side' | 'front', faults: MadeFault[]): Capture => {
  const { script } = cleanSquatter(seededRandom(4), 'bodyweight');
  return simulateCapture(
    { ...script, faults },
    { ...USUAL_LENS, view },
    seededRandom(4),
  ) as Capture;
};
const file = (name: string, text: string): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};

const watch = async (page: Page, client: string) => {
  await page.getByText(client).first().click();
  await openStage(page, 'Watch');
  await page.getByRole('heading', { name: 'Watch', exact: true }).waitFor();
};

const importFile = async (page: Page, path: string) => {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Import a file' }).click();
  await (await chooser).setFiles(path);
};

describe('captures, at 390 × 844', () => {
  it('a file is imported, read and reviewed, and is there on another device', async () => {
    const path = file(
      'morning.csv',
      writeLandmarkCsv(film('side', [{ fault: 'heelsRise', size: 19 }])),
    );
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await watch(page, 'Runa Feld');
    await importFile(page, path);
    await page.getByRole('heading', { name: 'Side view' }).waitFor();
    await page.getByText('Heels rise', { exact: true }).waitFor();
    await page.getByText(/^Feet and floor · clear · \d+ mm · at the bottom · every rep$/).waitFor();
    // The figure can be drawn through the rep, and the reps stand side by side.
    await page.getByRole('radio', { name: /^3/ }).tap();
    await page.getByRole('img', { name: /^Rep 3, .*model of this client/ }).waitFor();
    await page.getByRole('img', { name: /^Trunk and shin lean: trunk at the bottom/ }).waitFor();
    await saved(page);
    await context.close();
    const again = await visit(house.browser, WIDE, server.address);
    await watch(again.page, 'Runa Feld');
    await again.page.getByRole('link', { name: /Measured: .*heels rise \(clear\)/ }).click();
    await again.page
      .getByText(/^Feet and floor · clear · \d+ mm · at the bottom · every rep$/)
      .waitFor();
    expect([...problems, ...again.problems]).toEqual([]);
    await again.context.close();
  });

  it('a simulated clear knee-in on the left is named with side and phase', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await watch(page, 'Tavi Brask');
    await page.getByRole('radio', { name: 'Front' }).tap();
    await page.getByRole('button', { name: 'Simulated camera' }).tap();
    await page.getByRole('radio', { name: 'clear, Knee in' }).tap();
    await page.getByRole('button', { name: 'L, left side' }).tap();
    await page.getByRole('button', { name: 'up, coming up' }).tap();
    await page.getByRole('button', { name: 'Take the capture' }).tap();
    await page.getByRole('heading', { name: 'Front view' }).waitFor();
    await page.getByText('Knee in, left', { exact: true }).waitFor();
    await page.getByText(/^Knees · clear · \d+° · coming up · every rep$/).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('a bad file is refused with its line, and nothing of it is kept', async () => {
    const text = writeLandmarkCsv(film('side', [])).split('\n');
    text[700] = '1.2,hip,12,,wide,0.9';
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await watch(page, 'Maren Sool');
    const before = await page.getByRole('link', { name: /^Measured/ }).count();
    await importFile(page, file('bad.csv', text.join('\n')));
    await page
      .getByRole('alert')
      .getByText('bad.csv. Line 701: z_mm “wide” is not a number. Nothing was kept of it.')
      .waitFor();
    await page.getByRole('button', { name: 'Understood' }).tap();
    expect(await page.getByRole('link', { name: /^Measured/ }).count()).toBe(before);
    // A file of another view says so; one with unknown names asks for them.
    const front = writeLandmarkCsv(film('front', []));
    await importFile(page, file('front.csv', front));
    await page.getByText(/This is no side view: the marks have no positions forward/).waitFor();
    await page.getByRole('button', { name: 'Understood' }).tap();
    await importFile(
      page,
      file('odd.csv', front.replace(/,(left|right)(Hip|Knee|Ankle),/g, ',$1Mark$2,')),
    );
    await page.getByText('The file names its landmarks differently.').waitFor();
    await page.getByRole('button', { name: 'Leave it' }).tap();
    await page.getByRole('button', { name: 'Import a file' }).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('reading a long file can be stopped, and nothing of it is kept', async () => {
    const { timesS, tracks } = film('side', []);
    const frames = 20_000;
    const long: Capture = {
      timesS: Array.from({ length: frames }, (_, k) => k / 120),
      tracks: Object.fromEntries(
        Object.entries(tracks).map(([name, t]) => {
          const again = <T>(list: T[]) =>
            Array.from({ length: frames }, (_, k) => list[k % timesS.length]!);
          return [
            name,
            { x: again(t.x), y: again(t.y), z: again(t.z), confidence: again(t.confidence) },
          ];
        }),
      ),
    };
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await watch(page, 'Maren Sool');
    const before = await page.getByRole('link', { name: /^Measured/ }).count();
    await importFile(page, file('long.csv', writeLandmarkCsv(long)));
    await page.getByText(/^Reading the capture: \d+ %\.$/).waitFor();
    await page.getByRole('button', { name: 'Cancel' }).tap();
    await page.getByRole('button', { name: 'Import a file' }).waitFor();
    await page.waitForTimeout(1500);
    await page.getByRole('heading', { name: 'Watch', exact: true }).waitFor();
    expect(await page.getByRole('link', { name: /^Measured/ }).count()).toBe(before);
    expect(problems).toEqual([]);
    await context.close();
  });

  it('a lab file with its own names is asked about once and read the next time', async () => {
    const names: Record<string, string> = { hip: 'TROC', knee: 'EPI', ankle: 'MALL' };
    const raw = film('side', [{ fault: 'heelsRise', size: 19 }]);
    const lab: Capture = {
      timesS: raw.timesS,
      tracks: Object.fromEntries(
        Object.entries(raw.tracks).map(([n, t]) => [
          names[n] ?? n,
          { ...t, y: t.z.map((v) => (v === null ? null : 0)) },
        ]),
      ),
    };
    const path = file('lab.trc', writeTrc(lab));
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await watch(page, 'Pell Ashgrove');
    await importFile(page, path);
    await page.getByText('The file names its landmarks differently.').waitFor();
    for (const [landmark, name] of Object.entries(names))
      await page.getByRole('radio', { name: `${name} is ${landmark}` }).tap();
    await page.getByRole('button', { name: 'Read the file' }).tap();
    await page.getByText('Heels rise', { exact: true }).waitFor();
    await page.getByRole('button', { name: 'Back to Watch' }).tap();
    await page.getByRole('radio', { name: 'Side' }).tap();
    await importFile(page, path);
    await page.getByRole('heading', { name: 'Side view' }).waitFor();
    await page.getByText('Heels rise', { exact: true }).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });
});

describe('judging by eye, at 390 × 844', () => {
  it('a clean look names what was watched; faults take a tap on the figure, a swipe, a side and a phase', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await watch(page, 'Maren Sool');
    await page.getByRole('radio', { name: 'Behind' }).tap();
    await page.getByRole('button', { name: 'Judge by eye: behind' }).tap();
    // Nothing is clean that nobody looked at: the parts named on the button are called clean, and only they.
    expect(
      await page.getByRole('button', { name: 'Mark what you looked at first' }).isDisabled(),
    ).toBe(true);
    await page.getByRole('button', { name: /^Feet and floor, / }).tap();
    await page.getByRole('button', { name: 'Clean: feet' }).tap();
    await page.getByRole('button', { name: /^Clean: hips/ }).waitFor();
    await page.getByRole('button', { name: 'Keep: clean in 5 reps' }).tap();
    await page.getByText('By eye: clean: feet', { exact: true }).waitFor();

    await page.getByRole('radio', { name: 'Front' }).tap();
    await page.getByRole('button', { name: 'Judge by eye: front' }).tap();
    await page.getByRole('button', { name: /^Knees, / }).tap();
    const row = page.getByTestId('fault-kneesIn');
    const box = await row.boundingBox();
    if (!box) throw new Error('the row is not shown');
    // One swipe to the right: none becomes slight.
    const y = box.y + 22;
    const touch = await context.newCDPSession(page);
    const send = (type: string, x: number) =>
      touch.send('Input.dispatchTouchEvent', {
        type: type as 'touchStart',
        touchPoints: type === 'touchEnd' ? [] : [{ x, y }],
      });
    await send('touchStart', box.x + 20);
    for (let dx = 10; dx <= 60; dx += 10) await send('touchMove', box.x + 20 + dx);
    await send('touchEnd', 0);
    await page.getByRole('radio', { name: 'slight, Knee in', checked: true }).waitFor();
    await row.getByRole('button', { name: 'L, left side' }).tap();
    await row.getByRole('button', { name: 'up, coming up' }).tap();
    await row.getByRole('button', { name: '4, in rep 4' }).tap();
    await page.getByRole('button', { name: 'Keep 1 fault in 5 reps' }).tap();
    await page.getByText('By eye: knee in, left (slight)').waitFor();
    await saved(page);

    // Taken back, and brought back.
    await page.getByRole('button', { name: /^Discard the judgement: Front/ }).tap();
    await page.getByText('By eye: knee in, left (slight)').waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Restore' }).tap();
    await page.getByText('By eye: knee in, left (slight)').waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('stands beside what was measured, with where they agree', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await watch(page, 'Orla Venn');
    const table = page.getByRole('table', { name: 'Measured and judged by eye' }).first();
    await table
      .getByRole('row', { name: /Knee in, left Knees slight slight seen by both/ })
      .waitFor();
    await table
      .getByRole('row', { name: /turns out.*left Feet and floor slight – only measured/ })
      .waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('the options of the visit before are taken again in one tap, its load and warmth are not', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    const { clients } = (await (await fetch(`${server.address}/api/clients`)).json()) as {
      clients: { id: string; name: string }[];
    };
    const clientId = clients.find((c) => c.name === 'Runa Feld')!.id;
    const on = new Date(Date.now() - 86_400_000).toISOString();
    const answer = await fetch(`${server.address}/api/operations`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        kind: 'judgement.put',
        operationId: randomUUID(),
        rowId: randomUUID(),
        baseVersion: 0,
        clientId,
        values: {
          takenOn: on.slice(0, 10),
          takenAt: on,
          view: 'side',
          condition: 'bodyweight',
          asks: { ...PLAIN_LOOK, arms: 'up', shod: true, state: 'warm' },
          discarded: false,
          reps: 5,
          loadKg: 0,
          lookedAt: ['feet'],
          seen: [],
        },
      }),
    });
    expect([answer.status, await answer.text()]).toEqual([200, expect.anything()]);
    await watch(page, 'Runa Feld');
    await page.getByRole('radio', { name: 'Side' }).tap();
    await page.getByRole('button', { name: /^Options of this look/ }).tap();
    const again = page.getByRole('button', { name: 'As last time: arms up · in shoes' });
    await again.tap();
    for (const name of ['Arms: up', 'On the feet: shoes'])
      expect(await page.getByRole('radio', { name }).getAttribute('aria-checked')).toBe('true');
    expect(await page.getByRole('radio', { name: 'Warm' }).getAttribute('aria-checked')).toBe(
      'false',
    );
    expect(await again.count()).toBe(0);
    await page.getByRole('radio', { name: 'Arms: free' }).tap();
    await again.waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('a look is composed of options; when heels lifted it offers the repeat with something under them', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await watch(page, 'Runa Feld');
    const asks = async () => {
      await page.getByRole('button', { name: /^Options of this look/ }).tap();
      await page.getByRole('radio', { name: 'Arms: up' }).tap();
      await page.getByText('Asks shoulders and trunk as well.').waitFor();
      await page.getByRole('radio', { name: 'Depth: to a seat' }).tap();
    };
    await asks();
    await page.getByRole('radio', { name: 'Side' }).tap();
    await page.getByRole('button', { name: 'Judge by eye: side' }).tap();
    await page.getByText('Runa Feld · arms up · to a seat').first().waitFor();
    await page.getByRole('button', { name: /^Feet and floor, / }).tap();
    await page.getByRole('radio', { name: 'clear, Heels rise' }).tap();
    await page.getByRole('button', { name: 'Keep 1 fault in 5 reps' }).tap();
    await asks();
    await page.getByRole('radio', { name: 'Side' }).tap();
    const repeat = page.getByRole('button', { name: /^Repeat with the heels raised \d+ mm$/ });
    const [, mm] = /raised (\d+) mm/.exec((await repeat.textContent())!)!;
    await repeat.tap();
    await page.getByRole('button', { name: /Judge by eye/ }).tap();
    await page.getByRole('button', { name: /^Clean: feet/ }).tap();
    await page.getByRole('button', { name: 'Keep: clean in 5 reps' }).tap();
    await page.getByText(`Side · arms up · to a seat · heels raised ${mm} mm`).first().waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });
});

describe('limits of Clear, at 390 × 844', () => {
  it('no load, no loaded look: pain during the squats is said in three taps and limits what follows', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await watch(page, 'Runa Feld');
    await page.getByRole('radio', { name: 'Training load' }).waitFor();
    await page.getByRole('button', { name: 'Stop: pain or alarm' }).tap();
    await page.getByRole('radio', { name: 'Knee', exact: true }).tap();
    await page.getByRole('radio', { name: 'Pain 2 of 10' }).tap();
    await page
      .getByText(/No load/)
      .first()
      .waitFor();
    await page.getByRole('button', { name: 'Back to the work' }).tap();
    await page.getByRole('radio', { name: 'Bodyweight' }).waitFor();
    expect(await page.getByRole('radio', { name: 'Training load' }).count()).toBe(0);
    await page.getByRole('radio', { name: 'Bodyweight' }).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });
});

describe('review, at 1280 × 800', () => {
  it('three panes; the lean of the long-thighed client is mostly build', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, server.address);
    await watch(page, 'Tavi Brask');
    await page
      .getByRole('link', { name: /^Measured/ })
      .last()
      .click();
    await page.getByRole('heading', { name: /^Lean: \d+° at the bottom$/ }).waitFor();
    const degrees = async (name: string) => {
      const row = page.getByText(name, { exact: true }).locator('xpath=..');
      return Number((await row.innerText()).match(/(−?)\+?(\d+)°/)?.[2] ?? NaN);
    };
    const build = await degrees('Build');
    for (const part of ['Ankle', 'Off balance'])
      expect(build).toBeGreaterThan(2 * (await degrees(part)));
    const lean = Number(
      (await page.getByRole('heading', { name: /^Lean/ }).innerText()).match(/\d+/)?.[0],
    );
    expect(build).toBeGreaterThan(0.6 * lean);
    await page.getByText('Not a fault.', { exact: false }).first().waitFor();
    await page.getByRole('heading', { name: 'Over the rep' }).waitFor();
    await page.getByRole('heading', { name: 'Measured and judged' }).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('compares with an earlier capture, and a discarded one can be taken back', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, server.address);
    await watch(page, 'Pell Ashgrove');
    await page.getByRole('link', { name: /^Measured: heels rise \(slight\)/ }).click();
    await page.getByRole('radio', { name: /2026$/ }).first().click();
    await page.getByText('better', { exact: true }).first().waitFor();
    await page.getByRole('button', { name: /^This capture/ }).click();
    await page.getByRole('button', { name: 'Discard this capture' }).click();
    await page.getByText('This capture is discarded and does not count.').waitFor();
    await saved(page);
    await page.getByRole('button', { name: 'Restore' }).click();
    await page
      .getByText('This capture is discarded and does not count.')
      .waitFor({ state: 'detached' });
    expect(problems).toEqual([]);
    await context.close();
  });
});
