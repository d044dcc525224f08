import { PHONE, saved, seeded, visit, WIDE } from './support.ts';

const house = seeded();

describe('Floor', () => {
  it('shows who is on hold, due and unfinished; one tap starts the visit, another goes on', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, house.server.address);
    await page.getByRole('link', { name: 'Floor' }).tap();
    for (const group of [/^On hold · 1$/, /^Due · 4$/, /^Left unfinished · 2$/])
      await page.getByRole('heading', { name: group }).waitFor();
    const find = page.getByRole('textbox', { name: 'Find by name, cause, limit or due' });
    await find.fill('turns in too little');
    await page.getByText('Ivo Larch').waitFor({ state: 'detached' });
    await page.getByText('Wren Tolvar').waitFor();
    await find.fill('ankle joint');
    await page.getByRole('link', { name: /^Sella Wrick Recheck due since/ }).tap();
    await page.getByRole('heading', { name: 'Clear', exact: true }).waitFor();
    await saved(page);
    await page.getByRole('link', { name: 'Floor' }).tap();
    await page.getByRole('heading', { name: 'Here now · 1' }).waitFor();
    await page.getByRole('link', { name: /^Sella Wrick Visit open at Clear/ }).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });

  it('has a board on wide: a tile a client with name, rest clock and the next set', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, house.server.address);
    await page.getByRole('link', { name: 'Floor' }).click();
    await page.getByRole('button', { name: 'On the board: Sella Wrick' }).click();
    await page.getByRole('button', { name: 'On the board: Odda Klees' }).click();
    const tile = page.getByRole('group', { name: 'Sella Wrick' });
    await tile.getByText(/^Goblet squat · /).waitFor();
    await page.getByRole('group', { name: 'Odda Klees' }).getByText('No set logged yet.').waitFor();
    await tile.getByRole('button', { name: 'Start rest: Sella Wrick' }).click();
    await tile.getByText('0:01').waitFor();
    await tile.getByRole('button', { name: 'Log a set: Sella Wrick' }).click();
    await page.getByRole('button', { name: /^Log: / }).click();
    await saved(page);
    await page.getByRole('link', { name: 'Floor' }).click();
    // The clock went on, and the next set is one tap.
    const again = page.getByRole('group', { name: 'Sella Wrick' });
    await again.getByRole('button', { name: 'Same again: Sella Wrick' }).click();
    await again.getByText(/^0:0[0-2]$/).waitFor();
    await saved(page);
    await page
      .getByRole('group', { name: 'Odda Klees' })
      .getByRole('button', { name: 'Take Odda Klees off the board' })
      .click();
    await page.getByRole('heading', { name: 'Board · 1 of 8' }).waitFor();
    expect(problems).toEqual([]);
    await context.close();
  });
});
