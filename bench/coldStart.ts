import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { connect, createServer, type AddressInfo, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable, Writable } from 'node:stream';
import { clientListSchema } from '@zither/contract';
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
 * A browser spoken to over a pipe, and nothing of its debugger switched on until a page has been measured: with it on, the first error a page
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

/** The app opened without network, from what the device keeps, on the page of a client seen before: until that page stands, ms. */
export async function coldStart(address: string, executablePath: string): Promise<BenchLine> {
  const { clients } = clientListSchema.parse(
    await (await fetch(new URL('/api/clients', address))).json(),
  );
  const id = clients.find((c) => c.name === 'Orla Venn')?.id;
  if (!id) throw new Error('the demo has no Orla Venn');
  const network = await line(address);
  const { ask, close } = bareBrowser(executablePath);
  try {
    const open = async (path: string, slower: number, ms: number) => {
      const { targetId } = await ask<{ targetId: string }>('Target.createTarget', {
        url: 'about:blank',
      });
      const { sessionId } = await ask<{ sessionId: string }>('Target.attachToTarget', {
        targetId,
        flatten: true,
      });
      const size = { width: 390, height: 844, deviceScaleFactor: 2, mobile: true };
      await ask('Emulation.setDeviceMetricsOverride', size, sessionId);
      await ask('Emulation.setCPUThrottlingRate', { rate: slower }, sessionId);
      await ask('Page.navigate', { url: network.address + path }, sessionId);
      await pause(ms);
      const { result } = await ask<{ result: { value: number | null } }>(
        'Runtime.evaluate',
        {
          expression: `performance.getEntriesByName('client page')[0]?.startTime ?? null`,
          returnByValue: true,
        },
        sessionId,
      );
      await ask('Target.closeTarget', { targetId });
      return result.value;
    };
    await open('/clients', 1, 4000);
    await open(`/clients/${id}`, 1, 4000);
    network.cut();
    const times: number[] = [];
    for (let n = 0; n < 7; n += 1) {
      const ms = await open(`/clients/${id}`, 4, 6000);
      if (ms === null) throw new Error('the page of the client did not come without network');
      times.push(ms);
    }
    times.sort((a, b) => a - b);
    return {
      what: 'Cold start without network to a usable client page, CPU slowed 4×: median of 7 (longest)',
      measured: `${times[3]!.toFixed(0)} ms (${times[6]!.toFixed(0)} ms)`,
      goal: '< 2 s',
    };
  } finally {
    network.cut();
    await close();
  }
}
