import fc from 'fast-check';
import {
  CAUSE_IDS,
  CAUSES,
  causesBehind,
  diagnose,
  entropyBits,
  evidenceOf,
  lookAhead,
  FAULT_IDS,
  findingChance,
  eliminated,
  factorOf,
  ledgersOf,
  LINKS,
  NODES,
  OTHER_FINDINGS,
  RANGE_READINGS,
  outcomeChances,
  outcomesOf,
  posterior,
  seededRandom,
  SIDED_FINDINGS,
  TEST_IDS,
  TESTS,
  type Evidence,
  type FindingId,
  type Outcome,
  type Phase,
  type SafetyLimit,
  type Side,
  type Signs,
} from '../src/index.ts';
import { evidenceChance } from './evidenceChance.ts';
import { examine, knownClient } from '../src/practice/index.ts';
import { between } from './arbitraries.ts';
import { mirrored, VIGNETTES } from './vignettes.ts';

const FINDINGS = [...new Set(LINKS.map((l) => l.finding))];
const sideOf = (id: FindingId) =>
  SIDED_FINDINGS.includes(id)
    ? fc.constantFrom<Side>('left', 'right')
    : fc.constant<Side | null>(null);
const finding: fc.Arbitrary<Evidence> = fc.constantFrom(...FINDINGS).chain((id) =>
  fc.record({
    kind: fc.constant('finding' as const),
    finding: fc.constant(id),
    side: sideOf(id),
    sure: between(0.02, 0.98),
  }),
);
const tried: fc.Arbitrary<Evidence> = fc.constantFrom(...TEST_IDS).chain((test) =>
  fc.record({
    kind: fc.constant('test' as const),
    test: fc.constant(test),
    side: TESTS[test].sided
      ? fc.constantFrom<Side>('left', 'right')
      : fc.constant<Side | null>(null),
    outcome: fc.constantFrom(...outcomesOf(TESTS[test])),
  }),
);
const evidence = fc.array(fc.oneof({ weight: 3, arbitrary: finding }, tried), { maxLength: 5 });

/** Every world of the causes that the evidence touches, one by one: exact, and hopeless beyond a dozen causes. */
function bruteForce(list: readonly Evidence[]): number[] | null {
  const touched = NODES.flatMap((_, i) =>
    list.some((e) => {
      // A cause bears on evidence when flipping it, against some background, changes the evidence's chance.
      for (const background of [() => false, () => true])
        if (
          evidenceChance(e, (n) => (n === i ? true : background())) !==
          evidenceChance(e, (n) => (n === i ? false : background()))
        )
          return true;
      return false;
    })
      ? [i]
      : [],
  );
  if (touched.length > 13) return null;
  const sums = new Array<number>(NODES.length).fill(0);
  let whole = 0;
  for (let world = 0; world < 2 ** touched.length; world += 1) {
    const isTrue = (n: number) => ((world >> touched.indexOf(n)) & 1) === 1 && touched.includes(n);
    let p = 1;
    for (const n of touched) {
      const { prior } = CAUSES[NODES[n]!.cause];
      p *= isTrue(n) ? prior : 1 - prior;
    }
    for (const e of list) p *= evidenceChance(e, isTrue);
    whole += p;
    for (const n of touched) if (isTrue(n)) sums[n] = (sums[n] ?? 0) + p;
  }
  return NODES.map(({ cause }, i) =>
    touched.includes(i) ? (sums[i] ?? 0) / whole : CAUSES[cause].prior,
  );
}

describe('the tables', () => {
  it('name only causes, findings and tests that exist, and say why in words', () => {
    const findings = [...FAULT_IDS, ...OTHER_FINDINGS] as readonly string[];
    for (const l of LINKS) {
      expect(findings).toContain(l.finding);
      expect(CAUSE_IDS).toContain(l.cause);
      expect(l.because).toMatch(/^[A-Z].+\.$/);
    }
    const keys = LINKS.map((l) => `${l.finding} ${l.cause} ${l.crosses ?? false}`);
    expect(new Set(keys).size).toBe(keys.length);
    for (const cause of CAUSE_IDS) {
      const pulls = TEST_IDS.some((t) =>
        [...TESTS[t].relieves, ...TESTS[t].worsens, ...TESTS[t].hurts].some(([c]) => c === cause),
      );
      // Every cause can be found by something seen or something tried.
      expect(pulls || LINKS.some((l) => l.cause === cause)).toBe(true);
    }
  });

  it('every fault but pain is linked to a cause, and every test is about something that can be seen', () => {
    for (const fault of FAULT_IDS)
      if (fault !== 'pain') expect(LINKS.some((l) => l.finding === fault)).toBe(true);
    for (const id of TEST_IDS) {
      expect(TESTS[id].about.length).toBeGreaterThan(0);
      for (const f of TESTS[id].about)
        expect([...FINDINGS, ...Object.keys(RANGE_READINGS)]).toContain(f);
    }
  });
});

