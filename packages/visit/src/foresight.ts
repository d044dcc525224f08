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
  { choice, method, advice, stop }: Pick<LoopAnswer, 'choice' | 'method' | 'advice' | 'stop'>,
  { signs, changes }: Pick<OpinionQuestion, 'signs' | 'changes'>,
  { tests, diagnosis }: Pick<Opinion, 'tests' | 'diagnosis'>,
): Telling[] {
  const [first] = choice.proposals;
  // Where something hurts nothing more is tried today.
  if (!first || diagnosis.stop || stop === 'pain') return [];
  const tables = tablesFor(tablesWith(changes), signs);
  const all = foresee({
    question,
    profile: method,
    belief: beliefAfter(question, tried),
    first,
    evidence: evidenceOf(signs, tables),
    tables,
    tests,
  });
  // Only the trial that is advised: a setup that is hardly likely is not offered for one, and six a day are enough.
  return advice?.kind === 'try'
    ? all
    : all.filter((t) => !('reading' in t && t.reading === 'trial'));
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
