import { END_STATES } from '../causes/variables.ts';
import { normalQuantile } from '../chance/normal.ts';
import { resolveBody } from '../body/resolveBody.ts';
import { priorOfUse } from '../causes/model.ts';
import { trialOutcomes } from './squatSeen.ts';
import { HOUSE_TABLES } from '../causes/tables.ts';
import type { TestId } from '../causes/tests.ts';
import type { Side } from '../linkage/setup.ts';
import { getsDownFor, weighedBy, type Belief } from './belief.ts';
import type { MethodProfile } from './profiles.ts';
import { chancesOf, rulesOf, type SetupQuestion } from './question.ts';
import { firstOf, isUneven, searchSetups, type FoundSetup } from './search.ts';
import { reachOf } from './setupReach.ts';
import { unreadFoldOf } from './unreadFold.ts';
import { endsIn } from './watched.ts';

/** A reading that is not taken yet, or weakly known. */
export const READINGS = [
  'thigh',
  'trunk',
  'shank',
  'fold',
  'ankleLeft',
  'ankleRight',
  'trial',
] as const;
export type ReadingToTake = (typeof READINGS)[number];

/** Anything that may be done to know more: a reading, a trial, or a short test. */
export type ToTell = { reading: ReadingToTake } | { test: TestId; side: Side | null };

/** What one more reading, trial or test would be worth. */
export type Telling = ToTell & {
  /** House default. */
  minutes: number;
  /** By how much the chance of the first choice would move on average, 0 to 1. */
  narrows: number;
  /** Share of the ways it may turn out in which another setup would be the first choice. */
  changes: number;
  /** Share of the ways in which other causes, and so other cues and drills, would be worked on. */
  works: number;
};

const MINUTES: Record<ReadingToTake, number> = {
  thigh: 1,
  trunk: 1,
  shank: 1,
  fold: 2,
  ankleLeft: 1,
  ankleRight: 1,
  trial: 0.5,
};

/** Ways a reading in degrees or mm may turn out: equally likely quantiles of what is expected; more of them for a reading of which hardly anything is known. */
const WAYS = 9;
const WAYS_UNREAD = 27;
/** Setups that may become the first choice: so many cheaper ones, and so many that follow. */
const RIVALS = 12;
/** A reading that would move the chance by less is not worth naming (house default). */
const LEAST = 0.005;
/** From this share on, other work is worth naming (house default). */
const WORKS_LEAST = 0.05;

/** One way a reading may turn out: how likely, and how well each guess explains it. */
export interface Way {
  share: number;
  likelihoodOf: (i: number) => number;
  /** Whether other causes would be worked on; absent = by what the guesses say then. */
  changesWork?: boolean | undefined;
}

/** A short test that could be done, with the ways it may turn out. */
export interface TestToTell {
  test: TestId;
  side: Side | null;
  minutes: number;
  ways: readonly Way[];
}

/** A reading y of values known through guesses: y = shift + slope · value, with noise. */
function waysOf(
  { weight }: Belief,
  values: Float64Array,
  line: { shift: number; slope: number },
  noise: number,
  ways = WAYS,
): Way[] {
  const at = (i: number) => line.shift + line.slope * values[i]!;
  let mean = 0;
  let square = 0;
  weight.forEach((w, i) => {
    mean += w * at(i);
    square += w * at(i) ** 2;
  });
  const sd = Math.sqrt(Math.max(0, square - mean * mean) + noise * noise);
  return Array.from({ length: ways }, (_, k) => {
    const y = mean + sd * normalQuantile((k + 0.5) / ways);
    return {
      share: 1 / ways,
      likelihoodOf: (i) => Math.exp(-0.5 * ((y - at(i)) / noise) ** 2),
    };
  });
}