describe('the network', () => {
  it('agrees with every world enumerated one by one', () => {
    let compared = 0;
    fc.assert(
      fc.property(fc.array(fc.oneof(finding, tried), { maxLength: 3 }), (list) => {
        const slow = bruteForce(list);
        if (!slow) return;
        compared += 1;
        posterior(list).forEach((p, i) => expect(p).toBeCloseTo(slow[i] ?? NaN, 10));
      }),
      { numRuns: 120, seed: 501 },
    );
    expect(compared).toBeGreaterThan(40);
  });

  it('does not depend on the order in which things were seen', () => {
    fc.assert(
      fc.property(evidence, fc.infiniteStream(fc.nat()), (list, picks) => {
        const shuffled = [...list];
        for (let i = shuffled.length - 1; i > 0; i -= 1) {
          const j = picks.next().value % (i + 1);
          [shuffled[i], shuffled[j]] = [shuffled[j]!, shuffled[i]!];
        }
        const [a, b] = [posterior(list), posterior(shuffled)];
        a.forEach((p, i) => expect(p).toBeCloseTo(b[i] ?? NaN, 10));
      }),
      { numRuns: 60, seed: 502 },
    );
  });

  it('is the same seen in a mirror', () => {
    const turned = <T extends Side | null>(side: T) =>
      (side === 'left' ? 'right' : side === 'right' ? 'left' : null) as T;
    fc.assert(
      fc.property(evidence, (list) => {
        const own = posterior(list);
        const mirrored = posterior(list.map((e) => ({ ...e, side: turned(e.side) }) as Evidence));
        NODES.forEach(({ cause, side }, i) => {
          const other = NODES.findIndex((n) => n.cause === cause && n.side === turned(side));
          expect(mirrored[other]).toBeCloseTo(own[i] ?? NaN, 10);
        });
      }),
      { numRuns: 60, seed: 503 },
    );
  });

  it('counts a test that was done twice twice', () => {
    const done: Evidence = { kind: 'test', test: 'footCue', side: 'left', outcome: 'clears' };
    const once = posterior([done]);
    const twice = posterior([done, { ...done }]);
    bruteForce([done, done])!.forEach((p, i) => expect(twice[i]).toBeCloseTo(p, 9));
    const foot = NODES.findIndex((n) => n.cause === 'footControl' && n.side !== 'right');
    expect(twice[foot]).toBeGreaterThan(once[foot]! + 0.01);
  });

  it('stays a probability, with nothing seen and with everything seen at once', () => {
    posterior([]).forEach((p, i) => expect(p).toBeCloseTo(CAUSES[NODES[i]!.cause].prior, 12));
    const everything = FINDINGS.flatMap((id): Evidence[] =>
      (SIDED_FINDINGS.includes(id) ? (['left', 'right'] as const) : [null]).map((side) => ({
        kind: 'finding',
        finding: id,
        side,
        sure: 0.95,
      })),
    );
    for (const p of posterior(everything)) {
      expect(p).toBeGreaterThanOrEqual(0);
      expect(p).toBeLessThanOrEqual(1);
    }
    fc.assert(
      fc.property(evidence, (list) => {
        for (const p of posterior(list)) {
          expect(p).toBeGreaterThanOrEqual(0);
          expect(p).toBeLessThanOrEqual(1);
        }
      }),
      { numRuns: 60, seed: 504 },
    );
  });

  it('a finding never speaks against a cause that leads to it, the other causes fixed', () => {
    fc.assert(
      fc.property(finding, fc.nat(), (e, pick) => {
        if (e.kind !== 'finding') return;
        const toward = LINKS.filter((l) => l.finding === e.finding && l.strength !== 'against');
        for (const { cause } of toward)
          NODES.forEach(({ cause: own }, i) => {
            if (own !== cause) return;
            const others = (n: number) => ((pick >> (n % 30)) & 1) === 1;
            const withIt = findingChance(e.finding, e.side, (n) => n === i || others(n));
            const without = findingChance(e.finding, e.side, (n) => n !== i && others(n));
            expect(withIt).toBeGreaterThanOrEqual(without - 1e-12);
          });
      }),
      { numRuns: 200, seed: 505 },
    );
  });

  it('explains away: a foot that clears the knee makes the hip less likely', () => {
    const knee: Evidence = { kind: 'finding', finding: 'kneesIn', side: 'left', sure: 0.97 };
    const cue: Evidence = { kind: 'test', test: 'footCue', side: 'left', outcome: 'clears' };
    const hip = NODES.findIndex((n) => n.cause === 'abductors' && n.side === 'left');
    expect(posterior([knee, cue])[hip]).toBeLessThan(posterior([knee])[hip] ?? 0);
    expect(posterior([knee])[hip]).toBeGreaterThan(CAUSES.abductors.prior);
  });

  it('gives the joint of two variables by hand: rain and sprinkler', () => {
    // P(rain) .2, P(sprinkler) .1, wet grass by noisy-OR .9 and .8 without leak: P(rain | wet) = (.18 + .02·(1−.1·.2)−.018)/…
    const factors = [
      factorOf([0], (is) => (is(0) ? 0.2 : 0.8)),
      factorOf([1], (is) => (is(1) ? 0.1 : 0.9)),
      factorOf([0, 1], (is) => 1 - (is(0) ? 0.1 : 1) * (is(1) ? 0.2 : 1)),
    ];
    // Worlds: rain only .2·.9·.9 = .162; both .2·.1·.98 = .0196; sprinkler only .8·.1·.8 = .064; together .2456.
    expect(eliminated(factors, [0]).table[1]).toBeCloseTo((0.162 + 0.0196) / 0.2456, 12);
    expect(eliminated(factors, [0, 1]).table[3]).toBeCloseTo(0.0196 / 0.2456, 12);
  });

  it('has no limit of variables: a chain of 70, against its recurrence worked forward and back', () => {
    const step = { true: 0.8, false: 0.1 };
    const count = 70;
    const chain = [
      factorOf([0], (is) => (is(0) ? 0.3 : 0.7)),
      ...Array.from({ length: count - 1 }, (_, i) =>
        factorOf([i, i + 1], (is) => {
          const p = is(i) ? step.true : step.false;
          return is(i + 1) ? p : 1 - p;
        }),
      ),
    ];
    let forward = 0.3;
    for (let i = 1; i < count; i += 1) forward = step.true * forward + step.false * (1 - forward);
    expect(eliminated(chain, [count - 1]).table[1]).toBeCloseTo(forward, 12);
    // Seen at the 40th: how much of it reaches the first.
    let [ifTrue, ifFalse] = [1, 0];
    for (let i = 40; i > 0; i -= 1)
      [ifTrue, ifFalse] = [
        step.true * ifTrue + (1 - step.true) * ifFalse,
        step.false * ifTrue + (1 - step.false) * ifFalse,
      ];
    const seen = factorOf([40], (is) => (is(40) ? 1 : 0));
    expect(eliminated([...chain, seen], [0]).table[1]).toBeCloseTo(
      (0.3 * ifTrue) / (0.3 * ifTrue + 0.7 * ifFalse),
      12,
    );
  });
});

