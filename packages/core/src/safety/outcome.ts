import { applies, limitsOfRule, reasonOf, SCREEN_RULES, type ScreenRule } from './rules.ts';
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
  /** Everything known where it was recorded. It covers nothing else, whatever the clocks say. Absent: by when things were said. */
  seen?: readonly Seen[] | undefined;
}

/** One thing told, and which version of it. */
export interface Seen {
  of: 'screening' | 'pain' | 'stop';
  id: string;
  question: string | null;
  version: string;
}

/** Answers of a screen, or pain during work, as the rules read them. */
export interface Told {
  answers: ToldAnswers;
  /** When the pain among them was said, ISO 8601 UTC; of the rest only the newest screen matters. */
  saidAt: string;
  /** When each question was answered, where that was recorded; and which were asked. */
  answeredAt?: Readonly<Record<string, string | undefined>> | undefined;
  asked?: readonly string[] | undefined;
  /** Questions answered otherwise before in the same screen. */
  turned?: readonly string[] | undefined;
  /** Day it was said of, yyyy-mm-dd. */
  on: string;
  /** Of the newest screen, or since it. Older ones keep their holds and lose their limits. */
  isNewest: boolean;
  /** Row it came from, to be corrected by. */
  source: { of: 'screening' | 'pain' | 'stop'; ofId: string } | null;
  /** Of a pain or a stop, what it says: another version of it was not seen. */
  version?: string | undefined;
  /** A stop that nobody has answered yet. */
  isOpen?: boolean | undefined;
}

/** A hold that no clearance in force covers, with what it came from. */
export interface StandingHold {
  rule: ScreenRule;
  told: Told;
}

/** A rule that applies, in the words of what was told, and the clearance that replaces its limits; null = they stand. */
export interface Brought extends StandingHold {
  reason: string;
  clearedBy: Clearance | null;
}

export type ScreenOutcome =
  | { kind: 'go'; reasons: readonly string[] }
  | {
      kind: 'withinLimits';
      limits: SafetyLimit[];
      reasons: readonly string[];
      brought: readonly Brought[];
    }
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
  if (a.kind === 'noPositions' && b.kind === 'noPositions')
    return { ...a, positions: [...new Set([...a.positions, ...b.positions])].sort() };
  if (a.kind === 'jointRange' && b.kind === 'jointRange') return a.mostDeg <= b.mostDeg ? a : b;
  return a;
}

/** A clearance counts from the day it was given until it expires; days compare as text. */
export const isInForce = (
  clearance: Pick<Clearance, 'givenOn' | 'expiresOn'>,
  today: string,
): boolean =>
  clearance.givenOn <= today && (clearance.expiresOn === null || today <= clearance.expiresOn);

type Applying = StandingHold;

/** Whether a clearance names a rule: by itself, or as the same thing told before. */
const names = (
  { covers }: Pick<Clearance, 'covers'>,
  { id, alsoNamedAs = [] }: ScreenRule,
): boolean => covers.includes(id) || alsoNamedAs.some((other) => covers.includes(other));

/** Whether what is told happened during the work, or is pain or a pinch: each is new whenever it is said. */
const isNewEachTime = ({ rule, told }: Applying): boolean =>
  told.source?.of === 'pain' ||
  told.source?.of === 'stop' ||
  ['pain', 'hipPinch', 'anklePinch'].includes(rule.when.question);

/** When a question was answered in what was told. */
const answeredAt = ({ answeredAt: at = {}, saidAt }: Told, question: string): string =>
  at[question] ?? saidAt;

/** Whether two answers are of the same thing: of an injury the same place and side. */
function isSameAnswer(question: ScreenRule['when']['question'], a: ToldAnswers, b: ToldAnswers) {
  if (!a[question] || !b[question]) return false;
  if (question !== 'recentInjury') return true;
  const [x, y] = [a.recentInjury, b.recentInjury];
  return x?.place === y?.place && x?.side === y?.side;
}

/** A pain as it is named: another place or level is another pain. */
export const painVersion = ({ place, level }: { place: string; level: number }): string =>
  `${place} ${level}`;

/** Whether a clearance names this very thing, in this version. */
function isSeen(
  { rule, told }: Applying,
  { saidAt, seen = [] }: Pick<Clearance, 'saidAt' | 'seen'>,
): boolean {
  const { question } = rule.when;
  const { source } = told;
  if (source === null) return told.saidAt <= saidAt;
  if (source.of !== 'screening')
    return seen.some(
      (s) => s.of === source.of && s.id === source.ofId && s.version === told.version,
    );
  // An answer taken over from an earlier screen keeps its moment, and is the same answer.
  const at = answeredAt(told, question);
  const { pain } = told.answers;
  const isTakenOver = question === 'pain' && told.asked?.includes('pain') === false;
  return seen.some(
    (s) =>
      (s.of === 'screening' && s.question === question && s.version === at) ||
      // Pain during the work, standing in the next screen until it is asked about again.
      (isTakenOver && s.of === 'pain' && pain !== undefined && s.version === painVersion(pain)),
  );
}

/** Whether the same answer was seen, and no other that the clearance did not see was given on that day or since, by any clock. */
function isSeenAgain(
  { rule, told }: Applying,
  clearance: Clearance,
  all: readonly Told[],
): boolean {
  const { question } = rule.when;
  if (told.turned?.includes(question)) return false;
  const others = all.filter(
    (t) =>
      t !== told && t.source?.of === 'screening' && (t.asked?.some((q) => q === question) ?? true),
  );
  const seen = others.filter(
    (t) => isSameAnswer(question, t.answers, told.answers) && isSeen({ rule, told: t }, clearance),
  );
  return seen.some(
    (then) =>
      !others.some(
        (t) =>
          !isSameAnswer(question, t.answers, told.answers) &&
          !isSeen({ rule, told: t }, clearance) &&
          (t.on >= then.on ||
            answeredAt(t, question) >= answeredAt(then, question) ||
            t.saidAt > clearance.saidAt),
      ),
  );
}

