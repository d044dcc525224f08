// npm run bench:setup: whether foretold chances come true, and how many trials a clean setup takes, over seeded clients whose limits are known.
import {
  BALANCED,
  foretold,
  optionsFor,
  practiceClient,
  seededRandom,
  trialsToClean,
  type TrialOrder,
} from '@zither/core';

const clients = Number(process.argv[2] ?? 300);
const MOST = 12;
const BINS = [0, 0.1, 0.3, 0.5, 0.7, 0.9, 1.0001];
const AFTER = [0, 1, 2, 3, 4];

const people = Array.from({ length: clients }, (_, k) => {
  const client = practiceClient(seededRandom(3000 + k));
  return { client, options: optionsFor(client.question, BALANCED, 400) };
});

const out = (line: string) => process.stdout.write(`${line}\n`);
const percent = (v: number) => (Number.isFinite(v) ? `${Math.round(100 * v)} %` : '–');
out(
  `${clients} clients of scattered build and stiffness, measured with the usual error; high bar, to the crease, balanced school.\n`,
);
out(
  `| foretold | ${AFTER.map((n) => `came true after ${n} ${n === 1 ? 'trial' : 'trials'}`).join(' | ')} |`,
);
out(`| --- | ${AFTER.map(() => '---').join(' | ')} |`);
const lists = AFTER.map((n) =>
  people.flatMap(({ client, options }, k) => {
    const random = seededRandom(50_000 + 100 * k + n);
    // Several setups a client, so that every bin fills.
    return Array.from({ length: 6 }, () => foretold(client, options, n, random)).filter(
      (f) => f !== null,
    );
  }),
);
BINS.slice(0, -1).forEach((from, i) => {
  const to = BINS[i + 1] ?? 1;
  const cells = lists.map((list) => {
    const own = list.filter((f) => f.chance >= from && f.chance < to);
    const mean = own.reduce((sum, f) => sum + f.chance, 0) / own.length;
    const came = own.filter((f) => f.happened).length / own.length;
    return own.length === 0 ? '–' : `${percent(came)} (foretold ${percent(mean)}, n ${own.length})`;
  });
  out(`| ${percent(from)} to ${percent(Math.min(1, to))} | ${cells.join(' | ')} |`);
});

const able = people.filter(({ options }) => options.length > 0);
out(`\n| order of trials | middle | mean | found within ${MOST} |`);
out('| --- | --- | --- | --- |');
const NAMES: Record<TrialOrder, string> = {
  guided: 'as advised',
  habitFirst: 'from habit outward',
  random: 'at random',
};
for (const order of ['guided', 'habitFirst', 'random'] as const) {
  const counts = able
    .map(({ client, options }, k) =>
      trialsToClean(client, options, order, MOST, seededRandom(90_000 + k)),
    )
    .sort((a, b) => a - b);
  const found = counts.filter((n) => n <= MOST);
  const mean = found.reduce((a, b) => a + b, 0) / found.length;
  out(
    `| ${NAMES[order]} | ${counts[Math.floor(counts.length / 2)]} | ${mean.toFixed(1)} | ${percent(found.length / counts.length)} |`,
  );
}