describe('tests', () => {
  it('outcomes sum to one whatever is true', () => {
    fc.assert(
      fc.property(fc.constantFrom(...TEST_IDS), fc.nat(), (id, world) => {
        const chances = outcomeChances(
          id,
          TESTS[id].sided ? 'left' : null,
          (n) => ((world >> (n % 30)) & 1) === 1,
        );
        const sum = Object.values(chances).reduce((a, b) => a + b, 0);
        expect(sum).toBeCloseTo(1, 12);
      }),
      { numRuns: 200, seed: 506 },
    );
  });

  it('what a test is expected to tell is never below nothing, nor above what its outcomes can hold', () => {
    fc.assert(
      fc.property(evidence, fc.constantFrom(...TEST_IDS), (list, id) => {
        const side = TESTS[id].sided ? 'right' : null;
        const all = lookAhead(list, id, side);
        expect(all.bits).toBeGreaterThanOrEqual(0);
        expect(all.bits).toBeLessThanOrEqual(entropyBits(Object.values(all.chances)) + 1e-9);
        // Caring for fewer causes can only lower it.
        const some = lookAhead(
          list,
          id,
          side,
          causesBehind([{ finding: 'heelsRise', side: null }]),
        );
        expect(some.bits).toBeLessThanOrEqual(all.bits + 1e-9);
      }),
      { numRuns: 60, seed: 507 },
    );
  });

  it('leave of every cause what doing them and working it all out anew would', () => {
    fc.assert(
      fc.property(evidence, fc.constantFrom(...TEST_IDS), fc.nat(), (list, id, pick) => {
        const side = TESTS[id].sided ? 'left' : null;
        const outcomes = outcomesOf(TESTS[id]);
        const outcome = outcomes[pick % outcomes.length]!;
        const { after } = lookAhead(list, id, side);
        const anew = posterior([...list, { kind: 'test', test: id, side, outcome }]);
        after(outcome).forEach((p, i) => expect(p).toBeCloseTo(anew[i]!, 9));
      }),
      { numRuns: 60, seed: 508 },
    );
  });

  it('is what changes the beliefs on average: beliefs after, weighted by outcome, are the beliefs before', () => {
    const list: Evidence[] = [{ kind: 'finding', finding: 'heelsRise', side: null, sure: 0.97 }];
    const { chances } = lookAhead(list, 'heelsRaised', null);
    const before = posterior(list);
    const after = outcomesOf(TESTS.heelsRaised).map((outcome) => ({
      weight: chances[outcome] ?? NaN,
      beliefs: posterior([...list, { kind: 'test', test: 'heelsRaised', side: null, outcome }]),
    }));
    before.forEach((p, i) => {
      const mean = after.reduce((sum, a) => sum + a.weight * (a.beliefs[i] ?? 0), 0);
      expect(mean).toBeCloseTo(p, 9);
    });
  });

  it('are not offered where the screen bars them, where nothing is there to compare, or twice', () => {
    const knees: Signs = { findings: [{ fault: 'kneesIn', severity: 'clear', side: 'left' }] };
    const offered = (signs: Signs, limits: SafetyLimit[] = []) =>
      diagnose(signs, { limits }).nextTests.map((t) => t.test);
    expect(offered(knees)).toContain('lightVsLoad');
    expect(offered(knees, [{ kind: 'noLoad' }])).not.toContain('lightVsLoad');
    expect(offered(knees)).not.toContain('armsDown');
    expect(offered({})).toEqual([]);
    expect(
      offered({ ...knees, tests: [{ test: 'footCue', outcome: 'same', side: 'left' }] }),
    ).not.toContain('footCue');
  });
});

