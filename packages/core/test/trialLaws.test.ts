/** Laws of a watched squat: what it shows never speaks against itself, sides mirror, order and repetition do not mislead. */
import {
  BALANCED,
  beliefAfter,
  chanceIn,
  effectiveGuesses,
  seededRandom,
  type SetupQuestion,
  type SetupTried,
  type TrialPart,
} from '../src/index.ts';
import { client } from './setupClients.ts';

const RECORDS = Number(process.env['RECORDS'] ?? 24);
const PARTS: readonly TrialPart[] = ['heels', 'foot', 'knees', 'tuck', 'shift', 'balance', 'rise'];

const standing = (stanceWidthMm: number, left: number, right = left) => ({
  setup: {
    stanceWidthMm,
    toeOutDeg: { left, right },
    support: { kind: 'floor' as const },
    hold: 'bodyweight' as const,
    loadKg: 0,
    balance: 0.5,
    trackingOffsetDeg: 0,
  },
  targetDepthDeg: 6,
});
const clean = (at: ReturnType<typeof standing>, change: Partial<SetupTried> = {}): SetupTried => ({
  ...at,
  profile: BALANCED,
  depthDeg: 6,
  heelRose: { left: false, right: false },
  knees: { left: 'over', right: 'over' },
  tuckFromDeg: null,
  faults: [],
  lookedAt: PARTS,
  comfort: null,
  pain: false,
  ...change,
});
const askedOf =
  (question: SetupQuestion, at: ReturnType<typeof standing>) => (tried: SetupTried[]) =>
    chanceIn(question, BALANCED, beliefAfter(question, tried), at);

/** Records as they come: ankles, fold, a stance, and what else was tried. */
function recordFor(random: () => number) {
  const within = (low: number, high: number) => low + (high - low) * random();
  const question = client({
    dorsiflexionDeg: { left: within(24, 42), right: within(24, 42) },
    hipFold: random() < 0.5 ? null : { atZeroAbductionDeg: within(105, 140), perAbductionDeg: 0.2 },
  });
  const at = standing(within(340, 520), within(5, 25));
  const before = [1, 2].flatMap((): SetupTried[] => {
    if (random() < 0.5) return [];
    const other = standing(within(340, 520), within(5, 25));
    return [
      clean(other, {
        depthDeg: random() < 0.3 ? -10 : 6,
        heelRose: { left: random() < 0.3, right: random() < 0.3 },
        tuckFromDeg: random() < 0.3 ? -8 : null,
      }),
    ];
  });
  const lookedAt = PARTS.filter(() => random() < 0.7);
  return { question, at, before, lookedAt };
}