/** Whether an answer was known by the time of a clearance: said before it, or again without a "no" since. */
function wasKnown({ rule, told }: Applying, { saidAt }: Clearance, all: readonly Told[]): boolean {
  const { question } = rule.when;
  if (answeredAt(told, question) <= saidAt) return true;
  const earlier = all
    .filter(
      (t) =>
        t !== told &&
        (t.source === null || t.source.of === 'screening') &&
        (t.asked?.some((q) => q === question) ?? true) &&
        answeredAt(t, question) <= answeredAt(told, question),
    )
    .sort((a, b) => answeredAt(b, question).localeCompare(answeredAt(a, question)));
  for (const t of earlier) {
    if (!isSameAnswer(question, t.answers, told.answers)) return false;
    if (answeredAt(t, question) <= saidAt) return true;
  }
  return false;
}

/** Whether a clearance was given for this: it names the rule, and what was told was known by then. */
function isCovered(applying: Applying, clearance: Clearance, all: readonly Told[]): boolean {
  const { rule, told } = applying;
  if (rule.isOfTheDay || !names(clearance, rule)) return false;
  if (clearance.seen)
    return (
      isSeen(applying, clearance) ||
      (!isNewEachTime(applying) && isSeenAgain(applying, clearance, all))
    );
  if (!isNewEachTime(applying)) return wasKnown(applying, clearance, all);
  const isOfWork = told.source?.of === 'pain' || told.source?.of === 'stop';
  return told.saidAt <= clearance.saidAt && (!isOfWork || told.on <= clearance.givenOn);
}

const isSameClinician = (a: Clearance, b: Clearance): boolean =>
  a.who.trim().toLowerCase() === b.who.trim().toLowerCase();

/** A clearance in force with the limits of it that the same clinician has not replaced since. */
function standingLimits(
  clearance: Clearance,
  inForce: readonly Clearance[],
  applying: readonly Applying[],
  today: string,
): { limits: SafetyLimit[]; joints: SafetyLimit[] } {
  const newer = inForce.filter(
    (c) => c !== clearance && c.saidAt > clearance.saidAt && isSameClinician(c, clearance),
  );
  const named = applying.filter(({ rule }) => names(clearance, rule));
  const isReplaced =
    named.length > 0 && newer.some((c) => named.every(({ rule }) => names(c, rule)));
  const again = new Set(newer.flatMap((c) => jointLimitsOn(c.limits, today)).map(limitKey));
  return {
    // Given for nothing that is told now, they are of the past.
    limits:
      named.length > 0 && !isReplaced
        ? clearance.limits.filter((l) => l.kind !== 'jointRange')
        : [],
    joints: jointLimitsOn(clearance.limits, today).filter((l) => !again.has(limitKey(l))),
  };
}

/**
 * Limits of a clearance that is dated ahead: what it tightens counts at once, what it loosens waits for its day.
 */
const aheadLimits = (clearances: readonly Clearance[], today: string): SafetyLimit[] =>
  clearances
    .filter((c) => c.givenOn > today && (c.expiresOn === null || today <= c.expiresOn))
    .flatMap((c) => [
      ...c.limits.filter((l) => l.kind !== 'jointRange'),
      ...jointLimitsOn(c.limits, today),
    ]);

/**
 * The outcome of everything that was told, whatever order it arrived in. A hold stands until a clearance that names its rule is in force:
 * no later clean screen lifts it, nor earlier hold-level pain. A clearance replaces only the limits of rules that it names and that were told
 * before it; all others stand, those of other clinicians too. Limits add up, and the strictest wins.
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
      .map((t): Applying => ({ rule, told: t })),
  );
  const inForce = clearances.filter((c) => isInForce(c, today));
  const brought = applying.map((a): Brought => {
    const by = inForce.find((c) => isCovered(a, c, told)) ?? null;
    return { ...a, reason: reasonOf(a.rule, a.told.answers), clearedBy: by };
  });
  const reasons = [...new Set(brought.map((b) => b.reason))];
  const holds = brought.filter(({ rule }) => rule.outcome === 'hold');
  const standing = holds.filter((h) => h.clearedBy === null);
  if (standing.length > 0)
    return {
      kind: 'hold',
      reasons,
      holdRules: [...new Set(holds.map(({ rule }) => rule.id))],
      standing,
    };
  const byClinician = inForce.map((c) => ({
    clearance: c,
    ...standingLimits(c, inForce, applying, today),
  }));
  const limits = strictest([
    ...brought.flatMap((b) => (b.clearedBy === null ? limitsOfRule(b.rule, b.told.answers) : [])),
    ...byClinician.flatMap((c) => c.limits),
    // What a clinician allows a joint counts as long as it runs, whatever the answers of the day.
    ...byClinician.flatMap((c) => c.joints),
    ...aheadLimits(clearances, today),
  ]);
  const withJoints = byClinician.filter((c) => c.joints.length > 0);
  const all = [
    ...reasons,
    ...withJoints.map(
      ({ clearance: c }) => `Joint limits by ${c.who}, ${c.licence}, apply for now.`,
    ),
  ];
  return brought.length === 0 && limits.length === 0
    ? { kind: 'go', reasons: all }
    : { kind: 'withinLimits', limits, reasons: all, brought };
}
