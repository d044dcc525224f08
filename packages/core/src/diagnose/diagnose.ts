import { neverCertain } from '../chance/certain.ts';
import { FAULT_IDS, FAULTS, type FaultId, type Phase, type Severity } from '../faults/table.ts';
import type { Side } from '../linkage/setup.ts';
import { CAUSES, type CauseId } from '../causes/causes.ts';
import { evidenceOf, type Signs } from './evidence.ts';
import { aheadOf, mayChangePlan, PLAN_FROM, type Ahead } from './foresight.ts';
import { ledgersOf, type Weight } from './ledger.ts';
import { groupBeliefs, membersOf, type GroupBelief } from './groups.ts';
import type { FindingId } from '../causes/links.ts';
import { causesBehind, posterior, type Evidence } from '../causes/model.ts';
import { NODES } from '../causes/variables.ts';
import {
  isThere,
  openTests,
  testKey,
  WORTH_BITS,
  type Circumstances,
  type NextTest,
} from './nextTests.ts';
import { HOUSE_TABLES, tablesFor, type Tables } from '../causes/tables.ts';
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

/** A group of causes with those of it that are worked on while it acts. */
export interface GroupOpinion extends GroupBelief {
  members: Pick<LikelyCause, 'cause' | 'side'>[];
}

/** A fault as it counts, each once, with the causes that may lie behind it, as places in {@link NODES}. */
export interface CountedFault {
  fault: Exclude<FaultId, 'pain'>;
  side: Side | null;
  phase: Phase | null;
  severity: Severity;
  behind: number[];
}

export interface Diagnosis {
  /** Most probable first. */
  causes: LikelyCause[];
  /** The likeliest first. */
  groups: GroupOpinion[];
  /** Clear ones first, then from the feet up. */
  faults: CountedFault[];
  /** Most informative a minute first; empty = nothing left that would change the plan. */
  nextTests: NextTest[];
  notFaults: NotFault[];
  bannedCues: BannedCue[];
  knees: KneesSeen;
  /** True when something hurts: testing stops. */
  stop: boolean;
}

/** A short test that may be done, and what it would change. */
export interface WeighedTest {
  next: NextTest;
  ahead: Ahead[];
  /** Whether it tells enough, and may turn out so that another plan is made. */
  isWorth: boolean;
}

/** A diagnosis with all it was made from. */
export interface Weighed {
  diagnosis: Diagnosis;
  evidence: Evidence[];
  /** Probability of every cause, in the order of {@link NODES}. */
  beliefs: number[];
  /** Every test that could be done, the one that tells most a minute first. */
  tests: WeighedTest[];
}

/** Causes for a clinician that are likely enough to be sent on, before any conclusion. */
export const likelyReferrals = (
  causes: readonly Pick<LikelyCause, 'cause' | 'refer' | 'probability'>[],
): CauseId[] => [
  ...new Set(causes.filter((c) => c.refer && c.probability >= PLAN_FROM.refer).map((c) => c.cause)),
];

const isForClinician = (cause: CauseId): boolean =>
  CAUSES[cause].kind === 'refer' || CAUSES[cause].kind === 'stop';

/** Weights below this say nothing, bits of log-odds. */
const WEIGHT_LEAST = 0.15;
/** So many of the leading causes are explained, those at least this likely; the rest on demand, by {@link ledgerOf}. */
export const EXPLAINED = { most: 5, from: 0.08 } as const;

/** Every fault that counts, once. */
function countedFaults({ findings = [] }: Signs, tables: Tables): CountedFault[] {
  const list: CountedFault[] = [];
  for (const { fault, severity, side = null, phase = null } of findings) {
    if (fault === 'pain') continue;
    const known = list.find((f) => f.fault === fault && f.side === side);
    if (known) {
      if (severity === 'clear') known.severity = 'clear';
      if (known.phase !== phase) known.phase = null;
      continue;
    }
    const behind = causesBehind([{ finding: fault, side }], tables);
    list.push({ fault, side, phase, severity, behind });
  }
  const place = (f: CountedFault) =>
    (f.severity === 'clear' ? 0 : FAULT_IDS.length) + FAULT_ORDER.indexOf(f.fault);
  return list.sort((a, b) => place(a) - place(b));
}

/** From the feet up, as the table has them. */
const FAULT_ORDER = Object.keys(FAULTS);

/**
 * Which causes lie behind what was seen, and which short test would tell most a minute. Weights are house defaults, not clinical
 * likelihoods; the coach decides.
 *
 * @param circumstances limits of Clear and missing kit rule tests out
 */
export const diagnose = (
  signs: Signs,
  circumstances: Circumstances = {},
  own: Tables = HOUSE_TABLES,
): Diagnosis => weighSigns(signs, () => circumstances, own).diagnosis;

/**
 * The diagnosis with all it was made from.
 *
 * @param circumstancesFor what keeps tests from being done, and causes from being trained, told the causes that are likely enough to be sent on
 */
export function weighSigns(
  signs: Signs,
  circumstancesFor: (likelySentOn: readonly CauseId[]) => Circumstances,
  own: Tables = HOUSE_TABLES,
): Weighed {
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
  })).sort((a, b) => Math.round(1e9 * (b.probability - a.probability)));
  const circumstances = circumstancesFor(
    likelyReferrals(ranked.map((c) => ({ ...c, refer: isForClinician(c.cause) }))),
  );
  const { referred } = circumstances;
  const groups = groupBeliefs(evidence, tables, referred)
    .map((g) => ({ ...g, members: membersOf(g.group, probabilities, referred) }))
    .sort((a, b) => b.probability - a.probability);
  const worked = new Set(
    groups.flatMap((g) => (g.standing === 'not' ? [] : g.members.map((m) => m.node))),
  );
  const explained = ranked.filter(
    (c, place) => (place < EXPLAINED.most && c.probability >= EXPLAINED.from) || worked.has(c.node),
  );
  const ledgers = ledgersOf(
    evidence,
    explained.map((c) => c.node),
    tables,
  );
  const causes = ranked.map((c): LikelyCause => {
    const { cause, side, probability } = c;
    const ledger = ledgers[explained.indexOf(c)] ?? [];
    return {
      cause,
      side,
      probability: neverCertain(probability),
      refer: isForClinician(cause),
      because: ledger.filter((w) => w.bits >= WEIGHT_LEAST),
      against: ledger.filter((w) => w.bits <= -WEIGHT_LEAST),
    };
  });
  const done = tests.map((t) => testKey(t.test, t.side));
  const known = [...(circumstances.known ?? []), ...done];
  const weighed = stop
    ? []
    : openTests(evidence, { ...circumstances, known }, tables, signs.stays).map(
        ({ next, after }): WeighedTest => {
          const ahead = aheadOf(next, after, probabilities, tables);
          return { next, ahead, isWorth: next.bits >= WORTH_BITS && mayChangePlan(ahead) };
        },
      );

  const diagnosis: Diagnosis = {
    causes,
    groups: groups.map(({ members, ...g }) => ({
      ...g,
      probability: neverCertain(g.probability),
      members: members.map(({ cause, side }) => ({ cause, side })),
    })),
    faults: countedFaults(signs, tables),
    nextTests: weighed.filter((t) => t.isWorth).map((t) => t.next),
    notFaults: notFaultsOf(signs, there),
    bannedCues: bannedCues(there, comesIn, probabilities),
    knees: kneesSeen(signs, sees('kneesIn'), sees('kneesOut')),
    stop,
  };
  return { diagnosis, evidence, beliefs: probabilities, tests: weighed };
}
