import type { CauseId } from '../causes/causes.ts';
import { GROUP_IDS, GROUPS } from '../diagnose/groups.ts';
import type { MethodProfile } from '../setup/profiles.ts';
import { DRILL_EFFECT, type Drill } from './drill.ts';
import { firstDrills, type ServedFinding } from './firstHelp.ts';

/** Minutes a client may have for it. */
export const ROUTINE_MINUTES = [5, 10, 15] as const;
/** Unless the coach says otherwise (house default). */
export const USUAL_MINUTES = 10;
/** More than so many nobody keeps in mind (house default). */
export const DRILLS_MOST = 6;

/** A rep takes about so long, s: slow ones, holds included (house defaults). */
const REP_S = { makeRoom: 4, ownIt: 6, useIt: 9 } as const;
/** Getting into the next drill, s. */
const CHANGE_S = 20;
/** A minute must bring at least this share of a cause to be worth the client's while (house default). */
const WORTH_A_MINUTE = 0.01;
/** A routine that never uses the range in the squat is none: worth more than anything else it could hold. */
const USES = 10;
/** A range is used by the drill that uses it best, such as the sit that owns it: worth so much times the chance of its group. */
const USES_RANGE = 4;
/** Every group that is worked on gets something: worth so much times its chance (house defaults). */
const SERVES_GROUP = 2;
/** Range that is missing is made before it is used, unless the method makes it in the squat: worth so much times the chance of its group. */
const MAKES_ROOM: Record<MethodProfile['drills'], number> = { isolatedFirst: 3, inTheSquat: 0.3 };
/** A fault that no group explains is served: by the best drill for it in full, by each further one a tenth less (house defaults). */
const SERVES = { clear: 1, slight: 0.5 } as const;
const NEXT_BEST = 0.1;

/** What a method prefers counts a little more: mobility in the squat itself, or by itself first (house defaults). */
const PREFERENCE: Record<MethodProfile['drills'], { useIt: number; other: number }> = {
  isolatedFirst: { useIt: 0.9, other: 1 },
  inTheSquat: { useIt: 1.5, other: 0.6 },
};

/** Time a drill takes, s; a side that is done twice counts twice. */
export function secondsOf(
  { dose, part, sides, repSeconds = REP_S[part] }: Drill,
  isDoubled = false,
): number {
  const { amount, unit, sets } = dose;
  const once =
    sets * (unit === 'seconds' ? amount : unit === 'minutes' ? 60 * amount : repSeconds * amount);
  const times = sides === 'perSide' ? (isDoubled ? 3 : 2) : 1;
  return once * times + CHANGE_S;
}

/** How a drill works: pressure, movement, strength, the squat. Of two for one cause in one way only the better one counts. */
const WAYS = ['press', 'move', 'own', 'use'] as const;
const wayOf = ({ part, presses }: Drill): (typeof WAYS)[number] =>
  part === 'useIt' ? 'use' : part === 'ownIt' ? 'own' : presses ? 'press' : 'move';

export interface RoutineQuestion {
  /** How likely each cause is, 0 to 1. */
  causes: readonly { cause: CauseId; chance: number }[];
  /** What may be given. */
  drills: readonly Drill[];
  minutes: number;
  method: Pick<MethodProfile, 'drills'>;
  /** Taken in any case, as far as it is among the drills. */
  pinned?: readonly string[];
  /** Faults that no group explains, to be served by their own drills. */
  serves?: readonly ServedFinding[];
  /** Done twice on one side. */
  isDoubled?: (drill: Drill) => boolean;
  /** By how much the practice's own counts move the effect of a drill on a cause; left out = not at all. */
  factorOf?: (drill: string, cause: CauseId) => number;
  most?: number;
}

export interface Routine {
  /** In the order of the table. */
  drills: Drill[];
  seconds: number;
  /** Sum over causes of chance × expected share gained. */
  effect: number;
  /** Expected share gained of each cause, 0 to 1. */
  byCause: Partial<Record<CauseId, number>>;
}

interface Item {
  drill: Drill;
  way: number;
  seconds: number;
  effects: number[];
  /** How well it does each thing that is wanted once, 0 to 1: the use in the squat, room for a range, help for a fault. */
  does: number[];
}

/** Something a routine should do once: worth its weight times how well the best drill for it does it. */
interface Wanted {
  weight: number;
  levels: readonly number[];
}

/** Effects of a drill on the causes asked for, with the method's preference and the practice's counts. */
const effectsOf = (drill: Drill, { causes, method, factorOf }: RoutineQuestion): number[] => {
  const { useIt, other } = PREFERENCE[method.drills];
  const factor = drill.part === 'useIt' ? useIt : other;
  return causes.map(({ cause }) => {
    const strength = drill.works[cause];
    return strength
      ? Math.min(0.95, factor * DRILL_EFFECT[strength] * (factorOf?.(drill.id, cause) ?? 1))
      : 0;
  });
};

