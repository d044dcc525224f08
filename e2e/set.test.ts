import type { Page } from 'playwright-core';
import type { Setup } from '@zither/core';
import { openStage, PHONE, saved, seeded, visit, WIDE } from './support.ts';

const house = seeded();
const { server } = house;

/** Opens Set of a client and gives the client's address. */
const openSet = async (page: Page, client: string): Promise<string> => {
  await page.getByText(client).first().click();
  await page.getByRole('heading', { name: client }).waitFor();
  const address = page.url();
  await openStage(page, 'Set');
  await page.getByTestId('window').waitFor();
  return address;
};

/** The setup to be tried, once it is worked out. */
const advised = async (page: Page): Promise<string> => {
  await page.getByText(/^Working out/).waitFor({ state: 'detached' });
  return page.getByTestId('answer').locator('div').first().innerText();
};

describe('the trial loop, at 390 × 844', () => {
  it('three trials, one of them filmed, lead to a setup that is locked and stands on the client page and in the Lab', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    const client = await openSet(page, 'Orla Venn');
    await page.getByRole('radio', { name: 'Trials' }).tap();
    await page.getByRole('heading', { name: 'Try next' }).waitFor();

    // The first: the left heel rose and it was short. Faults are clear without a load, so the load waits.
    await advised(page);
    const likely = () =>
      page
        .getByTestId('answer')
        .getByText(/^Gets down /)
        .innerText();
    const before = await likely();
    await page.getByText(/First without the 40 kg\./).waitFor();
    await page.getByRole('radio', { name: 'Without load', checked: true }).waitFor();
    await page.getByRole('radio', { name: 'A little short' }).tap();
    await page.getByRole('radio', { name: 'Heel rises: left' }).tap();
    await page.getByRole('radio', { name: 'All right' }).tap();
    await page.getByRole('button', { name: 'Record as marked' }).tap();
    await page.getByText(/6° short.*left heel rose/i).waitFor();
    await page.getByText(/by the readings and 1 trial/).waitFor();
    // One sentence on what it changed.
    await page.getByText(/(Because of|It changes nothing in the setup): the trial, /).waitFor();
    await advised(page);
    expect(await likely()).not.toBe(before);

    // The second, filmed from the side: what the camera saw is filled in.
    await page.getByRole('button', { name: 'Film this set in Watch' }).tap();
    await page.getByRole('heading', { name: 'Watch', exact: true }).waitFor();
    await page.getByRole('radio', { name: 'Setup on trial', checked: true }).waitFor();
    await page.getByRole('button', { name: 'Simulated camera' }).tap();
    await page.getByRole('radio', { name: /^clear, Heel/ }).tap();
    await page.getByRole('button', { name: 'Take the capture' }).tap();
    await page.getByRole('heading', { name: 'Side view' }).waitFor();
    await saved(page);
    await page.goto(`${client}/setup?show=trials`);
    await page.getByText(/^Filmed since the last trial: side/).waitFor();
    await advised(page);
    await page.getByRole('button', { name: 'Fill in from the camera' }).tap();
    await page.getByRole('button', { name: 'Record as marked' }).tap();
    await page.getByText(/heel rose.*From the camera/i).waitFor();
    await page.getByText(/by the readings and 2 trials/).waitFor();

    // The third is clean, and one like it is to be kept.
    let third = await advised(page);
    const ready = page.getByRole('heading', { name: 'Ready to lock' });
    for (let n = 3; n <= 6 && (await ready.count()) === 0; n += 1) {
      // A clean trial that is not believed enough yet is worth repeating; it may make less of a heel likely enough, and then that is tried.
      third = await advised(page);
      // What trials do not look at stays clear, so the load is the coach's own word.
      await page.getByRole('radio', { name: 'With 40 kg' }).tap();
      await page.getByRole('button', { name: 'All clean' }).tap();
      await page.getByText(new RegExp(`by the readings and ${n} trials`)).waitFor();
    }
    await ready.waitFor();
    third = await advised(page);
    // From the end of a long page the form is in sight at once.
    await page.mouse.move(200, 400);
    await page.mouse.wheel(0, 4000);
    await page.getByRole('button', { name: 'Lock this setup' }).tap();
    const form = await page.getByRole('heading', { name: 'Lock this setup' }).boundingBox();
    expect(form!.y).toBeGreaterThan(0);
    expect(form!.y).toBeLessThan(PHONE.height / 2);
    await page.getByRole('radio', { name: 'Tried and clean.' }).tap();
    await page.getByRole('heading', { name: 'Locked', exact: true }).waitFor();
    await page.getByRole('radio', { name: 'History' }).tap();
    await page.getByRole('heading', { name: 'Locked setup, version 1' }).waitFor();
    await page.getByRole('listitem').getByText('Locked as version 1').waitFor();
    await saved(page);
    const id = client.split('/')[4]!;
    const record = await (await fetch(`${server.address}/api/clients/${id}/record`)).json();
    const carried = record.setupTrials.map((t: { setup: Setup }) => [t.setup.hold, t.setup.loadKg]);
    expect(carried.slice(0, 2)).toEqual([
      ['bodyweight', 0],
      ['bodyweight', 0],
    ]);
    expect(carried.at(-1)).toEqual(['highBar', 40]);

    await page.goto(client);
    await page.getByRole('heading', { name: 'Locked setup, version 1' }).waitFor();
    await page.getByText(third, { exact: true }).first().waitFor();
    await page.getByRole('button', { name: /^What supports it/ }).tap();
    await page.getByText(/^Believed: left ankle/).waitFor();
    await page.getByRole('button', { name: 'Open in the Lab' }).tap();
    await page.getByText('Orla Venn’s locked setup, version 1').waitFor();
    await page.getByText(third, { exact: true }).first().waitFor();
    await page.getByText('Dashed: the locked setup.').waitFor();
    await page
      .getByTestId('window')
      .getByText(/room at|in reserve/)
      .first()
      .waitFor();

    // The plan keeps it.
    await page.goto(`${client}/prescription`);
    await page
      .getByText(/^Locked setup: gets down/)
      .first()
      .waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('the segments keep their place from one to the next, and a term explains itself on a tap', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await openSet(page, 'Orla Venn');
    await page.getByTestId('answer').waitFor();
    const segment = (name: string) => page.getByRole('radio', { name, exact: true });
    const tops = new Set<number>();
    for (const name of ['Why', 'Alternatives', 'Map', 'Trials', 'History']) {
      await segment(name).tap();
      await segment(name).and(page.locator('[aria-checked=true]')).waitFor();
      await page.waitForTimeout(300);
      tops.add(Math.round((await segment(name).boundingBox())!.y));
    }
    expect([...tops]).toHaveLength(1);
    await segment('Why').tap();
    const term = page.getByRole('button', { name: 'Explain: Setup in use' });
    await term.tap();
    await page.getByText(/a locked one stays until a coach unlocks it/).waitFor();
    await term.tap();
    await page
      .getByText(/a locked one stays until a coach unlocks it/)
      .waitFor({ state: 'hidden' });
    expect(problems).toEqual([]);
    await context.close();
  });

  it('undo takes a trial back; a lock can be taken back and put back, and another device sees it', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    const client = await openSet(page, 'Brin Ostmoor');
    await page.getByRole('heading', { name: 'Locked setup', exact: true }).waitFor();
    await page.getByText('Method “Loaded carry”, chosen for this client.').waitFor();
    await page.goto(`${client}/setup?show=trials`);
    await page
      .getByText(/by the readings and 2 trials|narrowed by 2 trials/)
      .first()
      .waitFor();
    await page
      .getByRole('button', { name: /^Undo: Clean in / })
      .first()
      .tap();
    await page.getByText(/narrowed by 1 trial\./).waitFor();
    await page.getByRole('radio', { name: 'History' }).tap();
    await page.getByRole('button', { name: 'Unlock version 1' }).tap();
    await page.getByRole('heading', { name: 'No locked setup in force' }).waitFor();
    await saved(page);
    const other = await visit(house.browser, WIDE, server.address);
    await other.page.goto(client);
    await other.page.getByRole('heading', { name: 'No locked setup in force' }).waitFor();
    await page.getByRole('button', { name: 'Lock again: version 1' }).tap();
    await page.getByRole('heading', { name: 'Locked setup, version 1' }).waitFor();
    // Another one is only looked at while the lock applies; using it takes the lock back in the same tap.
    await page.getByRole('radio', { name: 'Map' }).tap();
    await page.getByRole('slider', { name: 'Stance width and toe-out' }).focus();
    await page.keyboard.press('ArrowRight');
    await page.getByText(/^Version 1 is locked and stays in use/).waitFor();
    await page.getByRole('button', { name: 'Back to the setup in use' }).tap();
    await page.getByRole('heading', { name: 'Locked setup', exact: true }).waitFor();
    await page.getByRole('slider', { name: 'Stance width and toe-out' }).focus();
    await page.keyboard.press('ArrowRight');
    await page.getByRole('button', { name: 'Take the lock back and use this' }).tap();
    await page.getByRole('heading', { name: 'Setup in use' }).waitFor();
    await page.getByRole('radio', { name: 'History' }).tap();
    await page.getByRole('button', { name: 'Lock again: version 1' }).tap();
    await page.getByRole('heading', { name: 'Locked setup', exact: true }).waitFor();
    await page.getByText(/^Another setup was chosen after the lock/).waitFor();
    await page.getByRole('button', { name: 'Forget the other one' }).tap();
    await page.getByText(/^Another setup was chosen after the lock/).waitFor({ state: 'detached' });
    await saved(page);
    await other.page.reload();
    await other.page.getByRole('heading', { name: 'Locked setup, version 1' }).waitFor();
    expect([...problems, ...other.problems]).toEqual([]);
    await context.close();
    await other.context.close();
  });

  it('pain in a trial stops trying for the day, and asks where and how much until it is answered', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    const client = await openSet(page, 'Quill Haskamp');
    await page.goto(`${client}/setup?show=trials`);
    await advised(page);
    await page.getByRole('button', { name: 'Pain in this trial' }).tap();
    await page.getByText(/^Testing has stopped: pain in “trying/).waitFor();
    await saved(page);
    await page.reload();
    await page.getByText(/^Testing has stopped: pain in “trying/).waitFor();
    await page.getByText('A trial hurt: no more trials today.', { exact: false }).waitFor();
    await page.getByRole('radio', { name: 'Knee', exact: true }).tap();
    await page.getByRole('radio', { name: 'Pain 2 of 10' }).tap();
    await page.getByText(/Within limits: No load/).waitFor();
    expect(await page.getByRole('button', { name: 'All clean' }).count()).toBe(0);
    expect(problems).toEqual([]);
    await context.close();
  });
});

