import {
  BALANCED,
  beliefAfter,
  chanceMap,
  chooseSetup,
  loopAfter,
  neededChanges,
  reachOf,
  seededRandom,
  startBelief,
  TRIAL_PARTS,
  type SetupQuestion,
  type SetupTried,
} from '@zither/core';
import { simulateTrial } from '@zither/core/practice';
import { optionsFor, practiceClient, recordOf } from '../packages/core/test/practice.ts';
import type { BenchLine } from './line.ts';

const people = practiceClient(seededRandom(100));

/** A client with a gym's kit and every load position to choose from: about 6,000 setups. */
export const TYPICAL: SetupQuestion = {
  ...people.question,
  holds: ['highBar', 'front', 'goblet', 'lowBar'],
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
    searched = chooseSetup(TYPICAL, BALANCED, startBelief(TYPICAL), {
      onFirst: () => firsts.push(performance.now() - start),
    }).searched;
  });
  const first = firsts.sort((a, b) => a - b)[Math.floor(firsts.length / 2)] ?? NaN;
  const { question } = people;
  const belief = startBelief(question);
  const option = optionsFor(people, BALANCED, 40)[0];
  if (!option) throw new Error('nothing to try');
  const reach = reachOf(question, BALANCED, option);
  const seen = simulateTrial(reach, people.truth.guess, people.truth.use, seededRandom(1));
  const record = recordOf(option, BALANCED, seen);
  // Another record each time: the one asked for last is kept.
  const update = middleOf(40, () => beliefAfter({ ...question }, [{ ...record }]));
  const tried = Array.from({ length: 3 }, (_, i): SetupTried => ({
    setup: { ...option.setup, stanceWidthMm: option.setup.stanceWidthMm + 20 * i },
    targetDepthDeg: option.targetDepthDeg,
    profile: BALANCED,
    depthDeg: option.targetDepthDeg,
    heelRose: { left: i === 0, right: false },
    knees: { left: 'over', right: 'over' },
    tuckFromDeg: null,
    faults: [],
    lookedAt: TRIAL_PARTS,
    comfort: 3,
    pain: false,
  }));
  const loop = middleOf(9, () => loopAfter(question, BALANCED, tried, { count: 3, hurt: false }));
  const stiff = { ...question, dorsiflexionDeg: { left: 10, right: 12 }, kit: [] };
  const needed = middleOf(5, () => neededChanges(stiff, BALANCED, startBelief(stiff), 0.6));
  const map = middleOf(9, () =>
    chanceMap(question, BALANCED, belief, {
      support: { kind: 'floor' },
      hold: 'highBar',
      loadKg: 40,
      targetDepthDeg: 6,
    }),
  );
  return [
    {
      what: `Full search of ${searched} setups, lengths and balance drawn too, first answer included`,
      measured: ms(whole),
      goal: '≤ 400 ms',
    },
    { what: 'First usable answer of it', measured: ms(first), goal: '≤ 100 ms' },
    {
      what: 'What would have to change, for a client with no likely setup',
      measured: ms(needed),
      goal: 'reported',
    },
    {
      what: 'Belief of 2,048 guesses after one trial',
      measured: `${update.toFixed(1)} ms`,
      goal: '≤ 30 ms',
    },
    {
      what: 'Where the trials stand after three of them, search included',
      measured: ms(loop),
      goal: 'reported',
    },
    { what: 'Map of chances', measured: ms(map), goal: 'reported' },
  ];
}
