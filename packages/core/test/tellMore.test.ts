import {
  BALANCED,
  CHANCE,
  chooseSetup,
  placed,
  READINGS,
  startBelief,
  tellMore,
  uncertaintyOf,
  waysFor,
  weighedBy,
  type MethodProfile,
  type ReadingToTake,
  type Telling,
  type SetupQuestion,
} from '../src/index.ts';

const client = (change: Partial<SetupQuestion> = {}): SetupQuestion => ({
  body: { statureMm: 1750, massKg: 75 },
  dorsiflexionDeg: { left: 24, right: 25 },
  hipFold: null,
  habit: { stanceWidthMm: 420, toeOutDeg: { left: 14, right: 12 } },
  holds: ['highBar'],
  loadKg: 40,
  targetDepthDeg: 6,
  kit: [{ kind: 'block', riseMm: 10 }],
  uncertainty: uncertaintyOf(change.body ?? { statureMm: 1750, massKg: 75 }),
  ...change,
});
/** Few enough setups that each may be asked of anew. */
const narrow: MethodProfile = {
  ...BALANCED,
  stancePerShoulderWidth: { least: 0.9, most: 0.98 },
  toeOutDeg: { least: 10, most: 15 },
};

const readingOf = (t: Telling): ReadingToTake => {
  if (!('reading' in t)) throw new Error('a test, where only readings were asked about');
  return t.reading;
};

describe('what would tell more', () => {
  const question = client();
  const belief = startBelief(question);
  const [first] = chooseSetup(question, narrow, belief).proposals;

  it('agrees with asking everything again for every way a reading may turn out', () => {
    const told = tellMore(question, narrow, belief, first!);
    expect(told.length).toBeGreaterThan(3);
    for (const t of told) {
      const { narrows, changes } = t;
      const reading = readingOf(t);
      const ways = waysFor(reading, question, narrow, belief, first!)!;
      let moved = 0;
      let other = 0;
      for (const { share, likelihoodOf } of ways) {
        const then = weighedBy(belief, likelihoodOf);
        moved += share * Math.abs(placed(question, narrow, then, first!)!.chance - first!.chance);
        const [now] = chooseSetup(question, narrow, then).proposals;
        const isSame =
          now !== undefined &&
          now.chance >= CHANCE.try &&
          JSON.stringify(now.setup) === JSON.stringify(first!.setup);
        if (!isSame) other += share;
      }
      // A whole search never calls a chance certain.
      expect(narrows).toBeCloseTo(moved, 3);
      // A whole search may find a rival of the same price; a way or two may differ.
      expect(Math.abs(changes - other)).toBeLessThanOrEqual(0.34);
    }
  });

  it('the ways of a reading are shares of one, and bring the belief back to itself on average', () => {
    for (const reading of READINGS) {
      const ways = waysFor(reading, question, narrow, belief, first!);
      if (!ways) continue;
      expect(ways.reduce((sum, w) => sum + w.share, 0)).toBeCloseTo(1, 9);
      const mean = ways.reduce(
        (sum, w) =>
          sum +
          w.share * placed(question, narrow, weighedBy(belief, w.likelihoodOf), first!)!.chance,
        0,
      );
      // The law of total probability; quantiles stand for the whole spread.
      expect(Math.abs(mean - first!.chance)).toBeLessThan(0.03);
    }
  });

  it('a length that was taped tells nothing more; one that was not tells most where it matters most', () => {
    const body = { statureMm: 1750, massKg: 75, segmentsMm: { thigh: 430 } };
    const taped = client({ body, uncertainty: uncertaintyOf(body) });
    const own = startBelief(taped);
    const [best] = chooseSetup(taped, narrow, own).proposals;
    const readings = tellMore(taped, narrow, own, best!).map(readingOf);
    expect(readings).not.toContain('thigh');
    // Thigh +4 % asks 2.3° of the shin, shank +4 % takes 1°: the thigh tells more.
    const by = new Map(
      tellMore(question, narrow, belief, first!).map((t) => [readingOf(t), t.narrows]),
    );
    expect(by.get('thigh')!).toBeGreaterThan(by.get('shank') ?? 0);
  });
});
