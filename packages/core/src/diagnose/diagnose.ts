import { neverCertain } from '../chance/certain.ts';
import type { Side } from '../linkage/setup.ts';
import { CAUSES, type CauseId } from './causes.ts';
import { evidenceOf, type Signs } from './evidence.ts';
import { aheadOf, mayChangePlan } from './foresight.ts';
import { ledgersOf, type Weight } from './ledger.ts';
import type { FindingId } from './links.ts';
import { NODES, posterior } from './model.ts';
import {
  isThere,
  testKey,
  WORTH_BITS,
  worthTesting,
  type Circumstances,
  type NextTest,
} from './nextTests.ts';
import { HOUSE_TABLES, tablesFor, type Tables } from './tables.ts';
import {
  bannedCues,
  kneesSeen,
  notFaultsOf,
  type BannedCue,
  type KneesSeen,
  type NotFault,
} from './verdicts.ts';

export interface LikelyCause {
  cause: CauseId;
  side: Side | null;
  probability: number;
  refer: boolean;
  because: Weight[];
  against: Weight[];
}

export interface Diagnosis {
  /** Most probable first. */
  causes: LikelyCause[];
  /** Most informative a minute first; empty = nothing left that would change the plan. */
  nextTests: NextTest[];
  notFaults: NotFault[];
  bannedCues: BannedCue[];
  knees: KneesSeen;
  /** True when something hurts: testing stops. */
  stop: boolean;
}

/** Weights below this say nothing, bits of log-odds. */
const WEIGHT_LEAST = 0.15;
/** So many of the leading causes are explained, those at least this likely; the rest on demand, by {@link ledgerOf}. */
export const EXPLAINED = { most: 5, from: 0.08 } as const;

/**
 * Which causes lie behind what was seen, and which short test would tell most a minute. Weights are house defaults, not clinical
 * likelihoods; the coach decides.
 *
 * @param circumstances limits of Clear and missing kit rule tests out
 */
export function diagnose(
  signs: Signs,
  circumstances: Circumstances = {},
  own: Tables = HOUSE_TABLES,
): Diagnosis {
  const tables = tablesFor(own, signs);
  const evidence = evidenceOf(signs, tables);
  const there = evidence.filter(isThere);
  const probabilities = posterior(evidence, tables);
  const tests = signs.tests ?? [];
  const stop =
    there.some((e) => e.finding === 'painSeen') ||
    tests.some((t) => t.outcome === 'pain' && !t.earlier);
  const sees = (id: FindingId) => there.some((e) => e.finding === id);
  const comesIn = sees('kneesIn') && !sees('kneesOut');

  const ranked = NODES.map((n, node) => ({
    ...n,
    node,
    probability: probabilities[node] ?? 0,
  })).sort((a, b) => b.probability - a.probability);
  const explained = ranked.slice(0, EXPLAINED.most).filter((c) => c.probability >= EXPLAINED.from);
  const ledgers = ledgersOf(
    evidence,
    explained.map((c) => c.node),
    tables,
  );
  const causes = ranked.map(({ cause, side, probability }, place): LikelyCause => {
    const ledger = ledgers[place] ?? [];
    const { kind } = CAUSES[cause];
    return {
      cause,
      side,
      probability: neverCertain(probability),
      refer: kind === 'refer' || kind === 'stop',
      because: ledger.filter((w) => w.bits >= WEIGHT_LEAST),
      against: ledger.filter((w) => w.bits <= -WEIGHT_LEAST),
    };
  });
  const done = tests.map((t) => testKey(t.test, t.side));
  const known = [...(circumstances.known ?? []), ...done];
  const nextTests = stop
    ? []
    : worthTesting(evidence, { ...circumstances, known }, tables).filter(
        (t) => t.bits >= WORTH_BITS && mayChangePlan(aheadOf(evidence, t, probabilities, tables)),
      );

  return {
    causes,
    nextTests,
    notFaults: notFaultsOf(signs, there),
    bannedCues: bannedCues(there, comesIn, probabilities),
    knees: kneesSeen(signs, sees('kneesIn'), sees('kneesOut')),
    stop,
  };
}
