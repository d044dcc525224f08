import {
  BALANCED,
  beliefAfter,
  chanceOf,
  effectiveGuesses,
  GUESSES,
  isClean,
  limitNow,
  reachOf,
  searchSetups,
  seededRandom,
  startBelief,
  type SetupTried,
} from '../src/index.ts';
import { simulateTrial } from '../src/practice/index.ts';
import { foretold, optionsFor, practiceClient, recordOf, trialsToClean } from './practice.ts';

const people = Array.from({ length: 30 }, (_, k) => {
  const client = practiceClient(seededRandom(3000 + k));
  return { client, options: optionsFor(client, BALANCED, 80) };
});
const clean = { reached: true, heelRose: { left: false, right: false }, tucked: false };

describe('the belief about a client', () => {
  const { client } = people.find(({ options: o }) => o.length > 40)!;
  const start = startBelief(client.question);
  // Nothing but the left ankle is in doubt.
  const question = { ...client.question, hipFold: null, dorsiflexionDeg: { left: 24, right: 40 } };
  const own = startBelief(question);
  const doubtful = searchSetups(question, BALANCED, own).find(
    (s) => Math.abs(s.chance - 0.5) < 0.2,
  )!;
  const reach = reachOf(question, BALANCED, doubtful);
  const after = (...seen: Parameters<typeof recordOf>[2][]) =>
    beliefAfter(
      question,
      seen.map((s): SetupTried => recordOf(doubtful, BALANCED, s)),
    );

  it('starts as measured, as wide as what is not known', () => {
    const { mean, sd } = limitNow(start, 'left')!;
    expect(Math.abs(mean - client.question.dorsiflexionDeg.left)).toBeLessThan(0.15);
    expect(sd).toBeCloseTo(2.05, 1);
    expect(start.weight.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(limitNow(startBelief(question), 'fold')).toBeNull();
  });

  it('a clean trial makes the same setup likelier; a left heel that rose lowers the left ankle alone', () => {
    const before = chanceOf(own, reach);
    const good = after(clean);
    expect(chanceOf(good, reach)).toBeGreaterThan(before);
    const rose = after({ ...clean, heelRose: { left: true, right: false } });
    expect(chanceOf(rose, reach)).toBeLessThan(before);
    expect(limitNow(rose, 'left')!.mean).toBeLessThan(limitNow(own, 'left')!.mean - 0.3);
    expect(Math.abs(limitNow(rose, 'right')!.mean - limitNow(own, 'right')!.mean)).toBeLessThan(
      0.5,
    );
    expect(rose.weight.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  });

  it('what a rep did not get down to tells nothing', () => {
    // Stopped by the left heel: the right ankle and the fold were not asked.
    const seen = { reached: false, heelRose: { left: true, right: false }, tucked: false };
    expect(
      Math.abs(limitNow(after(seen), 'right')!.mean - limitNow(own, 'right')!.mean),
    ).toBeLessThan(0.5);
  });

  it('keeps enough guesses that still count after a day of trials', () => {
    const belief = after(
      ...[true, false, true, false, true, false].map((left) => ({
        ...clean,
        heelRose: { left, right: false },
      })),
    );
    expect(limitNow(belief, 'left')!.sd).toBeGreaterThan(0.2);
    expect(effectiveGuesses(belief)).toBeGreaterThan(GUESSES / 20);
  });
});

describe('clients of whom everything is known', () => {
  it.each([0, 1, 3])('chances foretold after %i trials come true about as often', (trials) => {
    const told = people.flatMap(({ client, options }, k) =>
      Array.from({ length: 8 }, (_, n) =>
        foretold(client, BALANCED, options, trials, seededRandom(1000 * trials + 100 * k + n)),
      ).filter((f) => f !== null),
    );
    for (const [from, to] of [
      [0, 0.25],
      [0.25, 0.75],
      [0.75, 1.001],
    ] as const) {
      const bin = told.filter((f) => f.chance >= from && f.chance < to);
      expect(bin.length).toBeGreaterThan(10);
      const mean = bin.reduce((sum, f) => sum + f.chance, 0) / bin.length;
      const came = bin.filter((f) => f.happened).length / bin.length;
      // Four standard errors of a share; clients come eight times, so not all are independent.
      const error = Math.sqrt(Math.max(mean * (1 - mean), 0.01) / bin.length);
      expect(Math.abs(came - mean)).toBeLessThan(4 * error);
    }
  });

  it('intervals of 90 % hold the true ankle in about nine of ten, after trials too', () => {
    let held = 0;
    let of = 0;
    people.forEach(({ client, options }, k) => {
      for (const trials of [0, 2]) {
        const found = foretold(client, BALANCED, options, trials, seededRandom(7000 + 10 * k));
        if (!found) continue;
        for (const side of ['left', 'right'] as const) {
          const { mean, sd } = limitNow(found.belief, side)!;
          of += 1;
          if (Math.abs(client.truth.guess[side][0]! - mean) <= 1.645 * sd) held += 1;
        }
      }
    });
    // 120 intervals: a standard error of 2.7 %; the bench counts many more.
    expect(held / of).toBeGreaterThan(0.82);
    expect(held / of).toBeLessThan(0.98);
  });

  it('a setup that works is found in fewer trials as advised than from habit outward or at random', () => {
    const able = people.filter(({ options }) => options.length > 10).slice(0, 10);
    const mean = (order: 'advised' | 'habitFirst' | 'random') =>
      able.reduce(
        (sum, { client, options }, k) =>
          sum + trialsToClean(client, BALANCED, options, order, 6, seededRandom(9000 + k)),
        0,
      ) / able.length;
    const advised = mean('advised');
    expect(advised).toBeLessThan(mean('habitFirst'));
    expect(advised).toBeLessThan(mean('random'));
  });

  it('a simulated trial is clean about as often as the limits say', () => {
    const { client, options } = people.find(({ options: o }) => o.length > 10)!;
    const free = reachOf(client.question, BALANCED, options[0]!);
    const random = seededRandom(4);
    const one = (v: number) => Float64Array.of(v);
    const truth = {
      ...client.truth.guess,
      left: one(60),
      right: one(60),
      fold: one(180),
    };
    let count = 0;
    for (let n = 0; n < 400; n += 1) if (isClean(simulateTrial(free, truth, 0, random))) count += 1;
    // With all range free four parts stay clean: an eye names each falsely in about one of eleven, and other causes show in some.
    expect(count / 400).toBeGreaterThan(0.45);
    expect(count / 400).toBeLessThan(0.7);
  });
});
