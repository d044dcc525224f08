import {
  beliefAfter,
  evidenceOf,
  foresee,
  tablesFor,
  tablesWith,
  testKey,
  type Telling,
  type WeighedTest,
} from '@zither/core';
import type { SetupBasis } from './inUse.ts';
import type { Opinion, OpinionQuestion } from './opinion.ts';
import type { LoopAnswer } from './trying.ts';

/**
 * What would tell more: readings, trials and short tests in one list, by how much of what is done they would change a minute. Empty while there is no setup to
 * ask about; then tests stand in the order of what they tell of the causes.
 */
export function foresightOf(
  { question, tried }: SetupBasis,
  { choice, method }: Pick<LoopAnswer, 'choice' | 'method'>,
  { signs, changes }: Pick<OpinionQuestion, 'signs' | 'changes'>,
  { tests }: Pick<Opinion, 'tests'>,
): Telling[] {
  const [first] = choice.proposals;
  if (!first) return [];
  const tables = tablesFor(tablesWith(changes), signs);
  return foresee({
    question,
    profile: method,
    belief: beliefAfter(question, tried),
    first,
    evidence: evidenceOf(signs, tables),
    tables,
    tests,
  });
}

/** From this share of its outcomes on, a test that would change the first setup is worth the minute (house default). */
const CHANGES_LEAST = 0.1;

/** Short tests in the order of what they would change, those the list does not name after them; each with whether it is worth the minute. */
export function testsInOrder(
  tests: readonly WeighedTest[],
  tellings: readonly Telling[],
): WeighedTest[] {
  const placeOf = new Map(
    tellings.flatMap((t, place) =>
      'test' in t ? [[testKey(t.test, t.side), { place, telling: t }] as const] : [],
    ),
  );
  const of = ({ next }: WeighedTest) => placeOf.get(testKey(next.test, next.side));
  return tests
    .map((t) => ({
      ...t,
      isWorth: t.isWorth || (of(t)?.telling.changes ?? 0) >= CHANGES_LEAST,
    }))
    .sort((a, b) => (of(a)?.place ?? tellings.length) - (of(b)?.place ?? tellings.length));
}
