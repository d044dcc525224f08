import {
  CUES,
  DRILLS,
  goesBeyond,
  LIMITED_JOINTS,
  limitsOfRule,
  RUNGS,
  RUNG_TABLE,
  SCREEN_RULES,
  TEST_IDS,
  TESTS,
  USUAL_LIMITS,
  type Asks,
  type SafetyLimit,
  type ScreenRule,
} from '@zither/core';
import { sayLifts, sayLimit } from './safety.ts';
import { capital, sayList } from './terms.ts';

/** What a clinician allows one joint, as an example of each (house defaults). */
const JOINT_EXAMPLES: readonly SafetyLimit[] = LIMITED_JOINTS.map((joint) => ({
  kind: 'jointRange',
  joint,
  side: 'left',
  mostDeg: { ankle: 10, knee: 60, hip: 70 }[joint],
}));

const named = (list: readonly string[]): string => (list.length === 0 ? '–' : list.join(', '));

/** Entries that a limit bars, by their names. */
function barredBy(limit: SafetyLimit): string[] {
  const isBarred = ({ asks }: { asks: Asks }) => goesBeyond(asks, limit);
  return [
    named(DRILLS.filter(isBarred).map((d) => d.name)),
    named(CUES.filter(isBarred).map((c) => `“${c.words.replace(/\.$/, '')}”`)),
    named(TEST_IDS.filter((id) => isBarred(TESTS[id])).map((id) => TESTS[id].name)),
    named(RUNGS.filter((id) => isBarred(RUNG_TABLE[id])).map((id) => RUNG_TABLE[id].name)),
  ];
}

const table = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
  [head, head.map(() => '---'), ...rows].map((cells) => `| ${cells.join(' | ')} |`).join('\n');

/** A reason of the screen without what only a client tells. */
const reasonIn = ({ because }: ScreenRule): string => because.replace('{where}', '');

/** The tables of docs/safety.md, written from the tables that decide: limit → what it bars; reason → what it brings → what lifts it. */
export function safetyTables(): string {
  const limits = [...USUAL_LIMITS, ...JOINT_EXAMPLES];
  const rules = SCREEN_RULES.map((rule) => {
    const brings = limitsOfRule(rule, {
      hipPinch: { atDeg: null },
      anklePinch: { side: 'left', atDeg: 25 },
    }).map(sayLimit);
    return [
      reasonIn(rule),
      rule.outcome === 'hold' ? 'Hold and refer' : capital(sayList(brings)),
      sayLifts(rule.lifts),
    ];
  });
  return [
    '## Limit → what it bars',
    table(
      ['Limit', 'Drills', 'Cues', 'Short tests', 'Variations'],
      limits.map((limit) => [sayLimit(limit), ...barredBy(limit)]),
    ),
    '## Reason → what it brings → what lifts it',
    table(['Reason', 'Brings', 'Lifted by'], rules),
  ].join('\n\n');
}
