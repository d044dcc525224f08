import type { ClientSetupValues, Dossier, Lock } from '@zither/contract';
import {
  placedOf,
  asUsed,
  beliefAfter,
  chanceIn,
  chancesOf,
  isBeyondFoot,
  isSame,
  type Case,
  type Hold,
  type MethodProfile,
  type Placed,
  type SafetyLimit,
  type Setup,
  type SetupChoice,
  type SetupQuestion,
  type Support,
} from '@zither/core';
import { carriedUnder } from './carried.ts';
import { caseWith, isHeelSaid, knownOf, lockOf, startingSetup } from './derive.ts';
import { methodOf, methodUnder } from './method.ts';
import { finderQuestion, kitOf } from './finder.ts';
import { footLostOf } from './footLost.ts';
import { heldLoad, type LoadAnswer } from './loadNext.ts';
import { toldOfRange } from './signs.ts';
import { countingTrials, triedFrom, type Chances } from './trying.ts';
import { otherSquats } from './otherSquats.ts';
import type { PracticeRules } from './practiceRules.ts';

/** Where the setup in use comes from. */
export type SetupSource = 'locked' | 'chosen' | 'proposed' | 'habit';

/**
 * Why a locked or chosen setup is not used: it breaks a limit in force, what it stands on is gone, newer readings put it under what is worth
 * trying, or an arch was lost since in one no wider and no further out.
 */
export type SetAside = 'limit' | 'kit' | 'chance' | 'foot';

/** A setup under the limits of the day, with its chances. */
export interface Assessed extends Placed, Chances {
  method: MethodProfile;
  /** Likely enough to try. */
  isLikely: boolean;
  /** A trial that counts was of this very setup. */
  isTried: boolean;
}

/** The one setup that every page shows as the client's. */
export interface SetupUse extends Assessed {
  from: SetupSource;
  /** A locked setup that is treated as absent. */
  setAside: { lock: Lock; because: SetAside } | null;
  /** Why the setup that was chosen is not used; null = it is, or none was. */
  passedOver: Extract<SetAside, 'limit' | 'foot'> | null;
  /** The load and its position that were asked for and that a limit rules out; null = none. */
  barred: { hold: Hold; loadKg: number; limit: SafetyLimit } | null;
  /** The load advice of its variation, where that is less than the setup's own load; null = the setup may carry it. */
  held: LoadAnswer | null;
}

const supportIs = (a: Support, b: Support): boolean =>
  (a.kind === 'block' && b.kind === 'block' && Math.abs(a.riseMm - b.riseMm) < 1) ||
  (a.kind === 'ramp' && b.kind === 'ramp' && Math.abs(a.angleDeg - b.angleDeg) < 1);

/** Whether the client still has what a setup stands on: the floor, a piece of the kit, or what was measured under the heels. */
function isAtHand(dossier: Dossier, support: Support): boolean {
  if (support.kind === 'floor') return true;
  if (!isHeelSaid(dossier)) return true;
  const now = knownOf(dossier).support;
  return (
    (now !== null && supportIs(now, support)) ||
    kitOf(dossier).some(
      (k) =>
        k.kind !== 'box' &&
        supportIs(
          k.kind === 'block' ? k : { ...k, azimuth: k.pair ? 'foot' : 'straight' },
          support,
        ),
    )
  );
}

/** A setup with its method as the values that are kept of one. */
export const valuesOf = (at: Placed, method: MethodProfile): ClientSetupValues => ({
  setup: at.setup,
  thighDepthDeg: at.targetDepthDeg,
  workingPoint: method.workingPoint,
  // A method's id is one that ships or a practice's own; the core only knows it as text.
  profile: method.id as ClientSetupValues['profile'],
});

