import { PHONE, seeded, visit, WIDE } from './support.ts';

const house = seeded();

/** Every stage of a visit, and what is done within one. */
const PAGES: readonly [client: string, path: string][] = [
  ['Orla Venn', 'clear'],
  ['Runa Feld', 'clear'],
  ['Orla Venn', 'measure'],
  ['Orla Venn', 'measure/heel'],
  ['Orla Venn', 'measure/stance'],
  ['Orla Venn', 'measure/ankleBent'],
  ['Orla Venn', 'watch'],
  ['Orla Venn', 'watch/eye?view=front'],
  // With a test in hand: its outcomes stand under the thumb.
  ['Orla Venn', 'probe'],
  ['Wren Tolvar', 'probe'],
  ['Orla Venn', 'setup'],
  ['Pell Ashgrove', 'prescription'],
  ['Pell Ashgrove', 'run'],
  ['Pell Ashgrove', 'cues'],
  ['Sella Wrick', 'recheck'],
  ['Brin Ostmoor', 'load'],
];

describe('room on the phone', () => {
  it('gives at least 70 % of the height to the page, with Stop in sight on every stage and in every runner', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, house.server.address);
    const { clients } = (await (await fetch(`${house.server.address}/api/clients`)).json()) as {
      clients: { id: string; name: string }[];
    };
    const lines: string[] = [];
    for (const [name, path] of PAGES) {
      const { id } = clients.find((c) => c.name === name)!;
      await page.goto(`${house.server.address}/clients/${id}/${path}`);
      const stop = page.getByRole('button', { name: /^Stop: / });
      await stop.waitFor();
      const { width, height, x, y } = (await stop.boundingBox())!;
      expect([path, width >= 44 && height >= 44]).toEqual([path, true]);
      expect([path, x >= 0 && x + width <= PHONE.width && y + height <= 120]).toEqual([path, true]);
      // What is worked out may bring buttons with it.
      await page.waitForFunction(
        () => !/Weighing what was seen|Working out/.test(document.body.innerText),
      );
      const share = await page.evaluate(() => {
        const tall = (selector: string) =>
          document.querySelector(selector)?.getBoundingClientRect().height ?? 0;
        return (
          (tall('[role=main]') -
            tall('[data-testid=page-head]') -
            tall('[data-testid=page-foot]')) /
          window.innerHeight
        );
      });
      lines.push(`${path} ${(100 * share).toFixed(1)} %`);
      expect([path, share >= 0.7]).toEqual([path, true]);
    }
    process.stderr.write(`Share of the height that is content: ${lines.join(', ')}.\n`);
    expect(problems).toEqual([]);
    await context.close();
  });
});

describe('room on wide', () => {
  it('a button in the foot is as wide as its words ask', async () => {
    const { page, context, problems } = await visit(house.browser, WIDE, house.server.address);
    const { clients } = (await (await fetch(`${house.server.address}/api/clients`)).json()) as {
      clients: { id: string; name: string }[];
    };
    let feet = 0;
    for (const [name, path] of PAGES) {
      const { id } = clients.find((c) => c.name === name)!;
      await page.goto(`${house.server.address}/clients/${id}/${path}`);
      const foot = page.getByTestId('page-foot');
      await page.getByTestId('page-head').waitFor();
      await page.waitForTimeout(600);
      // Some pages have no next step.
      if ((await foot.count()) === 0) continue;
      feet += 1;
      const spare = await foot.evaluate((element) =>
        [...element.querySelectorAll('[role=button]')].map((button) => {
          const words = document.createRange();
          words.selectNodeContents(button);
          const text = words.getBoundingClientRect().width;
          const { width } = button.getBoundingClientRect();
          // The least a short word's button has, else the words with their margins.
          return width <= 121 ? 0 : Math.round(width - text);
        }),
      );
      expect([path, spare.every((px) => px <= 60)]).toEqual([path, true]);
    }
    expect(feet).toBeGreaterThan(11);
    expect(problems).toEqual([]);
    await context.close();
  });
});