/** The ways a reading may turn out for this client; null where it is known as well as it could be, or not at all. */
export function waysFor(
  reading: ReadingToTake,
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  first: FoundSetup,
): Way[] | null {
  const { spreads } = rulesOf(question);
  switch (reading) {
    case 'thigh':
    case 'trunk':
    case 'shank': {
      const { lengthsMm, measured } = resolveBody(question.body);
      if (measured[reading]) return null;
      const noise = spreads.tapeMm / lengthsMm[reading];
      return waysOf(belief, belief[reading], { shift: 0, slope: 1 }, noise);
    }
    case 'fold': {
      // Where none was read, the belief counts in standard deviations of what an unread fold may be.
      const unit = belief.isFoldRead ? 1 : unreadFoldOf(profile).sdDeg;
      const ways = belief.isFoldRead ? WAYS : WAYS_UNREAD;
      return waysOf(belief, belief.fold, { shift: 0, slope: 1 }, spreads.foldDeg / unit, ways);
    }
    case 'ankleLeft':
    case 'ankleRight': {
      const side = reading === 'ankleLeft' ? 'left' : 'right';
      // The belief covers wall angle and carry-over together; another reading at the wall tells of the wall alone.
      const all = question.uncertainty.dorsiflexionDeg[side] ** 2;
      const carried = Math.min(all, spreads.carriedOverDeg ** 2);
      const wall = all - carried;
      if (wall <= 1e-6) return null;
      const slope = wall / all;
      const noise = Math.sqrt((wall * carried) / all + spreads.ankleDeg ** 2);
      const shift = question.dorsiflexionDeg[side] * (1 - slope);
      return waysOf(belief, belief[side], { shift, slope }, noise);
    }
    case 'trial': {
      const tables = question.tables ?? HOUSE_TABLES;
      const prior = priorOfUse(tables);
      const { use } = belief;
      const shareOf = (i: number, u: number) => use?.[i * prior.length + u] ?? prior[u]!;
      const endsInto = endsIn(question, belief, { ...first, profile, weeks: 0 });
      const shortOf = Array.from(belief.weight, (_, i) => {
        const own = new Float64Array(END_STATES);
        endsInto(i, own);
        return own;
      });
      return trialOutcomes(tables).map(({ chances }) => {
        const likelihoodOf = (i: number) => {
          let sum = 0;
          for (let u = 0; u < prior.length; u += 1) {
            let fit = 0;
            for (let state = 0; state < END_STATES; state += 1)
              fit += chances[u * END_STATES + state]! * shortOf[i]![state]!;
            sum += shareOf(i, u) * fit;
          }
          return sum;
        };
        const share = belief.weight.reduce((sum, w, i) => sum + w * likelihoodOf(i), 0);
        return { share, likelihoodOf };
      });
    }
  }
}

/**
 * Weighs all that could be done to know more: for each reading not taken, each trial and each short test, draws how it may turn out, brings the belief up to date and
 * asks again (preposterior analysis, Raiffa & Schlaifer 1961, from memory). Only setups near the first choice in price are asked again. What would change most
 * a minute first.
 *
 * @param tests short tests that could be done
 * @param changesWork whether other causes would be worked on if the guesses were weighed like this; absent = not known
 */
export function tellMore(
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  first: FoundSetup,
  tests: readonly TestToTell[] = [],
  changesWork: (weight: Float64Array) => boolean = () => false,
): Telling[] {
  const least = chancesOf(question);
  const rivals = rivalsOf(question, profile, belief, first).map((setup) => {
    const reach = reachOf(question, profile, setup);
    const holds = belief.weight.map((_, i) => getsDownFor(belief, reach, i));
    return { setup, holds };
  });
  const chanceUnder = (weight: Float64Array, holds: Float64Array) => {
    let sum = 0;
    for (let i = 0; i < weight.length; i += 1) sum += weight[i]! * holds[i]!;
    return sum;
  };
  const firstUnder = (weight: Float64Array) =>
    rivals.find((r) => chanceUnder(weight, r.holds) >= least.try) ?? null;
  const now = rivals.find((r) => r.setup === first);
  const before = firstUnder(belief.weight);
  if (!now) return [];
  const chance = chanceUnder(belief.weight, now.holds);
  const weigh = (of: ToTell, minutes: number, ways: readonly Way[]): Telling[] => {
    let [narrows, changes, works] = [0, 0, 0];
    for (const { share, likelihoodOf, changesWork: isKnown } of ways) {
      const { weight } = weighedBy(belief, likelihoodOf);
      narrows += share * Math.abs(chanceUnder(weight, now.holds) - chance);
      if (firstUnder(weight) !== before) changes += share;
      if (isKnown ?? changesWork(weight)) works += share;
    }
    return narrows < LEAST && works < WORKS_LEAST
      ? []
      : [{ ...of, minutes, narrows, changes, works }];
  };
  return [
    ...READINGS.flatMap((reading) => {
      const ways = waysFor(reading, question, profile, belief, first);
      return ways ? weigh({ reading }, MINUTES[reading], ways) : [];
    }),
    ...tests.flatMap(({ test, side, minutes, ways }) => weigh({ test, side }, minutes, ways)),
  ].sort((a, b) => worth(b) - worth(a));
}

const worth = ({ narrows, changes, works, minutes }: Telling): number =>
  (narrows + changes + works) / minutes;

/** Setups that may become the first choice, cheapest first: the likelier of those that cost less, the first itself, and the next that follow. */
function rivalsOf(
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  first: FoundSetup,
): FoundSetup[] {
  const least = chancesOf(question);
  const all = searchSetups(question, profile, belief).filter((s) => !isUneven(s));
  const cheaper = all
    .filter((s) => s.price < first.price - 1e-6 && s.chance >= least.least)
    .sort((a, b) => b.chance - a.chance)
    .slice(0, RIVALS);
  const dearer = firstOf(
    all.filter((s) => s.price > first.price + 1e-6).sort((a, b) => a.price - b.price),
    RIVALS,
    (s) => s.chance >= least.try,
  );
  return [...cheaper.sort((a, b) => a.price - b.price), first, ...dearer];
}
