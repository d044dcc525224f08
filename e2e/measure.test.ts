import type { Page } from 'playwright-core';
import { enter, keep, openStage, PHONE, saved, seeded, visit, WIDE } from './support.ts';

const house = seeded();
const { server } = house;

/** Settings as a coach leaves them on this device. */
const withSettings = async (page: Page, settings: object) => {
  await page.evaluate(
    (text) => localStorage.setItem('zither-plumb.settings', text),
    JSON.stringify(settings),
  );
  await page.reload();
};

const atStation = async (page: Page, client: string, station: RegExp) => {
  await page.getByText(client).click();
  await openStage(page, 'Measure');
  await page.getByRole('link', { name: station }).click();
};

/** Counts what a phone would make felt and heard; a browser without either is made to take both. */
const listen = (page: Page) =>
  page.addInitScript(() => {
    const counts = { buzzes: 0, tones: 0 };
    Object.assign(window, { counts });
    navigator.vibrate = () => (counts.buzzes += 1) > 0;
    const { start } = OscillatorNode.prototype;
    OscillatorNode.prototype.start = function heard(when) {
      counts.tones += 1;
      start.call(this, when);
    };
  });
const signals = (page: Page) =>
  page.evaluate(() => (window as unknown as { counts: object }).counts);

/** Reads once with the instrument in hand and waits until the trial stands. */
const read = async (page: Page, side: 'left' | 'right', trial: number) => {
  await page.getByRole('button', { name: `Read ${side}, trial ${trial}` }).click();
  await page
    .getByRole('button', { name: new RegExp(`trial ${trial} of Shin angle, knee bent ${side}$`) })
    .waitFor();
};

describe('a visit, at 390 × 844', () => {
  it('opens, may be worked in any order, and is resumed where it was left, on another device too', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await page.getByText('Tavi Brask').tap();
    await page.getByRole('button', { name: 'Start today’s visit: Clear' }).tap();
    await page.getByRole('heading', { name: 'Clear', exact: true }).waitFor();
    for (const [stage, heading] of [
      ['Recheck', 'Recheck'],
      ['Watch', 'Watch'],
      ['Probe', 'Probe'],
    ] as const) {
      await openStage(page, stage);
      await page.getByRole('heading', { name: heading, exact: true }).waitFor();
      // Recheck starts from the plan, not from the readings.
      if (stage !== 'Recheck') await page.getByText(/From Measure:.*3[678]°/).waitFor();
    }
    await saved(page);
    await context.close();
    const again = await visit(house.browser, WIDE, server.address);
    await again.page.getByText('Visit open at Probe').waitFor();
    await again.page.getByText('Tavi Brask').click();
    await again.page.getByRole('button', { name: 'Resume: Probe' }).click();
    await again.page.getByRole('heading', { name: 'Probe', exact: true }).waitFor();
    expect([...problems, ...again.problems]).toEqual([]);
    await again.context.close();
  });

  it('shows the later stages held while the screen holds', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await page.getByText('Ivo Larch').tap();
    await page.getByRole('link', { name: 'Watch: on hold, Clear comes first' }).waitFor();
    await page.getByRole('link', { name: 'Clear: needs attention, on hold, refer' }).waitFor();
    await openStage(page, 'Watch');
    await page.getByText(/Hold and refer: no squatting/).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });
});

