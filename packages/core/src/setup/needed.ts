import { supportKey } from './same.ts';
import { resolveBody } from '../body/resolveBody.ts';
import type { BothSides, Hold, Support } from '../linkage/setup.ts';
import { chanceOf, type Belief, type SetupReach } from './belief.ts';
import type { MethodProfile } from './profiles.ts';
import {
  allowsSupport,
  depthAsked,
  loadIn,
  OTHER_HOLDS,
  stancesFor,
  supportsOf,
  toesFor,
  type SetupQuestion,
} from './question.ts';
import type { Reach } from './reach.ts';
import { reachesAround, type Placed } from './search.ts';
import { reachOf } from './setupReach.ts';

/** One thing that would have to change. Doses in degrees and mm. */
export type NeededStep =
  /** Each ankle must gain so much; 0 = that side has enough. */
  | { what: 'ankle'; byDeg: BothSides<number> }
  /** Something under the heels that is not in the kit. */
  | { what: 'heel'; support: Exclude<Support, { kind: 'floor' }> }
  | { what: 'hold'; to: Hold };

/** The smallest set of changes with which some setup of the method is likely enough. */
export interface NeededChange {
  changes: NeededStep[];
  /** In standard steps: 2° of ankle, 5 mm of heel; another load position is two. */
  steps: number;
  /** The setup that would then work, and how likely. */
  placed: Placed;
  chance: number;
}

const STEP = { ankleDeg: 2, heelMm: 5, wedgeDeg: 2.5, hold: 2 } as const;
const MOST_ANKLE_DEG = 16;
/** A set of more kinds of change than this is a plan, not a change. */
const KINDS_MOST = 2;
/** Guesses of each half asked while looking; what is found is asked of all. */
const GUESSES = 64;

/** Needs of a setup for a client whose ankles gained this much: to each of them it asks as much less, up to what a clinician allows. */
function afterGain(reach: SetupReach, by: BothSides<number>): SetupReach {
  if (by.left === 0 && by.right === 0) return reach;
  const of = (own: Reach, gain: number): Reach => ({
    ...own,
    pitchDeg: own.pitchDeg + gain,
    // Feet that gain differently no longer share one table.
    foldNeededDeg: by.left === by.right ? own.foldNeededDeg : (own.foldNeededDeg?.slice() ?? null),
  });
  const { left, right } = reach.ankleCapDeg;
  return {
    ...reach,
    left: of(reach.left, by.left),
    right: of(reach.right, by.right),
    ankleCapDeg: { left: left - by.left, right: right - by.right },
  };
}

/** What each side gains when both come up to a level, whole degrees. */
const gainsTo = ({ left, right }: BothSides<number>, level: number): BothSides<number> => ({
  left: Math.max(0, Math.ceil(level - left - 1e-9)),
  right: Math.max(0, Math.ceil(level - right - 1e-9)),
});

/** Supports of the method that are not in the kit, lowest first, with their price in steps. */
function notInKit(question: SetupQuestion, profile: MethodProfile) {
  const body = resolveBody(question.body);
  const have = new Set(supportsOf(question.kit, profile, body).map(supportKey));
  const list: { support: Exclude<Support, { kind: 'floor' }>; steps: number }[] = [];
  if (profile.heelPolicy === 'turnedWedge') {
    for (let angleDeg = 5; angleDeg <= 20; angleDeg += 5)
      list.push({
        support: { kind: 'ramp', angleDeg, azimuth: 'foot' },
        steps: angleDeg / STEP.wedgeDeg,
      });
  } else if (profile.heelPolicy !== 'none')
    for (let riseMm = 5; riseMm <= profile.heelMostMm; riseMm += 5)
      list.push({ support: { kind: 'block', riseMm }, steps: riseMm / STEP.heelMm });
  return list.filter(
    ({ support }) => !have.has(supportKey(support)) && allowsSupport(profile, body, support),
  );
}

/** The ends of a list and its middle. */
const coarse = (list: readonly number[]) =>
  list.filter((_v, i) => i === 0 || i === list.length - 1 || i === list.length >> 1);

