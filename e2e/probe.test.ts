import type { Page } from 'playwright-core';
import { enter, openStage, PHONE, saved, seeded, visit, WIDE } from './support.ts';

const house = seeded();
const { server } = house;

const probe = async (page: Page, client: string) => {
  await page.getByText(client).first().click();
  await openStage(page, 'Probe');
  await page.getByRole('heading', { name: 'Probe', exact: true }).waitFor();
};

/** The belief in a cause as the page says it. */
const belief = async (page: Page, cause: string): Promise<number> => {
  const row = page.getByRole('link', { name: new RegExp(`^${cause}`) }).first();
  const [, share = ''] = (await row.innerText()).match(/(\d+) %/) ?? [];
  return Number(share);
};

/** A belief once it no longer moves: a slow machine takes a while to weigh anew. */
async function settled(page: Page, cause: string): Promise<number> {
  let last = await belief(page, cause);
  for (let same = 0; same < 4;) {
    await page.waitForTimeout(500);
    const now = await belief(page, cause);
    same = now === last ? same + 1 : 0;
    last = now;
  }
  return last;
}

describe('Probe, at 390 × 844', () => {
  it('over-cued knees are not cued further out', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await probe(page, 'Hodd Karrin');
    await page.getByText(/^Do not use: “Knees out”\./).waitFor();
    await page.getByText(/^Not a fault: The knees are outside the feet already/).waitFor();
    expect(await page.getByText(/^Knees-out cue/).count()).toBe(0);
    expect(problems).toEqual([]);
    await context.close();
  });

  it('from Watch findings through two tests to a settled cause, kept on another device', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    // A fresh look by eye: the left knee comes in, clearly.
    await page.getByText('Hodd Karrin').first().click();
    await openStage(page, 'Watch');
    await page.getByRole('radio', { name: /^Front/ }).tap();
    await page.getByRole('button', { name: 'Judge by eye: front' }).tap();
    await page.getByRole('button', { name: /^Knees, / }).tap();
    await page.getByRole('radio', { name: 'clear, Knee in' }).tap();
    await page.getByRole('button', { name: 'L, left side' }).tap();
    await page.getByRole('button', { name: 'Keep 1 fault in 5 reps' }).tap();
    await page.getByRole('button', { name: 'Next: Probe' }).tap();
    await page.getByText('Knee in, left', { exact: true }).waitFor();
    await page.getByText(/No group of causes is likely enough to act on yet|So far:/).waitFor();

    // The card says what each outcome would change before the test is done.
    const card = page.getByTestId('test-card');
    await card
      .getByText('of the short tests it would change most a minute', { exact: false })
      .waitFor();
    await card.getByText(/^Gone \(\d+ %\): /).waitFor();
    // First: the foot cue changes nothing.
    await page.getByRole('button', { name: /^What else would tell more/ }).tap();
    if ((await card.getByRole('heading', { name: /^Foot cue/ }).count()) === 0)
      await page.getByRole('button', { name: /^Foot cue: tripod.*left/ }).tap();
    await page.getByRole('button', { name: /^No change we can see: Foot cue/ }).tap();
    await page.getByText(/^Recorded: Foot cue.*no change we can see\.$/).waitFor();
    const hip = 'Abductor strength or timing, left';
    const before = await settled(page, hip);
    // Second: the leg raise aside ends early; the hip is believed more, and says what it was.
    await page.getByRole('button', { name: /^What else would tell more/ }).waitFor();
    if ((await card.getByRole('heading', { name: /^Standing hip abduction/ }).count()) === 0) {
      await page.getByRole('button', { name: /^Standing hip abduction, left/ }).tap();
      await card.getByRole('heading', { name: /^Standing hip abduction, left/ }).waitFor();
    }
    await page.getByRole('button', { name: /^Low, or under twelve: Standing hip abduction/ }).tap();
    await page.getByText(/^Recorded: Standing hip abduction/).waitFor();
    await page
      .getByText(/· was \d+ %/)
      .first()
      .waitFor();
    expect(await settled(page, hip)).toBeGreaterThan(Math.max(50, before));

    await page.getByRole('button', { name: /^Conclude/ }).tap();
    await page.getByRole('heading', { name: 'Setup', level: 1 }).waitFor();
    await saved(page);
    // One lever changed in Set and used: from here every page tells this setup.
    await page.getByRole('radio', { name: 'Map' }).tap();
    await page.getByRole('slider', { name: 'Stance width and toe-out' }).focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    const [, cm, toes] = /^(\d+) cm, toes (\d+)°/.exec(
      await page.getByTestId('point').innerText(),
    )!;
    await page
      .getByTestId('answer')
      .getByText(new RegExp(`^${cm} cm`))
      .waitFor();
    await page.getByRole('button', { name: 'Use this setup' }).tap();
    await page.getByRole('heading', { name: 'Setup in use' }).waitFor();
    await saved(page);
    await context.close();
    const again = await visit(house.browser, WIDE, server.address);
    await probe(again.page, 'Hodd Karrin');
    await again.page
      .getByText(/^Concluded today.*abductor strength or timing, left \(\d+ %\)/)
      .waitFor();
    await again.page.getByText('concluded today', { exact: true }).first().waitFor();
    // The plan works on it, first of all.
    await again.page.goto(again.page.url().replace(/probe$/, 'prescription'));
    await again.page.getByRole('heading', { name: 'Preparation, in this order' }).waitFor();
    const plan = await again.page.getByRole('main').innerText();
    expect(plan.slice(plan.search(/^1\. /m), plan.search(/^2\. /m))).toContain(
      'Abductor strength or timing, left',
    );
    const tells = new RegExp(`heels ${cm} cm apart.*${toes}°`, 'i');
    await again.page.getByText(tells).first().waitFor();
    await again.page.getByRole('button', { name: 'Give plan' }).click();
    await saved(again.page);
    await again.page.getByRole('button', { name: 'Print the plan' }).click();
    await again.page.getByText(tells).first().waitFor();
    // The paper alone: whether everything is on the server is said beside it, for a moment.
    const onPaper = async () =>
      (await again.page.getByRole('main').innerText())
        .split('\n')
        .filter((line) => /[a-z0-9]/i.test(line) && line.trim() !== 'Saved')
        .join('\n');
    const printed = await onPaper();
    expect(printed).toContain('Abductor strength or timing, left');
    await again.page.reload();
    await again.page.getByText(tells).first().waitFor();
    expect(await onPaper()).toBe(printed);
    expect([...problems, ...again.problems]).toEqual([]);
    await again.context.close();
  });

  it('an outcome is undone, put aside in the list, and counted again', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await probe(page, 'Orla Venn');
    const cause = 'Ankle joint or soleus, left';
    await page.getByRole('button', { name: /^What else would tell more/ }).tap();
    const card = page.getByTestId('test-card');
    if ((await card.getByRole('heading', { name: /^Heels raised/ }).count()) === 0)
      await page.getByRole('button', { name: /^Heels raised/ }).tap();
    await page.getByRole('button', { name: /^No change we can see: Heels raised/ }).tap();
    await page.getByRole('button', { name: 'Undo' }).tap();
    await page.getByText('withdrawn (was: no change we can see)').waitFor();
    const without = await settled(page, cause);
    await page.getByRole('button', { name: /^Count it again: Heels raised/ }).tap();
    await page.getByText(/^no change we can see · today/).waitFor();
    expect(await settled(page, cause)).toBeLessThanOrEqual(without);
    await saved(page);
    await page.reload();
    await page.getByRole('button', { name: /^Withdraw: Heels raised.*no change we can see/ }).tap();
    await page.getByText('withdrawn (was: no change we can see)').waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('a slight finding is left alone with a reason, and then nothing is left to probe', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await probe(page, 'Quill Haskamp');
    await page.getByText(/^left alone since .*Stable and painless for weeks\.$/).waitFor();
    // What lies behind the other one nobody tested: it is served by itself until it is left alone too.
    await page.getByText(/^First help for hips break first: /).waitFor();
    await page.getByRole('button', { name: /^Leave alone: Hips break first/ }).tap();
    await page.getByRole('radio', { name: 'Too small to matter.' }).tap();
    await page.getByText(/there is nothing to test/).waitFor();
    await page.getByRole('button', { name: /^Count it again: Knee wobbles/ }).tap();
    await page.getByText(/slight on 2 earlier days/).waitFor();
    await page.getByTestId('test-card').waitFor();
    await page.getByRole('button', { name: /^Leave alone: Knee wobbles/ }).tap();
    await page.getByRole('radio', { name: 'Too small to matter.' }).tap();
    await page.getByText(/there is nothing to test/).waitFor();
    await page
      .getByText(/^left alone since today.*Too small to matter\.$/)
      .first()
      .waitFor();
    await saved(page);
    expect(problems).toEqual([]);
    await context.close();
  });

  it('a group is chosen by the coach, kept with who and when, and withdrawn again', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await probe(page, 'Nim Farrowe');
    await page.getByText(/^First help for drops into the bottom: /).waitFor();
    await page.getByText('Other groups', { exact: true }).tap();
    await page.getByRole('button', { name: 'Work on this: Trunk' }).tap();
    await page.getByText(/chosen by CH on .*: the plan works on it/).waitFor();
    await saved(page);
    await page.reload();
    await page.getByText(/chosen by CH on .*: the plan works on it/).waitFor();
    await page.goto(page.url().replace('/probe', '/prescription'));
    await page
      .getByText(/^Trunk \(.*Chosen by CH/)
      .first()
      .waitFor();
    await page.goBack();
    await page.getByRole('button', { name: 'Withdraw: Trunk' }).tap();
    await page.getByText(/chosen by CH/).waitFor({ state: 'detached' });
    expect(problems).toEqual([]);
    await context.close();
  });

  it('an arch that never forms leads to the referral note, not to drills', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await probe(page, 'Nim Farrowe');
    await page.getByText(/^For a clinician: structural flat foot, left/).waitFor();
    await page.getByRole('button', { name: 'Conclude and write the referral note' }).tap();
    await page.getByRole('heading', { name: 'Referral note' }).waitFor();
    await page.getByText('Structural flat foot, left').waitFor();
    await page.getByText(/^Seen: .*arch/).waitFor();
    expect(await page.getByText(/so the session is on hold/).count()).toBe(0);
    await page.getByRole('button', { name: 'Back' }).tap();
    await page.getByRole('heading', { name: 'Probe', exact: true }).waitFor();
    await openStage(page, 'Coach');
    await page.getByText(/^For a clinician: structural flat foot\./).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('what is not on hand is skipped, said, and can be put back', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await probe(page, 'Brin Ostmoor');
    const card = page.getByTestId('test-card');
    await card.waitFor();
    await page.getByRole('button', { name: /^What else would tell more/ }).tap();
    if ((await card.getByRole('heading', { name: /^Light against/ }).count()) === 0)
      await page.getByRole('button', { name: /^Light against training load/ }).tap();
    await page.getByRole('button', { name: /^Not on hand here/ }).tap();
    await page.getByText(/^Not on hand: a bar and the training load/).waitFor();
    expect(await page.getByRole('button', { name: /: Light against/ }).count()).toBe(0);
    await page.getByRole('button', { name: /^It is here: a bar/ }).tap();
    await card.getByRole('heading', { name: /^Light against training load/ }).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('why: every weight with its reason, and what would change the mind', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await probe(page, 'Orla Venn');
    await page.getByRole('link', { name: /^Ankle joint or soleus, left/ }).tap();
    await page.getByRole('heading', { name: 'Ankle joint or soleus, left' }).waitFor();
    const ledger = page.getByRole('table', { name: 'Evidence and its weight' });
    await ledger
      .getByRole('row', { name: /^Ankle measured short of this squat, left.*strongly for$/ })
      .waitFor();
    await page.getByRole('heading', { name: 'What would change my mind' }).waitFor();
    await page.getByText(/^(over )?\d+ %, very likely$/).waitFor();
    await page.getByRole('button', { name: 'Back to Probe' }).tap();
    await page.getByRole('heading', { name: 'Likely causes' }).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('pain in a test stops the testing, asks where and how much, and is on the record', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, server.address);
    await probe(page, 'Maren Sool');
    await page.getByTestId('test-card').waitFor();
    await page.getByRole('button', { name: /^Pain: (?!stop)/ }).tap();
    await page.getByText(/^Testing has stopped: pain in/).waitFor();
    // Asked again after the page was left without an answer.
    await saved(page);
    await page.reload();
    await page.getByText(/^Testing has stopped: pain in/).waitFor();
    await page.getByRole('radio', { name: 'Hip', exact: true }).tap();
    await page.getByRole('radio', { name: 'Pain 7 of 10' }).tap();
    await page.getByText('Hold and refer', { exact: false }).first().waitFor();
    expect(await page.getByTestId('test-card').count()).toBe(0);
    expect(await page.getByRole('button', { name: /^(Gone|Better|Pain): / }).count()).toBe(0);
    await page.getByRole('button', { name: 'Referral note' }).first().tap();
    await page.getByText(/during the short test: .*hip, 7 of 10/).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });
});

