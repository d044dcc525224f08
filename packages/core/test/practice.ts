import {
  beliefAfter,
  chanceOf,
  isClean,
  loopAfter,
  reachOf,
  resolveBody,
  searchSetups,
  startBelief,
  uncertaintyOf,
  wentClean,
  getsDownFor,
  normal,
  SPREADS,
  TRIAL_PARTS,
  type Belief,
  type FoundSetup,
  type MethodProfile,
  type Placed,
  type Random,
  type SetupQuestion,
  type SetupTried,
  type SpreadDefaults,
} from '../src/index.ts';
import { simulateTrial, simulateUse } from '../src/practice/index.ts';

/** A client of whom everything is known, and what was measured of them. */
export interface PracticeClient {
  question: SetupQuestion;
  /** The same client with the true lengths, and one guess: the truth. */
  truth: { question: SetupQuestion; guess: Belief; balance: number; use: number };
}

/** How the people of a simulation vary against what the belief assumes. */
export interface People {
  /** Lengths vary so many times as much as assumed. */
  lengths?: number;
  /** And are longer than estimated by so much on average. */
  bias?: number;
}

/** Somebody of scattered build and stiffness, measured with the usual error. */
export function practiceClient(
  random: Random,
  { lengths = 1, bias = 0 }: People = {},
  spreads: SpreadDefaults = SPREADS,
): PracticeClient {
  const between = (low: number, high: number) => low + (high - low) * random();
  const body = { statureMm: between(1580, 1920), massKg: between(55, 95) };
  const dorsiflexionDeg = { left: between(14, 34), right: between(14, 34) };
  const hipFold = { atZeroAbductionDeg: between(98, 135), perAbductionDeg: between(0.1, 0.8) };
  const uncertainty = uncertaintyOf(body, {}, spreads);
  const question: SetupQuestion = {
    body,
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
    uncertainty,
  };
  const z = Array.from({ length: 7 }, () => normal(random));
  const left = dorsiflexionDeg.left + uncertainty.dorsiflexionDeg.left * z[0]!;
  const right = dorsiflexionDeg.right + uncertainty.dorsiflexionDeg.right * z[1]!;
  const fold = hipFold.atZeroAbductionDeg + uncertainty.hipFoldDeg * z[2]!;
  const thigh = bias + lengths * uncertainty.thigh * z[3]!;
  const trunk =
    bias +
    lengths *
      uncertainty.trunk *
      (uncertainty.thighTrunk * z[3]! + Math.sqrt(1 - uncertainty.thighTrunk ** 2) * z[4]!);
  const shank = bias + lengths * uncertainty.shank * z[5]!;
  const known = resolveBody(body).lengthsMm;
  const one = (v: number) => Float64Array.of(v);
  return {
    question,
    truth: {
      question: {
        ...question,
        body: {
          ...body,
          segmentsMm: {
            thigh: known.thigh * (1 + thigh),
            trunk: known.trunk * (1 + trunk),
            shank: known.shank * (1 + shank),
          },
        },
        dorsiflexionDeg: { left, right },
        hipFold: { ...hipFold, atZeroAbductionDeg: fold },
      },
      guess: {
        left: one(left),
        right: one(right),
        fold: one(fold),
        isFoldRead: true,
        thigh: one(0),
        trunk: one(0),
        shank: one(0),
        balance: one(0),
        weight: one(1),
      },
      balance: uncertainty.balance * z[6]!,
      use: simulateUse(random),
    },
  };
}

/** What a setup truly asks of this client: their own lengths and balance, by full geometry. */
export const trueReach = ({ truth }: PracticeClient, profile: MethodProfile, at: Placed) =>
  reachOf(
    truth.question,
    { ...profile, balance: profile.balance + truth.balance },
    { ...at, setup: { ...at.setup, balance: at.setup.balance + truth.balance } },
  );

