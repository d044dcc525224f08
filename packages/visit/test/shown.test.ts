import { sampleStandardDeviation } from 'simple-statistics';
import {
  BALANCED,
  changeOfReading,
  HOUSE_RULES,
  marksErrorOf,
  normal,
  readingOn,
  resolveBody,
  seededRandom,
  solve,
  type Case,
} from '@zither/core';
import {
  answerOf,
  causeShown,
  chanceShown,
  caseWith,
  changeShown,
  comparisonsOf,
  EQUATION_IDS,
  factsOf,
  roomAndDepth,
  setupBasis,
  severityShown,
  startingSetup,
  knownOf,
} from '@zither/visit';
import { sayComparison, sayInputFrom, sayInputValue, sayShown } from '@zither/words/trace';
import { dossierOf, five, trial } from './trialRows.ts';

const later = (change = {}) => ({ takenOn: '2026-01-12', ...change });

describe('a number as it is shown', () => {
  it('covers, with room and depth, about 95 of 100 clients who truly vary in all that is drawn', () => {
    const dossier = dossierOf(five());
    const basis = setupBasis(dossier, [], HOUSE_RULES)!;
    const found = caseWith(dossier, startingSetup(dossier.client, knownOf(dossier), BALANCED));
    if (found.kind !== 'ready') throw new Error('The ankles are there.');
    const { question } = found;
    const facts = factsOf(dossier, HOUSE_RULES);
    const { room, depth } = roomAndDepth(question, BALANCED, { facts, basis }, 'left');
    expect(room!.interval!.low).toBeLessThan(room!.value);
    expect(room!.interval!.high).toBeGreaterThan(room!.value);
    // Drawn by a random generator and solved through the front door: nothing of the belief is used.
    const random = seededRandom(71);
    const { lengthsMm } = resolveBody(question.body);
    const u = basis.question.uncertainty;
    const rest = Math.sqrt(1 - u.thighTrunk ** 2);
    const truths = Array.from({ length: 600 }, () => {
      const z = normal(random);
      const truth: Case = {
        ...question,
        body: {
          ...question.body,
          segmentsMm: {
            ...lengthsMm,
            thigh: lengthsMm.thigh * (1 + u.thigh * z),
            trunk: lengthsMm.trunk * (1 + u.trunk * (u.thighTrunk * z + rest * normal(random))),
            shank: lengthsMm.shank * (1 + u.shank * normal(random)),
          },
        },
        setup: { ...question.setup, balance: question.setup.balance + u.balance * normal(random) },
        limits: {
          ...question.limits,
          dorsiflexionDeg: {
            left: question.limits.dorsiflexionDeg.left + u.dorsiflexionDeg.left * normal(random),
            right: question.limits.dorsiflexionDeg.right,
          },
        },
      };
      return solve(truth).sides.left;
    });
    const share = (isIn: (side: (typeof truths)[number]) => boolean) =>
      truths.filter(isIn).length / truths.length;
    const rooms = share(({ window }) => {
      const value = window.kind === 'stanceTooWide' ? -Infinity : window.widthDeg;
      return value >= room!.interval!.low && value <= room!.interval!.high;
    });
    const depths = share(({ deepestThighDepthDeg: d }) => {
      const value = d ?? -Infinity;
      return value >= depth!.interval!.low - 1e-9 && value <= depth!.interval!.high + 1e-9;
    });
    // 128 guesses place a quantile to about a hundredth, 600 clients count one to about as much.
    for (const seen of [rooms, depths]) {
      expect(seen).toBeGreaterThan(0.91);
      expect(seen).toBeLessThan(0.99);
    }
  });

  it('calls a change real exactly where its interval leaves out nothing', () => {
    let real = 0;
    for (let by = -60; by <= 60; by += 4) {
      const dossier = dossierOf([
        trial('kneeToWall', 'left', 80),
        trial('kneeToWall', 'left', 83),
        trial('kneeToWall', 'left', 80 + by, later()),
      ]);
      const of = (day: string) => readingOn(dossier.trials, 'kneeToWall', 'left', day)!;
      const kind = changeOfReading('kneeToWall', of('2026-01-05'), of('2026-01-12')).kind;
      const { value, interval, trace } = changeShown(dossier, 'kneeToWall', 'left', '2026-01-12')!;
      const leavesOutZero = interval!.low > 0 || interval!.high < 0;
      expect(leavesOutZero).toBe(kind !== 'noChangeWeCanSee');
      expect(value).toBeCloseTo(by - 1.5);
      // Centimetres at the wall are compared as centimetres: nothing is turned into degrees.
      expect(trace.equations).toEqual(['mean', 'change']);
      expect(trace.inputs.map((i) => i.rows.length)).toEqual([2, 1]);
      real += leavesOutZero ? 1 : 0;
    }
    expect(real).toBeGreaterThan(4);
    expect(real).toBeLessThan(31);
  });

  it('never calls a chance sure or out of the question', () => {
    const dossier = dossierOf(five());
    const ground = {
      facts: factsOf(dossier, HOUSE_RULES),
      basis: setupBasis(dossier, [], HOUSE_RULES)!,
    };
    const chance = (p: number) => sayShown(chanceShown(p, BALANCED, ground));
    expect([0, 0.126, 1].map(chance)).toEqual(['1 of 100', '13 of 100', '99 of 100']);
    const cause = (probability: number) => sayShown(causeShown({ probability, because: [] }));
    expect([0, 0.24, 0.999].map(cause)).toEqual(['under 1 %', '24 %', 'over 99 %']);
  });

  it('compares a measure with the visit before and with the other side, each by name', () => {
    const dossier = dossierOf([
      trial('toeOut', 'left', 10),
      trial('toeOut', 'left', 14, later()),
      trial('toeOut', 'right', 20, later()),
      trial('archForms', 'left', 1),
      trial('archForms', 'left', 0, later()),
    ]);
    const found = comparisonsOf(dossier, 'toeOut', '2026-01-12');
    expect(found.map(sayComparison)).toEqual([
      'Toe-out, left, since the last visit',
      'Toe-out, left less right',
    ]);
    // Both errors are 2° by house default, and the occasion is half of it: 1.96 · √(2² + 2² + 2 · 1²) = 6.2°; the two sides are of one day, 5.5°.
    expect(found.map((c) => sayShown(c.shown))).toEqual([
      '4.0° (−2.2 to 10.2°)',
      '−6.0° (−11.5 to −0.5°)',
    ]);
    expect(comparisonsOf(dossier, 'archForms', '2026-01-12')).toEqual([]);
  });

  it('tells a fault’s size as the mean of its reps with their scatter and the error of the marks, and whose sizes name it', () => {
    const values = [8, 11, 9];
    const finding = {
      fault: 'heelsRise' as const,
      side: null,
      value: 28 / 3,
      unit: 'mm' as const,
      thresholds: { slight: 5, clear: 12 },
      reps: [1, 2, 3],
      perRep: [...values, 1].map((value, i) => ({ rep: i + 1, value, severity: null })),
    };
    const { interval, trace } = severityShown(finding, BALANCED);
    const marks = marksErrorOf('heelsRise', 'mm');
    const half = 1.96 * Math.hypot(sampleStandardDeviation(values) / Math.sqrt(3), marks);
    expect(interval!.high - interval!.low).toBeCloseTo(2 * half);
    expect(trace.inputs.map((i) => [i.id, i.value, i.source])).toEqual([
      ['slightFrom', 5, 'house default'],
      ['clearFrom', 12, 'house default'],
      ['repsShown', 3, null],
      ['repsSeen', 4, null],
      ['marksError', marks, 'house default'],
    ]);
    const thresholds = { slight: 3, clear: 9 };
    const strict = { ...BALANCED, name: 'Strict', faultThresholds: { heelsRise: thresholds } };
    expect(severityShown({ ...finding, thresholds }, strict).trace.inputs[0]!.source).toBe(
      'Strict',
    );
    // Another unit has other house sizes: they are not the method's because they differ from the usual ones.
    expect(severityShown({ ...finding, thresholds }, BALANCED).trace.inputs[0]!.source).toBe(
      'house default',
    );
    // One rep has no scatter; the marks are off all the same.
    const single = severityShown({ ...finding, reps: [2] }, BALANCED).interval!;
    expect(single.high - single.low).toBeCloseTo(2 * 1.96 * marks);
  });

  it('traces room, depth and chance of an answer to equations and to rows that are there', () => {
    const dossier = dossierOf(five());
    const { numbers } = answerOf({ dossier, on: '2026-01-05', tables: [], withNumbers: true });
    const ids = new Set([...dossier.trials.map((t) => t.id), dossier.client.id]);
    for (const number of [numbers!.room!, numbers!.depth!, numbers!.chance]) {
      const { equations, inputs } = number.trace;
      expect(equations).toEqual(EQUATION_IDS.filter((e) => equations.includes(e)));
      // The left ankle was read with a tape; lengths are average shares of stature.
      expect(equations).toEqual(expect.arrayContaining(['proportions', 'wall', 'mean', 'chain']));
      const known = inputs.filter((i) => ['measured', 'estimated'].includes(i.basis));
      expect(known.length).toBeGreaterThan(2);
      expect(known.every((i) => i.rows.length > 0 && i.rows.every((row) => ids.has(row)))).toBe(
        true,
      );
      // Nothing is written without a source but what was said of the client and how the feet stand.
      for (const i of inputs.filter((x) => x.source === null))
        expect(['stature', 'mass', 'setupTrials'].includes(i.id) || i.basis === 'setup').toBe(true);
      expect(sayShown(number)).toMatch(/\d/);
      for (const i of inputs) expect(sayInputValue(i)).toMatch(/\d|parallel|depth|knee/);
    }
    const ankle = numbers!.chance.trace.inputs.find((i) => i.id === 'dorsiflexion')!;
    expect(sayInputFrom(ankle)).toBe(
      'measured 5 Jan 2026 by hand · Konor et al. 2012, tape, upper end (from memory)',
    );
    expect(answerOf({ dossier, on: '2026-01-05', tables: [] }).numbers).toBeNull();
    // A chance rests on what carries over from the wall, and says whose number that is.
    const carried = (n: typeof numbers) =>
      n!.chance.trace.inputs.find((i) => i.id === 'carriedOver')!;
    expect([carried(numbers).interval, carried(numbers).source]).toEqual([
      { low: -1.96 * 1.5, high: 1.96 * 1.5 },
      'house default',
    ]);
    const at = '2026-01-04T09:00:00.000Z';
    const change = { kind: 'spread' as const, spread: 'carriedOverDeg' as const, to: 3 };
    const row = { id: '55555555-5555-4555-8555-555555555555', version: 1, updatedAt: at };
    const tables = [{ ...row, saidAt: at, saidBy: '', at, by: '', why: 'Ours', changes: [change] }];
    const ours = answerOf({ dossier, on: '2026-01-05', tables, withNumbers: true }).numbers;
    expect([carried(ours).interval?.high, carried(ours).source]).toEqual([
      1.96 * 3,
      'your practice, on the Shelf',
    ]);
  });
});