describe('clients whose causes are known, drawn from the network itself', () => {
  it('the guided order finds the true cause sooner than the order of the table', () => {
    const right = { guided: 0, fixed: 0 };
    const clients = 120;
    for (let k = 0; k < clients; k += 1) {
      const client = knownClient(seededRandom(9000 + k));
      expect(client.seen.length).toBeGreaterThan(0);
      for (const order of ['guided', 'fixed'] as const)
        if (examine(client, order, 2, seededRandom(70_000 + k))[2]) right[order] += 1;
    }
    expect(right.guided).toBeGreaterThan(right.fixed);
    expect(right.guided / clients).toBeGreaterThan(0.55);
  });

  it('are the same for the same seed', () => {
    const run = () => examine(knownClient(seededRandom(4)), 'random', 3, seededRandom(5));
    expect(run()).toEqual(run());
    expect(run()).toHaveLength(4);
  });
});

/** A cause alone being true. */
const only =
  (...nodes: number[]) =>
  (n: number) =>
    nodes.includes(n);
const nodesOf = (cause: string) => NODES.flatMap((n, i) => (n.cause === cause ? [i] : []));

describe('tests told by what stopped the client', () => {
  it('carry a likelihood ratio of at least 3 for every cause an outcome names', () => {
    let named = 0;
    for (const test of TEST_IDS)
      for (const [outcome, { causes }] of Object.entries(TESTS[test].named ?? {}))
        for (const [cause] of causes) {
          const chance = (isTrue: (n: number) => boolean) =>
            outcomeChances(test, null, isTrue)[outcome as 'heelsUp'] ?? NaN;
          named += 1;
          expect(chance(only(...nodesOf(cause))) / chance(only())).toBeGreaterThanOrEqual(3);
        }
    expect(named).toBeGreaterThan(12);
    for (const test of TEST_IDS) {
      const { named: own } = TESTS[test];
      if (own) expect(Object.values(own).reduce((sum, o) => sum + o.usually, 0)).toBeCloseTo(1, 12);
    }
  });

  it('move the belief clearly: heels that still lift with a weight in front are an ankle', () => {
    // Of a cause that each side may have: that either has it, taken as apart.
    const likely = (signs: Signs, cause: string) =>
      1 -
      diagnose(signs)
        .causes.filter((c) => c.cause === cause)
        .reduce((none, c) => none * (1 - c.probability), 1);
    const heels: Signs = { findings: [{ fault: 'heelsRise', severity: 'clear' }] };
    const depth: Signs = { findings: [{ fault: 'depthShort', severity: 'clear' }] };
    const after = (signs: Signs, test: 'counterbalance' | 'supportedSit', outcome: Outcome) => ({
      ...signs,
      tests: [{ test, outcome }],
    });
    const odds = (p: number) => p / (1 - p);
    const ankle = (signs: Signs) => odds(likely(signs, 'ankleJoint'));
    expect(ankle(after(heels, 'counterbalance', 'heelsUp'))).toBeGreaterThan(1.5 * ankle(heels));
    expect(ankle(after(heels, 'counterbalance', 'pitched'))).toBeGreaterThan(1.5 * ankle(heels));
    expect(ankle(after(heels, 'counterbalance', 'clean'))).toBeLessThan(ankle(heels) / 2.5);
    expect(ankle(after(depth, 'supportedSit', 'heelsUp'))).toBeGreaterThan(2.5 * ankle(depth));
    for (const outcome of ['hipFront', 'backRounded'] as const)
      expect(odds(likely(after(depth, 'supportedSit', outcome), 'hipFoldRoom'))).toBeGreaterThan(
        3 * odds(likely(depth, 'hipFoldRoom')),
      );
    expect(likely(after(depth, 'supportedSit', 'nothing'), 'hipFoldRoom')).toBeLessThan(0.12);
  });

  it('outcomes a test cannot have say nothing', () => {
    const list: Evidence[] = [{ kind: 'finding', finding: 'heelsRise', side: null, sure: 0.97 }];
    expect(
      posterior([
        ...list,
        { kind: 'test', test: 'heelsRaised', side: null, outcome: 'backRounded' },
      ]),
    ).toEqual(posterior(list));
  });
});

