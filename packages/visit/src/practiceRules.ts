import type { TableChangeRow } from '@zither/contract';
import { rulesWith, type RuleChange, type SetupRules, type TableChange } from '@zither/core';

/** What a practice set: about chances, and in the tables about causes. */
export interface PracticeRules extends SetupRules {
  /** Its changes of the tables, oldest first; absent = none. */
  changes?: readonly TableChange[];
}

/** What the practice set, by its changes so far; else the house's. */
export function rulesOn(tables: readonly TableChangeRow[]): PracticeRules {
  const changes = tables.flatMap((t) => t.changes);
  const chances = changes.filter(
    (c): c is RuleChange => c.kind === 'spread' || c.kind === 'chance',
  );
  return { ...rulesWith(chances), changes };
}
