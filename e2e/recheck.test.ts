import { openStage, PHONE, saved, seeded, visit, WIDE } from './support.ts';

const house = seeded();

describe('Recheck', () => {
  it('says one better, one no change and one worse; takes the coach’s call, the next step and the next date', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, house.server.address);
    await page.getByText('Sella Wrick').tap();
    await openStage(page, 'Recheck');
    await page.getByText(/^Of \d goals: .*better, .*no change.* and .*worse\.$/).waitFor();
    for (const verdict of ['▲ better', '= no change we can see', '▼ worse'])
      await page.getByText(verdict, { exact: true }).first().waitFor();
    await page.getByText(/judged together: a client who has not changed/).waitFor();
    // What got worse is proposed to be seen to first; the coach decides otherwise.
    await page.getByText('Proposed: Adjust the setup. One of the goals got worse.').waitFor();
    await page
      .getByRole('radiogroup', { name: 'Your call: knee in, left' })
      .getByRole('radio', { name: 'No change' })
      .tap();
    await page.getByRole('radio', { name: 'Change a drill' }).tap();
    await page.getByRole('radio', { name: 'In 2 weeks' }).tap();
    // Not kept yet, and not lost by a reload.
    await page.reload();
    await page.getByRole('button', { name: 'Keep this recheck' }).tap();
    await page.getByText(/^Kept today\. Next look /).waitFor();
    await saved(page);
    // The look to be repeated opens with the options it had.
    await page.getByRole('button', { name: 'Watch: Front · cold' }).tap();
    const front = page.getByRole('radio', { name: /^Front/ });
    await front.waitFor();
    expect(await front.getAttribute('aria-checked')).toBe('true');
    expect(problems).toEqual([]);
    await context.close();
  });

  it('sets both captures side by side, at their bottom, and the causes then and now, on wide', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, house.server.address);
    await page.getByText('Sella Wrick').click();
    await openStage(page, 'Recheck');
    await page.getByText(/^Ankle joint or soleus, left: .* then, .* now$/).waitFor();
    await page.getByRole('button', { name: 'See both side by side: heels rise' }).click();
    await page.getByRole('img', { name: 'Before, 0.0 s from the bottom.' }).waitFor();
    await page.getByRole('img', { name: 'Now, 0.0 s from the bottom.' }).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('says when a plan was given and when it is due, where nothing was looked at since', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, house.server.address);
    await page.getByText('Tavi Brask').tap();
    await openStage(page, 'Recheck');
    await page
      .getByText(/^The plan’s goal has not been checked again yet\.|^None of the plan’s \d goals/)
      .waitFor();
    await page.getByText('Not repeated since the plan.').first().waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });
});
