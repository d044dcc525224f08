import type { Side } from '../linkage/setup.ts';
import { limitOn } from '../safety/asks.ts';
import type { SafetyLimit } from '../safety/screen.ts';
import type { CauseId } from '../causes/causes.ts';
import type { FindingId } from '../causes/links.ts';
import { causesBehind, lookAhead, type Evidence, type TestAhead } from '../causes/model.ts';
import { type Stays } from '../causes/outcomes.ts';
import { HOUSE_TABLES, type Tables } from '../causes/tables.ts';
import { TEST_IDS, TESTS, type Need, type Outcome, type TestId } from '../causes/tests.ts';

export interface NextTest {
  test: TestId;
  side: Side | null;
  bits: number;
  minutes: number;
  chances: Partial<Record<Outcome, number>>;
}

/** A test that tells less than this is not worth the client's minute, bits (house default). */
export const WORTH_BITS = 0.08;
/** A test on a side, as one word to compare by. */
export const testKey = (test: TestId, side: Side | null | undefined): string =>
  `${test} ${side ?? ''}`;

/** Whether a finding counts as seen. */
export const isThere = (e: Evidence): e is Extract<Evidence, { kind: 'finding' }> =>
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

/** What keeps tests from being done, beside the screen. */
export interface Circumstances {
  limits?: readonly SafetyLimit[] | undefined;
  /** Kit that is missing. */
  missing?: readonly Need[] | undefined;
  /** Done already, or known without the test: {@link testKey}s. */
  known?: readonly string[] | undefined;
  /** Causes for a clinician: never something to train. */
  referred?: readonly CauseId[] | undefined;
}

/** Why a test is not done here: a limit of the screen, or what it needs; null = it may be done. */
export function testBar(
  test: TestId,
  { limits = [], missing = [] }: Circumstances,
): { by: 'screen'; limit: SafetyLimit } | { by: 'kit'; need: Need } | null {
  const { asks, needs } = TESTS[test];
  const limit = limitOn(asks, limits);
  if (limit) return { by: 'screen', limit };
  return needs && missing.includes(needs) ? { by: 'kit', need: needs } : null;
}

/** Tests that may be done now, by information per minute: about something seen, not barred, not done yet. */
export const worthTesting = (
  evidence: readonly Evidence[],
  circumstances: Circumstances,
  tables: Tables = HOUSE_TABLES,
): NextTest[] => openTests(evidence, circumstances, tables).map(({ next }) => next);

/**
 * The same, each with what its outcomes would leave of every cause.
 *
 * @param staysIn of tests that are the squat in another setup
 */
export function openTests(
  evidence: readonly Evidence[],
  { limits = [], missing = [], known = [] }: Circumstances,
  tables: Tables = HOUSE_TABLES,
  staysIn: Partial<Record<TestId, Stays>> = {},
): { next: NextTest; after: TestAhead['after'] }[] {
  const there = evidence.filter(isThere);
  const sees = (id: FindingId) => there.some((e) => e.finding === id);
  const asked = causesBehind(there, tables);
  // Which cue is tried is the coach's choice: it is offered beside the tests, not ranked among them.
  return TEST_IDS.filter((id) => id !== 'cueTrial' && testBar(id, { limits, missing }) === null)
    .filter((id) => id !== 'kneesOutCue' || (sees('kneesIn') && !sees('kneesOut')))
    .flatMap((test) => sidesFor(test, there).map((side) => ({ test, side })))
    .filter(({ test, side }) => !known.includes(testKey(test, side)))
    .map(({ test, side }) => {
      const { bits, chances, after } = lookAhead(
        evidence,
        test,
        side,
        asked,
        tables,
        staysIn[test],
      );
      const { minutes } = tables.tests[test];
      return { next: { test, side, bits, minutes, chances }, after };
    })
    .sort((a, b) => b.next.bits / b.next.minutes - a.next.bits / a.next.minutes);
}
