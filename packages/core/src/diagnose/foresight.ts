import { CAUSES } from '../causes/causes.ts';
import { posterior, type Evidence } from '../causes/model.ts';
import { NODES } from '../causes/variables.ts';
import { HOUSE_TABLES, type Tables } from '../causes/tables.ts';
import { outcomesOf, type Outcome } from '../causes/tests.ts';
import type { NextTest } from './nextTests.ts';

/** From here a cause is worked on, or sent on (house defaults): a referral is thought of sooner than a drill. */
export const PLAN_FROM = { work: 0.5, refer: 0.3 } as const;
/** An outcome less likely than this is no reason to do a test (house default). */
const OUTCOME_LEAST = 0.05;
/** A belief that moves less is not worth a line. */
const MOVE_LEAST = 0.05;

/** Causes that a plan would be made for, most probable first; none when nothing is likely enough yet. */
export const planOf = (probabilities: readonly number[]): number[] =>
  probabilities
    .map((p, node) => ({ p, node }))
    .filter(({ p, node }) => {
      const kind = CAUSES[NODES[node]!.cause].kind;
      // The build is nothing to work on.
      return (
        kind !== 'notAFault' &&
        p >= (kind === 'refer' || kind === 'stop' ? PLAN_FROM.refer : PLAN_FROM.work)
      );
    })
    .sort((a, b) => Math.round(1e9 * (b.p - a.p)))
    .map((c) => c.node);

const leading = (probabilities: readonly number[]): number =>
  probabilities.indexOf(Math.max(...probabilities));

/** Whether other causes are worked on, or sent on, under one plan than under another. */
export const isOtherWork = (was: readonly number[], is: readonly number[]): boolean =>
  was.length !== is.length || was.some((node) => !is.includes(node));

/** Whether another plan would be made: another cause leads, or another set is likely enough to act on. */
const differs = (before: readonly number[], after: readonly number[]): boolean =>
  leading(before) !== leading(after) || isOtherWork(planOf(before), planOf(after));

/** A belief before and after something. */
export interface Move {
  node: number;
  from: number;
  to: number;
}

/** What one outcome of a test would do. */
export interface Ahead {
  outcome: Outcome;
  /** How likely it is now. */
  chance: number;
  /** Causes a plan would be made for after it. */
  plan: number[];
  changesPlan: boolean;
  /** Largest first. */
  moves: Move[];
}

/**
 * What each outcome of a test would change, before it is done. Pain stops, whatever the beliefs.
 *
 * @param after beliefs an outcome would leave
 * @param before beliefs as they stand
 */
export const aheadOf = (
  { test, chances }: Pick<NextTest, 'test' | 'chances'>,
  after: (outcome: Outcome) => readonly number[],
  before: readonly number[],
  tables: Tables = HOUSE_TABLES,
): Ahead[] =>
  outcomesOf(tables.tests[test]).map((outcome): Ahead => {
    const then = after(outcome);
    return {
      outcome,
      chance: chances[outcome] ?? 0,
      plan: planOf(then),
      changesPlan: outcome === 'pain' || differs(before, then),
      moves: movesOf(before, then),
    };
  });

/** Beliefs that moved enough to be said, largest first. */
export const movesOf = (before: readonly number[], after: readonly number[]): Move[] =>
  before
    .map((from, node): Move => ({ node, from, to: after[node] ?? from }))
    .filter((m) => Math.abs(m.to - m.from) >= MOVE_LEAST)
    // Sides that move alike stay in their order, whatever the last digit says.
    .sort((a, b) => Math.round(1e9 * (Math.abs(b.to - b.from) - Math.abs(a.to - a.from))));

/** Whether a test may turn out so that another plan would be made; the chance of pain alone is no reason to do one. */
export const mayChangePlan = (ahead: readonly Ahead[]): boolean =>
  ahead.some((a) => a.outcome !== 'pain' && a.changesPlan && a.chance >= OUTCOME_LEAST);

/** One thing not known yet that would move a cause, and where to. */
export interface MindChanger {
  evidence: Evidence;
  to: number;
}

/** What would change the mind about a cause: of things not known yet, each as it would move this one, furthest first. */
export function mindChangersOf(
  evidence: readonly Evidence[],
  node: number,
  candidates: readonly Evidence[],
  tables: Tables = HOUSE_TABLES,
): MindChanger[] {
  const now = posterior(evidence, tables)[node] ?? NaN;
  return candidates
    .map((e): MindChanger => ({
      evidence: e,
      to: posterior([...evidence, e], tables)[node] ?? NaN,
    }))
    .filter((m) => Math.abs(m.to - now) >= MOVE_LEAST)
    .sort((a, b) => Math.abs(b.to - now) - Math.abs(a.to - now));
}
