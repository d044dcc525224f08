// npm run bench:diagnose: how soon the true cause leads, by the order of tests, over seeded clients whose causes are known.
import {
  diagnose,
  evidenceOf,
  posterior,
  seededRandom,
  worthTesting,
  type Signs,
} from '@zither/core';
import { examine, knownClient, type Order } from '@zither/core/practice';

const clients = Number(process.argv[2] ?? 500);
const AFTER = [0, 1, 2, 4, 6];
const ORDERS: readonly Order[] = ['guided', 'fixed', 'random'];

const rows = ORDERS.map((order) => {
  const right = new Array<number>(7).fill(0);
  for (let k = 0; k < clients; k += 1) {
    const client = knownClient(seededRandom(9000 + k));
    examine(client, order, 6, seededRandom(70_000 + k)).forEach((is, n) => {
      right[n] = (right[n] ?? 0) + (is ? 1 : 0);
    });
  }
  return { order, shares: right.map((r) => r / clients) };
});

const percent = (v: number | undefined) => `${Math.round((v ?? NaN) * 100)} %`;
const names: Record<Order, string> = {
  guided: 'most information a minute',
  fixed: 'the order of the table',
  random: 'at random',
};
process.stdout.write(
  `${clients} clients drawn from the network itself, one to six findings each.\n\n`,
);
process.stdout.write(`| tests tried | ${ORDERS.map((o) => names[o]).join(' | ')} |\n`);
process.stdout.write('| --- | --- | --- | --- |\n');
for (const n of AFTER)
  process.stdout.write(`| ${n} | ${rows.map((r) => percent(r.shares[n])).join(' | ')} |\n`);

const typical: Signs = {
  findings: [
    { fault: 'heelsRise', severity: 'clear' },
    { fault: 'kneesIn', severity: 'slight', side: 'left' },
    { fault: 'excessLean', severity: 'slight' },
  ],
  measures: { kneeToWallMm: { left: 60, right: 90 } },
  leanBudget: { proportionsDeg: 24, ankleDeg: 10, unusedAnkleDeg: 1, offBalanceDeg: 2 },
};
const evidence = evidenceOf(typical);
const middle = (run: () => void) => {
  const times = Array.from({ length: 40 }, () => {
    const start = performance.now();
    run();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return (times[20] ?? NaN).toFixed(1);
};
const ranking = middle(() => {
  posterior(evidence);
  worthTesting(evidence, {});
});
const whole = middle(() => diagnose(typical));
process.stdout.write(
  `\nA usual case (${evidence.length} pieces of evidence): beliefs and all tests ranked ${ranking} ms, with the reasons of the five leading causes ${whole} ms (middle of 40).\n`,
);
