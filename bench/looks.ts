// npm run bench:looks: whether chances come true and intervals hold after a look and two short tests, on clients drawn from the model and outside it; and first setups with and without what was seen.
import {
  BALANCED,
  chanceOf,
  chooseSetup,
  equivalentRiseMm,
  limitNow,
  reachOf,
  resolveBody,
  seededRandom,
  type Belief,
  type SetupQuestion,
} from '@zither/core';
import { optionsFor, trialsToClean, trueChance } from '../packages/core/test/practice.ts';
import { lookedAt, type LookedAt, type Outside } from '../packages/core/test/practiceLooks.ts';

const clients = Number(process.argv[2] ?? 300);
const compared = Number(process.argv[3] ?? 2000);
/** Of those compared, so many are also put to trials, which takes a search each. */
const tried = Number(process.argv[4] ?? 400);
const TRIALS_MOST = 6;
const BINS = [0, 0.1, 0.3, 0.5, 0.7, 0.9, 1.0001];
const out = (line: string) => process.stdout.write(`${line}\n`);
const percent = (v: number) => (Number.isFinite(v) ? `${Math.round(100 * v)} %` : '–');
const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;

const PEOPLE: readonly [string, Outside][] = [
  ['drawn from the model', {}],
  ['one of several compensations', { isOneCompensation: true }],
  ['habits twice as common', { habits: 2 }],
  ['the eye errs twice as often', { eye: 2 }],
  ['lengths 1.5 times as variable', { lengths: 1.5 }],
];

const holds = ({ client }: LookedAt, belief: Belief): number[] =>
  (['left', 'right', 'fold'] as const).map((which) => {
    const { mean: middle, sd } = limitNow(belief, which)!;
    return Number(Math.abs(client.truth.guess[which][0]! - middle) <= 1.645 * sd);
  });

out(
  `${clients} clients each, a look at all faults in the unprompted stance and two short tests.\n`,
);
out(
  '| clients | 90 % holds by readings | with looks and tests | predicted and came true, by bin | largest, standard errors |',
);
out('| --- | --- | --- | --- | --- |');
for (const [name, outside] of PEOPLE) {
  const people = Array.from({ length: clients }, (_, k) =>
    lookedAt(seededRandom(8000 + k), outside),
  );
  const told = people.flatMap((p, k) => {
    const random = seededRandom(60_000 + k);
    const options = optionsFor(p.client, BALANCED, 400);
    return Array.from({ length: options.length > 0 ? 6 : 0 }, () => {
      const at = options[Math.floor(random() * options.length)]!;
      return {
        chance: chanceOf(p.after, reachOf(p.question, BALANCED, at)),
        came: random() < trueChance(p.client, BALANCED, at),
      };
    });
  });
  let worst = 0;
  const cells = BINS.slice(0, -1).map((from, i) => {
    const own = told.filter((t) => t.chance >= from && t.chance < BINS[i + 1]!);
    const said = mean(own.map((t) => t.chance));
    const came = mean(own.map((t) => Number(t.came)));
    if (own.length >= 100)
      worst = Math.max(
        worst,
        Math.abs(came - said) / Math.sqrt(Math.max(said * (1 - said), 0.005) / own.length),
      );
    return own.length === 0 ? '–' : `${percent(said)} → ${percent(came)} (${own.length})`;
  });
  out(
    `| ${name} | ${percent(mean(people.flatMap((p) => holds(p, p.before))))} | ${percent(mean(people.flatMap((p) => holds(p, p.after))))} | ${cells.join(', ')} | ${worst.toFixed(1)} |`,
  );
}

/** The first setup by a belief, and how it goes for who the client truly is. */
function firstBy(p: LookedAt, question: SetupQuestion, belief: Belief) {
  const [first] = chooseSetup(question, BALANCED, belief, { withoutNeeded: true }).proposals;
  if (!first) return null;
  return {
    kept: trueChance(p.client, BALANCED, first),
    heelMm: equivalentRiseMm(resolveBody(question.body), first.setup.support),
    givenUpDeg: (question.targetDepthDeg ?? 0) - first.targetDepthDeg,
    price: first.price,
  };
}

const both = Array.from({ length: compared }, (_, k) => lookedAt(seededRandom(200_000 + k)))
  .map((p) => ({
    p,
    readings: firstBy(p, p.client.question, p.before),
    seen: firstBy(p, p.question, p.after),
  }))
  .flatMap(({ p, readings, seen }) => (readings && seen ? [{ p, readings, seen }] : []));
out(`\nFirst setups of ${both.length} of ${compared} clients that have one either way.\n`);
out('| first setup by | client truly has the range | mean heel | depth given up | price |');
out('| --- | --- | --- | --- | --- |');
for (const [name, key] of [
  ['readings alone', 'readings'],
  ['readings, look and two tests', 'seen'],
] as const) {
  const of = both.map((b) => b[key]);
  out(
    `| ${name} | ${(100 * mean(of.map((f) => f.kept))).toFixed(1)} % | ${mean(of.map((f) => f.heelMm)).toFixed(1)} mm | ${mean(of.map((f) => f.givenUpDeg)).toFixed(1)}° | ${mean(of.map((f) => f.price)).toFixed(1)} |`,
  );
}

const put = both.slice(0, tried);
out(
  `\nTrials of ${put.length} of them, one after the other as advised, to one that went clean and truly is.\n`,
);
out('| advised by | mean trials | found within 6 |');
out('| --- | --- | --- |');
for (const [name, questionOf] of [
  ['readings and trials', ({ client }: LookedAt) => client.question],
  ['readings, look, two tests and trials', ({ question }: LookedAt) => question],
] as const) {
  const counts = put.map(({ p }, k) => {
    const asked = { ...p.client, question: questionOf(p) };
    return trialsToClean(asked, BALANCED, [], 'advised', TRIALS_MOST, seededRandom(300_000 + k));
  });
  const found = counts.filter((n) => n <= TRIALS_MOST);
  out(`| ${name} | ${mean(found).toFixed(2)} | ${percent(found.length / counts.length)} |`);
}
