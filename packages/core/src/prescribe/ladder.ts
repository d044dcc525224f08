import type { FaultId } from '../faults/table.ts';
import type { Hold, Setup, Side } from '../linkage/setup.ts';
import { limitOn, type Asks } from '../safety/asks.ts';
import type { SafetyLimit } from '../safety/screen.ts';
import type { MethodProfile } from '../setup/profiles.ts';
import type { Dose, Purpose } from './purpose.ts';
import { PURPOSE_PLANS } from './purpose.ts';

/** Variations of the squat from the most help to the most demand (common practice, no source). A mid bar position counts as high bar. */
export const RUNGS = [
  'supported',
  'counterweight',
  'box',
  'goblet',
  'gobletHeels',
  'front',
  'highBar',
  'lowBar',
  'overhead',
] as const;
export type RungId = (typeof RUNGS)[number];

export interface Rung {
  id: RungId;
  name: string;
  how: string;
  /** Where the load or the hands are. */
  hold: Hold;
  /** What it asks of a body: decides under which limits it is not trained. */
  asks: Asks;
}

const rung = (id: RungId, name: string, how: string, hold: Hold, asks: Asks): Rung => ({
  id,
  name,
  how,
  hold,
  asks,
});

/** Demands of every loaded variation. */
const loaded = (position: Hold): Asks => ({ load: true, free: true, position });

export const RUNG_TABLE: Readonly<Record<RungId, Rung>> = {
  supported: rung(
    'supported',
    'Supported squat',
    'Hold an upright at chest height. Let the hands carry as little as the shape needs.',
    'bodyweight',
    {},
  ),
  counterweight: rung(
    'counterweight',
    'Counterweight reach squat',
    'Hold 5 to 10 kg in front and reach it out at arm’s length on the way down.',
    'counterbalance',
    loaded('counterbalance'),
  ),
  box: rung(
    'box',
    'Squat to a box',
    'Sit down to a box at your depth without dropping, touch it, and rise from where you are.',
    'bodyweight',
    { free: true },
  ),
  goblet: rung(
    'goblet',
    'Goblet squat',
    'Hold the weight against the breastbone, elbows inside the knees.',
    'goblet',
    loaded('goblet'),
  ),
  gobletHeels: rung(
    'gobletHeels',
    'Heels-raised goblet squat',
    'As the goblet squat, with the heel lift of your setup.',
    'goblet',
    loaded('goblet'),
  ),
  front: rung(
    'front',
    'Front squat',
    'Bar on the front of the shoulders, elbows high.',
    'front',
    loaded('front'),
  ),
  highBar: rung(
    'highBar',
    'High-bar squat',
    'Bar on top of the shoulder blades; a mid position counts as well.',
    'highBar',
    loaded('highBar'),
  ),
  lowBar: rung(
    'lowBar',
    'Low-bar squat',
    'Bar below the ridge of the shoulder blades, hips back first.',
    'lowBar',
    loaded('lowBar'),
  ),
  overhead: rung(
    'overhead',
    'Overhead squat',
    'Bar or stick over mid-foot on straight arms.',
    'overhead',
    loaded('overhead'),
  ),
};

/** What opens the next rung: so many clean reps, each held so long at the bottom (house default; common practice, no source). */
export const ENTRY_TEST = { reps: 5, pauseS: 2 } as const;

/** What was seen on a rung. */
export interface RungSeen {
  rung: RungId;
  isClean: boolean;
  reps: number;
  /** Held still at the bottom of every rep; 0 = not held, or not recorded. */
  pauseS: number;
  loadKg: number;
  /** With something under the heels, a shoe's own heel included. */
  isLifted: boolean;
  /** Day, yyyy-mm-dd. */
  on: string;
}

export interface LadderQuestion {
  /** Purpose of the squat; null = not chosen. */
  purpose: Purpose | null;
  method: Pick<MethodProfile, 'breaks'>;
  /** The setup in use: its load position is climbed to, its heel lift makes a rung of its own. */
  setup: Pick<Setup, 'hold' | 'support' | 'loadKg'>;
  /** The setup in use is likely enough to work: else its load does not count as squatted. */
  isLikely: boolean;
  limits: readonly SafetyLimit[];
  /** Oldest first. */
  seen: readonly RungSeen[];
  /**
   * The range is there flat and barefoot, or the heel lift is a tool for good. Else what was done on a lift opens nothing: the range comes
   * before the shoe.
   */
  ownsRange: boolean;
  /** What is clearly faulty without a load, in the setup that would carry one: then nothing is loaded. */
  faulty: readonly { fault: FaultId; side: Side | null }[];
  /** The most to load in a variation, by the one advice there is: 0 = none yet, also where something is clearly faulty without one; null = nothing known. */
  loadOf: (rung: RungId) => number | null;
  /** The coach's own choice. */
  chosen: { rung: RungId | null; dose: Dose | null } | null;
}

