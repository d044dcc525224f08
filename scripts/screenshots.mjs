// npm run screenshots: one current picture of each main view, from the demo data, into docs/screenshots.
import { spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installChromium, installPackages, root } from './install.mjs';

installPackages();
const executablePath = installChromium();
const { buildApp } = await import('./build.mjs');
const { startServer } = await import('./server.mjs');
const { chromium } = await import('playwright-core');
await buildApp();

const server = await startServer({
  port: 18_081,
  databaseFile: join(mkdtempSync(join(tmpdir(), 'plumb-shots-')), 'shots.sqlite'),
});
spawnSync(
  process.execPath,
  ['--import', import.meta.resolve('tsx'), join(root, 'demo/main.ts'), server.address],
  { cwd: root, stdio: 'ignore' },
);

const browser = await chromium.launch({
  executablePath,
  args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'],
});

const SIZES = { phone: { width: 390, height: 844 }, wide: { width: 1280, height: 800 } };

async function picture(name, size, open, { dark = false } = {}) {
  const context = await browser.newContext({ viewport: SIZES[size], hasTouch: size === 'phone' });
  const page = await context.newPage();
  page.setDefaultTimeout(15_000);
  await page.goto(`${server.address}/clients`);
  if (dark) {
    await page.evaluate(() => localStorage.setItem('zither-plumb.colours', 'dark'));
    await page.reload();
  }
  await page.getByText('Orla Venn').waitFor();
  await open(page);
  await page.waitForTimeout(700);
  // Never a picture of something still being worked out.
  await page.waitForFunction(() => !/^(Weighing|Working out)/m.test(document.body.innerText));
  await page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) });
  await context.close();
}

const client = (name) => async (page) => {
  await page.getByText(name).click();
  await page.getByRole('heading', { name }).waitFor();
};
const stage =
  (name, bead, title = bead) =>
  async (page) => {
    await client(name)(page);
    await page
      .getByRole('navigation', { name: 'Stages of the visit' })
      .getByRole('link', { name: new RegExp(`^${bead}`) })
      .click();
    await page.getByRole('heading', { name: title, exact: true }).first().waitFor();
  };
const lab = async (page) => {
  await page.getByRole('link', { name: 'Lab' }).click();
  await page.getByTestId('window').waitFor();
};
const capture = (name, which) => async (page) => {
  await stage(name, 'Watch')(page);
  await page.getByRole('link', { name: which }).first().click();
  await page.getByRole('heading', { name: 'Over the rep' }).waitFor();
};
const setPage = (path, testId) => async (page) => {
  await client('Orla Venn')(page);
  await page.goto(`${page.url()}/setup?show=${path}`);
  await page.getByTestId(testId).waitFor();
  await page.waitForTimeout(1500);
};
const schools = async (page) => {
  await client('Orla Venn')(page);
  await page.goto(`${page.url()}/setup?show=alternatives`);
  await page.getByRole('radio', { name: 'Open hip, beside it' }).click();
  await page.getByText(/^Where they differ/).scrollIntoViewIfNeeded();
  await page
    .getByRole('button', { name: /^Look at it: Open hip/ })
    .first()
    .scrollIntoViewIfNeeded();
  await page.waitForTimeout(1500);
};
const eye = async (page) => {
  await stage('Orla Venn', 'Watch')(page);
  await page.getByRole('radio', { name: 'Front' }).click();
  await page.getByRole('button', { name: 'Judge by eye: front' }).click();
  await page.getByRole('button', { name: /^Knees, / }).click();
  await page.getByRole('radio', { name: 'clear, Knee in' }).click();
  await page.getByRole('button', { name: 'L, left side' }).click();
};
const print = async (page) => {
  await stage('Tavi Brask', 'Coach', 'Plan')(page);
  const url = page.url().replace('/prescription', '/print');
  await page.goto(url);
  await page.getByRole('button', { name: 'Print', exact: true }).waitFor();
};

try {
  await picture('clients-phone', 'phone', async () => {});
  await picture('client-wide', 'wide', client('Pell Ashgrove'));
  await picture('clear-phone', 'phone', stage('Runa Feld', 'Clear'));
  await picture('schools-wide', 'wide', schools);
  await picture('measure-phone', 'phone', stage('Pell Ashgrove', 'Measure'));
  await picture('setup-shut-phone', 'phone', async (page) => {
    await stage('Orla Venn', 'Set', 'Setup')(page);
    await page.getByTestId('answer').waitFor();
    await page.getByText('What would tell more').waitFor();
  });
  await picture('try-phone', 'phone', setPage('trials', 'answer'));
  await picture('watch-phone', 'phone', stage('Orla Venn', 'Watch'));
  await picture('eye-phone', 'phone', eye);
  await picture('recheck-phone', 'phone', stage('Sella Wrick', 'Recheck'));
  await picture('review-wide', 'wide', capture('Tavi Brask', /^Measured: trunk/));
  await picture('probe-phone', 'phone', async (page) => {
    await stage('Orla Venn', 'Probe')(page);
    await page.getByRole('button', { name: /^No change/ }).waitFor();
  });
  await picture('shelf-wide', 'wide', async (page) => {
    await page.getByRole('link', { name: 'Shelf' }).click();
    await page.getByRole('button', { name: /^Loaded carry/ }).click();
  });
  await picture('map-wide', 'wide', setPage('map', 'chance-field'));
  await picture('prescription-phone', 'phone', async (page) => {
    await stage('Orla Venn', 'Coach', 'Plan')(page);
    await page.getByText('How to stand').waitFor();
  });
  await picture('print-wide', 'wide', print);
  await picture('lab-dark-phone', 'phone', lab, { dark: true });
  await picture('loads-phone', 'phone', async (page) => {
    await client('Brin Ostmoor')(page);
    await page.getByRole('button', { name: 'Log a set' }).click();
    await page.getByText(/^Knee in, left: likely from/).waitFor();
  });
  await picture('floor-wide', 'wide', async (page) => {
    await page.getByRole('link', { name: 'Floor' }).click();
    for (const name of ['Sella Wrick', 'Juno Marrel', 'Odda Klees'])
      await page.getByRole('button', { name: `On the board: ${name}` }).click();
    await page.getByRole('button', { name: 'Start rest: Sella Wrick' }).click();
    await page.getByText('No set logged yet.').first().waitFor();
  });
} finally {
  await browser.close();
  await server.stop();
}
