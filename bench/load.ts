import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import type { BenchLine } from './line.ts';

const COACHES = 50;
const EVERY_MS = 500;
const SECONDS = Number(process.env['LOAD_S'] ?? 60);

const agent = new Agent({ keepAlive: true, maxSockets: COACHES + 8 });

interface Answer {
  status: number;
  bytes: number;
  ms: number;
  body: string;
}

function ask(address: string, path: string, body?: unknown): Promise<Answer> {
  const started = performance.now();
  return new Promise((resolve, reject) => {
    const text = body === undefined ? undefined : JSON.stringify(body);
    const asking = request(
      address + path,
      {
        agent,
        method: text === undefined ? 'GET' : 'POST',
        headers: text === undefined ? {} : { 'content-type': 'application/json' },
      },
      (answer) => {
        const parts: Buffer[] = [];
        answer.on('data', (part: Buffer) => parts.push(part));
        answer.on('end', () => {
          const all = Buffer.concat(parts);
          resolve({
            status: answer.statusCode ?? 0,
            bytes: all.length,
            ms: performance.now() - started,
            body: all.toString(),
          });
        });
      },
    );
    asking.on('error', reject);
    asking.end(text);
  });
}

const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
const ms = (value: number): string => `${value < 10 ? value.toFixed(1) : Math.round(value)} ms`;

/** The most memory a process has held, MB; as Linux tells it. */
const peakMb = (pid: number): number => {
  const found = /VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'));
  return Math.round(Number(found?.[1] ?? 0) / 1024);
};

/** Fifty coaches who write twice a second, each on a client of their own, and one who asks what is new. */
export async function benchLoad(address: string, pid: number): Promise<BenchLine[]> {
  const put = (kind: string, values: object, more: object = {}) =>
    ask(address, '/api/operations', {
      kind,
      operationId: randomUUID(),
      rowId: randomUUID(),
      baseVersion: 0,
      values,
      ...more,
    });
  const clients: string[] = [];
  for (let n = 0; n < COACHES; n += 1) {
    const made = await put('client.put', { name: `Coach ${n}`, statureMm: 1700, massKg: 70 });
    clients.push((JSON.parse(made.body) as { row: { id: string } }).row.id);
  }
  const today = new Date().toISOString();
  const waits: number[] = [];
  let errors = 0;
  const end = performance.now() + SECONDS * 1000;
  const coach = async (clientId: string, n: number): Promise<void> => {
    let due = performance.now() + (n * EVERY_MS) / COACHES;
    for (; due < end; due += EVERY_MS) {
      await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - performance.now())));
      const answer = await put(
        'trial.put',
        {
          takenOn: today.slice(0, 10),
          takenAt: today,
          measure: 'kneeToWall',
          side: 'left',
          value: 60 + (n % 40),
          instrument: 'byHand',
          kneeGapMm: null,
          pinch: false,
          struck: null,
        },
        { clientId },
      ).catch(() => null);
      if (answer?.status === 200) waits.push(answer.ms);
      else errors += 1;
    }
  };
  await Promise.all(clients.map(coach));
  waits.sort((a, b) => a - b);
  const [client] = clients;
  const first = await ask(address, `/api/clients/${client}/record?since=0`);
  const { cursor } = JSON.parse(first.body) as { cursor: string };
  const deltas: Answer[] = [];
  for (let n = 0; n < 300; n += 1)
    deltas.push(await ask(address, `/api/clients/${client}/record?since=${cursor}`));
  const times = deltas.map((d) => d.ms).sort((a, b) => a - b);
  agent.destroy();
  return [
    {
      what: `${COACHES} coaches × ${1000 / EVERY_MS} writes a second for ${SECONDS} s: 99th percentile (median, longest)`,
      measured: `${ms(at(waits, 0.99))} (${ms(at(waits, 0.5))}, ${ms(waits.at(-1) ?? 0)})`,
      goal: '≤ 50 ms',
    },
    {
      what: `Writes answered in that time; errors`,
      measured: `${waits.length}; ${errors}`,
      goal: 'no error',
    },
    { what: 'Most memory the server held', measured: `${peakMb(pid)} MB`, goal: '< 250 MB' },
    {
      what: 'What is new of a client with nothing new: median (99th percentile), size',
      measured: `${ms(at(times, 0.5))} (${ms(at(times, 0.99))}), ${deltas[0]?.bytes ?? 0} bytes`,
      goal: '≤ 2 ms, ≤ 1 KB',
    },
  ];
}