/** Why a client is on a rung. */
export type OnRungBecause =
  | { kind: 'chosen' }
  | { kind: 'purpose'; purpose: Purpose | null }
  /** The setup in use carries a load there already. */
  | { kind: 'inUse' }
  /** The rung below was passed, or this one was clean already. */
  | { kind: 'shown'; seen: RungSeen }
  /** The one above did not go clean. */
  | { kind: 'notClean'; seen: RungSeen }
  | { kind: 'limit'; limit: SafetyLimit; wanted: RungId }
  /** Clearly faulty without a load, so the one that was next is not loaded. */
  | { kind: 'faulty'; faults: LadderQuestion['faulty']; wanted: RungId };

/** What is missing for the next rung; empty = it is open. */
export type MissingForRung =
  | { kind: 'cleanReps'; reps: number }
  | { kind: 'pause'; seconds: number }
  /** A clean squat flat and barefoot first. */
  | { kind: 'range' }
  | { kind: 'limit'; limit: SafetyLimit }
  /** No clear fault without a load first. */
  | { kind: 'form'; faults: LadderQuestion['faulty'] };

export interface LadderAnswer {
  /** This client's own rungs, the easiest first. */
  rungs: { rung: RungId; state: 'passed' | 'clean' | 'notClean' | 'notSeen' }[];
  now: RungId;
  because: OnRungBecause;
  dose: Dose;
  /** Most to use for now, kg; null = without load, or nothing known of it. */
  loadKg: number | null;
  /** A variation with a load that is done without one for now. */
  isUnloaded: boolean;
  /** What is clearly faulty without a load. */
  faulty: LadderQuestion['faulty'];
  next: { rung: RungId; missing: MissingForRung[] } | null;
}

const isLoaded = (id: RungId): boolean => RUNG_TABLE[id].asks.load === true;

const limitOf = (id: RungId, limits: readonly SafetyLimit[]): SafetyLimit | null =>
  limitOn(RUNG_TABLE[id].asks, limits);

/** How high a purpose climbs unless the setup in use goes further. */
const usualTop = (purpose: Purpose | null): RungId =>
  purpose === null ? 'goblet' : PURPOSE_PLANS[purpose].ladderTop;

/** The load position of a setup, as a rung. */
export const rungOfHold = (hold: Hold): RungId =>
  hold === 'counterbalance'
    ? 'counterweight'
    : hold === 'bodyweight' || hold === 'armsForward'
      ? 'box'
      : hold;

/** This client's rungs: no side roads nobody asked for, and none above what the purpose and the setup in use want. */
function ownRungs({ purpose, method, setup }: LadderQuestion): RungId[] {
  const own = rungOfHold(setup.hold);
  const isLow = own === 'lowBar' || (purpose === 'barbell' && method.breaks === 'hipsFirst');
  const isRaised = setup.support.kind !== 'floor';
  const climbs = RUNGS.filter(
    (id) =>
      (id !== 'lowBar' || isLow) &&
      (id !== 'overhead' || own === 'overhead') &&
      (id !== 'gobletHeels' || isRaised),
  );
  const top = Math.max(climbs.indexOf(isLow ? 'lowBar' : usualTop(purpose)), climbs.indexOf(own));
  return climbs.slice(0, top + 1);
}

/** The newest that was seen on a rung. */
const newestOn = (id: RungId, seen: readonly RungSeen[]): RungSeen | null =>
  seen.filter((s) => s.rung === id).at(-1) ?? null;

const hasPassed = (s: RungSeen | null, ownsRange: boolean): boolean =>
  s !== null &&
  s.isClean &&
  s.reps >= ENTRY_TEST.reps &&
  s.pauseS >= ENTRY_TEST.pauseS &&
  (ownsRange || !s.isLifted);

/** The easiest rung whose newest did not go clean, while neither it nor one above it went clean since; null = none. */
export function lowestFailed(
  rungs: readonly RungId[],
  seen: readonly RungSeen[],
): { at: number; seen: RungSeen } | null {
  for (const [at, id] of rungs.entries()) {
    const newest = newestOn(id, seen);
    if (!newest || newest.isClean) continue;
    const since = seen.slice(seen.lastIndexOf(newest) + 1);
    if (!since.some((s) => s.isClean && rungs.indexOf(s.rung) >= at)) return { at, seen: newest };
  }
  return null;
}

