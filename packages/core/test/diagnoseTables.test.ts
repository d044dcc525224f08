import fc from 'fast-check';
import {
  aheadOf,
  CAUSE_IDS,
  CAUSES,
  diagnose,
  entryOf,
  evidenceOf,
  findingChance,
  HOUSE_TABLES,
  houseValueOf,
  LINKS,
  mayChangePlan,
  mindChangersOf,
  movesOf,
  NODES,
  outcomesOf,
  PLAN_FROM,
  planOf,
  posterior,
  tablesWith,
  TEST_IDS,
  testBar,
  TESTS,
  openTests,
  worthTesting,
  type Evidence,
  type Signs,
  type TableChange,
} from '../src/index.ts';

const node = (cause: string, side: 'left' | 'right' | null = null) =>
  NODES.findIndex((n) => n.cause === cause && n.side === side);
const heels: Evidence = { kind: 'finding', finding: 'heelsRise', side: null, sure: 0.97 };

const change: fc.Arbitrary<TableChange> = fc.oneof(
  fc.record({
    kind: fc.constant('prior' as const),
    cause: fc.constantFrom(...CAUSE_IDS),
    to: fc.option(fc.double({ min: 0.01, max: 0.9, noNaN: true })),
  }),
  fc.constantFrom(...LINKS).chain(({ finding, cause }) =>
    fc.record({
      kind: fc.constant('link' as const),
      finding: fc.constant(finding),
      cause: fc.constant(cause),
      to: fc.option(
        fc.constantFrom('strong' as const, 'weak' as const, 'against' as const, 'none' as const),
      ),
    }),
  ),
  fc.record({
    kind: fc.constant('minutes' as const),
    test: fc.constantFrom(...TEST_IDS),
    to: fc.option(fc.double({ min: 0.5, max: 10, noNaN: true })),
  }),
);

describe('the tables of a practice', () => {
  it('without changes, or with all of them put back, are the house’s', () => {
    expect(tablesWith([])).toBe(HOUSE_TABLES);
    fc.assert(
      fc.property(fc.array(change, { maxLength: 6 }), (changes) => {
        const back = changes.map((c) => ({ ...c, to: null }) as TableChange);
        expect(tablesWith([...changes, ...back])).toBe(HOUSE_TABLES);
        // The house's own values, said once more, change nothing either.
        const same = changes.map((c) => ({ ...c, to: houseValueOf(c) }) as TableChange);
        expect(posterior([heels], tablesWith(same))).toEqual(posterior([heels]));
      }),
      { numRuns: 60, seed: 521 },
    );
  });

  it('the last word on an entry counts, whatever was said before', () => {
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 8 }), (changes) => {
        const last = [...new Map(changes.map((c) => [entryOf(c), c])).values()];
        expect(tablesWith(changes)).toEqual(tablesWith(last));
      }),
      { numRuns: 60, seed: 522 },
    );
  });

  it('a cause made more common is believed more; a link taken out no longer speaks', () => {
    const common = tablesWith([{ kind: 'prior', cause: 'ankleJoint', to: 0.4 }]);
    const ankle = node('ankleJoint', 'left');
    expect(posterior([heels], common)[ankle]).toBeGreaterThan(posterior([heels])[ankle] ?? 1);
    const cut = tablesWith([
      { kind: 'link', finding: 'heelsRise', cause: 'ankleJoint', to: 'none' },
    ]);
    // Only what bears on it directly was cut, so it falls back to how common it is.
    expect(posterior([heels], cut)[ankle]).toBeCloseTo(CAUSES.ankleJoint.prior, 12);
    expect(findingChance('heelsRise', null, (n) => n === ankle, cut)).toBeLessThan(
      findingChance('heelsRise', null, (n) => n === ankle),
    );
  });

  it('a test that takes longer comes later, and one that no longer relieves anything tells less', () => {
    const first = worthTesting([heels], {})[0]!;
    const slow = tablesWith([{ kind: 'minutes', test: first.test, to: 20 }]);
    expect(worthTesting([heels], {}, slow)[0]?.test).not.toBe(first.test);
    const blind = tablesWith(
      TESTS.heelsRaised.relieves.map(([cause]): TableChange => ({
        kind: 'testLink',
        test: 'heelsRaised',
        cause,
        effect: 'relieves',
        to: 'none',
      })),
    );
    const bits = (tables = HOUSE_TABLES) =>
      worthTesting([heels], {}, tables).find((t) => t.test === 'heelsRaised')?.bits ?? NaN;
    expect(bits(blind)).toBeLessThan(bits() / 2);
  });

  it('an eye believed less moves the beliefs less', () => {
    const signs: Signs = {
      findings: [{ fault: 'kneesOut', severity: 'clear', side: 'left', by: 'eye' }],
    };
    const wary = tablesWith([{ kind: 'sureness', by: 'eye', severity: 'clear', to: 0.55 }]);
    const cued = node('overCuedKneesOut');
    expect(posterior(evidenceOf(signs, wary), wary)[cued]).toBeLessThan(
      posterior(evidenceOf(signs))[cued] ?? 0,
    );
  });
});

