import {
  afterTrial,
  BALANCED,
  chanceMap,
  findSetups,
  loopAfter,
  optionsFor,
  practiceClient,
  seededRandom,
  simulateTrial,
  startBelief,
  type SetupQuestion,
  type SetupTried,
} from '@zither/core';
import type { BenchLine } from './line.ts';

const people = practiceClient(seededRandom(100));

/** A client with a gym's kit and every hold to choose from: 6,000 setups. */
export const TYPICAL: SetupQuestion = {
  ...people.question,
  holds: ['highBar', 'front', 'goblet', 'lowBar', 'armsForward'],
  kit: [
    ...[5, 10, 15, 20, 25, 30].map((riseMm) => ({ kind: 'block', riseMm }) as const),
    { kind: 'ramp', angleDeg: 8, pair: true },
    { kind: 'ramp', angleDeg: 12, pair: false },
  ],
};

/** Middle of so many runs, ms. */
function middleOf(count: number, run: () => void): number {
  const times = Array.from({ length: count }, () => {
    const start = performance.now();
    run();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return times[Math.floor(count / 2)] ?? NaN;
}
const ms = (value: number) => `${value.toFixed(0)} ms`;

/** Set: the search, the belief, the map. */
export function benchSet(): BenchLine[] {
  let searched = 0;
  const firsts: number[] = [];
  const whole = middleOf(9, () => {
    const start = performance.now();
    searched = findSetups(TYPICAL, BALANCED, undefined, () =>
      firsts.push(performance.now() - start),
    ).searched;
  });
  const first = firsts.sort((a, b) => a - b)[Math.floor(firsts.length / 2)] ?? NaN;
  const random = seededRandom(1);
  const belief = startBelief(people.question, random);
  const option = optionsFor(people.question, BALANCED, 40)[0];
  if (!option) throw new Error('nothing to try');
  const seen = simulateTrial(option.reach, people.truth, random);
  const update = middleOf(40, () => afterTrial(belief, option.reach, seen, random));
  const tried = Array.from({ length: 3 }, (_, i): SetupTried => ({
    setup: { ...option.setup, stanceWidthMm: option.setup.stanceWidthMm + 20 * i },
    targetDepthDeg: option.targetDepthDeg,
    profile: BALANCED,
    depthDeg: option.targetDepthDeg,
    heelRose: { left: i === 0, right: false },
    knees: { left: 'over', right: 'over' },
    tuckFromDeg: null,
    comfort: 3,
    pain: false,
  }));
  const loop = middleOf(9, () =>
    loopAfter(people.question, BALANCED, tried, { count: 3, hurt: false }, seededRandom(1)),
  );
  const map = middleOf(9, () =>
    chanceMap(people.question, BALANCED, belief, {
      support: { kind: 'floor' },
      hold: 'highBar',
      loadKg: 40,
      targetDepthDeg: 6,
    }),
  );
  return [
    {
      what: `Full search of ${searched} setups, 256 draws each, first answer included`,
      measured: ms(whole),
      goal: '≤ 400 ms',
    },
    { what: 'First usable answer of it', measured: ms(first), goal: '≤ 100 ms' },
    {
      what: 'Belief of 2,000 guesses after one trial',
      measured: `${update.toFixed(1)} ms`,
      goal: '≤ 30 ms',
    },
    {
      what: 'Where the trial loop stands after three trials',
      measured: ms(loop),
      goal: 'reported',
    },
    { what: 'Map of chances', measured: ms(map), goal: 'reported' },
  ];
}