/** Whether anything was read, seen, tested or tried since a setup was locked: what is thought of it may change only by that, never by a new version of the sums. */
const isSaidSince = (
  { trials, tried, judgements, captures, setupTrials, loadSets }: Dossier,
  lock: Lock,
): boolean =>
  [
    ...trials,
    ...tried,
    ...judgements,
    ...captures,
    ...setupTrials,
    ...loadSets.filter((s) => s.watched !== null),
  ].some((row) => row.saidAt > lock.at);

/** A setup as a question under the screen's limits, and whether they change it. */
export function underLimits(
  dossier: Dossier,
  at: Placed,
  method: MethodProfile,
  limits: readonly SafetyLimit[],
): { question: Case; isBroken: boolean } | null {
  const found = caseWith(dossier, valuesOf(at, method), limits);
  if (found.kind !== 'ready') return null;
  const { question } = found;
  const isBroken =
    question.setup.loadKg < at.setup.loadKg ||
    question.setup.hold !== at.setup.hold ||
    question.target.thighDepthDeg < at.targetDepthDeg - 1e-9;
  return { question, isBroken };
}

/** What everything about a client's setup is worked out from; null until both ankles are known. */
export interface SetupBasis {
  question: SetupQuestion;
  method: MethodProfile;
  tried: ReturnType<typeof triedFrom>[];
}

export function setupBasis(
  dossier: Dossier,
  limits: readonly SafetyLimit[],
  rules: PracticeRules,
): SetupBasis | null {
  const known = newestBasis.get(dossier);
  if (known?.limits === limits && known.rules === rules) return known.basis;
  const question = finderQuestion(dossier, limits, rules);
  const looked = question && toldOfRange(dossier, rules.changes ?? []);
  const basis = question && {
    question: {
      ...question,
      watched: [...(looked ? [looked] : []), ...otherSquats(dossier, rules)],
    },
    method: methodOf(dossier),
    tried: countingTrials(dossier).map((t) => triedFrom(dossier, t)),
  };
  newestBasis.set(dossier, { limits, rules, basis });
  return basis;
}

/** The basis asked for last, for each record: one answer asks for it several times. */
const newestBasis = new WeakMap<
  Dossier,
  { limits: readonly SafetyLimit[]; rules: PracticeRules; basis: SetupBasis | null }
>();

/** Assesses setups of one client by one belief. */
function assessorOf(
  dossier: Dossier,
  limits: readonly SafetyLimit[],
  { question, tried }: SetupBasis,
): (at: Placed, method: MethodProfile) => Assessed {
  const belief = beliefAfter(question, tried);
  return (at, method) => {
    const found = underLimits(dossier, at, method, limits);
    const placed = found
      ? { setup: found.question.setup, targetDepthDeg: found.question.target.thighDepthDeg }
      : at;
    const chance = chanceIn(question, method, belief, placed);
    return {
      ...placed,
      method,
      chance,
      asUsed: asUsed(question, method, tried, placed),
      isLikely: chance >= chancesOf(question).try,
      isTried: tried.some((t) => isSame(t, placed)),
    };
  };
}

/** The load and position that a lock or the coach's choice asks for and that a limit of the day rules out. */
function barredLoad(dossier: Dossier, limits: readonly SafetyLimit[]): SetupUse['barred'] {
  const asked = (lockOf(dossier) ?? dossier.setup)?.setup;
  if (!asked) return null;
  const { hold, loadKg } = asked;
  const { barred } = carriedUnder(limits, [hold], loadKg);
  return barred && { hold, loadKg, limit: barred };
}

/** A setup a coach looks at before anybody uses it, by the same belief as the one in use; null until both ankles are known. */
export function assessSetup(
  dossier: Dossier,
  limits: readonly SafetyLimit[],
  rules: PracticeRules,
  at: Placed,
  method: MethodProfile,
): Assessed | null {
  const basis = setupBasis(dossier, limits, rules);
  return basis && assessorOf(dossier, limits, basis)(at, method);
}