describe('what several observers say of one fault', () => {
  const sure = (findings: Signs['findings']) => {
    const [only, ...more] = evidenceOf({ findings });
    expect(more).toEqual([]);
    return only?.kind === 'finding' ? only.sure : NaN;
  };
  const knee = { fault: 'kneesIn', severity: 'slight', side: 'left' } as const;

  it('is one piece of evidence: surer when they agree, less sure when one looked and did not see it', () => {
    const camera = sure([{ ...knee, by: 'measured' }]);
    const both = sure([
      { ...knee, by: 'measured' },
      { ...knee, by: 'eye' },
    ]);
    const alone = sure([{ ...knee, by: 'eye', missedBy: 'measured' }]);
    expect(both).toBeGreaterThan(camera);
    // Odds by hand: 0.85/0.15 times 0.72/0.28.
    const odds = (0.85 / 0.15) * (0.72 / 0.28);
    expect(both).toBeCloseTo(odds / (1 + odds), 12);
    expect(alone).toBeLessThan(0.5);
    expect(sure([{ ...knee, by: 'measured', missedBy: 'eye' }])).toBeLessThan(camera);
  });

  it('pain of an earlier day is evidence and does not stop today', () => {
    const tests = [{ test: 'kneeStraightVsBent', outcome: 'pain', side: 'left' }] as const;
    expect(diagnose({ tests }).stop).toBe(true);
    const earlier = diagnose({ tests: tests.map((t) => ({ ...t, earlier: true })) });
    expect(earlier.stop).toBe(false);
    expect(earlier.causes[0]).toMatchObject({ cause: 'ankleBlock', side: 'left', refer: true });
  });
});

describe('foresight', () => {
  const beliefs = posterior([heels]);
  const { next, after: afterIt } = openTests([heels], {}).find(
    (t) => t.next.test === 'heelsRaised',
  )!;

  it('says of each outcome exactly what doing the test would say', () => {
    const ahead = aheadOf(next, afterIt, beliefs);
    expect(ahead.map((a) => a.outcome)).toEqual([...outcomesOf(TESTS[next.test])]);
    expect(ahead.reduce((sum, a) => sum + a.chance, 0)).toBeCloseTo(1, 12);
    for (const { outcome, plan, moves } of ahead) {
      const after = posterior([heels, { kind: 'test', test: 'heelsRaised', side: null, outcome }]);
      expect(plan).toEqual(planOf(after));
      for (const m of moves) expect(m.to).toBeCloseTo(after[m.node] ?? NaN, 12);
      expect(moves.map((m) => m.node)).toEqual(movesOf(beliefs, after).map((m) => m.node));
    }
  });

  it('a plan is made for what is likely enough, sooner for what a clinician should see', () => {
    const at = (p: Record<number, number>) => NODES.map((_, i) => p[i] ?? 0.01);
    expect(planOf(at({ [node('adductors', 'left')]: PLAN_FROM.work - 0.01 }))).toEqual([]);
    expect(planOf(at({ [node('ankleBlock', 'left')]: PLAN_FROM.work - 0.01 }))).toEqual([
      node('ankleBlock', 'left'),
    ]);
    expect(planOf(at({ [node('quadsWeak')]: 0.6, [node('trunkBracing')]: 0.9 }))).toEqual([
      node('trunkBracing'),
      node('quadsWeak'),
    ]);
  });

  it('stops when nothing left would change the plan: every test still offered may', () => {
    const signs: Signs = {
      findings: [{ fault: 'armsFall', severity: 'clear' }],
      tests: [{ test: 'armsDown', outcome: 'clears' }],
    };
    expect(diagnose(signs).nextTests).toEqual([]);
    const open = diagnose({ findings: [{ fault: 'kneesIn', severity: 'clear', side: 'left' }] });
    expect(open.nextTests.length).toBeGreaterThan(0);
    const evidence = evidenceOf({
      findings: [{ fault: 'kneesIn', severity: 'clear', side: 'left' }],
    });
    const all = openTests(evidence, {});
    for (const t of open.nextTests) {
      const { next, after } = all.find((o) => o.next.test === t.test && o.next.side === t.side)!;
      expect(mayChangePlan(aheadOf(next, after, posterior(evidence)))).toBe(true);
    }
  });

  it('what would change the mind moves the belief to where it says, furthest first', () => {
    const ankle = node('ankleJoint', 'left');
    const candidates: Evidence[] = [
      { kind: 'test', test: 'heelsRaised', side: null, outcome: 'clears' },
      { kind: 'test', test: 'heelsRaised', side: null, outcome: 'same' },
      { kind: 'finding', finding: 'ankleShort', side: 'left', sure: 0.05 },
      { kind: 'finding', finding: 'armsFall', side: null, sure: 0.97 },
    ];
    const found = mindChangersOf([heels], ankle, candidates);
    const now = posterior([heels])[ankle] ?? NaN;
    const sizes = found.map((m) => Math.abs(m.to - now));
    expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
    for (const m of found)
      expect(m.to).toBeCloseTo(posterior([heels, m.evidence])[ankle] ?? NaN, 12);
    // Arms that fall say nothing of an ankle.
    expect(found.map((m) => m.evidence)).not.toContainEqual(candidates[3]);
  });

  it('tests are barred by the screen before by what is missing, and the bar is named', () => {
    expect(
      testBar('lowBox', { limits: [{ kind: 'depthCap', thighDepthDeg: 0 }], missing: ['lowBox'] }),
    ).toEqual({
      by: 'screen',
      limit: { kind: 'depthCap', thighDepthDeg: 0 },
    });
    expect(testBar('lowBox', { missing: ['lowBox'] })).toEqual({ by: 'kit', need: 'lowBox' });
    expect(testBar('lowBox', {})).toBeNull();
    const offered = (missing: readonly ['heelLift'] | readonly []) =>
      worthTesting([heels], { missing }).map((t) => t.test);
    expect(offered([])).toContain('heelsRaised');
    expect(offered(['heelLift'])).not.toContain('heelsRaised');
  });
});