describe('the map of chances', () => {
  const point = (page: Page) => page.getByTestId('point').innerText();

  it('is dragged with a thumb on the phone, without the page scrolling away', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    const client = await openSet(page, 'Pell Ashgrove');
    await page.getByRole('radio', { name: 'Map' }).tap();
    const field = page.getByTestId('chance-field');
    await field.waitFor();
    const before = await point(page);
    // The foot stands over the lower end of the map until it is scrolled up.
    await field.evaluate((e) => e.scrollIntoView({ block: 'center' }));
    const box = (await field.boundingBox())!;
    const session = await context.newCDPSession(page);
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', x: number, y: number) =>
      session.send('Input.dispatchTouchEvent', {
        type,
        touchPoints: type === 'touchEnd' ? [] : [{ x: box.x + x, y: box.y + y }],
      });
    await touch('touchStart', 120, 180);
    for (let i = 0; i <= 8; i += 1) await touch('touchMove', 120 + 8 * i, 180 - 10 * i);
    // While the thumb is still down the sentence already says where it is.
    await page.waitForFunction(
      (was) => document.querySelector('[data-testid=point]')!.textContent !== was,
      before,
    );
    await touch('touchEnd', 0, 0);
    await page.waitForTimeout(300);
    const dragged = await point(page);
    expect(dragged).not.toBe(before);
    expect((await field.boundingBox())!.y).toBe(box.y);
    const [, cm, toes] = /^(\d+) cm, toes (\d+)°/.exec(dragged)!;
    const setup = page.getByTestId('answer').getByText(new RegExp(`^${cm} cm · toes ${toes}°`));
    await setup.waitFor();
    // What is picked is what is tried, whatever else is advised.
    await page.getByRole('button', { name: 'Try it now' }).tap();
    await page.getByRole('heading', { name: 'Your own choice' }).waitFor();
    await setup.waitFor();
    await page.getByRole('radio', { name: 'Map' }).tap();
    await page.getByRole('button', { name: 'Use this setup' }).tap();
    await saved(page);
    await page.goto(`${client}/setup`);
    await page.getByRole('heading', { name: 'Setup in use' }).waitFor();
    await setup.waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('is moved with the arrow keys on wide, the heel with a slider, and goes to the likeliest point', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, server.address);
    const client = await openSet(page, 'Orla Venn');
    await page.goto(`${client}/setup?show=map`);
    const field = page.getByRole('slider', { name: 'Stance width and toe-out' });
    await field.focus();
    const start = /^(\d+) cm, toes (\d+)°/.exec(await point(page))!;
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowUp');
    const moved = /^(\d+) cm, toes (\d+)°/.exec(await point(page))!;
    expect(Number(moved[1]) - Number(start[1])).toBe(2);
    expect(Number(moved[2]) - Number(start[2])).toBe(1);
    expect(await field.getAttribute('aria-valuetext')).toMatch(/gets down in about \d+ of 100$/);
    const heel = page.getByRole('slider', { name: 'Under the heels' });
    await heel.focus();
    await page.keyboard.press('Home');
    await page.getByText('flat floor', { exact: true }).waitFor();
    await page.getByRole('button', { name: 'Go to the likeliest' }).click();
    const chance = async () => Number(/about (\d+) of 100/.exec(await point(page))![1]);
    const flat = await chance();
    await heel.focus();
    await page.keyboard.press('End');
    await page.getByText('heel lift 25 mm', { exact: true }).waitFor();
    await page.waitForFunction(
      (least) =>
        Number(
          /about (\d+) of 100/.exec(
            document.querySelector('[data-testid=point]')!.textContent!,
          )![1],
        ) >= least,
      flat,
    );
    expect(problems).toEqual([]);
    await context.close();
  });
});

