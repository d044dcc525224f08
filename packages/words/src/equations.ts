import type { EquationId } from '@zither/visit';

/** One equation of the model: what it says in plain words, where it comes from, and the test that holds it. */
export interface Equation {
  /** As numbered in docs/model.md. */
  number: number;
  name: string;
  says: string;
  /** A published source (from memory), or "house default", or "common practice, no source". */
  source: string;
  test: { file: string; name: string };
}

const core = (file: string, name: string) => ({ file: `packages/core/test/${file}.test.ts`, name });

/** Every equation behind a number on a screen; docs/model.md lists the same. */
export const EQUATIONS = {
  proportions: {
    number: 1,
    name: 'Proportions',
    says: 'A segment that was not measured has its average share of stature; its mass is its average share of body mass.',
    source: 'Winter 2009, after Drillis and Contini 1966',
    test: core('body', 'gives the published lengths of a 1.75 m body'),
  },
  chain: {
    number: 2,
    name: 'Leg chain',
    says: 'The shin angle places the knee over the foot; the thigh depth and the distance between the feet then place the hip. Where the thigh does not span, the stance is too wide.',
    source: 'geometry',
    test: core('window', 'agrees on fold, knee flexion, abduction and segment lengths'),
  },
  balance: {
    number: 3,
    name: 'Balance',
    says: 'The trunk leans until the weights of body, arms and load together lie over the balance point: B sin τ + C cos τ = R.',
    source: 'statics; masses after Winter 2009',
    test: core(
      'balance',
      'agrees with a general-purpose root finder that moves the combined centre of mass over the balance point',
    ),
  },
  floors: {
    number: 4,
    name: 'Shin angle needed',
    says: 'The least shin angle at which balance, the lean limit and the hip fold limit all hold at this depth.',
    source: 'geometry; lean limits are house defaults of the method',
    test: core('window', 'meets the limit it names, exactly, at each end'),
  },
  ceilings: {
    number: 5,
    name: 'Shin angle allowed',
    says: 'The greatest shin angle that the ankle less the method’s reserve, plus the pitch of the foot, and every other limit allow.',
    source: 'geometry; the reserve is a house default of the method',
    test: core(
      'levers',
      'one degree of ankle is worth one degree of window when the ankle is the ceiling',
    ),
  },
  room: {
    number: 6,
    name: 'Room',
    says: 'Shin angle allowed less shin angle needed. Below zero it is short; as far as the ankle’s reserve covers it, it still reaches.',
    source: 'house default',
    test: core(
      'window',
      'holds exactly the shin angles at which a pose keeps every limit (grid, 0.25°)',
    ),
  },
  deepest: {
    number: 7,
    name: 'Depth',
    says: 'Coming down from the top, the last depth before there is no room, even if there is room again further down.',
    source: 'house default',
    test: core(
      'window',
      'is the first place a plain scan of windows finds shut, coming down from the top',
    ),
  },
  wall: {
    number: 8,
    name: 'Knee to wall in degrees',
    says: 'The dorsiflexion at which this shin, standing this far from the wall, touches it with the knee. Its error is the tape’s times the slope.',
    source: 'geometry; about 3.6° per cm in Bennell et al. 1998',
    test: core(
      'dorsiflexion',
      'carries the tape’s error into degrees by the slope of the geometry',
    ),
  },
  mean: {
    number: 9,
    name: 'Mean and its interval',
    says: 'The mean of the trials, ± 1.96 of its standard error: the error of one reading over the root of their number.',
    source: 'Weir 2005',
    test: core('trials', 'narrow the error of a mean by the root of their number'),
  },
  change: {
    number: 10,
    name: 'Change',
    says: 'A change counts beyond 1.96 times the root of the summed squared errors: of both readings and, for two days, of placing the instrument anew. Estimated errors use Student’s t.',
    source: 'Weir 2005; Konor et al. 2012',
    test: core(
      'measure',
      'reproduces published SEM → MDC95 pairs (Konor et al. 2012, Weir 2005, from memory) within rounding',
    ),
  },
  foldLine: {
    number: 11,
    name: 'Hip fold',
    says: 'A straight line through the folds read at several knee widths: fold at zero abduction, and degrees more for each degree the knees open.',
    source: 'least squares',
    test: core('hipFold', 'is the least-squares line of a general-purpose statistics package'),
  },
  severity: {
    number: 12,
    name: 'Severity',
    says: 'A fault is slight or clear from the sizes the method names for it on.',
    source: 'house default',
    test: core('faultMeasures', 'begin exactly at the thresholds of the table, every fault'),
  },
  chance: {
    number: 13,
    name: 'Chance of getting down',
    says: 'The share of 2,048 evenly spread guesses at ankles, hip fold, lengths and balance point with which depth is reached, heels down and fold kept.',
    source: 'house default; draws after Halton 1960',
    test: core(
      'setupSearch',
      'the chance is the weight of guesses that get down, counted the long way by full descents',
    ),
  },
  trial: {
    number: 14,
    name: 'What a trial teaches',
    says: 'Each guess is weighed by how well its ankles and fold in that setup explain the reps, by the error of who looked.',
    source: 'Bayes’ rule; how ends show is the house’s tables',
    test: core(
      'belief',
      'a clean trial makes the same setup likelier; a left heel that rose lowers the left ankle alone',
    ),
  },
  firstChoice: {
    number: 15,
    name: 'First choice',
    says: 'The least change by the method’s prices among the setups that are likely enough to try, on no higher heel than needed.',
    source: 'house default',
    test: core(
      'setupSearch',
      'is the least price among what is likely enough, on no higher heel than needed',
    ),
  },
  cause: {
    number: 16,
    name: 'Chance of a cause',
    says: 'Every cause may show as a finding by itself; together they show unless all fail to. Findings, readings and tests seen so far weigh the causes exactly.',
    source: 'noisy-OR network (Pearl 1988); weights are house defaults',
    test: core('diagnose', 'agrees with every world enumerated one by one'),
  },
  nextTest: {
    number: 17,
    name: 'Next test',
    says: 'The test whose outcome would, on average, settle the most about the causes for each minute it takes.',
    source: 'Shannon 1948; minutes are house defaults',
    test: core(
      'diagnose',
      'what a test is expected to tell is never below nothing, nor above what its outcomes can hold',
    ),
  },
  watched: {
    number: 18,
    name: 'Looks and the body',
    says: 'Each guess is weighed by how well its ankles and fold explain what was seen and tested. The causes take from the same guesses how likely each end is short.',
    source: 'Bayes’ rule; how causes show is the house’s tables',
    test: core(
      'oneBelief',
      'is what every guess in every world of the causes gives: causes and chance alike',
    ),
  },
} as const satisfies Record<EquationId, Equation>;

/** An equation in a line: "E6 Room: … (house default)". */
export function sayEquation(id: EquationId): string {
  const { number, name, says, source } = EQUATIONS[id];
  // After the last year that is named: what follows is our own.
  const from = source.replace(/(\d{4})(?!.*\d{4})/, '$1, from memory');
  return `E${number} ${name}: ${says} (${from})`;
}
