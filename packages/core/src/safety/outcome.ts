import { applies, reasonOf, SCREEN_RULES, type ScreenRule } from './rules.ts';
import type { SafetyLimit, ToldAnswers } from './screen.ts';

/** A clinician's word that lifts a hold, as recorded. Days are yyyy-mm-dd. */
export interface Clearance {
  who: string;
  licence: string;
  givenOn: string;
  expiresOn: string | null;
  limits: readonly SafetyLimit[];
  /** Ids of the hold rules it was given for; it lifts no other. */
  covers: readonly string[];
  /** When it was said, ISO 8601 UTC: pain said later is not what it meant. */
  saidAt: string;
}

/** Answers of a screen, or pain during work, as the rules read them. */
export interface Told {
  answers: ToldAnswers;
  /** When the pain among them was said, ISO 8601 UTC; of the rest only the newest screen matters. */
  saidAt: string;
  /** Day it was said of, yyyy-mm-dd. */
  on: string;
  /** Of the newest screen, or since it. Older ones keep their holds and lose their limits. */
  isNewest: boolean;
  /** Row it came from, to be corrected by. */
  source: { of: 'screening' | 'pain' | 'stop'; ofId: string } | null;
  /** A stop that nobody has answered yet. */
  isOpen?: boolean | undefined;
}

/** A hold that no clearance in force covers, with what it came from. */
export interface StandingHold {
  rule: ScreenRule;
  told: Told;
}

export type ScreenOutcome =
  | { kind: 'go'; reasons: readonly string[] }
  | { kind: 'withinLimits'; limits: SafetyLimit[]; reasons: readonly string[] }
  | {
      kind: 'hold';
      reasons: readonly string[];
      holdRules: readonly string[];
      standing: readonly StandingHold[];
    };

/** The quantity a limit applies to: its kind, and of a joint that joint and side. */
export const limitKey = (limit: SafetyLimit): string =>
  limit.kind === 'jointRange' ? `${limit.kind} ${limit.joint} ${limit.side}` : limit.kind;

type JointLimit = Extract<SafetyLimit, { kind: 'jointRange' }>;

/** Limits of a joint that a clinician set and that are in force on a day; stages before and after it are left out. */
export const jointLimitsOn = (limits: readonly SafetyLimit[], today: string): JointLimit[] =>
  limits.flatMap((l) =>
    l.kind === 'jointRange' &&
    (l.fromOn === undefined || l.fromOn <= today) &&
    (l.untilOn === undefined || today <= l.untilOn)
      ? [{ kind: l.kind, joint: l.joint, side: l.side, mostDeg: l.mostDeg }]
      : [],
  );

/** Every limit once, the strictest of each kind. */
export function strictest(limits: readonly SafetyLimit[]): SafetyLimit[] {
  const kept = new Map<string, SafetyLimit>();
  for (const limit of limits) {
    const key = limitKey(limit);
    const held = kept.get(key);
    kept.set(key, held ? stricter(held, limit) : limit);
  }
  return [...kept.values()];
}

function stricter(a: SafetyLimit, b: SafetyLimit): SafetyLimit {
  if (a.kind === 'depthCap' && b.kind === 'depthCap')
    return a.thighDepthDeg <= b.thighDepthDeg ? a : b;
  if (a.kind === 'verticalShins' && b.kind === 'verticalShins')
    return a.shankDeg <= b.shankDeg ? a : b;
  if (a.kind === 'noDeepFold' && b.kind === 'noDeepFold')
    return a.hipFoldDeg <= b.hipFoldDeg ? a : b;
  if (a.kind === 'jointRange' && b.kind === 'jointRange') return a.mostDeg <= b.mostDeg ? a : b;
  return a;
}

/** A clearance counts from the day it was given until it expires; days compare as text. */
export const isInForce = (
  clearance: Pick<Clearance, 'givenOn' | 'expiresOn'>,
  today: string,
): boolean =>
  clearance.givenOn <= today && (clearance.expiresOn === null || today <= clearance.expiresOn);

/**
 * Whether a clearance was given for this hold: for the rule; and of pain and of what stopped the work only what was said before it and before
 * the day it was given.
 */
function isCovered({ rule, told }: StandingHold, clearance: Clearance): boolean {
  if (!clearance.covers.includes(rule.id)) return false;
  const isOfWork = told.source?.of === 'pain' || told.source?.of === 'stop';
  if (!isOfWork && rule.when.question !== 'pain') return true;
  return told.saidAt <= clearance.saidAt && (!isOfWork || told.on <= clearance.givenOn);
}

/**
 * The outcome of everything that was told, whatever order it arrived in. A hold stands until a clearance that covers its rule is in force:
 * no later clean screen lifts it, nor earlier hold-level pain. Clearances add up, and the strictest limit wins; a clearance never removes a
 * limit the answers ask for.
 *
 * @param today yyyy-mm-dd
 */
export function screenOutcome(
  told: readonly Told[],
  clearances: readonly Clearance[],
  today: string,
): ScreenOutcome {
  const applying = SCREEN_RULES.flatMap((rule) =>
    told
      .filter(
        (t) =>
          (t.isNewest || (rule.outcome === 'hold' && !rule.isOfTheDay)) && applies(rule, t.answers),
      )
      .map((t): StandingHold => ({ rule, told: t })),
  );
  const rules = SCREEN_RULES.filter((rule) => applying.some((a) => a.rule === rule));
  const reasons = rules.flatMap((rule) => [
    ...new Set(applying.filter((a) => a.rule === rule).map((a) => reasonOf(rule, a.told.answers))),
  ]);
  const inForce = clearances.filter((c) => isInForce(c, today));
  // What a clinician allows a joint counts as long as it runs, whatever the answers of the day.
  const joints = jointLimitsOn(
    inForce.flatMap((c) => c.limits),
    today,
  );
  const byWhom = inForce.filter((c) => jointLimitsOn(c.limits, today).length > 0);
  const holds = applying.filter(({ rule }) => rule.outcome === 'hold');
  const standing = holds.filter((h) => !inForce.some((c) => isCovered(h, c)));
  if (standing.length > 0)
    return {
      kind: 'hold',
      reasons,
      holdRules: [...new Set(holds.map(({ rule }) => rule.id))],
      standing,
    };
  if (rules.length === 0 && joints.length === 0) return { kind: 'go', reasons };
  const covering = inForce.filter(
    (c) => holds.length > 0 || rules.some((rule) => c.covers.includes(rule.id)),
  );
  const limits = strictest([
    ...rules.flatMap((rule) => rule.limits),
    ...covering.flatMap((c) => c.limits.filter((l) => l.kind !== 'jointRange')),
    ...joints,
  ]);
  return {
    kind: 'withinLimits',
    limits,
    reasons: [
      ...reasons,
      ...byWhom.map((c) => `Joint limits by ${c.who}, ${c.licence}, apply for now.`),
    ],
  };
}
