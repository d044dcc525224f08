import { applies, SCREEN_RULES } from './rules.ts';
import type { PainPlace, SafetyLimit, ScreenAnswers } from './screen.ts';

/** A clinician's word that lifts a hold, as recorded. Days are yyyy-mm-dd. */
export interface Clearance {
  who: string;
  licence: string;
  givenOn: string;
  expiresOn: string | null;
  limits: readonly SafetyLimit[];
  /** Ids of the hold rules it was given for; it lifts no other. */
  covers: readonly string[];
}

/** Pain during work, as the rules read it. */
export interface PainReport {
  place: PainPlace;
  level: number;
  /** Told after the clearance was recorded, so the clearance cannot have meant it. */
  isAfterClearance?: boolean;
}

export type ScreenOutcome =
  | { kind: 'go'; reasons: readonly string[] }
  | { kind: 'withinLimits'; limits: SafetyLimit[]; reasons: readonly string[] }
  | { kind: 'hold'; reasons: readonly string[]; holdRules: readonly string[] };

/** Every limit once, the strictest of each kind. */
export function strictest(limits: readonly SafetyLimit[]): SafetyLimit[] {
  const kept = new Map<SafetyLimit['kind'], SafetyLimit>();
  for (const limit of limits) {
    const held = kept.get(limit.kind);
    kept.set(limit.kind, held ? stricter(held, limit) : limit);
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
  return a;
}

/** A clearance counts from the day it was given until it expires; days compare as text. */
export const isInForce = (clearance: Clearance, today: string): boolean =>
  clearance.givenOn <= today && (clearance.expiresOn === null || today <= clearance.expiresOn);

/**
 * The outcome of a screen. A hold is lifted only by a clearance in force that was given for it, and then into its limits together
 * with those of the rules: a clearance never removes a limit the answers ask for, and never lifts a hold it did not know of.
 *
 * @param today yyyy-mm-dd
 * @param painsSince pain that came during work since the screen was taken
 */
export function screenOutcome(
  answers: ScreenAnswers,
  clearance: Clearance | null,
  today: string,
  painsSince: readonly PainReport[] = [],
): ScreenOutcome {
  // Each pain is asked of the table by itself, so that a second sore place adds to the first instead of replacing it.
  const withPain = ({ place, level }: PainReport) => ({ ...answers, pain: { place, level } });
  const tellings = [answers, ...painsSince.map(withPain)];
  const unforeseen = painsSince.filter((pain) => pain.isAfterClearance).map(withPain);
  const rules = SCREEN_RULES.filter((rule) => tellings.some((told) => applies(rule, told)));
  const reasons = rules.map((rule) => rule.because);

  const cleared = clearance !== null && isInForce(clearance, today) ? clearance : null;
  const holds = rules.filter((rule) => rule.outcome === 'hold');
  const standing = holds.filter(
    (rule) =>
      !cleared?.covers.includes(rule.id) ||
      (rule.when.question === 'pain' && unforeseen.some((told) => applies(rule, told))),
  );
  if (standing.length > 0)
    return { kind: 'hold', reasons, holdRules: holds.map((rule) => rule.id) };
  if (rules.length === 0) return { kind: 'go', reasons };
  const limits = strictest([
    ...rules.flatMap((rule) => rule.limits),
    ...(holds.length > 0 && cleared ? cleared.limits : []),
  ]);
  return { kind: 'withinLimits', limits, reasons };
}
