import {
  afterTrial,
  BALANCED,
  cleanChance,
  foretold,
  isClean,
  limitNow,
  nextTrial,
  optionsFor,
  practiceClient,
  seededRandom,
  simulateTrial,
  startBelief,
  trialsToClean,
  TRIAL_FROM,
  type TrialSeen,
} from '../src/index.ts';

const people = Array.from({ length: 30 }, (_, k) => {
  const client = practiceClient(seededRandom(3000 + k));
  return { client, options: optionsFor(client.question, BALANCED, 80) };
});
const clean: TrialSeen = { reached: true, heelRose: { left: false, right: false }, tucked: false };

describe('the belief about a client', () => {
  const { client, options } = people.find(({ options: o }) => o.length > 40)!;
  const start = startBelief(client.question, seededRandom(1));
  const doubtful = options.find((o) => {
    const chance = cleanChance(start, o.reach);
    return chance > 0.3 && chance < 0.7;
  })!;

  it('starts as measured, as wide as the error', () => {
    const { mean, sd } = limitNow(start, 'left');
    expect(Math.abs(mean - client.question.dorsiflexionDeg.left)).toBeLessThan(0.15);
    expect(sd).toBeCloseTo(1.4, 1);
    expect(start.weight.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  });

  it('a clean trial makes the same setup likelier; a left heel that rose lowers the left ankle alone', () => {
    // Nothing but the left ankle is in doubt.
    const question = {
      ...client.question,
      hipFold: null,
      dorsiflexionDeg: { left: 24, right: 40 },
    };
    const own = startBelief(question, seededRandom(1));
    const option = optionsFor(question, BALANCED, 400).find(
      (o) => Math.abs(cleanChance(own, o.reach) - 0.5) < 0.25,
    )!;
    const before = cleanChance(own, option.reach);
    const good = afterTrial(own, option.reach, clean, seededRandom(2));
    expect(cleanChance(good, option.reach)).toBeGreaterThan(before);
    const rose = afterTrial(
      own,
      option.reach,
      { ...clean, heelRose: { left: true, right: false } },
      seededRandom(2),
    );
    expect(cleanChance(rose, option.reach)).toBeLessThan(before);
    expect(limitNow(rose, 'left').mean).toBeLessThan(limitNow(own, 'left').mean - 0.3);
    expect(Math.abs(limitNow(rose, 'right').mean - limitNow(own, 'right').mean)).toBeLessThan(0.3);
    expect(rose.weight.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  });

  it('what a rep did not get down to tells nothing', () => {
    // Stopped by the left heel: the right ankle and the fold were not asked.
    const seen = { reached: false, heelRose: { left: true, right: false }, tucked: false };
    const after = afterTrial(start, doubtful.reach, seen, seededRandom(3));
    expect(Math.abs(limitNow(after, 'right').mean - limitNow(start, 'right').mean)).toBeLessThan(
      0.5,
    );
  });

  it('stays as wide as it should when it is drawn anew, and is the same for the same seed', () => {
    let belief = start;
    for (let n = 0; n < 6; n += 1)
      belief = afterTrial(belief, doubtful.reach, clean, seededRandom(10 + n));
    expect(limitNow(belief, 'left').sd).toBeGreaterThan(0.2);
    const again = afterTrial(start, doubtful.reach, clean, seededRandom(7));
    expect(again).toEqual(afterTrial(start, doubtful.reach, clean, seededRandom(7)));
  });

  it('advises what is promising, locks what was clean and stays likely, else asks what tells most', () => {
    const advice = nextTrial(start, options);
    expect(advice?.kind).toBe('try');
    if (advice?.kind !== 'try') return;
    if (advice.why === 'promising')
      expect(advice.chance).toBeGreaterThanOrEqual(TRIAL_FROM.promising);
    const sure = options.find((o) => cleanChance(start, o.reach) > 0.95);
    if (sure)
      expect(nextTrial(start, [{ ...sure, wasClean: true }])).toMatchObject({ kind: 'lock' });
    expect(nextTrial(start, [doubtful])).toMatchObject({ kind: 'try', why: 'informative' });
    expect(nextTrial(start, [])).toBeNull();
  });
});

describe('clients whose limits are known', () => {
  it.each([0, 1, 3])('chances foretold after %i trials come true about as often', (trials) => {
    const told = people.flatMap(({ client, options }, k) =>
      Array.from({ length: 8 }, (_, n) =>
        foretold(client, options, trials, seededRandom(1000 * trials + 100 * k + n)),
      ).filter((f) => f !== null),
    );
    for (const [from, to] of [
      [0, 0.25],
      [0.25, 0.75],
      [0.75, 1.001],
    ] as const) {
      const own = told.filter((f) => f.chance >= from && f.chance < to);
      expect(own.length).toBeGreaterThan(10);
      const mean = own.reduce((sum, f) => sum + f.chance, 0) / own.length;
      const came = own.filter((f) => f.happened).length / own.length;
      // Three standard errors of a share; clients come eight times, so not all are independent.
      const error = Math.sqrt(Math.max(mean * (1 - mean), 0.01) / own.length);
      expect(Math.abs(came - mean)).toBeLessThan(4 * error);
    }
  });

  it('a clean setup is found in fewer trials as advised than from habit outward or at random', () => {
    const able = people.filter(({ options }) => options.length > 10).slice(0, 14);
    const mean = (order: 'guided' | 'habitFirst' | 'random') =>
      able.reduce(
        (sum, { client, options }, k) =>
          sum + trialsToClean(client, options, order, 8, seededRandom(9000 + k)),
        0,
      ) / able.length;
    const guided = mean('guided');
    expect(guided).toBeLessThan(mean('habitFirst'));
    expect(guided).toBeLessThan(mean('random'));
  });

  it('a simulated trial is clean about as often as the limits say', () => {
    const { client, options } = people[1]!;
    const option = options[0]!;
    const random = seededRandom(4);
    let count = 0;
    for (let n = 0; n < 400; n += 1)
      if (isClean(simulateTrial(option.reach, { left: 60, right: 60, fold: 180 }, random)))
        count += 1;
    // Three things can lapse, each 3 % of the time.
    expect(count / 400).toBeGreaterThan(0.85);
    expect(count / 400).toBeLessThan(0.97);
    expect(client.truth.left).toBeDefined();
  });
});
