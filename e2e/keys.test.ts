import { seeded, visit, WIDE } from './support.ts';

const house = seeded();

describe('keys on wide', () => {
  it('move through a radio group by the arrows, with one stop for Tab', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, house.server.address);
    const radio = (name: string) => page.getByRole('radio', { name, exact: true });
    await radio('By need').focus();
    await page.keyboard.press('ArrowRight');
    await page.getByRole('radio', { name: 'By name', exact: true, checked: true }).waitFor();
    const focused = () => page.evaluate(() => document.activeElement?.textContent);
    expect(await focused()).toBe('By name');
    await page.keyboard.press('ArrowRight');
    await page.getByRole('radio', { name: 'By need', exact: true, checked: true }).waitFor();
    expect(await focused()).toBe('By need');
    await page.keyboard.press('Tab');
    expect(await focused()).not.toBe('By name');
    expect(problems).toEqual([]);
    await context.close();
  });

  it('list themselves on “?”, go to places and stages, leave typing alone, and can be turned off', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, house.server.address);
    await page.getByText('Orla Venn').click();
    await page.getByRole('heading', { name: 'Orla Venn' }).waitFor();
    await page.getByRole('button', { name: 'Keys', exact: true }).waitFor();
    await page.getByRole('link', { name: /^Measure: / }).waitFor();
    await page.keyboard.press('2');
    await page.waitForURL(/\/measure/);
    await page.keyboard.press('5');
    await page.waitForURL(/\/setup/);
    await page.keyboard.press('l');
    await page.waitForURL(/\/lab/);
    await page.keyboard.press('c');
    await page.waitForURL(/\/clients$/);
    // What is typed into a field is text.
    const search = page.getByRole('searchbox').or(page.getByLabel(/^Find a client/));
    await search.first().click();
    await page.keyboard.type('fls2');
    expect(await search.first().inputValue()).toBe('fls2');
    expect(page.url()).toMatch(/\/clients$/);
    await page.keyboard.press('Escape');
    await page.getByRole('heading', { name: 'Clients', exact: true }).click();
    await page.keyboard.press('?');
    await page.getByRole('heading', { name: 'Keys' }).waitFor();
    await page.getByText('Measure, of the client on the page').waitFor();
    await page.getByRole('checkbox', { name: 'Use these keys' }).click();
    await page.getByRole('button', { name: 'Close' }).click();
    await page.getByRole('heading', { name: 'Keys' }).waitFor({ state: 'detached' });
    await page.keyboard.press('l');
    await page.waitForTimeout(500);
    expect(page.url()).toMatch(/\/clients$/);
    expect(problems).toEqual([]);
    await context.close();
  });

  it('the arrow keys move a choice: the size of a fault, one Tab stop a group', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, house.server.address);
    await page.getByText('Orla Venn').first().click();
    await page.getByRole('heading', { name: 'Orla Venn' }).waitFor();
    await page.goto(`${page.url()}/watch/eye?view=front`);
    await page.getByRole('button', { name: /^Knees, / }).click();
    const sizes = page.getByRole('radiogroup', { name: 'Knee in' });
    await sizes.getByRole('radio', { name: '–, Knee in not marked', checked: true }).focus();
    await page.keyboard.press('ArrowRight');
    await sizes.getByRole('radio', { name: 'slight, Knee in', checked: true }).waitFor();
    await page.keyboard.press('ArrowRight');
    await sizes.getByRole('radio', { name: 'clear, Knee in', checked: true }).waitFor();
    expect(await sizes.locator('[role=radio][tabindex="0"]').count()).toBe(1);
    expect(problems).toEqual([]);
    await context.close();
  });
});
