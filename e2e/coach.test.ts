import { openStage, PHONE, saved, seeded, visit } from './support.ts';

const house = seeded();

describe('Coach, at 390 × 844', () => {
  it('makes the routine fit: minutes, kit, a swap with its cost; gives it as it stands', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, house.server.address);
    await page.getByText('Pell Ashgrove').tap();
    await openStage(page, 'Coach');
    await page.getByText('Make the routine fit').waitFor();
    const swaps = page.getByRole('button', { name: /^Swap: / });
    await swaps.first().waitFor();
    const before = await swaps.count();
    await page
      .getByRole('radiogroup', { name: 'Minutes' })
      .getByRole('radio', { name: '5', exact: true })
      .tap();
    await page.getByText(/of the 5 are used\./).waitFor();
    expect(await swaps.count()).toBeLessThanOrEqual(before);
    await page
      .getByRole('radiogroup', { name: 'Minutes' })
      .getByRole('radio', { name: '15', exact: true })
      .tap();
    await page.getByText(/of the 15 are used\./).waitFor();
    // Without the light weight nothing that needs it is given, and that is said.
    await page.getByRole('checkbox', { name: 'A light weight' }).tap();
    await page
      .getByText(/needs a light weight, which is missing here\./)
      .first()
      .waitFor();
    const first = await swaps.first().getAttribute('aria-label');
    await swaps.first().tap();
    await page.getByText(/^(Instead: |Nothing would come instead\.)/).waitFor();
    await page.getByRole('button', { name: /^(Swap it|Take it out)$/ }).tap();
    await page.getByRole('button', { name: first!, exact: true }).waitFor({ state: 'detached' });
    await page
      .getByText(/taken out by the coach\./)
      .first()
      .waitFor();
    await page.getByRole('button', { name: 'Give plan' }).tap();
    await page.getByText(/and kept with the client\./).waitFor();
    await saved(page);
    // As plain text for a messenger: where the device has no sheet to share with, by the clipboard.
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    await page.getByRole('button', { name: 'Print the plan' }).tap();
    await page.getByRole('button', { name: 'Share as text' }).tap();
    await page.getByRole('button', { name: 'Copied' }).waitFor();
    const text = await page.evaluate(() => navigator.clipboard.readText());
    expect(text).toMatch(/^Squat plan, /);
    expect(text).toMatch(/DO, IN THIS ORDER/);
    expect(text).not.toMatch(/Pell/);
    expect(problems).toEqual([]);
    await context.close();
  });

  it('goes through the routine on the floor: timer, skip, sore, and the look again after it', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, house.server.address);
    await page.getByText('Juno Marrel').tap();
    await openStage(page, 'Coach');
    await page.getByRole('button', { name: 'Go through it now' }).tap();
    await page
      .getByText(/^1 of \d+/)
      .or(page.getByText(/ · 1 of \d+$/))
      .first()
      .waitFor();
    await page.getByRole('button', { name: 'Stop: pain or alarm' }).waitFor();
    const timer = page.getByRole('timer');
    const over = page.getByRole('heading', { name: 'Done', exact: true });
    let timed = 0;
    let sore = 0;
    for (let i = 0; i < 40; i += 1) {
      await timer.or(over).first().waitFor();
      if ((await over.count()) > 0) break;
      const before = await page
        .getByText(/ · \d+ of \d+$/)
        .first()
        .innerText();
      const start = page.getByRole('button', { name: 'Start', exact: true });
      if (timed === 0 && (await start.count()) > 0) {
        // The clock runs, stands, and can be given more.
        const full = await timer.innerText();
        await start.tap();
        await page.waitForFunction(
          (was) => document.querySelector('[role=timer]')?.textContent !== was,
          full,
        );
        await page.getByRole('button', { name: 'Pause' }).tap();
        await page.getByRole('button', { name: '30 s more' }).tap();
        timed += 1;
      }
      if (
        sore === 0 &&
        (await page.getByRole('button', { name: /^Sore: .* instead$/ }).count()) > 0
      ) {
        const was = await page.getByRole('heading', { level: 2 }).first().innerText();
        await page.getByRole('button', { name: /^Sore: / }).tap();
        await page.getByRole('heading', { name: was, exact: true }).waitFor({ state: 'detached' });
        sore += 1;
        continue;
      }
      await page.getByRole('button', { name: /^(Skip|Next)$/ }).tap();
      await page.getByText(before, { exact: true }).waitFor({ state: 'detached' });
    }
    expect([timed, sore]).toEqual([1, 1]);
    await page.getByRole('button', { name: 'Look again, after the routine' }).tap();
    await page.getByRole('heading', { name: 'Watch', exact: true }).waitFor();
    await page.getByRole('radio', { name: 'After the routine', checked: true }).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('climbs the ladder by an entry test, which can be taken back; the coach may choose another variation', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, house.server.address);
    await page.getByText('Runa Feld').tap();
    await openStage(page, 'Coach');
    const now = page.getByText(/: now$/);
    await now.waitFor();
    const start = await now.innerText();
    await page.getByRole('button', { name: 'All clean' }).tap();
    await page.getByText(/: all clean\.$/).waitFor();
    await page.getByText(start, { exact: true }).waitFor({ state: 'detached' });
    await page.getByRole('button', { name: /^Withdraw: / }).tap();
    await page.getByText(start, { exact: true }).waitFor();
    await page.getByText('Choose the variation or the dose').tap();
    await page.getByRole('radio', { name: 'Supported squat' }).tap();
    await page.getByText('Supported squat: now').waitFor();
    await page.getByText('Chosen by the coach.').first().waitFor();
    await saved(page);
    // What was done on a heel lift opens nothing before the range is there flat and barefoot.
    await page.goto(`${house.server.address}/clients`);
    await page.getByText('Pell Ashgrove').tap();
    await openStage(page, 'Coach');
    await page.getByRole('button', { name: 'All clean' }).tap();
    await page
      .getByText(/opens nothing before one clean squat flat and barefoot/)
      .first()
      .waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('shows a cue across the room: the next rep by a tap, to the end of the sets', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, house.server.address);
    await page.getByText('Pell Ashgrove').tap();
    await openStage(page, 'Coach');
    await page.getByRole('button', { name: 'Show across the room' }).tap();
    const card = page.getByRole('button', { name: /^Set 1 of \d+ · rep 1 of / });
    await card.waitFor();
    await page.getByRole('button', { name: 'Stop: pain or alarm' }).waitFor();
    // Read at 2 m: no letter of the cue is small, and the card fits the screen's width.
    const cue = card.getByText(/^[A-Z].*\.$/).first();
    const size = await cue.evaluate((e) => Number.parseFloat(getComputedStyle(e).fontSize));
    expect(size).toBeGreaterThanOrEqual(44);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
      390,
    );
    await card.tap();
    await page.getByRole('button', { name: /^Set 1 of \d+ · rep 2 of / }).tap();
    await page.getByText(/· rep 3 of /).waitFor();
    await page.getByRole('button', { name: 'One rep back' }).tap();
    await page.getByText(/· rep 2 of /).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('compares the look after the routine with the one before, beside the coach’s own call', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, house.server.address);
    await page.getByText('Runa Feld').tap();
    await page.waitForURL(/clients\/[^/]+$/);
    const at = page.url();
    await page.goto(`${at}/watch`);
    const judge = async (state: string) => {
      await page.getByRole('radio', { name: state, exact: true }).tap();
      await page.getByRole('radio', { name: 'Front' }).tap();
      await page.getByRole('button', { name: 'Judge by eye: front' }).tap();
      await page.getByRole('button', { name: /^Knees, / }).tap();
    };
    await judge('Cold');
    await page.getByRole('radio', { name: 'clear, Knee in' }).tap();
    await page.getByTestId('fault-kneesIn').getByRole('button', { name: 'L, left side' }).tap();
    await page.getByRole('button', { name: 'Keep 1 fault in 5 reps' }).tap();
    await page.getByText('By eye: knee in, left (clear)').first().waitFor();
    await judge('After the routine');
    await page.getByRole('button', { name: 'Clean: knees' }).tap();
    await page.getByRole('button', { name: 'Keep: clean in 5 reps' }).tap();
    await page.getByText('By eye: clean: knees').first().waitFor();
    await saved(page);
    await page.goto(`${at}/prescription`);
    await page.getByText('After the routine, today').waitFor();
    await page.getByText(/Better, by eye\./).waitFor();
    await page.getByText(/It did this today\./).waitFor();
    await page
      .getByRole('radiogroup', { name: /^Your call: / })
      .first()
      .getByRole('radio', { name: 'Better' })
      .tap();
    // A tap reaches the page a moment after it was made.
    await page.getByRole('radio', { name: 'Better', checked: true }).waitFor();
    await saved(page);
    await page.reload();
    await page.getByRole('radio', { name: 'Better', checked: true }).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });
});
