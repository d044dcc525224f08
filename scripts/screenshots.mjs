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
buildApp();

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
  await page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) });
  await context.close();
}

const client = (name) => async (page) => {
  await page.getByText(name).click();
  await page.getByRole('heading', { name }).waitFor();
};
const stage =
  (name, button, title = button) =>
  async (page) => {
    await client(name)(page);
    await page.getByRole('button', { name: button, exact: true }).click();
    await page.getByRole('heading', { name: title, exact: true }).first().waitFor();
  };
const lab = async (page) => {
  await page.getByRole('link', { name: 'Lab' }).click();
  await page.getByTestId('window').waitFor();
};
const opened = (name) => async (page) => {
  await stage(name, 'Setup')(page);
  await page
    .getByRole('button', { name: /^Try: Heels up \d+ mm$/ })
    .first()
    .click();
  await page.getByText(/ of room at /).waitFor();
};
const print = async (page) => {
  await stage('Tavi Brask', 'Plan', 'Prescription')(page);
  const url = page.url().replace('/prescription', '/print');
  await page.goto(url);
  await page.getByRole('button', { name: 'Print', exact: true }).waitFor();
};

try {
  await picture('clients-phone', 'phone', async () => {});
  await picture('client-wide', 'wide', client('Pell Ashgrove'));
  await picture('clear-phone', 'phone', stage('Runa Feld', 'Clear'));
  await picture('held-phone', 'phone', client('Ivo Larch'));
  await picture('measure-phone', 'phone', stage('Pell Ashgrove', 'Measure'));
  await picture('setup-shut-phone', 'phone', stage('Orla Venn', 'Setup'));
  await picture('setup-opened-wide', 'wide', opened('Orla Venn'));
  await picture('prescription-phone', 'phone', stage('Orla Venn', 'Plan', 'Prescription'));
  await picture('print-wide', 'wide', print);
  await picture('lab-dark-phone', 'phone', lab, { dark: true });
} finally {
  await browser.close();
  await server.stop();
}
