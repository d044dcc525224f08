import { FAULTS } from '../faults/table.ts';
import type { Side } from '../linkage/setup.ts';
import type { SafetyLimit } from '../safety/screen.ts';
import { CAUSES, type CauseId } from './causes.ts';
import { evidenceOf, type Signs } from './evidence.ts';
import { LINKS, type FindingId } from './links.ts';
import {
  causesBehind,
  expectedGain,
  NODES,
  posterior,
  posteriorOf,
  type Evidence,
} from './model.ts';
import { TEST_IDS, TESTS, type Outcome, type TestId } from './tests.ts';

/** One piece of evidence and how far it moves a cause: bits of log-odds, positive toward it. */
export interface Weight {
  what: string;
  bits: number;
}

export interface LikelyCause {
  cause: CauseId;
  side: Side | null;
  probability: number;
  refer: boolean;
  because: Weight[];
  against: Weight[];
}

export interface NextTest {
  test: TestId;
  side: Side | null;
  bits: number;
  minutes: number;
  chances: Record<Outcome, number>;
}

/** What must not be cued with this client. */
export type BannedCue = 'kneesOut' | 'chestUp' | 'forcedTuck' | 'stretchAnkle';

export interface NotFault {
  what: CauseId | FindingId;
  because: string;
}

export interface Diagnosis {
  /** Most probable first. */
  causes: LikelyCause[];
  /** Most informative a minute first; empty = nothing left that would change the plan. */
  nextTests: NextTest[];
  notFaults: NotFault[];
  bannedCues: { cue: BannedCue; because: string }[];
  /** True when something hurts: testing stops. */
  stop: boolean;
}

/** A test that tells less than this is not worth the client's minute, bits (house default). */
export const WORTH_BITS = 0.08;
/** Weights below this say nothing, bits of log-odds. */
const WEIGHT_LEAST = 0.15;
/** So many of the leading causes are explained, those at least this likely; the rest on demand, by {@link ledgerOf}. */
const EXPLAINED = { most: 5, from: 0.08 } as const;

const logOdds = (p: number): number => {
  const q = Math.min(1 - 1e-12, Math.max(1e-12, p));
  return Math.log2(q / (1 - q));
};

const OTHER_NAMES: Partial<Record<FindingId, string>> = {
  leanProportions: 'the build’s part of the lean',
  leanAnkle: 'the ankle’s part of the lean',
  leanUnused: 'ankle left unused',
  leanOffBalance: 'lean off balance',
  ankleShort: 'ankle measured short',
  calfShort: 'ankle shorter with the knee straight',
  foldShort: 'hip fold measured short',
  rotationShort: 'hip turns in little',
  abductionShort: 'leg raise aside short',
  archLow: 'arch sinks under load',
  archNeverForms: 'arch does not form on the toes',
  onlyUnderLoad: 'only under load',
  painSeen: 'pain while squatting',
};

const nameOf = (finding: FindingId): string =>
  OTHER_NAMES[finding] ?? FAULTS[finding as keyof typeof FAULTS].name.toLowerCase();

/** A piece of evidence in words. */
export function sayEvidence(e: Evidence): string {
  const side = e.side === null ? '' : `, ${e.side}`;
  if (e.kind === 'test') return `${TESTS[e.test].name}${side}: ${e.outcome}`;
  return `${e.sure >= 0.5 ? '' : 'not: '}${nameOf(e.finding)}${side}`;
}

/** Every piece of evidence with how far it moves one cause: its log-odds with all, less those without that piece. */
export function ledgerOf(evidence: readonly Evidence[], node: number): Weight[] {
  const whole = logOdds(posteriorOf(evidence, node));
  return evidence
    .map((e, i) => ({
      what: sayEvidence(e),
      bits: whole - logOdds(posteriorOf([...evidence.slice(0, i), ...evidence.slice(i + 1)], node)),
    }))
    .sort((a, b) => Math.abs(b.bits) - Math.abs(a.bits));
}

const isThere = (e: Evidence): e is Extract<Evidence, { kind: 'finding' }> =>
  e.kind === 'finding' && e.sure > 0.5;

/** Sides a test may be done on, for what was seen: those of its findings, or none. */
function sidesFor(
  test: TestId,
  there: readonly Extract<Evidence, { kind: 'finding' }>[],
): (Side | null)[] {
  const { about, sided } = TESTS[test];
  const seen = there.filter((e) => about.includes(e.finding));
  if (seen.length === 0) return [];
  if (!sided) return [null];
  const sides = [...new Set(seen.map((e) => e.side))].filter((s) => s !== null);
  return sides.length > 0 ? sides : ['left', 'right'];
}

/**
 * Which causes lie behind what was seen, and which short test would tell most a minute. Weights are house defaults, not clinical
 * likelihoods; the coach decides.
 *
 * @param limits of Clear: they bar tests
 */