/**
 * Where the climb stands by what was seen: the start of the purpose, or what is loaded already; up through what was passed or clean, down from
 * what was not.
 */
function climbed(
  rungs: readonly RungId[],
  { purpose, setup, isLikely, seen, ownsRange }: LadderQuestion,
) {
  const start = purpose === null ? 'box' : PURPOSE_PLANS[purpose].ladderStart;
  let at = Math.max(0, Math.min(rungs.length - 1, rungs.indexOf(start)));
  let because: OnRungBecause = { kind: 'purpose', purpose };
  const startsOver = purpose !== null && PURPOSE_PLANS[purpose].startsOver;
  const counts = isLikely && setup.loadKg > 0 && !startsOver;
  const own = counts ? rungs.indexOf(rungOfHold(setup.hold)) : -1;
  if (own > at) {
    at = own;
    because = { kind: 'inUse' };
  }
  rungs.forEach((id, i) => {
    const newest = newestOn(id, seen);
    if (!newest?.isClean) return;
    const open = hasPassed(newest, ownsRange) ? Math.min(i + 1, rungs.length - 1) : i;
    if (open > at || (open === at && because.kind !== 'shown')) {
      at = open;
      because = { kind: 'shown', seen: newest };
    }
  });
  const failed = lowestFailed(rungs, seen);
  if (failed && failed.at <= at) {
    at = Math.max(0, failed.at - 1);
    because = { kind: 'notClean', seen: failed.seen };
  }
  return { at, because };
}

/**
 * Which variation a client trains now, how much of it, and what opens the next. The coach's choice first, then what was seen, then where the
 * purpose starts; never a rung the screen rules out. Deterministic.
 */
export function ladderFor(question: LadderQuestion): LadderAnswer {
  const { purpose, limits, seen, chosen, ownsRange, faulty } = question;
  const rungs = ownRungs(question);
  const chosenRung = chosen?.rung ?? null;
  if (chosenRung && !rungs.includes(chosenRung)) {
    rungs.push(chosenRung);
    rungs.sort((a, b) => RUNGS.indexOf(a) - RUNGS.indexOf(b));
  }
  let { at, because }: { at: number; because: OnRungBecause } = chosenRung
    ? { at: rungs.indexOf(chosenRung), because: { kind: 'chosen' } }
    : climbed(rungs, question);
  const wanted = rungs[at]!;
  const bar = limitOf(wanted, limits);
  if (bar) {
    // Down to the first that is allowed; a supported squat always is.
    while (at > 0 && limitOf(rungs[at]!, limits)) at -= 1;
    because = { kind: 'limit', limit: bar, wanted };
  }
  // The coach's choice of a variation stays; a load does not.
  if (faulty.length > 0 && because.kind !== 'chosen' && isLoaded(rungs[at]!)) {
    because = { kind: 'faulty', faults: faulty, wanted: rungs[at]! };
    while (at > 0 && isLoaded(rungs[at]!)) at -= 1;
  }
  const now = rungs[at]!;
  const next = rungs[at + 1];
  const loadKg = isLoaded(now) ? question.loadOf(now) : null;
  const newest = newestOn(now, seen);
  const missing: MissingForRung[] = [];
  const nextBar = next ? limitOf(next, limits) : null;
  if (nextBar) missing.push({ kind: 'limit', limit: nextBar });
  if (next && isLoaded(next) && faulty.length > 0) missing.push({ kind: 'form', faults: faulty });
  if (!newest?.isClean || newest.reps < ENTRY_TEST.reps)
    missing.push({ kind: 'cleanReps', reps: ENTRY_TEST.reps });
  if (!newest?.isClean || newest.pauseS < ENTRY_TEST.pauseS)
    missing.push({ kind: 'pause', seconds: ENTRY_TEST.pauseS });
  if (newest?.isLifted && !ownsRange) missing.push({ kind: 'range' });
  return {
    rungs: rungs.map((id) => {
      const s = newestOn(id, seen);
      return {
        rung: id,
        state: hasPassed(s, ownsRange)
          ? 'passed'
          : s === null
            ? 'notSeen'
            : s.isClean
              ? 'clean'
              : 'notClean',
      };
    }),
    now,
    because,
    dose: chosen?.dose ?? PURPOSE_PLANS[purpose ?? 'dailyLife'].dose,
    loadKg: loadKg !== null && loadKg > 0 ? loadKg : null,
    isUnloaded: loadKg === 0,
    faulty,
    next: next ? { rung: next, missing } : null,
  };
}
