import type { Locator, Page } from 'playwright-core';
import { empty, PHONE, saved, visit } from './support.ts';

const house = empty();

/** Every tap and every field filled is one action; nothing is typed that a coach would not type. */
function counting(page: Page) {
  let actions = 0;
  const button = (name: string | RegExp) =>
    page.getByRole('button', typeof name === 'string' ? { name, exact: true } : { name });
  return {
    get actions() {
      return actions;
    },
    tap: async (name: string | RegExp, within?: Locator) => {
      actions += 1;
      await (within ? within.getByRole('button', { name }) : button(name)).tap();
    },
    choose: async (name: string | RegExp) => {
      actions += 1;
      await page
        .getByRole('radio', typeof name === 'string' ? { name, exact: true } : { name })
        .first()
        .tap();
    },
    fill: async (label: string, text: string) => {
      actions += 1;
      await page.getByLabel(label, { exact: true }).fill(text);
      await page.getByLabel(label, { exact: true }).blur();
    },
  };
}

describe('a five-minute look, at 390 × 844', () => {
  it('goes from a new client to a given plan in at most 60 actions, the look by eye in at most 14', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, house.server.address);
    const hand = counting(page);
    const at = (name: string) => page.getByRole('heading', { name, exact: true }).waitFor();
    // An empty practice shows three things to begin with.
    for (const name of ['Play with the Lab', 'Say what is in your rack'])
      await page.getByRole('button', { name, exact: true }).waitFor();
    await hand.tap('Add the first client');
    await hand.fill('Name', 'Wynn Tarrow');
    await hand.fill('Stature, cm', '172');
    await hand.fill('Body mass, kg', '68');
    await hand.tap('Add client');

    // In the order of the visit: Clear comes first, a tap a question, none answered beforehand, Yes and No of one size.
    await at('Clear');
    await hand.tap('General strength');
    const left = page.getByText(/questions left|Last question/);
    const isOver = page.getByText('Go: no limits today.');
    let questions = 0;
    for (;;) {
      await left.or(isOver).first().waitFor();
      if ((await isOver.count()) > 0) break;
      const before = await left.innerText();
      const [yes, no] = await Promise.all(
        ['Yes', 'No'].map((name) => page.getByRole('button', { name, exact: true }).boundingBox()),
      );
      expect([yes!.width, yes!.height]).toEqual([no!.width, no!.height]);
      expect(yes!.x).toBeLessThan(no!.x);
      await hand.tap('No');
      await page.getByText(before, { exact: true }).waitFor({ state: 'detached' });
      questions += 1;
    }
    expect(questions).toBe(14);
    await hand.tap('Next: Measure');

    await at('Measure');
    await hand.choose('Five-minute look');
    await hand.tap('Next: Heel in use');
    await hand.tap('Flat: nothing under the heels');
    await hand.tap('Next: Stance and foot angle');
    await hand.fill('Stance width, cm', '41');
    await hand.tap('Keep 41.0 cm');
    await hand.tap('Next: foot angle');
    for (const side of ['left', 'right']) {
      await hand.fill(`Toe-out ${side}, °`, '14');
      await hand.tap(`Keep ${side} 14°`);
    }
    await hand.tap('Next: Dorsiflexion, knee bent');
    await hand.fill('Toe to wall left, cm', '6');
    await hand.tap('Keep left 6.0 cm');
    await hand.fill('Toe to wall right, cm', '9.5');
    await hand.tap('Keep right 9.5 cm');
    await hand.tap('Next: Watch');

    await at('Watch');
    const before = hand.actions;
    await hand.choose('Front');
    await hand.tap('Judge by eye: front');
    await hand.tap(/^Knees, /);
    await hand.choose('clear, Knee in');
    const row = page.getByTestId('fault-kneesIn');
    await row.getByRole('button', { name: 'L, left side' }).waitFor();
    await hand.tap('L, left side');
    await hand.tap('up, coming up');
    await hand.tap(/^Feet and floor, /);
    await hand.choose('slight, Arch drops, foot rolls in');
    const arch = page.getByTestId('fault-archDrops');
    await hand.tap('L, left side', arch);
    await hand.tap('bottom, at the bottom', arch);
    await hand.tap('Keep 2 faults in 5 reps');
    await page.getByText(/^By eye: .*knee in, left \(clear\)/).waitFor();
    const byEye = hand.actions - before;

    await hand.tap('Next: Probe');
    await hand.tap('Go on without a test');
    await hand.tap('Use this setup');
    await hand.tap('Next: Plan');
    await hand.tap('Give plan');
    await page.getByText(/Given today.*kept with the client/).waitFor();
    await saved(page);
    const { actions } = hand;
    process.stderr.write(
      `Five-minute look: ${actions} actions from a new client to a given plan, ${byEye} of them by eye.\n`,
    );
    expect(actions).toBeLessThanOrEqual(60);
    expect(byEye).toBeLessThanOrEqual(14);
    expect(problems).toEqual([]);
    await context.close();
  });
});
