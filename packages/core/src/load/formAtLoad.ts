import { normalQuantile } from '../chance/normal.ts';

/** Sets watched at one load: how many, and in how many of them a fault was seen. */
export interface SetsAt {
  loadKg: number;
  watched: number;
  seen: number;
}

/** So many watched sets, over so many loads, before anything is said (house defaults). */
export const FORM_LEAST = { sets: 5, loads: 2 } as const;
/** A fault is likely at a load from this chance on. */
export const LIKELY_FROM = 0.5;

/**
 * Weak priors on the scale of the heaviest watched load, 1 = that load (house defaults): where the fault becomes likely lies around a little above
 * it, anywhere from nothing to two and a half times as much; and from seldom to nearly always takes about half of it.
 */
export const FORM_PRIORS = {
  likelyAt: { mean: 1.1, sd: 0.6, least: 0, most: 2.5 },
  steepness: { mean: 8, spread: 0.6 },
} as const;

const AT_STEPS = 250;
const STEEP_STEPS = 25;

/** Steepnesses of equal prior weight. */
const STEEPS: readonly number[] = Array.from(
  { length: STEEP_STEPS },
  (_, i) =>
    FORM_PRIORS.steepness.mean *
    Math.exp(FORM_PRIORS.steepness.spread * normalQuantile((i + 0.5) / STEEP_STEPS)),
);
const { least, most, mean, sd } = FORM_PRIORS.likelyAt;
const ATS: readonly number[] = Array.from(
  { length: AT_STEPS },
  (_, i) => least + ((most - least) * (i + 0.5)) / AT_STEPS,
);

/** log(1/(1+e^−x)), without overflow. */
const logSigmoid = (x: number): number =>
  x > 0 ? -Math.log1p(Math.exp(-x)) : x - Math.log1p(Math.exp(x));

/** What is believed of one fault over the loads, from the sets that were watched. */
export interface FormAtLoad {
  kind: 'estimate';
  /** Load at which the fault becomes likely, kg: median and 95 % interval. */
  likelyKg: number;
  lowKg: number;
  highKg: number;
  /** Heaviest watched load, kg. */
  heaviestKg: number;
  watched: number;
  seen: number;
  /** Sets at each load, the lightest first. */
  sets: SetsAt[];
}
export interface FormNotEnough {
  kind: 'notEnough';
  watched: number;
  loads: number;
}

/** Weights of a belief over where the fault becomes likely and how steeply. */
interface Belief {
  unitKg: number;
  weights: Float64Array;
}

/** Beliefs worked out last, by their sets: a page asks for the same one several times over. */
const known = new Map<string, Belief>();
const KNOWN_MOST = 24;

/** The weights on the whole grid; exact up to its steps. */
function beliefOf(sets: readonly SetsAt[], unitKg: number): Belief {
  const key = `${unitKg} ${sets.map((s) => `${s.loadKg} ${s.watched} ${s.seen}`).join(' ')}`;
  const held = known.get(key);
  if (held) return held;
  const belief = weighed(sets, unitKg);
  if (known.size >= KNOWN_MOST) known.clear();
  known.set(key, belief);
  return belief;
}

function weighed(sets: readonly SetsAt[], unitKg: number): Belief {
  const weights = new Float64Array(AT_STEPS * STEEP_STEPS);
  let best = -Infinity;
  ATS.forEach((at, i) => {
    const prior = -((at - mean) ** 2) / (2 * sd * sd);
    STEEPS.forEach((steep, j) => {
      let log = prior;
      for (const { loadKg, watched, seen } of sets) {
        const x = steep * (loadKg / unitKg - at);
        // log σ(−x) = log σ(x) − x, so one of the two is enough.
        log += watched * logSigmoid(x) - (watched - seen) * x;
      }
      weights[i * STEEP_STEPS + j] = log;
      best = Math.max(best, log);
    });
  });
  let total = 0;
  for (let k = 0; k < weights.length; k += 1) {
    weights[k] = Math.exp(weights[k]! - best);
    total += weights[k]!;
  }
  for (let k = 0; k < weights.length; k += 1) weights[k]! /= total;
  return { unitKg, weights };
}

/** Load below which a share of the belief puts the point where the fault becomes likely, kg. */
function quantileKg({ unitKg, weights }: Belief, share: number): number {
  const step = (most - least) / AT_STEPS;
  let sum = 0;
  for (let i = 0; i < AT_STEPS; i += 1) {
    let own = 0;
    for (let j = 0; j < STEEP_STEPS; j += 1) own += weights[i * STEEP_STEPS + j]!;
    // Within a step the belief is spread evenly.
    if (sum + own >= share && own > 0)
      return (ATS[i]! - step / 2 + (step * (share - sum)) / own) * unitKg;
    sum += own;
  }
  return most * unitKg;
}