describe('dorsiflexion by instrument, at 390 × 844', () => {
  it('takes three trials a side in turn with the simulated inclinometer, strikes one out with a reason, and puts it back', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await listen(page);
    await page.reload();
    await page.getByRole('link', { name: 'Settings' }).tap();
    await page.getByRole('radio', { name: 'Simulated inclinometer' }).tap();
    await page.getByText(/do not use them on a real client/).waitFor();
    await page.getByRole('link', { name: 'Clients' }).tap();
    await atStation(page, 'Orla Venn', /^Dorsiflexion, knee bent/);
    for (const trial of [1, 2, 3])
      for (const side of ['left', 'right'] as const) await read(page, side, trial);
    // Each reading that was taken was felt and heard.
    expect(await signals(page)).toEqual({ buzzes: 6, tones: 6 });
    await page.getByText(/The last two left are .* apart/).waitFor();
    // The stand-in knows this client: a stiff left ankle, whichever way it is read.
    await page.getByText(/^The left is 1\d\.\d° less than the other/).waitFor();
    await page.getByText(/L (19|2\d)\.\d° ± .*\(3 trials\)\. A change counts from/).waitFor();
    await page
      .getByRole('img', { name: /^Shin angle, knee bent left: (19|2\d)°, give or take/ })
      .waitFor();
    // One sentence on what the last reading changed.
    await page
      .getByText(/(Because of|It changes nothing in the plan): shin angle, knee bent right, /)
      .waitFor();

    await page.getByRole('button', { name: /trial 2 of Shin angle, knee bent left$/ }).tap();
    await page.getByRole('button', { name: 'Heel lifted' }).tap();
    const struck = page.getByRole('button', {
      name: /trial 2 of Shin angle, knee bent left, struck out: Heel lifted$/,
    });
    await struck.waitFor();
    await page.getByText(/^L (19|2\d)\.\d° ± .*\(2 trials\)/).waitFor();
    await saved(page);
    await page.reload();
    await struck.waitFor();
    await struck.tap();
    await page.getByText(/It stays in the record and does not count/).waitFor();
    await page.getByRole('button', { name: 'Put it back' }).tap();
    await page.getByText(/^L (19|2\d)\.\d° ± .*\(3 trials\)/).waitFor();

    // Sides that were exchanged are corrected in one tap, and in one more put back.
    const left = await page.getByRole('radio', { name: /^L / }).innerText();
    const value = left.replace(/^L\s+/, '');
    await page.getByRole('button', { name: /swap left and right/ }).tap();
    await page.getByRole('radio', { name: new RegExp(`^R\\s+${value}`) }).waitFor();
    await page.getByRole('button', { name: /swap left and right/ }).tap();
    await page.getByRole('radio', { name: new RegExp(`^L\\s+${value}`) }).waitFor();
    await saved(page);
    expect(problems).toEqual([]);
    await context.close();
  });

  it.each([
    ['missing', /has no motion sensor that a page may use/],
    ['refused', /permission was refused/],
    ['frozen', /has stopped sending/],
  ] as const)('says so when the sensor is %s, and goes on by hand', async (fault, words) => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await listen(page);
    await withSettings(page, { angle: 'simulatedInclinometer', signals: false });
    await atStation(page, 'Pell Ashgrove', /^Dorsiflexion, knee bent/);
    await page.getByRole('button', { name: /^Read (left|right), trial/ }).waitFor();
    const before = await page.getByRole('button', { name: /trial \d of Shin angle/ }).count();
    await page.getByRole('button', { name: /^Read (left|right), trial/ }).tap();
    await page
      .getByRole('button', { name: /trial \d of Shin angle/ })
      .nth(before)
      .waitFor();
    await saved(page);
    // Silent where the coach wants it so.
    expect(await signals(page)).toEqual({ buzzes: 0, tones: 0 });
    await withSettings(page, { angle: 'simulatedInclinometer', simulatedFault: fault });
    await page.getByRole('button', { name: /^Read (left|right), trial/ }).tap();
    await page.getByText(words).waitFor();
    await page.getByRole('button', { name: 'Enter by hand' }).tap();
    const field = page.getByLabel(/^Shin angle, knee bent (left|right), °$/);
    await field.fill('33');
    await field.blur();
    await page.getByRole('button', { name: /^Keep (left|right) 33°/ }).tap();
    await page
      .getByRole('button', { name: /^33°, trial/ })
      .first()
      .waitFor();
    // What the sensor gave before it failed is still there.
    expect(await page.getByRole('button', { name: /trial \d of Shin angle/ }).count()).toBe(
      before + 2,
    );
    expect(problems).toEqual([]);
    await context.close();
  });

  it('reads the phone’s own sensor: zeroed on the wall, shaken readings thrown away, taken when still', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await withSettings(page, { angle: 'motionSensor' });
    await atStation(page, 'Maren Sool', /^Dorsiflexion, knee bent/);
    // This browser has no sensor: the page plays one, in the browser's own events.
    await page.evaluate(() => {
      const sensor = { deg: 3, shakes: false };
      (window as unknown as { sensor: typeof sensor }).sensor = sensor;
      setInterval(() => {
        const a = (sensor.deg * Math.PI) / 180;
        const g = 9.80665 * (sensor.shakes ? 1.3 + Math.random() : 1);
        const tremble = () => (Math.random() - 0.5) * 0.01;
        window.dispatchEvent(
          new DeviceMotionEvent('devicemotion', {
            accelerationIncludingGravity: {
              x: tremble(),
              y: g * Math.cos(a) + tremble(),
              z: g * Math.sin(a) + tremble(),
            },
          }),
        );
      }, 20);
    });
    const set = (change: object) =>
      page.evaluate(
        (c) => Object.assign((window as unknown as { sensor: object }).sensor, c),
        change,
      );
    await page.getByText(/Not zeroed yet: hold it flat to the wall/).waitFor();
    await page.getByRole('button', { name: 'Zero on the wall' }).tap();
    await page.getByText(/Flat on the limb, then hold still/).waitFor();
    await set({ deg: 41, shakes: true });
    await page.getByRole('button', { name: 'Read left, trial 1' }).tap();
    await page.getByText('Moving. Hold still at the end of the range.').waitFor();
    await page.waitForTimeout(1200);
    expect(await page.getByRole('button', { name: /trial 1 of Shin angle/ }).count()).toBe(0);
    await set({ shakes: false });
    // 41° less the 3° at which the phone hung on the wall.
    await page
      .getByRole('button', { name: /^(38|38\.\d|37\.9)°, trial 1 of Shin angle, knee bent left$/ })
      .waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });
});