describe('a one-sided hip (common practice, no source)', () => {
  const likely = (signs: Signs, side: Side) =>
    diagnose(signs).causes.find((c) => c.cause === 'hipInwardRotation' && c.side === side)!
      .probability;

  it.each(['left', 'right'] as const)(
    'is the other side’s when the pelvis goes %s, unless the measured rotation says otherwise',
    (to) => {
      const other = to === 'left' ? 'right' : 'left';
      const at = (low: Side) => ({
        hipInwardRotationDeg: { left: 40, right: 40, [low]: 17 },
      });
      for (const fault of ['sideShift', 'unevenTouch'] as const) {
        const signs: Signs = { findings: [{ fault, severity: 'clear', side: to }] };
        expect(likely(signs, other)).toBeGreaterThan(3 * likely(signs, to));
        expect(likely({ ...signs, measures: at(to) }, to)).toBeGreaterThan(
          1.5 * likely({ ...signs, measures: at(to) }, other),
        );
        expect(likely({ ...signs, measures: at(other) }, other)).toBeGreaterThan(0.85);
      }
    },
  );
});

describe('the phase of the rep', () => {
  const beliefs = (fault: 'kneesIn' | 'archDrops', phase: Phase | null) => {
    const { causes } = diagnose({ findings: [{ fault, severity: 'clear', side: 'left', phase }] });
    return (cause: string) =>
      causes.find((c) => c.cause === cause && (c.side === 'left' || c.side === null))!.probability;
  };

  it.each(['kneesIn', 'archDrops'] as const)(
    'tells causes of %s apart: foot on the way down, ankle at the bottom, strength on the way up',
    (fault) => {
      const [down, low, up] = (['descent', 'bottom', 'ascent'] as const).map((p) =>
        beliefs(fault, p),
      );
      expect(down!('footControl')).toBeGreaterThan(1.5 * up!('footControl'));
      expect(up!('abductors')).toBeGreaterThan(1.5 * down!('abductors'));
      expect(low!('ankleJoint')).toBeGreaterThan(1.5 * up!('ankleJoint'));
      if (fault === 'kneesIn')
        expect(up!('loadBeyondControl')).toBeGreaterThan(1.5 * down!('loadBeyondControl'));
    },
  );

  it('seen in two phases is a fault of the whole rep', () => {
    const seen = (...phases: Phase[]): Signs => ({
      findings: phases.map((phase) => ({
        fault: 'kneesIn',
        severity: 'clear',
        side: 'left',
        phase,
      })),
    });
    const [one] = evidenceOf(seen('descent', 'descent'));
    expect(one).toMatchObject({ phase: 'descent' });
    expect(evidenceOf(seen('descent', 'ascent'))[0]).not.toHaveProperty('phase');
  });
});