describe('own schools', () => {
  it('are copied, changed and made the usual one on the Shelf, and judge clients at once', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, server.address, '/shelf');
    await page.getByRole('button', { name: /^Balanced/ }).click();
    await page.getByRole('button', { name: 'Copy and change Balanced' }).click();
    await page.getByRole('heading', { name: 'Changing Balanced, ours' }).waitFor();
    await page.getByLabel('Name', { exact: true }).fill('Open hip');
    await page.getByRole('button', { name: 'Save this method' }).click();
    await page.getByText('There is a method “Open hip” already: give it another name.').waitFor();
    await page.getByLabel('Name', { exact: true }).fill('Hut way');
    await page.getByLabel('Toe-out at least, °').fill('40');
    await page.getByLabel('Toe-out at least, °').blur();
    await page.getByRole('button', { name: 'Save this method' }).click();
    await page.getByText('The toe-out range must not end before it begins.').waitFor();
    await page.getByLabel('Toe-out at least, °').fill('5');
    await page.getByLabel('Toe-out at least, °').blur();
    await page.getByRole('button', { name: /^Lean and balance/ }).click();
    await page.getByLabel('Lean limit, bodyweight, °').fill('52');
    await page.getByLabel('Lean limit, bodyweight, °').blur();
    await page.getByRole('button', { name: 'Save this method' }).click();
    await page.getByRole('button', { name: /^Hut way/ }).click();
    await page
      .getByText('Differs from “Balanced”: lean limit, bodyweight 52° (there 45°).')
      .waitFor();
    await page.getByRole('button', { name: 'Make Hut way the usual one' }).click();
    await page.getByText(/now “Hut way”/).waitFor();
    await saved(page);

    // Runa has no setup yet: the usual school judges her on another device too.
    const phone = await visit(house.browser, PHONE, server.address);
    const client = await openSet(phone.page, 'Runa Feld');
    await phone.page.getByText('Method “Hut way”, the usual one of this practice.').waitFor();
    await phone.page.goto(`${client}/setup?show=alternatives`);
    await phone.page.getByRole('radio', { name: 'Hut way', exact: true, checked: true }).waitFor();
    await phone.page.getByText('First choice', { exact: false }).first().waitFor();
    expect([...problems, ...phone.problems]).toEqual([]);
    await context.close();
    await phone.context.close();
  });
});