describe('other stations, at 390 × 844', () => {
  it('takes the stance from marks on paper', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await atStation(page, 'Runa Feld', /^Stance and foot angle/);
    await page.getByRole('button', { name: 'Step on paper instead' }).tap();
    // cm from the left edge and from the near edge: heels 40 cm apart, toes 15° out (26 cm along).
    const marks: [string, number, number][] = [
      ['L heel', 20, 10],
      ['L second toe', 20 - 26 * Math.sin(Math.PI / 12), 10 + 26 * Math.cos(Math.PI / 12)],
      ['L inner ball', 19.6, 29.5],
      ['L outer ball', 10.7, 26.6],
      ['R heel', 60, 10],
      ['R second toe', 60 + 26 * Math.sin(Math.PI / 12), 10 + 26 * Math.cos(Math.PI / 12)],
      ['R inner ball', 60.4, 29.5],
      ['R outer ball', 69.3, 26.6],
    ];
    for (const [name, across, up] of marks) {
      await page.getByRole('radio', { name: new RegExp(`^${name}`) }).tap();
      await enter(page, 'From the left edge, cm', across.toFixed(1));
      await enter(page, 'From the near edge, cm', up.toFixed(1));
    }
    await page.getByText(/Heels 40 cm apart, toes out L 15° R 15°/).waitFor();
    // A mark may also be dragged on the sheet.
    await page.getByRole('radio', { name: /^R heel/ }).tap();
    const sheet = page.getByTestId('trace-sheet');
    const box = await sheet.boundingBox();
    if (!box) throw new Error('no sheet');
    await sheet.tap({ position: { x: box.width * 0.725, y: box.height * (1 - 10 / 56) } });
    await page.getByText(/Heels 3[78](\.\d)? cm apart/).waitFor();
    await page.getByRole('button', { name: 'Keep width and both angles' }).tap();
    await page.getByRole('button', { name: /^3[78]\.\d cm, trial 1 of Stance width$/ }).waitFor();
    await saved(page);
    expect(problems).toEqual([]);
    await context.close();
  });

  it('asks for another trial when two disagree, and stops asking when they agree', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await atStation(page, 'Runa Feld', /^Knee travel/);
    await keep(page, 'Kneecap past toe, cm', '-2');
    await keep(page, 'Kneecap past toe, cm', '3');
    await page
      .getByText(/apart, more than the .* that reading alone explains: take another/)
      .waitFor();
    await page.getByRole('link', { name: /^Measure: needs attention/ }).waitFor();
    await keep(page, 'Kneecap past toe, cm', '2.5');
    await page.getByText(/The last two are 0.5 cm apart, within/).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('keeps measured and estimated lengths apart, and the kit', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await atStation(page, 'Runa Feld', /^Body/);
    await page.getByText('Estimated 40.6 cm from stature').waitFor();
    await enter(page, 'Shin, cm', '42');
    await page.getByText('Measured · stature alone would say 40.6 cm').waitFor();
    await page.getByRole('button', { name: 'Back to the estimate: Shin' }).tap();
    await page.getByText('Estimated 40.6 cm from stature').waitFor();
    await page.getByRole('button', { name: 'Next: Heel in use' }).tap();
    await page.getByRole('checkbox', { name: 'Lifted shoe 20 mm' }).tap();
    await saved(page);
    await page.reload();
    await page.getByRole('checkbox', { name: 'Lifted shoe 20 mm', checked: true }).waitFor();
    // The rack is the gym's: said once, there for every client.
    await page.getByText(/^In the rack: Plate 5 mm, /).waitFor();
    await page.getByRole('button', { name: 'Open the rack' }).tap();
    await page.getByRole('checkbox', { name: 'Pair of wedges 10°' }).tap();
    await saved(page);
    await page.goto(server.address);
    await atStation(page, 'Maren Sool', /^Heel in use/);
    await page.getByText(/^In the rack: .*Pair of wedges 10°\.$/).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('shows on one phone what the other measured, and asks when both changed the same trial', async () => {
    const one = await visit(house.browser, PHONE, server.address);
    await atStation(one.page, 'Tavi Brask', /^Hip rotation/);
    await keep(one.page, 'Hip rotation inward left, °', '38');
    await saved(one.page);
    const two = await visit(house.browser, PHONE, server.address, new URL(one.page.url()).pathname);
    await keep(two.page, 'Hip rotation inward right, °', '39');
    await saved(two.page);
    const trial = /^38°, trial 1 of Hip rotation inward left/;
    // What the other measured is there without asking; in a cellar without network it is not.
    await one.page
      .getByRole('button', { name: /^39°, trial 1 of Hip rotation inward right/ })
      .waitFor();
    await one.context.setOffline(true);
    await two.page.getByRole('button', { name: trial }).tap();
    await two.page.getByRole('button', { name: 'Client moved' }).tap();
    await saved(two.page);
    await one.page.getByRole('button', { name: trial }).tap();
    await one.page.getByRole('button', { name: 'Reading slipped' }).tap();
    await one.page.getByText('Waiting for network · 1').waitFor();
    await one.context.setOffline(false);
    await one.page
      .getByText('This trial was changed on another device while you worked.')
      .waitFor();
    await one.page
      .getByText(
        /mine Hip rotation inward left 38°, struck out \(reading slipped\) · the other .* left 38°, struck out \(client moved\)/,
      )
      .waitFor();
    // Still asked after a reload: nobody's entry is lost by leaving.
    await one.page.reload();
    await one.page.getByRole('button', { name: 'Take the other' }).tap();
    await one.page
      .getByRole('button', {
        name: /^38°, trial 1 of Hip rotation inward left, struck out: Client moved$/,
      })
      .waitFor();
    await one.page
      .getByRole('button', { name: /^39°, trial 1 of Hip rotation inward right/ })
      .waitFor();
    expect([...one.problems, ...two.problems]).toEqual([]);
    await one.context.close();
    await two.context.close();
  });
});

describe('what would be refused is not let go', () => {
  it('a hip fold waits for a knee gap that can be', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await atStation(page, 'Tavi Brask', /^Hip fold/);
    await enter(page, 'Gap between the knees, cm', '900');
    await enter(page, 'Hip fold, knees narrow, °', '121');
    await page.getByRole('button', { name: 'Enter the knee gap' }).waitFor();
    await enter(page, 'Gap between the knees, cm', '30');
    await page.getByRole('button', { name: 'Keep 121°' }).tap();
    await saved(page);
    await page.getByRole('button', { name: /trial 1 of Hip fold/ }).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('on the sheet, what is read in a squat is held while the screen holds', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, server.address);
    await page.getByText('Ivo Larch').click();
    await openStage(page, 'Measure');
    await page.getByRole('button', { name: 'Open the sheet' }).click();
    // What this client was never read is asked for.
    await page.getByRole('button', { name: 'Show the rows never read' }).click();
    await page.getByText('Held by Clear', { exact: true }).first().waitFor();
    expect(await page.getByText('Held by Clear', { exact: true }).count()).toBe(2);
    expect(await page.getByLabel(/^New trials: Knee travel/).count()).toBe(0);
    expect(await page.getByLabel(/^New trials: Toe to wall left/).count()).toBe(1);
    expect(problems).toEqual([]);
    await context.close();
  });
});

