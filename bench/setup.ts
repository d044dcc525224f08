// npm run bench:setup: whether predicted chances come true, whether intervals hold, and how many trials a working setup takes, over seeded clients of whom everything is known.
import { BALANCED, limitNow, seededRandom } from '@zither/core';
import {
  foretold,
  optionsFor,
  practiceClient,
  trialsToClean,
  type People,
  type TrialOrder,
} from '../packages/core/test/practice.ts';

const clients = Number(process.argv[2] ?? 300);
const MOST = 8;
const BINS = [0, 0.1, 0.3, 0.5, 0.7, 0.9, 1.0001];
const AFTER = [0, 1, 2, 3, 4];

const out = (line: string) => process.stdout.write(`${line}\n`);
const percent = (v: number) => (Number.isFinite(v) ? `${Math.round(100 * v)} %` : '–');

function calibration(title: string, how: People) {
  const people = Array.from({ length: clients }, (_, k) => {
    const client = practiceClient(seededRandom(3000 + k), how);
    return { client, options: optionsFor(client, BALANCED, 400) };
  });
  out(`${title}\n`);
  out(
    `| predicted | ${AFTER.map((n) => `came true after ${n} ${n === 1 ? 'trial' : 'trials'}`).join(' | ')} |`,
  );
  out(`| --- | ${AFTER.map(() => '---').join(' | ')} |`);
  const lists = AFTER.map((n) =>
    people.flatMap(({ client, options }, k) => {
      const random = seededRandom(50_000 + 100 * k + n);
      // Several setups a client, so that every bin fills.
      return Array.from({ length: 6 }, () => {
        const told = foretold(client, BALANCED, options, n, random);
        return told && { ...told, client };
      }).filter((f) => f !== null);
    }),
  );
  let worst = 0;
  BINS.slice(0, -1).forEach((from, i) => {
    const to = BINS[i + 1] ?? 1;
    const cells = lists.map((list) => {
      const own = list.filter((f) => f.chance >= from && f.chance < to);
      const mean = own.reduce((sum, f) => sum + f.chance, 0) / own.length;
      const came = own.filter((f) => f.happened).length / own.length;
      if (own.length > 30)
        worst = Math.max(
          worst,
          Math.abs(came - mean) / Math.sqrt(Math.max(mean * (1 - mean), 0.005) / own.length),
        );
      return own.length === 0
        ? '–'
        : `${percent(came)} (predicted ${percent(mean)}, n ${own.length})`;
    });
    out(`| ${percent(from)} to ${percent(Math.min(1, to))} | ${cells.join(' | ')} |`);
  });
  const held = lists.map((list) => {
    const inside = list.flatMap(({ client, belief }) =>
      (['left', 'right', 'fold'] as const).map((which) => {
        const limit = limitNow(belief, which);
        const truth = client.truth.guess[which]?.[0] ?? NaN;
        return limit !== null && Math.abs(truth - limit.mean) <= 1.645 * limit.sd;
      }),
    );
    return percent(inside.filter((x) => x).length / inside.length);
  });
  out(`| 90 % intervals of ankles and fold that hold | ${held.join(' | ')} |`);
  out(`\nLargest deviation of a bin: ${worst.toFixed(1)} standard errors.\n`);
  return people;
}

const people = calibration(
  `${clients} clients who vary in everything that is drawn: ankles, fold, lengths, balance; high bar, to the crease, balanced method.`,
  {},
);
calibration(
  'The same with lengths 1.5 times as variable and 2 % longer than estimated: what happens to the claim when the assumptions are off.',
  { lengths: 1.5, bias: 0.02 },
);

const able = people.filter(({ options }) => options.length > 0).slice(0, 80);
out(`| order of trials | middle | mean | found within ${MOST} |`);
out('| --- | --- | --- | --- |');
const NAMES: Record<TrialOrder, string> = {
  advised: 'as advised',
  habitFirst: 'from habit outward',
  random: 'at random',
};
for (const order of ['advised', 'habitFirst', 'random'] as const) {
  const counts = able
    .map(({ client, options }, k) =>
      trialsToClean(client, BALANCED, options, order, MOST, seededRandom(90_000 + k)),
    )
    .sort((a, b) => a - b);
  const found = counts.filter((n) => n <= MOST);
  const mean = found.reduce((a, b) => a + b, 0) / found.length;
  out(
    `| ${NAMES[order]} | ${counts[Math.floor(counts.length / 2)]} | ${mean.toFixed(1)} | ${percent(found.length / counts.length)} |`,
  );
}
