/** What looks and short tests do to the belief, against clients of whom everything is known: drawn from the model and outside it. More in npm run properties and npm run bench:looks. */
import {
  BALANCED,
  chooseSetup,
  equivalentRiseMm,
  limitNow,
  resolveBody,
  seededRandom,
  type Belief,
  type SetupQuestion,
} from '../src/index.ts';
import { trueChance } from './practice.ts';
import { lookedAt, type LookedAt, type Outside } from './practiceLooks.ts';

const CASES = Number(process.env['CASES'] ?? 30);
const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
const people = (outside: Outside): LookedAt[] =>
  Array.from({ length: CASES }, (_, k) => lookedAt(seededRandom(8000 + k), outside));

const holds = ({ client, after }: LookedAt): number[] =>
  (['left', 'right', 'fold'] as const).map((which) => {
    const limit = limitNow(after, which)!;
    return Number(Math.abs(client.truth.guess[which][0]! - limit.mean) <= 1.645 * limit.sd);
  });

it.each<[string, Outside, { least: number; most: number }]>([
  ['drawn from the model', {}, { least: 0.87, most: 0.93 }],
  [
    'of whom one of several compensations shows',
    { isOneCompensation: true },
    { least: 0.8, most: 1 },
  ],
  ['whose habits are twice as common', { habits: 2 }, { least: 0.8, most: 1 }],
  ['at whom an eye looked that errs twice as often', { eye: 2 }, { least: 0.8, most: 1 }],
  ['whose lengths vary 1.5 times as much', { lengths: 1.5 }, { least: 0.8, most: 1 }],
])(
  'the 90 %% intervals of clients %s hold after a look and two tests',
  (_name, outside, { least, most }) => {
    const list = people(outside).flatMap(holds);
    // Three standard errors of so few intervals.
    const slack = 3 * Math.sqrt((0.9 * 0.1) / list.length);
    expect(mean(list)).toBeGreaterThan(least - slack);
    expect(mean(list)).toBeLessThan(most + slack);
  },
);

it('first setups by what was seen are ones the client has the range for more often than by readings alone, on no higher heel', () => {
  const firstBy = (p: LookedAt, question: SetupQuestion, belief: Belief) => {
    const [first] = chooseSetup(question, BALANCED, belief, { withoutNeeded: true }).proposals;
    return (
      first && {
        kept: trueChance(p.client, BALANCED, first),
        heelMm: equivalentRiseMm(resolveBody(question.body), first.setup.support),
      }
    );
  };
  const both = people({}).flatMap((p) => {
    const readings = firstBy(p, p.client.question, p.before);
    const seen = firstBy(p, p.question, p.after);
    return readings && seen ? [{ readings, seen }] : [];
  });
  expect(both.length).toBeGreaterThan(CASES / 2);
  expect(mean(both.map((b) => b.seen.kept))).toBeGreaterThan(
    mean(both.map((b) => b.readings.kept)),
  );
  expect(mean(both.map((b) => b.seen.heelMm))).toBeLessThan(
    mean(both.map((b) => b.readings.heelMm)) + 1,
  );
});