describe('the sheet, at 1280 × 800', () => {
  it('shows three visits side by side, takes today’s trials by keyboard, and is copied as a table', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, server.address);
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    await page.getByText('Pell Ashgrove').click();
    await openStage(page, 'Measure');
    await page.getByRole('button', { name: 'Open the sheet' }).click();
    const table = page.getByRole('table', { name: 'Measurements of Pell Ashgrove' });
    await table.waitFor();
    const heads = await table.getByRole('columnheader').allInnerTexts();
    expect(heads[0]).toBe('Measure');
    expect(heads.slice(2, 5).at(-1)).toBe('Today');
    const left = page.getByLabel('New trials: Toe to wall left, cm');
    await left.focus();
    await page.keyboard.type('8,5 8 9.0');
    await page.keyboard.press('Enter');
    // Enter goes on to the next line; arrows too.
    await page.keyboard.type('9 seven');
    await page.keyboard.press('Enter');
    await page.getByText('Toe to wall must be a number in cm.').waitFor();
    const right = page.getByLabel('New trials: Toe to wall right, cm');
    expect(await right.inputValue()).toBe('9 seven');
    await right.fill('9 9.5 9');
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('ArrowUp');
    expect(await left.evaluate((e) => e === document.activeElement)).toBe(true);
    const row = table.getByRole('row').filter({ hasText: 'Toe to wall' }).first();
    await row.getByText(/^8.5 cm ± \d\.\d cm \(3\)$/).waitFor();
    await saved(page);
    await page.getByRole('button', { name: 'Copy the table' }).click();
    await page.getByText(/^Copied \d+ lines/).waitFor();
    const text = await page.evaluate(() => navigator.clipboard.readText());
    const line = text.split('\n').find((l) => l.startsWith('Toe to wall\tL'));
    expect(line).toMatch(/8\.5 cm ± \d\.\d cm \(3\)/);
    expect(text).toMatch(/Thigh\t\t44\.7 cm\tmeasured/);
    expect(text).toMatch(/Shin\t\t44 cm\testimated/);
    expect(problems).toEqual([]);
    await context.close();
  });
});
