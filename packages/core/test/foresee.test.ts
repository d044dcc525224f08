/** Readings, trials and short tests in one list, against doing each and working everything out anew. */
import {
  BALANCED,
  beliefAfter,
  chanceIn,
  chooseSetup,
  END_STATES,
  evidenceOf,
  FAULT_IDS,
  foresee,
  HOUSE_TABLES,
  posterior,
  rangeFits,
  saidOfSquat,
  testRatios,
  weighSigns,
  type Evidence,
  type ForesightQuestion,
  type SetupQuestion,
  type Signs,
  type Telling,
} from '../src/index.ts';
import { causesByRange } from '../src/causes/model.ts';
import { afterSeen } from '../src/setup/watched.ts';
import { planOf } from '../src/diagnose/foresight.ts';
import { client, onFloorIn, squatsInTests } from './setupClients.ts';

const by = 'eye' as const;
const SEEN: Signs = {
  findings: [
    { fault: 'heelsRise', severity: 'clear', by },
    { fault: 'kneesIn', severity: 'slight', side: 'left', by },
  ],
  lookedAt: FAULT_IDS.filter((f) => f !== 'pain'),
};

/** A client of whom a look showed this in the unprompted stance, with all that is thought of it. */
function thought(
  signs: Signs,
  dorsiflexionDeg: SetupQuestion['dorsiflexionDeg'],
): ForesightQuestion & { stays: NonNullable<Signs['stays']> } {
  const bare: SetupQuestion = {
    ...client({
      dorsiflexionDeg,
      hipFold: null,
      habit: { stanceWidthMm: 420, toeOutDeg: { left: 13, right: 13 } },
    }),
    kit: [
      { kind: 'block', riseMm: 10 },
      { kind: 'block', riseMm: 20 },
    ],
  };
  const squat = {
    setup: onFloorIn(bare.habit),
    targetDepthDeg: BALANCED.targetDepthDeg,
    profile: BALANCED,
    weeks: 0,
  };
  const inTest = squatsInTests(squat);
  const fits = rangeFits(evidenceOf(signs));
  const question: SetupQuestion = {
    ...bare,
    watched: [{ ...squat, fits, pieces: 1, isLook: true, inTest }],
  };
  const belief = beliefAfter(question, []);
  const known: Signs = {
    ...signs,
    measures: { dorsiflexionDeg },
    ...saidOfSquat(question, [], squat, inTest),
  };
  const { tests, evidence } = weighSigns(known, () => ({}));
  const [first] = chooseSetup(question, BALANCED, belief).proposals;
  return {
    question,
    profile: BALANCED,
    belief,
    first: first!,
    evidence,
    tables: HOUSE_TABLES,
    tests,
    stays: known.stays!,
  };
}

const nameOf = (t: Telling): string => ('test' in t ? `${t.test} ${t.side ?? ''}` : t.reading);

describe('what would change most of what is done', () => {
  const asked = thought(SEEN, { left: 30, right: 33 });
  const told = foresee(asked);

  it('agrees, for every test, with doing it and working out belief, setup and causes anew', () => {
    const { question, belief, first, evidence, tests } = asked;
    const chance = chanceIn(question, BALANCED, belief, first);
    const [look] = question.watched!;
    const before = planOf(posterior(evidence));
    const named = told.filter((t) => 'test' in t);
    expect(named.length).toBeGreaterThan(3);
    for (const t of named) {
      if (!('test' in t)) continue;
      const { next } = tests.find((w) => w.next.test === t.test && w.next.side === t.side)!;
      let [narrows, works] = [0, 0];
      for (const [outcome, share] of Object.entries(next.chances)) {
        if (outcome === 'pain') continue;
        const bare = { kind: 'test', test: t.test, side: t.side, outcome } as Evidence;
        const seen = [...evidenceOf(SEEN), bare];
        const found = testRatios(seen, look!.inTest!, HOUSE_TABLES);
        const watched = [{ ...look!, fits: rangeFits(seen), ratios: found }];
        const then = beliefAfter({ ...question, watched }, []);
        const done = { ...bare, stays: asked.stays[t.test] } as Evidence;
        narrows += share * Math.abs(chanceIn(question, BALANCED, then, first) - chance);
        const after = planOf(posterior([...evidence, done]));
        if ([...after].sort().join() !== [...before].sort().join()) works += share;
      }
      expect(t.narrows).toBeCloseTo(narrows, 3);
      expect(t.works).toBeCloseTo(works, 9);
    }
  });

  it('reads the causes off the guesses as Probe has them: body and causes meet in the same ends', () => {
    const { question, belief, evidence } = asked;
    const [look] = question.watched!;
    const joint = afterSeen(question, belief, look!);
    const size = look!.fits.length;
    const states = Array.from({ length: END_STATES }, (_, state) =>
      joint.reduce(
        (sum, p, at) =>
          at % END_STATES === state ? sum + belief.weight[Math.floor(at / size)]! * p : sum,
        0,
      ),
    );
    expect(states.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 6);
    const byRange = causesByRange(evidence);
    posterior(evidence).forEach((p, node) => {
      const mixed = states.reduce((sum, q, state) => sum + q * byRange[state]![node]!, 0);
      expect(Math.abs(mixed - p)).toBeLessThan(0.005);
    });
  });

  it('has readings, the trial and tests in one order, the most change a minute first', () => {
    const worth = told.map((t) => (t.narrows + t.changes + t.works) / t.minutes);
    expect(worth).toEqual([...worth].sort((a, b) => b - a));
    expect(told.some((t) => 'reading' in t)).toBe(true);
    expect(told.some((t) => 'test' in t)).toBe(true);
    // Heels that rose over stiff ankles: raised heels tell of the setup, not of causes alone.
    const raised = told.find((t) => nameOf(t) === 'heelsRaised ')!;
    expect(raised.narrows).toBeGreaterThan(0.01);
  });

  it('treats sides alike', () => {
    const mirrored = foresee(
      thought(
        {
          ...SEEN,
          findings: SEEN.findings!.map((f) => (f.side ? { ...f, side: 'right' as const } : f)),
        },
        { left: 33, right: 30 },
      ),
    );
    const other = (name: string) =>
      name
        .replace('left', 'RIGHT')
        .replace('right', 'left')
        .replace('RIGHT', 'right')
        .replace('Left', 'RIGHT_')
        .replace('Right', 'Left')
        .replace('RIGHT_', 'Right');
    const sizes = (list: Telling[], by: (name: string) => string) =>
      new Map(list.map((t) => [by(nameOf(t)), t.narrows]));
    const own = sizes(told, (n) => n);
    const theirs = sizes(mirrored, other);
    expect([...theirs.keys()].sort()).toEqual([...own.keys()].sort());
    for (const [name, narrows] of own) expect(theirs.get(name)).toBeCloseTo(narrows, 6);
  });

  it('a reading moves the causes as the ends of range say: a fold that nobody read may bring other work', () => {
    const tucks: Signs = {
      ...SEEN,
      findings: [{ fault: 'pelvisTuck', severity: 'slight', by }],
    };
    const fold = foresee(thought(tucks, { left: 38, right: 38 })).find(
      (t) => nameOf(t) === 'fold',
    )!;
    expect(fold.works).toBeGreaterThan(0.05);
  });
});