/** Share gained of each cause: the ways work one after another on what is left; in one way only the best drill counts. */
function gainsOf(items: readonly Item[], causes: number): number[] {
  return Array.from({ length: causes }, (_, c) => {
    const best = [0, 0, 0, 0];
    for (const { way, effects } of items) best[way] = Math.max(best[way]!, effects[c]!);
    return 1 - best.reduce((left, e) => left * (1 - e), 1);
  });
}

/** What a routine should do once, with how well each of its drills would; of the drills there are. */
function wantedOf(question: RoutineQuestion, effects: readonly number[][]): Wanted[] {
  const { causes, drills, method, serves = [] } = question;
  const served = serves.map((finding): Wanted => {
    const ids = firstDrills(finding);
    const open = ids.filter((id) => drills.some((d) => d.id === id));
    return {
      weight: SERVES[finding.severity],
      levels: drills.map(({ id }) => {
        const place = open.indexOf(id);
        return place < 0 ? 0 : Math.max(0, 1 - NEXT_BEST * place);
      }),
    };
  });
  const helps = (d: number) => served.some(({ levels }) => levels[d]! > 0);
  const use = drills.map(({ part }, d) =>
    part === 'useIt' && (effects[d]!.some((e) => e > 0) || helps(d)) ? 1 : 0,
  );
  const groups = GROUP_IDS.flatMap((id): Wanted[] => {
    const own = causes.map(({ cause }) => GROUPS[id].causes.includes(cause));
    const chance = causes.reduce((max, c, i) => (own[i] ? Math.max(max, c.chance) : max), 0);
    const on = (d: number) => Math.max(0, ...effects[d]!.map((e, c) => (own[c] ? e : 0)));
    /** The drills of one part by how well they work on it, the best in full. */
    const byBest = (weight: number, of: Drill['part']): Wanted => {
      const work = drills.map(({ part }, d) => (part === of ? on(d) : 0));
      const best = Math.max(...work, 0);
      return { weight: weight * chance, levels: work.map((w) => (best > 0 ? w / best : 0)) };
    };
    if (chance === 0) return [];
    const any = {
      weight: SERVES_GROUP * chance,
      levels: drills.map((_, d) => (on(d) > 0 ? 1 : 0)),
    };
    return GROUPS[id].isRange
      ? [any, byBest(MAKES_ROOM[method.drills], 'makeRoom'), byBest(USES_RANGE, 'useIt')]
      : [any];
  });
  return [{ weight: USES, levels: use }, ...groups, ...served];
}

/** Every drill of a question, with what it does; and the weight of each thing that is wanted once. */
function itemsOf(question: RoutineQuestion): { items: Item[]; weights: number[] } {
  const { drills, isDoubled = () => false } = question;
  const effects = drills.map((drill) => effectsOf(drill, question));
  const wanted = wantedOf(question, effects);
  return {
    weights: wanted.map((w) => w.weight),
    items: drills.map((drill, d): Item => ({
      drill,
      way: WAYS.indexOf(wayOf(drill)),
      seconds: secondsOf(drill, isDoubled(drill)),
      effects: effects[d]!,
      does: wanted.map((w) => w.levels[d]!),
    })),
  };
}

const worth = (
  items: readonly Item[],
  chances: readonly number[],
  weights: readonly number[],
): number =>
  gainsOf(items, chances.length).reduce((sum, g, c) => sum + g * chances[c]!, 0) +
  weights.reduce((sum, w, k) => sum + w * Math.max(0, ...items.map((i) => i.does[k]!)), 0) -
  (WORTH_A_MINUTE * items.reduce((sum, i) => sum + i.seconds, 0)) / 60;

/**
 * The drills that are worth most within the minutes: expected effect, less a little for every minute, with a use in the squat wherever there is one, something
 * for every group, room made for every range that is missing and its best use, and help for every fault that no group explains. Exact, by branch and bound:
 * all of it only grows by less the more is there already (it is submodular), so that what each drill would add now bounds all it can add later.
 * Deterministic.
 */