/** The setup in use as far as a coach locked or chose one; null where only the search's proposal would be used. */
export function settledSetup(
  dossier: Dossier,
  limits: readonly SafetyLimit[],
  rules: PracticeRules,
): SetupUse | null {
  const use = setupInUse(dossier, limits, rules, null);
  return use?.from === 'habit' ? null : use;
}

/**
 * The setup in use: the locked one, unless it breaks a limit in force, its kit is gone, or newer readings put it under what is worth trying;
 * else the one chosen in Set; else the search's first choice; else how the client stands unprompted.
 *
 * @param choice what the search proposes; null = not asked
 * @param choiceMethod the method it was searched by, where that is not the client's
 * @returns null until both ankles are known
 */
export function setupInUse(
  dossier: Dossier,
  limits: readonly SafetyLimit[],
  rules: PracticeRules,
  choice: SetupChoice | null,
  choiceMethod: MethodProfile | null = null,
): SetupUse | null {
  const basis = setupBasis(dossier, limits, rules);
  if (!basis) return null;
  const { method } = basis;
  const assess = assessorOf(dossier, limits, basis);
  const lost = footLostOf(dossier);
  /** Whether an arch was lost, after a setup was settled, in one no wider and no further out. */
  const isFootLost = (setup: Setup, saidAt: string) =>
    isBeyondFoot(
      setup,
      lost.filter((f) => f.at > saidAt),
    );
  let passedOver: SetupUse['passedOver'] = null;
  const inUse = (
    from: SetupSource,
    at: Placed,
    own: MethodProfile,
    setAside: SetupUse['setAside'],
  ): SetupUse => ({
    ...assess(at, own),
    from,
    setAside,
    passedOver,
    barred: barredLoad(dossier, limits),
    held: heldLoad(dossier, limits, at.setup),
  });
  const lock = lockOf(dossier);
  let setAside: SetupUse['setAside'] = null;
  if (lock) {
    const own = methodUnder(dossier, lock.profile, lock.setup.loadKg);
    const at = placedOf(lock);
    const locked = inUse('locked', at, own, null);
    const because: SetAside | null = underLimits(dossier, at, own, limits)?.isBroken
      ? 'limit'
      : !isAtHand(dossier, lock.setup.support)
        ? 'kit'
        : isFootLost(lock.setup, lock.at)
          ? 'foot'
          : !locked.isLikely && isSaidSince(dossier, lock)
            ? 'chance'
            : null;
    if (because === null) return locked;
    setAside = { lock, because };
  }
  const { setup } = dossier;
  const isTheLocked =
    setAside !== null && setup !== null && isSame(placedOf(setup), placedOf(setAside.lock));
  if (setup && !isTheLocked) {
    const at = placedOf(setup);
    const chosen = inUse('chosen', at, method, setAside);
    // The coach's word stands, but not against a limit that leaves it hardly a chance, nor against an arch lost since.
    passedOver = isFootLost(setup.setup, setup.saidAt)
      ? 'foot'
      : limits.length > 0 && !chosen.isLikely
        ? 'limit'
        : null;
    if (passedOver === null) return chosen;
  }
  const [first] = choice?.proposals ?? [];
  if (first) return inUse('proposed', first, choiceMethod ?? method, setAside);
  const start = startingSetup(dossier.client, knownOf(dossier), method);
  return inUse(
    'habit',
    { setup: start.setup, targetDepthDeg: start.thighDepthDeg },
    method,
    setAside,
  );
}

/** Whether a setup would be likely enough to try with nothing under the heels. */
export function isFlatLikely(
  basis: SetupBasis | null,
  { setup, target }: Case,
  method: MethodProfile,
): boolean {
  if (!basis) return false;
  const { question, tried } = basis;
  const flat = { ...setup, support: { kind: 'floor' as const } };
  const at = { setup: flat, targetDepthDeg: target.thighDepthDeg };
  return chanceIn(question, method, beliefAfter(question, tried), at) >= chancesOf(question).try;
}
