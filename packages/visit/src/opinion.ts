import type { DecisionValues } from '@zither/contract';
import {
  CAUSES,
  evidenceOf,
  ledgersOf,
  mindChangersOf,
  NODES,
  OTHER_FINDINGS,
  outcomesOf,
  planOf,
  posterior,
  RANGE_READINGS,
  SIDED_FINDINGS,
  tablesFor,
  tablesWith,
  worthTesting,
  testKey,
  weighSigns,
  withheldFor,
  type Circumstances,
  type Diagnosis,
  type Evidence,
  type LikelyCause,
  type MindChanger,
  type Signs,
  type TableChange,
  type Weight,
  type Weighed,
  type WeighedTest,
} from '@zither/core';

/** The engine's question: all that is known, and the practice's own tables. */
export interface OpinionQuestion {
  signs: Signs;
  circumstances: Circumstances;
  changes: readonly TableChange[];
}

/** What the engine thinks, ready to be shown. */
export interface Opinion {
  diagnosis: Diagnosis;
  /** In the order of the core's causes. */
  beliefs: number[];
  /** Causes to act on: those of the groups that act, and those a clinician should see. */
  plan: number[];
  /** Every test that could be done, the one that tells most a minute first, with what each outcome would change. */
  tests: WeighedTest[];
  /** How many pieces of evidence it rests on, and of them faults seen. */
  pieces: number;
  faults: number;
}

/** The whole opinion on a client. Deterministic. */
export function opine({ signs, circumstances, changes }: OpinionQuestion): Opinion {
  const { diagnosis, evidence, beliefs, tests } = weighedFor({ signs, circumstances, changes });
  return {
    diagnosis,
    beliefs,
    plan: actedOn(diagnosis, beliefs),
    tests,
    pieces: evidence.filter((e) => e.kind !== 'together').length,
    faults: (signs.findings ?? []).length,
  };
}

/** The diagnosis, in which whatever a likely referral withholds is nothing to train either. */
export const diagnosisOf = (question: OpinionQuestion): Diagnosis => weighedFor(question).diagnosis;

const weighedFor = ({ signs, circumstances, changes }: OpinionQuestion): Weighed =>
  weighSigns(
    signs,
    (likely) => ({
      ...circumstances,
      referred: [...new Set([...(circumstances.referred ?? []), ...withheldFor(likely)])],
    }),
    tablesWith(changes),
  );

/** Most that a conclusion keeps. */
const CONCLUDED_MOST = 6;

/** Causes of the groups that act, the likeliest group first; before them what is for a clinician. */
function actedOn({ groups }: Diagnosis, beliefs: readonly number[]): number[] {
  const isReferred = (node: number) => ['refer', 'stop'].includes(CAUSES[NODES[node]!.cause].kind);
  const members = groups
    .filter((g) => g.standing === 'acts')
    .flatMap((g) =>
      g.members.map((m) => NODES.findIndex((n) => n.cause === m.cause && n.side === m.side)),
    );
  return [...planOf(beliefs).filter(isReferred), ...members].slice(0, CONCLUDED_MOST);
}

/** Everything behind one belief. */
export interface Reasons {
  prior: number;
  probability: number;
  ledger: Weight[];
  /** `again`: known already, and would have to turn out otherwise when looked at once more. */
  changers: (MindChanger & { again: boolean })[];
}

/** Why a cause is as likely as it is, and what would change the mind about it. */
export function reasonsFor(
  { signs, circumstances, changes }: OpinionQuestion,
  node: number,
): Reasons {
  const tables = tablesFor(tablesWith(changes), signs);
  const evidence = evidenceOf(signs, tables);
  const { cause, side } = NODES[node]!;
  const done = (signs.tests ?? []).map((t) => testKey(t.test, t.side));
  const known = [...(circumstances.known ?? []), ...done];
  const tests = worthTesting(evidence, { ...circumstances, known }, tables).flatMap(
    ({ test, side: on }): Evidence[] =>
      outcomesOf(tables.tests[test])
        .filter((o) => o !== 'pain')
        .map((outcome) => ({ kind: 'test', test, side: on, outcome, stays: signs.stays?.[test] })),
  );
  const unread = OTHER_FINDINGS.filter(
    (f) =>
      (RANGE_READINGS[f]?.causes.includes(cause) ||
        tables.links.some((l) => l.finding === f && l.cause === cause)) &&
      f !== 'painSeen' &&
      !evidence.some(
        (e) => e.kind === 'finding' && e.finding === f && (e.side === null || e.side === side),
      ),
  ).flatMap((finding): Evidence[] =>
    [0.95, 0.05].map((sure) => ({
      kind: 'finding',
      finding,
      side: SIDED_FINDINGS.includes(finding) ? side : null,
      sure,
    })),
  );
  const probability = posterior(evidence, tables)[node] ?? NaN;
  const fresh = mindChangersOf(evidence, node, [...tests, ...unread], tables);
  const again = evidence.flatMap((e, i) => {
    if (e.kind !== 'finding') return [];
    const otherwise: Evidence = { ...e, sure: 1 - e.sure };
    const rest = [...evidence.slice(0, i), ...evidence.slice(i + 1)];
    const to = posterior([...rest, otherwise], tables)[node] ?? NaN;
    return Math.abs(to - probability) >= 0.05 ? [{ evidence: otherwise, to }] : [];
  });
  return {
    prior: tables.priors[cause],
    probability,
    ledger: ledgersOf(evidence, [node], tables)[0] ?? [],
    changers: [
      ...fresh.map((c) => ({ ...c, again: false })),
      ...again.map((c) => ({ ...c, again: true })),
    ]
      .sort((a, b) => Math.abs(b.to - probability) - Math.abs(a.to - probability))
      .slice(0, 8),
  };
}

/**
 * The causes a plan is made for, as they are kept: those of the groups that act, with what supports each. None where no group does: then the plan serves
 * what was seen by itself.
 *
 * @param say words for a piece of evidence: a conclusion is kept as it was read
 */
export function conclusionOf(
  { plan, diagnosis }: Opinion,
  say: (evidence: Evidence) => string,
): Extract<DecisionValues, { kind: 'workOn' }>['causes'] {
  const isIn = ({ cause, side }: LikelyCause) =>
    plan.some((node) => NODES[node]?.cause === cause && NODES[node].side === side);
  return diagnosis.causes.filter(isIn).map(({ cause, side, probability, because }) => ({
    cause,
    side,
    probability,
    because: because.slice(0, 6).map((w) => say(w.evidence)),
  }));
}
