import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { connect, createServer, type AddressInfo, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable, Writable } from 'node:stream';
import { clientListSchema } from '@zither/contract';
import { OWN_PAGES } from '../e2e/quiet.ts';
import type { BenchLine } from './line.ts';

/** An address that leads to another until the line is cut: what a phone sees when the network goes. */
async function line(address: string) {
  const { hostname, port } = new URL(address);
  const open = new Set<Socket>();
  const server = createServer((near) => {
    const far = connect(Number(port), hostname);
    near.pipe(far).pipe(near);
    for (const end of [near, far]) {
      open.add(end);
      end.on('error', () => end.destroy()).on('close', () => open.delete(end));
    }
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    cut: () => {
      server.close();
      for (const end of open) end.destroy();
    },
  };
}

/**
 * A browser of its own, with a profile that knows nothing yet, spoken to over a pipe, and nothing of its debugger switched on until a page has been measured: with it on, the first error a page
 * throws and catches costs a tenth of a second (measured), which no phone pays.
 */
function bareBrowser(executablePath: string) {
  const profile = mkdtempSync(join(tmpdir(), 'cold-start-'));
  const child = spawn(
    executablePath,
    [
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--no-first-run',
      '--disable-background-networking',
      // They are drawn just when the page starts, and no phone has them.
      `--disable-features=${OWN_PAGES.join(',')}`,
      '--remote-debugging-pipe',
      `--user-data-dir=${profile}`,
      'about:blank',
    ],
    { stdio: ['ignore', 'ignore', 'ignore', 'pipe', 'pipe'] },
  );
  const [to, from] = [child.stdio[3] as Writable, child.stdio[4] as Readable];
  const waiting = new Map<number, (result: unknown) => void>();
  let text = '';
  from.setEncoding('utf8').on('data', (chunk: string) => {
    const parts = (text + chunk).split('\0');
    text = parts.pop() ?? '';
    for (const part of parts) {
      const { id, result, error } = JSON.parse(part) as {
        id?: number;
        result?: unknown;
        error?: unknown;
      };
      if (id !== undefined) waiting.get(id)?.(result ?? error);
    }
  });
  let last = 0;
  const ask = <T>(method: string, params: object, sessionId?: string): Promise<T> =>
    new Promise((resolve) => {
      last += 1;
      waiting.set(last, resolve as (result: unknown) => void);
      to.write(`${JSON.stringify({ id: last, method, params, sessionId })}\0`);
    });
  return {
    ask,
    close: async () => {
      const gone = new Promise((resolve) => child.on('exit', resolve));
      child.kill();
      await gone;
      // Its helpers take a moment longer to go, and write meanwhile.
      for (let tries = 0; tries < 20; tries += 1) {
        try {
          return await rm(profile, { recursive: true, force: true });
        } catch {
          await pause(200);
        }
      }
    },
  };
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Slower by so much: what the speed goals are for. */
const SLOWER = 4;
/** Opened so often. */
const STARTS = 7;
/** Longer than any page takes to stand, slowed down, ms. */
const STANDS_MS = 5000;
/** Until the app is whole on the device, ms. */
const INSTALLED_MS = 4000;
/** Until a browser just started has settled, ms. */
const SETTLED_MS = 1500;

type Ask = ReturnType<typeof bareBrowser>['ask'];

/** A tab of its own, in a process of its own, as a phone has it. */
async function openTab(ask: Ask) {
  const { targetId } = await ask<{ targetId: string }>('Target.createTarget', {
    url: 'about:blank',
  });
  const { sessionId } = await ask<{ sessionId: string }>('Target.attachToTarget', {
    targetId,
    flatten: true,
  });
  const size = { width: 390, height: 844, deviceScaleFactor: 2, mobile: true };
  await ask('Emulation.setDeviceMetricsOverride', size, sessionId);
  return {
    /** Goes to an address; resolves with when the page said that it stood, ms after it was asked for; null = not in time. */
    timeOf: async (
      address: string,
      mark: 'client list' | 'client page',
      slower: number,
    ): Promise<number | null> => {
      await ask('Emulation.setCPUThrottlingRate', { rate: slower }, sessionId);
      await ask('Page.navigate', { url: address }, sessionId);
      await pause(STANDS_MS);
      const { result } = await ask<{ result: { value: number | null } }>(
        'Runtime.evaluate',
        {
          expression: `performance.getEntriesByName('${mark}')[0]?.startTime ?? null`,
          returnByValue: true,
        },
        sessionId,
      );
      await ask('Emulation.setCPUThrottlingRate', { rate: 1 }, sessionId);
      return result.value;
    },
    close: () => ask('Target.closeTarget', { targetId }),
  };
}

function lineOf(what: string, goal: string, times: readonly (number | null)[]): BenchLine {
  const known = times.filter((t) => t !== null).sort((a, b) => a - b);
  if (known.length < times.length) throw new Error(`${what}: the page did not stand in time`);
  return {
    what: `${what}, CPU slowed ${SLOWER}×: median of ${times.length} (longest)`,
    measured: `${known[times.length >> 1]!.toFixed(0)} ms (${known.at(-1)!.toFixed(0)} ms)`,
    goal,
  };
}

/** The client list in browsers that have nothing yet; in each again once the app is on the device, in the same tab and in another. */
async function listStarts(address: string, executablePath: string): Promise<BenchLine[]> {
  const cold: (number | null)[] = [];
  const second: (number | null)[] = [];
  const again: (number | null)[] = [];
  const anew: (number | null)[] = [];
  for (let n = 0; n < STARTS; n += 1) {
    const { ask, close } = bareBrowser(executablePath);
    try {
      await pause(SETTLED_MS);
      const list = [`${address}/clients`, 'client list', SLOWER] as const;
      const first = await openTab(ask);
      cold.push(await first.timeOf(...list));
      await pause(INSTALLED_MS);
      second.push(await first.timeOf(...list));
      again.push(await first.timeOf(...list));
      await first.close();
      anew.push(await (await openTab(ask)).timeOf(...list));
    } finally {
      await close();
    }
  }
  return [
    lineOf('Client list usable, nothing on the device yet', '≤ 2.5 s', cold),
    // The first time from the device, the browser also makes what later starts skip compiling by.
    lineOf('Client list usable, the second time', 'reported', second),
    lineOf('Client list usable, loaded again after that', '≤ 1 s', again),
    lineOf('Client list usable, opened after that in a process of its own', 'reported', anew),
  ];
}

/** The app opened without network, from what the device keeps, on the page of a client seen before. */
async function startWithoutNetwork(address: string, executablePath: string): Promise<BenchLine> {
  const { clients } = clientListSchema.parse(
    await (await fetch(new URL('/api/clients', address))).json(),
  );
  const id = clients.find((c) => c.name === 'Orla Venn')?.id;
  if (!id) throw new Error('the demo has no Orla Venn');
  const network = await line(address);
  const { ask, close } = bareBrowser(executablePath);
  const inTab = async (
    path: string,
    mark: 'client list' | 'client page',
    slower: number,
  ): Promise<number | null> => {
    const tab = await openTab(ask);
    const ms = await tab.timeOf(network.address + path, mark, slower);
    await tab.close();
    return ms;
  };
  try {
    const page = [`/clients/${id}`, 'client page'] as const;
    await inTab('/clients', 'client list', 1);
    await inTab(...page, 1);
    network.cut();
    const times: (number | null)[] = [];
    for (let n = 0; n < STARTS; n += 1) times.push(await inTab(...page, SLOWER));
    return lineOf('Cold start without network to a usable client page', '< 2 s', times);
  } finally {
    network.cut();
    await close();
  }
}

/** How long the app takes to stand on a slow phone. */
export const benchStarts = async (
  address: string,
  executablePath: string,
): Promise<BenchLine[]> => [
  ...(await listStarts(address, executablePath)),
  await startWithoutNetwork(address, executablePath),
];