/**
 * What a client would have to change so that a setup of the method is likely enough at the depth asked for: the fewest standard steps, of at most two
 * kinds. Less depth is no change for the depth asked for. What is found holds by the same chance that is shown everywhere.
 *
 * @param least chance that counts as likely enough
 * @returns null when nothing has to change, or when not even two kinds of change together would do
 */
export function neededChanges(
  question: SetupQuestion,
  profile: MethodProfile,
  belief: Belief,
  least: number,
): NeededChange | null {
  const body = resolveBody(question.body);
  const asked = depthAsked(question, profile);
  const own = supportsOf(question.kit, profile, body).map((support) => ({
    support,
    change: null as NeededStep | null,
    steps: 0,
  }));
  const lifts = notInKit(question, profile).map(({ support, steps }) => ({
    support,
    change: { what: 'heel', support } as NeededStep,
    steps,
  }));
  const holds = [
    ...question.holds.map((hold) => ({ hold, change: null as NeededStep | null })),
    ...[...new Set(question.holds.flatMap((h) => OTHER_HOLDS[h] ?? []))]
      .filter((h) => !question.holds.includes(h))
      .map((hold) => ({ hold, change: { what: 'hold', to: hold } as NeededStep })),
  ].filter(({ hold }) => loadIn(hold, question) !== null);
  const ways = holds
    .flatMap(({ hold, change: holdChange }) =>
      [...own, ...lifts].map(({ support, change, steps }) => ({
        hold,
        support,
        fixed: [holdChange, change].filter((c) => c !== null),
        steps: (holdChange ? STEP.hold : 0) + steps,
      })),
    )
    .filter((w) => w.fixed.length <= KINDS_MOST)
    .sort((a, b) => a.steps - b.steps);
  let best: NeededChange | null = null;
  const { dorsiflexionDeg } = question;
  const lowest = Math.min(dorsiflexionDeg.left, dorsiflexionDeg.right);
  for (const { hold, support, fixed, steps } of ways) {
    if (best && steps >= best.steps) break;
    const looked = reachesAround(question, profile, {
      stances: coarse(stancesFor(question, profile, body)),
      toes: coarse(toesFor(question, profile)),
      supports: [support],
      holds: [hold],
      depths: [asked],
    });
    for (const { setup, targetDepthDeg, reach } of looked) {
      // Under the screen's cap it is no longer the depth asked for.
      if (targetDepthDeg < asked - 1e-9) continue;
      const base = steps;
      const most = fixed.length < KINDS_MOST ? MOST_ANKLE_DEG : 0;
      const found = leastLevel(belief, reach(), dorsiflexionDeg, lowest, most, least, (gain) =>
        best ? base + gain / STEP.ankleDeg < best.steps : true,
      );
      if (!found) continue;
      const sum = base + Math.max(found.left, found.right) / STEP.ankleDeg;
      if (best && sum >= best.steps) continue;
      const placed = { setup, targetDepthDeg };
      const chance = chanceOf(belief, afterGain(reachOf(question, profile, placed), found));
      if (chance < least) continue;
      const changes: NeededStep[] = [
        ...fixed,
        ...(found.left > 0 || found.right > 0 ? [{ what: 'ankle', byDeg: found } as const] : []),
      ];
      if (changes.length === 0) return null;
      best = { changes, steps: sum, placed, chance };
    }
  }
  return best;
}

/** The least gain of ankle, whole degrees of the stiffer side, with which a setup is likely enough; null when none in reach is. */
function leastLevel(
  belief: Belief,
  reach: SetupReach,
  ankles: BothSides<number>,
  lowest: number,
  most: number,
  least: number,
  isWorth: (gain: number) => boolean,
): BothSides<number> | null {
  const at = (gain: number) => {
    const by = gainsTo(ankles, lowest + gain);
    return { by, chance: chanceOf(belief, afterGain(reach, by), GUESSES) };
  };
  if (!isWorth(0)) return null;
  if (at(0).chance >= least) return at(0).by;
  if (most === 0 || at(most).chance < least) return null;
  let low = 0;
  let high = most;
  // More ankle never makes a setup less likely, so halving finds the edge.
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (at(middle).chance >= least) high = middle;
    else low = middle;
  }
  return isWorth(high) ? at(high).by : null;
}
