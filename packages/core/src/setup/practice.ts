import { normal, type Random } from '../chance/seeded.ts';
import {
  afterTrial,
  cleanChance,
  isClean,
  nextTrial,
  reachOf,
  simulateTrial,
  startBelief,
  trueChance,
  type LimitBelief,
  type TrialOption,
} from './belief.ts';
import { USUAL_UNCERTAINTY } from './draws.ts';
import { searchSetups } from './finder.ts';
import type { SetupQuestion } from './question.ts';
import type { MethodProfile } from './profiles.ts';

/** A client whose limits are known, and what was measured of them. */
export interface PracticeClient {
  question: SetupQuestion;
  truth: { left: number; right: number; fold: number };
}

/** Somebody of scattered build and stiffness, measured with the usual error. */
export function practiceClient(random: Random): PracticeClient {
  const between = (low: number, high: number) => low + (high - low) * random();
  const dorsiflexionDeg = { left: between(14, 34), right: between(14, 34) };
  const hipFold = { atZeroAbductionDeg: between(98, 135), perAbductionDeg: between(0.1, 0.8) };
  const sem = USUAL_UNCERTAINTY;
  return {
    question: {
      body: { statureMm: between(1580, 1920), massKg: between(55, 95) },
      dorsiflexionDeg,
      hipFold,
      habit: {
        stanceWidthMm: between(330, 520),
        toeOutDeg: { left: between(5, 25), right: between(5, 25) },
      },
      holds: ['highBar'],
      loadKg: 40,
      targetDepthDeg: 6,
      kit: [
        { kind: 'block', riseMm: 10 },
        { kind: 'block', riseMm: 25 },
      ],
    },
    truth: {
      left: dorsiflexionDeg.left + sem.dorsiflexionDeg * normal(random),
      right: dorsiflexionDeg.right + sem.dorsiflexionDeg * normal(random),
      fold: hipFold.atZeroAbductionDeg + sem.hipFoldDeg * normal(random),
    },
  };
}

/** Setups worth a trial at the depth asked for, best first by what the measurements say. */
export function optionsFor(
  question: SetupQuestion,
  profile: MethodProfile,
  most: number,
): TrialOption[] {
  return searchSetups(question, profile)
    .filter(
      (s) => s.targetDepthDeg === question.targetDepthDeg && s.window.kind !== 'stanceTooWide',
    )
    .sort((a, b) => b.score - a.score)
    .slice(0, most)
    .map((s) => ({
      setup: s.setup,
      targetDepthDeg: s.targetDepthDeg,
      reach: reachOf(question, profile, s),
      merit: s.score - 100 * s.chance,
      wasClean: false,
    }));
}

/** In which order setups are tried. */
export type TrialOrder = 'guided' | 'habitFirst' | 'random';

/**
 * How many trials it takes to a setup that is truly clean for this client (a chance of at least 0.85 by their true limits) and showed so.
 *
 * @returns `most` + 1 when none was found
 */
export function trialsToClean(
  { question, truth }: PracticeClient,
  options: readonly TrialOption[],
  order: TrialOrder,
  most: number,
  random: Random,
): number {
  const steps = ({ setup }: TrialOption) =>
    Math.abs(setup.stanceWidthMm - question.habit.stanceWidthMm) / 20 +
    Math.abs(
      setup.toeOutDeg.left - (question.habit.toeOutDeg.left + question.habit.toeOutDeg.right) / 2,
    ) /
      5 +
    (setup.support.kind === 'block' ? setup.support.riseMm / 5 : 0);
  const left =
    order === 'habitFirst' ? [...options].sort((a, b) => steps(a) - steps(b)) : [...options];
  let belief: LimitBelief = startBelief(question, random);
  for (let n = 1; n <= most && left.length > 0; n += 1) {
    const pick =
      order === 'guided'
        ? nextTrial(belief, left)?.option
        : order === 'random'
          ? left[Math.floor(random() * left.length)]
          : left[0];
    if (!pick) break;
    left.splice(left.indexOf(pick), 1);
    const seen = simulateTrial(pick.reach, truth, random);
    if (isClean(seen) && trueChance(pick.reach, truth) >= 0.85) return n;
    if (order === 'guided') belief = afterTrial(belief, pick.reach, seen, random);
  }
  return most + 1;
}

/** Chances foretold beside what then happened, after so many trials of setups picked at random. */
export function foretold(
  { question, truth }: PracticeClient,
  options: readonly TrialOption[],
  trials: number,
  random: Random,
): { chance: number; happened: boolean } | null {
  const any = () => options[Math.floor(random() * options.length)];
  let belief: LimitBelief = startBelief(question, random);
  for (let n = 0; n < trials; n += 1) {
    const option = any();
    if (option)
      belief = afterTrial(belief, option.reach, simulateTrial(option.reach, truth, random), random);
  }
  const option = any();
  return option
    ? {
        chance: cleanChance(belief, option.reach),
        happened: random() < trueChance(option.reach, truth),
      }
    : null;
}