/** Sets of one fault drawn together by load, the lightest first. */
export function setsAtLoads(sets: readonly { loadKg: number; isSeen: boolean }[]): SetsAt[] {
  const at = new Map<number, SetsAt>();
  for (const { loadKg, isSeen } of sets) {
    const known = at.get(loadKg) ?? { loadKg, watched: 0, seen: 0 };
    at.set(loadKg, {
      loadKg,
      watched: known.watched + 1,
      seen: known.seen + (isSeen ? 1 : 0),
    });
  }
  return [...at.values()].sort((a, b) => a.loadKg - b.loadKg);
}

/**
 * From which load on a fault becomes likely, by logistic regression with weak priors, exact on a grid. A set counts once, seen or not: the reps of
 * a set are no independent looks. Sets nobody watched are left out by the caller; they are missing, and not clean.
 *
 * @param sets watched sets of one fault and one variation
 * @returns `notEnough` below five watched sets or two loads
 */
export function formAtLoad(sets: readonly SetsAt[]): FormAtLoad | FormNotEnough {
  const watched = sets.reduce((sum, s) => sum + s.watched, 0);
  const heaviestKg = Math.max(0, ...sets.map((s) => s.loadKg));
  if (watched < FORM_LEAST.sets || sets.length < FORM_LEAST.loads || heaviestKg === 0)
    return { kind: 'notEnough', watched, loads: sets.length };
  const belief = beliefOf(sets, heaviestKg);
  return {
    kind: 'estimate',
    likelyKg: quantileKg(belief, 0.5),
    lowKg: quantileKg(belief, 0.025),
    highKg: quantileKg(belief, 0.975),
    heaviestKg,
    watched,
    seen: sets.reduce((sum, s) => sum + s.seen, 0),
    sets: [...sets],
  };
}

/** Chance of the fault at a load, with its 95 % interval; for the curve. null without an estimate. */
export function chanceAtLoad(
  sets: readonly SetsAt[],
  loadsKg: readonly number[],
): { loadKg: number; chance: number; low: number; high: number }[] {
  const unitKg = Math.max(0, ...sets.map((s) => s.loadKg));
  if (unitKg === 0) return [];
  const { weights } = beliefOf(sets, unitKg);
  return loadsKg.map((loadKg) => {
    const all: { p: number; w: number }[] = [];
    ATS.forEach((at, i) =>
      STEEPS.forEach((steep, j) => {
        const w = weights[i * STEEP_STEPS + j]!;
        if (w > 1e-9) all.push({ p: Math.exp(logSigmoid(steep * (loadKg / unitKg - at))), w });
      }),
    );
    all.sort((a, b) => a.p - b.p);
    const at = (share: number) => {
      let sum = 0;
      return (all.find(({ w }) => (sum += w) >= share) ?? all.at(-1))?.p ?? 0;
    };
    return {
      loadKg,
      chance: all.reduce((sum, { p, w }) => sum + p * w, 0),
      low: at(0.025),
      high: at(0.975),
    };
  });
}

const COMPARED_AT = 200;

/**
 * How much higher the load is at which a fault becomes likely in one setup than in another, kg, with its 95 % interval.
 *
 * @returns null where either has not enough sets
 */
export function formBetween(
  one: readonly SetsAt[],
  other: readonly SetsAt[],
): { byKg: number; lowKg: number; highKg: number; isReal: boolean } | null {
  if (formAtLoad(one).kind === 'notEnough' || formAtLoad(other).kind === 'notEnough') return null;
  const points = (sets: readonly SetsAt[]) => {
    const belief = beliefOf(sets, Math.max(...sets.map((s) => s.loadKg)));
    return Array.from({ length: COMPARED_AT }, (_, i) =>
      quantileKg(belief, (i + 0.5) / COMPARED_AT),
    );
  };
  const [a, b] = [points(one), points(other)];
  const apart = Float64Array.from(a.flatMap((x) => b.map((y) => x - y))).sort();
  const at = (share: number) => apart[Math.floor(share * (apart.length - 1))]!;
  const [lowKg, highKg] = [at(0.025), at(0.975)];
  return { byKg: at(0.5), lowKg, highKg, isReal: lowKg > 0 || highKg < 0 };
}
