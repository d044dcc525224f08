import type { CauseId } from '../diagnose/causes.ts';
import type { MethodProfile } from '../setup/profiles.ts';
import { DRILL_EFFECT, type Drill } from './drill.ts';

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

const usesOf = (items: readonly Item[]): boolean =>
  items.some((i) => i.drill.part === 'useIt' && i.effects.some((e) => e > 0));

const worth = (items: readonly Item[], chances: readonly number[]): number =>
  gainsOf(items, chances.length).reduce((sum, g, c) => sum + g * chances[c]!, 0) +
  (usesOf(items) ? USES : 0) -
  (WORTH_A_MINUTE * items.reduce((sum, i) => sum + i.seconds, 0)) / 60;

/**
 * The drills that are worth most within the minutes: expected effect, less a little for every minute, with one use in the squat wherever there is
 * one. Exact, by branch and bound: the effect only ever grows by less the more is there already (it is submodular), so that what each drill would add
 * now bounds all it can add later. Deterministic.
 */
export function bestRoutine(question: RoutineQuestion): Routine {
  const { causes, minutes, pinned = [], isDoubled = () => false, most = DRILLS_MOST } = question;
  const chances = causes.map((c) => c.chance);
  const all = question.drills.map((drill): Item => ({
    drill,
    way: WAYS.indexOf(wayOf(drill)),
    seconds: secondsOf(drill, isDoubled(drill)),
    effects: effectsOf(drill, question),
  }));
  const fixed = all.filter((i) => pinned.includes(i.drill.id));
  const density = (i: Item) => (worth([i], chances) - worth([], chances)) / i.seconds;
  const open = all
    .filter((i) => !fixed.includes(i) && i.effects.some((e) => e > 0))
    .map((item) => ({ item, first: density(item) }))
    .sort((a, b) => b.first - a.first)
    .map((o) => o.item);
  const state = stateOf(fixed, chances);
  const chosen = [...fixed];
  let best = { items: fixed, worth: worth(fixed, chances) };
  const visit = (from: number, left: number, here: number) => {
    if (here > best.worth + 1e-12) best = { items: [...chosen], worth: here };
    if (chosen.length >= most) return;
    // What each one left would add now: no set of them can add more than their best by time, nor more than the largest few.
    const adds: { at: number; add: number; seconds: number }[] = [];
    for (let at = from; at < open.length; at += 1) {
      const item = open[at]!;
      if (item.seconds > left) continue;
      const add = state.adds(item);
      if (add > 1e-12) adds.push({ at, add, seconds: item.seconds });
    }
    if (here + boundOf(adds, left, most - chosen.length) <= best.worth + 1e-12) return;
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
function stateOf(items: readonly Item[], chances: readonly number[]) {
  const count = chances.length;
  const best = WAYS.map(() => new Float64Array(count));
  const left = new Float64Array(count).fill(1);
  let uses = 0;
  const isUse = ({ drill, effects }: Item) => drill.part === 'useIt' && effects.some((e) => e > 0);
  const take = (item: Item): (() => void) => {
    const own = best[item.way]!;
    const [ownBefore, leftBefore] = [own.slice(), left.slice()];
    for (let c = 0; c < count; c += 1) {
      const e = item.effects[c]!;
      if (e <= own[c]!) continue;
      left[c] = (left[c]! * (1 - e)) / (1 - own[c]!);
      own[c] = e;
    }
    const use = isUse(item) ? 1 : 0;
    uses += use;
    return () => {
      own.set(ownBefore);
      left.set(leftBefore);
      uses -= use;
    };
  };
  for (const item of items) take(item);
  return {
    take,
    adds(item: Item): number {
      const own = best[item.way]!;
      let add = (-WORTH_A_MINUTE * item.seconds) / 60;
      if (uses === 0 && isUse(item)) add += USES;
      for (let c = 0; c < count; c += 1) {
        const e = item.effects[c]!;
        if (e > own[c]!) add += chances[c]! * left[c]! * (1 - (1 - e) / (1 - own[c]!));
      }
      return add;
    },
  };
}

/** No set of these adds more: the best by time with the last one cut to fit, and the sum of the largest few. */
function boundOf(adds: { add: number; seconds: number }[], left: number, count: number): number {
  const largest = adds
    .map((a) => a.add)
    .sort((a, b) => b - a)
    .slice(0, count)
    .reduce((sum, a) => sum + a, 0);
  let time = left;
  let byTime = 0;
  for (const { add, seconds } of adds.sort((a, b) => b.add / b.seconds - a.add / a.seconds)) {
    const part = Math.min(1, time / seconds);
    byTime += part * add;
    time -= part * seconds;
    if (time <= 0) break;
  }
  return Math.min(largest, byTime);
}

/** Worth of a set of drills under a question, as the search counts it; for comparing sets. */
export const worthOf = (question: RoutineQuestion, drills: readonly Drill[]): number =>
  worth(
    drills.map((drill) => ({
      drill,
      way: WAYS.indexOf(wayOf(drill)),
      seconds: secondsOf(drill, question.isDoubled?.(drill) ?? false),
      effects: effectsOf(drill, question),
    })),
    question.causes.map((c) => c.chance),
  );

/** Causes that lose by going from one routine to another, most first: "less for the ankle". */
export function costOf(from: Routine, to: Routine): CauseId[] {
  const lost = (cause: CauseId) => (from.byCause[cause] ?? 0) - (to.byCause[cause] ?? 0);
  return (Object.keys(from.byCause) as CauseId[])
    .filter((cause) => lost(cause) > 0.05)
    .sort((a, b) => lost(b) - lost(a));
}