describe('the Shelf', () => {
  it('an entry is changed with its reason, moves the beliefs, is undone from the history', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, server.address, '/shelf');
    await page.getByRole('radio', { name: 'Causes' }).click();
    await page.getByRole('button', { name: 'Change: Ankle joint or soleus' }).click();
    await enter(page, 'Ankle joint or soleus, %', '1');
    await page.getByRole('radio', { name: 'Agreed in the team.' }).click();
    await page.getByText(/^1 entry is your own: Ankle joint or soleus, how common 1 %/).waitFor();
    await page.getByText('Ankle joint or soleus, how common: 12 % → 1 %').waitFor();
    await page.getByText(/^Agreed in the team\. CH, today/).waitFor();
    await page.getByRole('radio', { name: 'Findings' }).click();
    await page.getByRole('button', { name: /^Heels rise/ }).click();
    await page.getByRole('button', { name: 'Change: Habit: dives on the knees' }).click();
    await page.getByRole('radio', { name: 'strong' }).click();
    await page.getByLabel('In your own words').fill('Our crews hurry.');
    await page.getByRole('button', { name: 'Keep the change' }).click();
    await page.getByText('Heels rise → habit: dives on the knees: some → strong').waitFor();
    await page.getByText(/^Our crews hurry\. CH, today/).waitFor();
    await saved(page);
    // Out of range is refused and stays on the page.
    await page.getByRole('radio', { name: 'Weights' }).click();
    await page.getByRole('button', { name: 'Change: By eye, slight' }).click();
    await enter(page, 'By eye, slight, %', '20');
    await page.getByText(/of 20 % is not possible: 50 to 99\.9/).waitFor();
    // Another device has it; a client's belief follows.
    const other = await visit(house.browser, WIDE, server.address, '/shelf');
    await other.page.getByRole('radio', { name: 'Causes' }).click();
    await other.page.getByText(/^2 entries are your own/).waitFor();
    await other.page.goto(`${server.address}/clients`);
    await probe(other.page, 'Orla Venn');
    const low = await belief(other.page, 'Ankle joint or soleus, left');
    await page.getByRole('button', { name: 'Put everything back' }).click();
    await page.getByText(/is your own|are your own/).waitFor({ state: 'detached' });
    await page.getByText(/Everything back to the house defaults\. CH, today/).waitFor();
    await saved(page);
    await other.page.reload();
    await other.page.getByRole('heading', { name: 'Likely causes' }).waitFor();
    await other.page.getByRole('link', { name: /^Ankle joint or soleus, left/ }).waitFor();
    expect(await belief(other.page, 'Ankle joint or soleus, left')).toBeGreaterThan(low);
    expect([...problems, ...other.problems]).toEqual([]);
    await other.context.close();
    await context.close();
  });

  it('a higher chance to be worth trying changes what Set proposes, on another device too', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, server.address, '/shelf');
    await page.getByRole('radio', { name: 'Chances' }).click();
    await page.getByRole('button', { name: 'Change: Likely enough to try' }).click();
    await enter(page, 'Likely enough to try, %', '99');
    await page.getByText(/of 99 % is not possible: 5 to 95/).waitFor();
    await enter(page, 'Likely enough to try, %', '90');
    await page.getByRole('radio', { name: 'Trying it out.' }).click();
    await page.getByText('Likely enough to try: 60 % → 90 %').waitFor();
    await saved(page);
    const other = await visit(house.browser, WIDE, server.address);
    await other.page.getByText('Orla Venn').first().click();
    await openStage(other.page, 'Set');
    const look = other.page.getByRole('button', { name: /^Look at the smallest change/ });
    await look.waitFor();
    const strict = await look.getAttribute('aria-label');
    await page.getByRole('button', { name: 'Put everything back' }).click();
    await saved(page);
    await other.page.reload();
    await look.waitFor();
    expect(await look.getAttribute('aria-label')).not.toBe(strict);
    expect([...problems, ...other.problems]).toEqual([]);
    await other.context.close();
    await context.close();
  });
});