export const trueChance = (client: PracticeClient, profile: MethodProfile, at: Placed): number =>
  getsDownFor(client.truth.guess, trueReach(client, profile, at), 0);

/** Setups of the search at the depth asked for, cheapest first. */
export function optionsFor(
  { question }: PracticeClient,
  profile: MethodProfile,
  most: number,
): FoundSetup[] {
  return searchSetups(question, profile, startBelief(question))
    .filter((s) => s.targetDepthDeg === question.targetDepthDeg)
    .sort((a, b) => a.price - b.price)
    .slice(0, most);
}

const tryOut = (client: PracticeClient, profile: MethodProfile, at: Placed, random: Random) =>
  simulateTrial(trueReach(client, profile, at), client.truth.guess, client.truth.use, random);

/** A trial as it is kept: heels and tuck were looked at. */
export const recordOf = (
  { setup, targetDepthDeg }: Placed,
  profile: MethodProfile,
  seen: ReturnType<typeof simulateTrial>,
): SetupTried => ({
  setup,
  targetDepthDeg,
  profile,
  depthDeg: seen.reached ? targetDepthDeg : targetDepthDeg - 12,
  heelRose: seen.heelRose,
  knees: { left: 'over', right: 'over' },
  tuckFromDeg: seen.tucked ? targetDepthDeg - 10 : null,
  faults: [],
  lookedAt: ['heels', 'tuck'],
  comfort: null,
  pain: false,
});

/** Chances foretold beside what then happened, after so many trials of setups picked at random. */
export function foretold(
  client: PracticeClient,
  profile: MethodProfile,
  options: readonly FoundSetup[],
  trials: number,
  random: Random,
): { chance: number; happened: boolean; belief: Belief } | null {
  const { question } = client;
  const any = () => options[Math.floor(random() * options.length)];
  const tried: SetupTried[] = [];
  for (let n = 0; n < trials; n += 1) {
    const at = any();
    if (at) tried.push(recordOf(at, profile, tryOut(client, profile, at, random)));
  }
  const belief = beliefAfter(question, tried);
  const at = any();
  return at
    ? {
        chance: chanceOf(belief, reachOf(question, profile, at)),
        happened: random() < trueChance(client, profile, at),
        belief,
      }
    : null;
}

/** In which order setups are tried. */
export type TrialOrder = 'advised' | 'habitFirst' | 'random';

/** How many trials it takes to a setup that went clean and truly is (a chance of at least 0.6 by the truth); `most` + 1 when none was found. */
export function trialsToClean(
  client: PracticeClient,
  profile: MethodProfile,
  options: readonly FoundSetup[],
  order: TrialOrder,
  most: number,
  random: Random,
): number {
  const { question } = client;
  const steps = ({ setup }: FoundSetup) =>
    Math.abs(setup.stanceWidthMm - question.habit.stanceWidthMm) / 20 +
    Math.abs(
      setup.toeOutDeg.left - (question.habit.toeOutDeg.left + question.habit.toeOutDeg.right) / 2,
    ) /
      5 +
    (setup.support.kind === 'block' ? setup.support.riseMm / 5 : 0);
  const left =
    order === 'habitFirst' ? [...options].sort((a, b) => steps(a) - steps(b)) : [...options];
  const tried: SetupTried[] = [];
  for (let n = 1; n <= most; n += 1) {
    const pick: Placed | null | undefined =
      order === 'advised'
        ? loopAfter(question, profile, tried, { count: 0, hurt: false }).advice
        : order === 'random'
          ? left[Math.floor(random() * left.length)]
          : left[0];
    if (!pick) break;
    const seen = tryOut(client, profile, pick, random);
    if (order !== 'advised') left.splice(left.indexOf(pick as FoundSetup), 1);
    tried.push({ ...recordOf(pick, profile, seen), lookedAt: TRIAL_PARTS });
    if (isClean(seen) && wentClean(tried.at(-1)!) && trueChance(client, profile, pick) >= 0.6)
      return n;
  }
  return most + 1;
}