export function bestRoutine(question: RoutineQuestion): Routine {
  const { causes, minutes, pinned = [], most = DRILLS_MOST } = question;
  const chances = causes.map((c) => c.chance);
  const { items: all, weights } = itemsOf(question);
  const fixed = all.filter((i) => pinned.includes(i.drill.id));
  const alone = (i: Item) =>
    (worth([i], chances, weights) - worth([], chances, weights)) / i.seconds;
  const open = all
    .filter(
      (i) => !fixed.includes(i) && (i.effects.some((e) => e > 0) || i.does.some((l) => l > 0)),
    )
    .map((item) => ({ item, first: alone(item) }))
    .sort((a, b) => b.first - a.first)
    .map((o) => o.item);
  const state = stateOf(fixed, chances, weights);
  const chosen = [...fixed];
  let best = { items: fixed, worth: worth(fixed, chances, weights) };
  const visit = (from: number, left: number, here: number) => {
    if (here > best.worth + 1e-12) best = { items: [...chosen], worth: here };
    if (chosen.length >= most) return;
    // What each one left would add now: no set of them can add more than their best by time, nor more than the largest few; and of each thing that is
    // wanted once no more than the best of them does.
    const adds: Add[] = [];
    for (let at = from; at < open.length; at += 1) {
      const item = open[at]!;
      if (item.seconds > left) continue;
      const { gain, once } = state.adds(item);
      if (gain + once > 1e-12) adds.push({ at, add: gain + once, gain, seconds: item.seconds });
    }
    const wanted = state.mostWanted(adds.map((a) => open[a.at]!));
    if (here + wanted + boundOf(adds, left, most - chosen.length) <= best.worth + 1e-12) return;
    for (const { at, add, seconds } of adds) {
      const item = open[at]!;
      chosen.push(item);
      const undo = state.take(item);
      visit(at + 1, left - seconds, here + add);
      undo();
      chosen.pop();
    }
  };
  visit(0, 60 * minutes - fixed.reduce((sum, i) => sum + i.seconds, 0), best.worth);
  const gains = gainsOf(best.items, causes.length);
  const ids = new Set(best.items.map((i) => i.drill.id));
  return {
    drills: question.drills.filter((d) => ids.has(d.id)),
    seconds: best.items.reduce((sum, i) => sum + i.seconds, 0),
    effect: gains.reduce((sum, g, c) => sum + g * chances[c]!, 0),
    byCause: Object.fromEntries(causes.map(({ cause }, c) => [cause, gains[c]!])),
  };
}

/** What is gained so far, and what one more drill would add to it, without working all of it out again. */
function stateOf(items: readonly Item[], chances: readonly number[], weights: readonly number[]) {
  const count = chances.length;
  const best = WAYS.map(() => new Float64Array(count));
  const left = new Float64Array(count).fill(1);
  const done = new Float64Array(weights.length);
  const take = (item: Item): (() => void) => {
    const own = best[item.way]!;
    const [ownBefore, leftBefore, doneBefore] = [own.slice(), left.slice(), done.slice()];
    for (let c = 0; c < count; c += 1) {
      const e = item.effects[c]!;
      if (e <= own[c]!) continue;
      left[c] = (left[c]! * (1 - e)) / (1 - own[c]!);
      own[c] = e;
    }
    item.does.forEach((level, k) => {
      done[k] = Math.max(done[k]!, level);
    });
    return () => {
      own.set(ownBefore);
      left.set(leftBefore);
      done.set(doneBefore);
    };
  };
  for (const item of items) take(item);
  return {
    take,
    /** What a drill would gain for the causes, less its time; and what it would add of what is wanted once. */
    adds(item: Item): { gain: number; once: number } {
      const own = best[item.way]!;
      let gain = (-WORTH_A_MINUTE * item.seconds) / 60;
      for (let c = 0; c < count; c += 1) {
        const e = item.effects[c]!;
        if (e > own[c]!) gain += chances[c]! * left[c]! * (1 - (1 - e) / (1 - own[c]!));
      }
      let once = 0;
      for (let k = 0; k < weights.length; k += 1)
        if (item.does[k]! > done[k]!) once += weights[k]! * (item.does[k]! - done[k]!);
      return { gain, once };
    },
    /** The most that any of these could still add of what is wanted once. */
    mostWanted(items: readonly Item[]): number {
      let sum = 0;
      for (let k = 0; k < weights.length; k += 1) {
        let most = done[k]!;
        for (const { does } of items) most = Math.max(most, does[k]!);
        sum += weights[k]! * (most - done[k]!);
      }
      return sum;
    },
  };
}

interface Add {
  at: number;
  add: number;
  gain: number;
  seconds: number;
}

/** No set of these adds more: the best by time with the last one cut to fit, and the sum of the largest few. */
function boundOf(adds: readonly Add[], left: number, count: number): number {
  const gains = adds.filter((a) => a.gain > 0);
  const largest = gains
    .map((a) => a.gain)
    .sort((a, b) => b - a)
    .slice(0, count)
    .reduce((sum, a) => sum + a, 0);
  let time = left;
  let byTime = 0;
  for (const { gain, seconds } of gains.sort((a, b) => b.gain / b.seconds - a.gain / a.seconds)) {
    const part = Math.min(1, time / seconds);
    byTime += part * gain;
    time -= part * seconds;
    if (time <= 0) break;
  }
  return Math.min(largest, byTime);
}

/** Worth of a set of drills under a question, as the search counts it; for comparing sets. */
export function worthOf(question: RoutineQuestion, drills: readonly Drill[]): number {
  const { items, weights } = itemsOf(question);
  return worth(
    items.filter((i) => drills.includes(i.drill)),
    question.causes.map((c) => c.chance),
    weights,
  );
}

/** Causes that lose by going from one routine to another, most first: "less for the ankle". */
export function costOf(from: Routine, to: Routine): CauseId[] {
  const lost = (cause: CauseId) => (from.byCause[cause] ?? 0) - (to.byCause[cause] ?? 0);
  return (Object.keys(from.byCause) as CauseId[])
    .filter((cause) => lost(cause) > 0.05)
    .sort((a, b) => lost(b) - lost(a));
}