export function diagnose(signs: Signs, limits: readonly SafetyLimit['kind'][] = []): Diagnosis {
  const evidence = evidenceOf(signs);
  const there = evidence.filter(isThere);
  const probabilities = posterior(evidence);
  const tests = signs.tests ?? [];
  const stop =
    there.some((e) => e.finding === 'painSeen') || tests.some((t) => t.outcome === 'pain');
  const sees = (id: FindingId) => there.some((e) => e.finding === id);
  const comesIn = sees('kneesIn') && !sees('kneesOut');

  const ranked = NODES.map((n, node) => ({
    ...n,
    node,
    probability: probabilities[node] ?? 0,
  })).sort((a, b) => b.probability - a.probability);
  const causes = ranked.map(({ cause, side, node, probability }, place): LikelyCause => {
    const isExplained = place < EXPLAINED.most && probability >= EXPLAINED.from;
    const ledger = isExplained ? ledgerOf(evidence, node) : [];
    const { kind } = CAUSES[cause];
    return {
      cause,
      side,
      probability,
      refer: kind === 'refer' || kind === 'stop',
      because: ledger.filter((w) => w.bits >= WEIGHT_LEAST),
      against: ledger.filter((w) => w.bits <= -WEIGHT_LEAST),
    };
  });
  const done = new Set(tests.map((t) => `${t.test} ${t.side ?? ''}`));
  const nextTests = stop
    ? []
    : worthTesting(evidence, limits, done).filter((t) => t.bits >= WORTH_BITS);

  return {
    causes,
    nextTests,
    notFaults: notFaultsOf(signs, there),
    bannedCues: bannedCues(there, comesIn, probabilities),
    stop,
  };
}

/**
 * Tests that may be done now, the most telling a minute first: about something seen, not barred, not done yet.
 *
 * @param done tests done already, as "test side"
 */
export function worthTesting(
  evidence: readonly Evidence[],
  limits: readonly SafetyLimit['kind'][],
  done: ReadonlySet<string>,
): NextTest[] {
  const there = evidence.filter(isThere);
  const sees = (id: FindingId) => there.some((e) => e.finding === id);
  const asked = causesBehind(there);
  return TEST_IDS.filter((id) => !TESTS[id].barredBy.some((kind) => limits.includes(kind)))
    .filter((id) => id !== 'kneesOutCue' || (sees('kneesIn') && !sees('kneesOut')))
    .flatMap((test) => sidesFor(test, there).map((side) => ({ test, side })))
    .filter(({ test, side }) => !done.has(`${test} ${side ?? ''}`))
    .map(({ test, side }): NextTest => ({
      test,
      side,
      minutes: TESTS[test].minutes,
      ...expectedGain(evidence, test, side, asked),
    }))
    .sort((a, b) => b.bits / b.minutes - a.bits / a.minutes);
}

/** What looks like a fault and is none: the build, cues that went too far, what is too small to matter. */
function notFaultsOf(
  { findings = [], leanBudget }: Signs,
  there: readonly Extract<Evidence, { kind: 'finding' }>[],
): NotFault[] {
  const list: NotFault[] = [];
  if (leanBudget) {
    const { proportionsDeg, ankleDeg, unusedAnkleDeg, offBalanceDeg } = leanBudget;
    const rest = Math.max(ankleDeg, unusedAnkleDeg, offBalanceDeg);
    if (proportionsDeg >= 25 && rest < 8)
      list.push({
        what: 'proportions',
        because: `${proportionsDeg.toFixed(0)}° of the lean is build; no other part is large.`,
      });
  }
  if (there.some((e) => e.finding === 'kneesOut') && !there.some((e) => e.finding === 'kneesIn'))
    list.push({
      what: 'overCuedKneesOut',
      because: 'The knees are outside the feet already: less cue, not more.',
    });
  const small = findings.filter((f) => f.severity === 'slight' && f.fault !== 'pain');
  const [only] = small;
  if (only && findings.length === 1)
    list.push({
      what: only.fault as FindingId,
      because: 'Slight, and nothing else was seen: it may be left alone.',
    });
  return list;
}

function bannedCues(
  there: readonly Extract<Evidence, { kind: 'finding' }>[],
  comesIn: boolean,
  probabilities: readonly number[],
): Diagnosis['bannedCues'] {
  const list: Diagnosis['bannedCues'] = [];
  const likely = (cause: CauseId) =>
    NODES.some((n, i) => n.cause === cause && (probabilities[i] ?? 0) >= 0.4);
  if (!comesIn)
    list.push({ cue: 'kneesOut', because: 'Only for knees that come in; these do not.' });
  if (likely('proportions'))
    list.push({
      cue: 'chestUp',
      because: 'The lean is build; pulling the chest up only arches the back.',
    });
  if (there.some((e) => e.finding === 'lowBackArch' || e.finding === 'pelvisTuck'))
    list.push({
      cue: 'forcedTuck',
      because: 'The back keeps its standing shape; a forced tuck rounds it.',
    });
  if (likely('ankleBlock'))
    list.push({
      cue: 'stretchAnkle',
      because: 'A pinch in front of the ankle is referred, not stretched.',
    });
  return list;
}

/** Findings a cause is linked to, in words: what would change the mind about it. */
export const wouldShow = (cause: CauseId): { finding: FindingId; because: string }[] =>
  LINKS.filter((l) => l.cause === cause && l.strength !== 'against').map(
    ({ finding, because }) => ({
      finding,
      because,
    }),
  );
