import { randomUUID } from 'node:crypto';
import type { BenchLine } from './line.ts';

const CLIENTS = 1000;
const SETS = 5000;
const VISITS = 200;
const AGAIN = 10;
const AT_ONCE = 16;

/** A practice of a thousand clients, one of whom has five thousand sets and two hundred visits: what its pages cost the server. */
export async function benchPractice(address: string, today: string): Promise<BenchLine[]> {
  const put = async (
    kind: string,
    values: object,
    more: { rowId?: string; clientId?: string } = {},
  ) => {
    const answer = await fetch(`${address}/api/operations`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        kind,
        operationId: randomUUID(),
        rowId: randomUUID(),
        baseVersion: 0,
        values,
        ...more,
      }),
    });
    if (!answer.ok) throw new Error(`${kind}: ${await answer.text()}`);
  };
  /** So many at once, as a gym sends them. */
  const all = async (count: number, one: (i: number) => Promise<void>) => {
    for (let from = 0; from < count; from += AT_ONCE)
      await Promise.all(
        Array.from({ length: Math.min(AT_ONCE, count - from) }, (_, k) => one(from + k)),
      );
  };
  const long = randomUUID();
  await all(CLIENTS, (i) =>
    put(
      'client.put',
      { name: `Bench ${String(i).padStart(4, '0')}`, statureMm: 1700, massKg: 70 },
      { rowId: i === 0 ? long : randomUUID() },
    ),
  );
  const dayAgo = (days: number) =>
    new Date(Date.parse(`${today}T00:00:00Z`) - days * 86_400_000).toISOString().slice(0, 10);
  await all(SETS, (i) => {
    const on = dayAgo(Math.floor(i / (SETS / VISITS)));
    return put(
      'loadSet.put',
      {
        takenOn: on,
        takenAt: `${on}T09:${String(i % 60).padStart(2, '0')}:00.000Z`,
        rung: 'front',
        loadKg: 40 + (i % 30),
        reps: 5,
        watched: i % 3 === 0 ? null : 'eye',
        faults:
          i % 3 !== 0 && i % 30 > 22
            ? [{ fault: 'kneesIn', side: 'left', severity: 'slight', reps: [] }]
            : [],
      },
      { clientId: long },
    );
  });
  await all(VISITS * 4, (i) => {
    const on = dayAgo(Math.floor(i / 4));
    return put(
      'trial.put',
      {
        takenOn: on,
        takenAt: `${on}T09:00:0${i % 4}.000Z`,
        measure: 'kneeToWall',
        side: i % 2 === 0 ? 'left' : 'right',
        value: 80 + (i % 7),
        instrument: 'byHand',
        kneeGapMm: null,
        pinch: false,
        struck: null,
      },
      { clientId: long },
    );
  });
  const timed = async (path: string) => {
    const took: number[] = [];
    let bytes = 0;
    for (let i = 0; i <= AGAIN; i += 1) {
      const began = performance.now();
      const answer = await fetch(`${address}/api${path}`);
      bytes = (await answer.arrayBuffer()).byteLength;
      took.push(performance.now() - began);
    }
    const [first = 0, ...rest] = took;
    const median = [...rest].sort((a, b) => a - b)[Math.floor(rest.length / 2)] ?? 0;
    return `${median.toFixed(0)} ms (the first ${first.toFixed(0)} ms), ${(bytes / 1024).toFixed(0)} KB`;
  };
  return [
    {
      what: `Client list of ${CLIENTS}, with what limits each: median`,
      measured: await timed('/clients'),
      goal: '< 100 ms',
    },
    {
      what: `A client with ${SETS} sets and ${VISITS} visits, whole: median`,
      measured: await timed(`/clients/${long}`),
      goal: '< 100 ms',
    },
  ];
}