describe('vignettes in the trade’s terms (common practice, no source)', () => {
  it('are at least seventy, half of them about sides, phases and how tests turned out', () => {
    expect(VIGNETTES.length).toBeGreaterThanOrEqual(70);
    const telling = VIGNETTES.filter(
      ({ signs, side }) =>
        side ?? signs.findings?.some((f) => f.phase) ?? (signs.tests?.length ?? 0) > 0,
    );
    expect(telling.length).toBeGreaterThanOrEqual(VIGNETTES.length / 2);
  });

  it.each([
    ...VIGNETTES,
    ...VIGNETTES.filter((v) => JSON.stringify(mirrored(v).signs) !== JSON.stringify(v.signs)).map(
      mirrored,
    ),
  ])('$name', ({ signs, leads, side, next }) => {
    const found = diagnose(signs);
    const [first] = found.causes;
    expect(first?.cause).toBe(leads);
    if (side) expect(first?.side).toBe(side);
    if (next !== undefined) expect(found.nextTests[0]?.test ?? null).toBe(next);
  });

  it('load or abductors before the ankle, when knees come in near the top load only', () => {
    const { causes } = diagnose({
      findings: [{ fault: 'kneesIn', severity: 'clear', side: 'left', onlyUnderLoad: true }],
    });
    const place = (cause: string) => causes.findIndex((c) => c.cause === cause);
    expect(place('loadBeyondControl')).toBeLessThan(place('ankleJoint'));
    expect(place('abductors')).toBeLessThan(place('ankleJoint'));
  });

  it('build is said to be no fault, and the chest is not cued up', () => {
    const found = diagnose(VIGNETTES.find((v) => v.leads === 'proportions')!.signs);
    expect(found.notFaults.map((n) => n.what)).toContain('proportions');
    expect(found.bannedCues).toContain('chestUp');
  });

  it('the knees-out cue is never proposed for knees that do not come in', () => {
    for (const { signs } of VIGNETTES) {
      const found = diagnose(signs);
      const comesIn =
        signs.findings?.some((f) => f.fault === 'kneesIn') &&
        !signs.findings.some((f) => f.fault === 'kneesOut');
      expect(found.bannedCues.includes('kneesOut')).toBe(!comesIn);
      if (!comesIn) expect(found.nextTests.map((t) => t.test)).not.toContain('kneesOutCue');
    }
  });

  it('a pinch is referred and stops the testing; stretching is barred', () => {
    const found = diagnose(VIGNETTES.find((v) => v.leads === 'ankleBlock')!.signs);
    expect(found).toMatchObject({ stop: true, nextTests: [] });
    expect(found.causes[0]).toMatchObject({ cause: 'ankleBlock', refer: true });
    expect(found.bannedCues).toContain('stretchAnkle');
  });

  it('says why: what speaks for the leading cause and what against', () => {
    const signs: Signs = {
      findings: [{ fault: 'heelsRise', severity: 'clear' }],
      measures: { kneeToWallMm: { left: 50, right: 120 } },
      tests: [{ test: 'heelsRaised', outcome: 'clears' }],
    };
    const { causes } = diagnose(signs);
    expect(causes[0]?.because.map((w) => w.evidence)).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ kind: 'finding', finding: 'ankleShort', side: 'left' }),
        expect.objectContaining({ kind: 'test', test: 'heelsRaised', outcome: 'clears' }),
      ]),
    );
    // The right ankle was read free: the heaviest piece against it.
    const right = NODES.findIndex((n) => n.cause === 'ankleJoint' && n.side === 'right');
    const [heaviest] = ledgersOf(evidenceOf(signs), [right])[0] ?? [];
    expect(heaviest?.evidence).toMatchObject({ finding: 'ankleShort', side: 'right' });
    expect(heaviest?.reason).toMatchObject({ kind: 'link', isThere: false });
    expect(heaviest?.bits).toBeLessThan(-1);
    expect(ledgersOf(evidenceOf({}), [0])).toEqual([[]]);
  });
});