describe('a watched squat', () => {
  it(`never speaks against what it shows, over ${RECORDS} records`, () => {
    const random = seededRandom(3306);
    const wrong: { of: string; by: number }[] = [];
    for (let n = 0; n < RECORDS; n += 1) {
      const { question, at, before, lookedAt } = recordFor(random);
      const chance = askedOf(question, at);
      const without = (part: TrialPart) =>
        chance([...before, clean(at, { lookedAt: lookedAt.filter((p) => p !== part) })]);
      const withPart = (part: TrialPart, change: Partial<SetupTried>) =>
        chance([...before, clean(at, { lookedAt: [...new Set([...lookedAt, part])], ...change })]);
      const check = (of: string, less: number, more: number) => {
        if (less > more + 0.005) wrong.push({ of, by: less - more });
      };
      check(
        'heels',
        withPart('heels', { heelRose: { left: true, right: true } }),
        without('heels'),
      );
      check('tuck', withPart('tuck', { tuckFromDeg: -10 }), without('tuck'));
      const unseen = chance(before);
      check('depth', chance([...before, clean(at, { lookedAt: [], depthDeg: -10 })]), unseen);
      check('clean', unseen, chance([...before, clean(at)]));
      check('clean heels', without('heels'), withPart('heels', {}));
    }
    expect(wrong).toEqual([]);
  });

  it('counts the same in the mirror and in any order', () => {
    const random = seededRandom(3307);
    const turned = <T>({ left, right }: { left: T; right: T }) => ({ left: right, right: left });
    const mirrored = (t: SetupTried): SetupTried => ({
      ...t,
      setup: { ...t.setup, toeOutDeg: turned(t.setup.toeOutDeg) },
      heelRose: turned(t.heelRose),
      knees: turned(t.knees),
    });
    for (let n = 0; n < RECORDS / 4; n += 1) {
      const { question, at, before } = recordFor(random);
      const own = askedOf(question, at)(before);
      expect(askedOf(question, at)([...before].reverse())).toBeCloseTo(own, 12);
      const other = { ...question, dorsiflexionDeg: turned(question.dorsiflexionDeg) };
      expect(askedOf(other, at)(before.map(mirrored))).toBeCloseTo(own, 9);
    }
  });

  it('that hurt says nothing of range', () => {
    const { question, at } = recordFor(seededRandom(5));
    const chance = askedOf(question, at);
    expect(chance([clean(at, { pain: true, depthDeg: -30 })])).toBe(chance([]));
  });

  it('short of its depth with nothing else to see speaks for use before range: three of them do not take away a setup', () => {
    const question = client({
      dorsiflexionDeg: { left: 40, right: 40 },
      hipFold: { atZeroAbductionDeg: 130, perAbductionDeg: 0.2 },
    });
    const at = standing(430, 15);
    const short = [400, 430, 460].map((mm) => clean(standing(mm, 15), { depthDeg: -10 }));
    const chance = askedOf(question, at);
    expect(chance([])).toBeGreaterThan(0.9);
    expect(chance(short)).toBeGreaterThan(0.8);
    const { use } = beliefAfter(question, short);
    // What is learned is that the client stops short as always.
    const stops = use!.reduce((sum, p, u) => (u & 1 ? sum + p : sum), 0);
    expect(stops).toBeGreaterThan(0.7);
  });

  it('says less of the ankle by a heel that stayed down where the foot turned or the arch gave way', () => {
    const question = client({ dorsiflexionDeg: { left: 32, right: 44 }, hipFold: null });
    const at = standing(430, 15);
    const chance = askedOf(question, at);
    const down = chance([clean(at, { lookedAt: ['heels'] })]);
    for (const fault of ['feetTurnOut', 'archDrops'] as const) {
      const both = clean(at, { lookedAt: ['heels', 'foot'], faults: [{ fault, side: 'left' }] });
      expect(chance([both])).toBeLessThan(down - 0.05);
    }
  });

  it('looked at again and again in one setup says no more than that setup can', () => {
    const question = client({ dorsiflexionDeg: { left: 32, right: 32 }, hipFold: null });
    const at = standing(430, 15);
    const chance = askedOf(question, at);
    const times = (n: number) => chance(Array.from({ length: n }, () => clean(at)));
    expect(times(2)).toBeGreaterThan(times(1));
    expect(times(20)).toBeLessThan(1 - 0.25 * (1 - times(1)));
  });

  it('seen once and not in five squats after, a heel that rose is more likely not there', () => {
    const question = client({ dorsiflexionDeg: { left: 32, right: 32 }, hipFold: null });
    const at = standing(430, 15);
    const chance = askedOf(question, at);
    const rose = clean(at, { heelRose: { left: true, right: true } });
    const five = Array.from({ length: 5 }, () => clean(at));
    expect(chance([rose, ...five])).toBeGreaterThan(chance([]));
    expect(chance([rose, ...five])).toBeLessThan(chance([...five, clean(at)]));
    expect(chance([rose, rose, rose, clean(at)])).toBeLessThan(chance([]));
  });

  it('leaves enough guesses after a day that contradicts itself', () => {
    const question = client({ dorsiflexionDeg: { left: 33, right: 33 } });
    const twelve = Array.from({ length: 12 }, (_, k) =>
      clean(standing(360 + 15 * k, 5 + k), {
        heelRose: { left: k % 2 === 0, right: k % 2 === 1 },
      }),
    );
    expect(effectiveGuesses(beliefAfter(question, twelve))).toBeGreaterThanOrEqual(200);
  });
});