describe('kit', () => {
  it('a wedge by its height, as a board, and a box are kept and chosen from', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await page.getByText('Nim Farrowe').tap();
    await page.getByRole('heading', { name: 'Nim Farrowe' }).waitFor();
    const client = page.url();
    await page.goto(`${client}/measure/heel`);
    await page.getByRole('radio', { name: 'Wedge, by height' }).tap();
    await page.getByRole('radio', { name: 'One board, lies straight' }).tap();
    const enter = async (label: string, text: string) => {
      await page.getByLabel(label, { exact: true }).fill(text);
      await page.getByLabel(label, { exact: true }).blur();
    };
    await enter('Its height, mm', '60');
    await enter('Its length, mm', '300');
    await page.getByText('That is 11.3°.').waitFor();
    await page.getByRole('button', { name: 'Add this piece' }).tap();
    await page
      .getByRole('checkbox', { name: 'Wedge board 11.3° (60 mm on 300 mm)', checked: true })
      .waitFor();
    await saved(page);
    await page.goto(`${server.address}/shelf?show=rack`);
    await page.getByRole('checkbox', { name: 'Box 40 cm' }).tap();
    await page.getByRole('checkbox', { name: 'Box 40 cm', checked: true }).waitFor();
    await saved(page);
    await page.goto(`${client}/setup?show=map`);
    const heel = page.getByRole('slider', { name: 'Under the heels' });
    await heel.waitFor();
    await heel.focus();
    await page.keyboard.press('End');
    await page.getByText('11° ramp, straight ahead', { exact: true }).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });
});
