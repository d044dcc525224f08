import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { copyFileSync, mkdtempSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser, type BrowserContext, type Page } from 'playwright-core';
import { QUIET } from './quiet.ts';

const ROOT = join(__dirname, '..');

async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address() as AddressInfo;
  probe.close();
  await once(probe, 'close');
  return port;
}

/** The real server on its own database; can be stopped and started again on the same address. */
export class TestServer {
  constructor(private readonly env: NodeJS.ProcessEnv = {}) {}

  private child: ChildProcess | null = null;
  private readonly file = join(mkdtempSync(join(tmpdir(), 'plumb-e2e-')), 'test.sqlite');
  private port = 0;

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(): Promise<void> {
    this.port ||= await freePort();
    this.child = spawn(process.execPath, ['--import', 'tsx', 'apps/server/src/main.ts'], {
      cwd: ROOT,
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        PORT: String(this.port),
        PAGE_PORT: String(await freePort()),
        HOST: '127.0.0.1',
        DATABASE_FILE: this.file,
        LOG_LEVEL: 'error',
        ...this.env,
      },
    });
    for (let i = 0; i < 300; i += 1) {
      const answer = await fetch(`${this.address}/api/health`).catch(() => null);
      if (answer?.ok) return;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error('The server did not answer.');
  }

  async stop(): Promise<void> {
    const { child } = this;
    if (!child) return;
    this.child = null;
    const ended = once(child, 'exit');
    child.kill('SIGTERM');
    await ended;
  }

  /** Starts with the demo: a copy of the one that was written for the whole run. */
  async startSeeded(): Promise<void> {
    copyFileSync(process.env['DEMO_FILE']!, this.file);
    await this.start();
  }
}

/** How a browser is started in every test. */
export const BROWSER = {
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: QUIET,
};

export const launch = (): Promise<Browser> => chromium.launch(BROWSER);

export const PHONE = { width: 390, height: 844 };
export const WIDE = { width: 1280, height: 800 };

interface Visit {
  readonly context: BrowserContext;
  readonly page: Page;
  /** Every error the page reports. */
  readonly problems: string[];
}

/** A page in a fresh browser profile, which does not keep the app on the device: that costs seconds and is what few journeys are about. */
export const visit = (
  browser: Browser,
  size: typeof PHONE,
  address: string,
  path = '/clients',
): Promise<Visit> => open(browser, { size, url: address + path, serviceWorkers: 'block' });

/** The same, with the app kept on the device as everywhere outside the tests. */
export const visitKeepingApp = (
  browser: Browser,
  size: typeof PHONE,
  address: string,
  path = '/clients',
): Promise<Visit> => open(browser, { size, url: address + path, serviceWorkers: 'allow' });

async function open(
  browser: Browser,
  {
    size,
    url,
    serviceWorkers,
  }: { size: typeof PHONE; url: string; serviceWorkers: 'allow' | 'block' },
): Promise<Visit> {
  const context = await browser.newContext({
    serviceWorkers,
    viewport: size,
    hasTouch: size.width < 900,
    isMobile: size.width < 900,
    acceptDownloads: true,
  });
  const page = await context.newPage();
  page.setDefaultTimeout(15_000);
  const problems: string[] = [];
  page.on('pageerror', (error) => problems.push(error.message));
  page.on('console', (message) => {
    // A refused or unanswered request is logged by the browser itself and is what some journeys are about.
    if (message.type() === 'error' && !message.text().startsWith('Failed to load resource'))
      problems.push(message.text());
  });
  await page.goto(url);
  return { context, page, problems };
}

/** Types into a labelled number field and leaves it, as a coach does. */
export async function enter(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(text);
  await field.blur();
}

/** Opens a stage of the visit from the strip or rail of beads. */
export const openStage = (page: Page, name: string): Promise<void> =>
  page
    .getByRole('navigation', { name: 'Stages of the visit' })
    .getByRole('link', { name: new RegExp(`^${name}`) })
    .click();

/** Types a reading at a station and keeps it with the button under the thumb. */
export async function keep(page: Page, label: string, text: string): Promise<void> {
  await enter(page, label, text);
  await page.getByRole('button', { name: /^Keep / }).click();
}

/** Waits until the page says that everything is on the server. */
export const saved = (page: Page): Promise<void> =>
  page.getByTestId('save-state').getByText('Saved', { exact: true }).waitFor();

interface House {
  readonly browser: Browser;
  readonly server: TestServer;
}

/** A browser and a server for all tests of a file: with the demo data, or with a practice where nobody is yet. */
export const seeded = (): House => house(true);
export const empty = (): House => house(false);

function house(hasDemo: boolean): House {
  const server = new TestServer();
  let browser: Browser | null = null;
  beforeAll(async () => {
    browser = await launch();
    await (hasDemo ? server.startSeeded() : server.start());
  });
  afterAll(async () => {
    await browser?.close();
    await server.stop();
  });
  return {
    server,
    get browser() {
      if (!browser) throw new Error('The browser is started before the first test.');
      return browser;
    },
  };
}
