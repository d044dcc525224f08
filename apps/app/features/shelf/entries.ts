import { capital, count } from '@zither/words/terms';
import type { TableChangeRow } from '@zither/contract';
import {
  CAUSE_IDS,
  CAUSES,
  EFFECTS,
  entryOf,
  houseValueOf,
  LINKS,
  pullsIn,
  SPREADS,
  STRENGTH,
  TEST_IDS,
  TESTS,
  type Effect,
  type FindingId,
  type NamedOutcome,
  type RuleChange,
  type TableChange,
  type TestId,
} from '@zither/core';
import { sayFinding, saySureness } from '@zither/words/evidence';
import { lowerOutcome } from '@zither/words/probe';
import { CHANCE_WORDS, ruleName, sayRule, SPREAD_WORDS } from '@zither/words/rules';
import { sayTrimmed } from '@zither/words/numbers';

/** One line of the tables that a practice may change; `to` of the change is left open. */
export interface Entry {
  key: string;
  /** The change that would be made, without its value. */
  change: TableChange;
  label: string;
  /** Why the entry is there, in plain words. */
  because: string;
}

/** Entries that belong together on the page. */
export interface EntryGroup {
  title: string;
  note: string;
  entries: Entry[];
}

export type TableName = 'causes' | 'findings' | 'tests' | 'weights' | 'chances';

const entry = (change: TableChange, label: string, because: string): Entry => ({
  key: entryOf(change),
  change,
  label,
  because,
});

const EFFECT_NAMES = {
  relieves: 'gets better where it is',
  worsens: 'gets worse where it is',
  hurts: 'hurts where it is',
} as const;

/** How a cause shows in a test, in words. */
const sayEffect = (test: TestId, effect: Effect): string =>
  effect in EFFECT_NAMES
    ? EFFECT_NAMES[effect as keyof typeof EFFECT_NAMES]
    : `shows as “${lowerOutcome(test, effect as NamedOutcome)}”`;

const STRENGTH_NAMES = {
  strong: 'Strong: how often the cause alone shows as the finding',
  some: 'Some: how often the cause alone shows as the finding',
  weak: 'Weak: how often the cause alone shows as the finding',
  against: 'Against: how often the cause holds the finding back',
} as const;

/** Every entry of the tables, in groups, as the house orders them. */
export function groupsOf(table: TableName): EntryGroup[] {
  switch (table) {
    case 'causes':
      return [
        {
          title: 'How common each cause is',
          note: 'before anything was seen',
          entries: CAUSE_IDS.map((cause) =>
            entry({ kind: 'prior', cause, to: null }, CAUSES[cause].name, CAUSES[cause].means),
          ),
        },
      ];
    case 'findings': {
      const findings = [...new Set(LINKS.map((l) => l.finding))];
      return findings.map((finding) => {
        const links = LINKS.filter((l) => l.finding === finding);
        return {
          title: capital(sayFinding(finding)),
          note: count(links.length, 'cause'),
          entries: links.map(({ cause, because }) =>
            entry({ kind: 'link', finding, cause, to: null }, CAUSES[cause].name, because),
          ),
        };
      });
    }
    case 'tests':
      return TEST_IDS.map((test) => ({
        title: TESTS[test].name,
        note: `${TESTS[test].minutes} min`,
        entries: [
          entry({ kind: 'minutes', test, to: null }, 'Minutes it takes', TESTS[test].how),
          ...EFFECTS.flatMap((effect) =>
            pullsIn(TESTS[test], effect).map(([cause]) =>
              entry(
                { kind: 'testLink', test, cause, effect, to: null },
                `${CAUSES[cause].name}: ${sayEffect(test, effect)}`,
                CAUSES[cause].means,
              ),
            ),
          ),
        ],
      }));
    case 'weights':
      return [
        {
          title: 'What each word counts',
          note: 'strong, some, weak, against',
          entries: (Object.keys(STRENGTH) as (keyof typeof STRENGTH)[]).map((strength) =>
            entry(
              { kind: 'strength', strength, to: null },
              STRENGTH_NAMES[strength],
              'A share: 100 % would be always.',
            ),
          ),
        },
        {
          title: 'How far a named fault is believed',
          note: 'by the camera, by eye',
          entries: (['measured', 'eye'] as const).flatMap((by) =>
            (['slight', 'clear'] as const).map((severity) =>
              entry(
                { kind: 'sureness', by, severity, to: null },
                `${by === 'eye' ? 'By eye' : 'Measured'}, ${severity}`,
                saySureness(severity, by),
              ),
            ),
          ),
        },
      ];
    case 'chances':
      return [
        {
          title: 'How far off things may be',
          note: 'one standard deviation each; behind every chance of a setup',
          entries: (Object.keys(SPREADS) as (keyof typeof SPREADS)[]).map((spread) =>
            entry(
              { kind: 'spread', spread, to: null },
              SPREAD_WORDS[spread].name,
              SPREAD_WORDS[spread].because,
            ),
          ),
        },
        {
          title: 'How likely is likely enough',
          note: 'to try, to propose, to lock',
          entries: (['try', 'least', 'lock'] as const).map((chance) =>
            entry(
              { kind: 'chance', chance, to: null },
              CHANCE_WORDS[chance].name,
              CHANCE_WORDS[chance].because,
            ),
          ),
        },
      ];
  }
}

/** Whether a change is of one of the numbers behind every chance. */
export const isRule = (change: TableChange): change is RuleChange =>
  change.kind === 'spread' || change.kind === 'chance';

export type EntryValue = ReturnType<typeof houseValueOf>;

/** The value in force: the last word of the history, else the house's. */
export function valueOf({ key, change }: Entry, history: readonly TableChangeRow[]): EntryValue {
  const last = history
    .flatMap((row) => row.changes)
    .filter((c) => entryOf(c as TableChange) === key)
    .at(-1);
  return (last?.to ?? houseValueOf(change)) as EntryValue;
}

/** A value of an entry in words. */
export function sayValue(change: TableChange, value: EntryValue): string {
  if (typeof value === 'string') return value;
  if (isRule(change)) return sayRule(change, value);
  return change.kind === 'minutes' ? `${value} min` : `${sayTrimmed(100 * value, 1)} %`;
}

/** Names the entry a change is about. */
export function sayEntry(change: TableChange): string {
  switch (change.kind) {
    case 'prior':
      return `${CAUSES[change.cause].name}, how common`;
    case 'link':
      return `${capital(sayFinding(change.finding as FindingId))} → ${CAUSES[change.cause].name.toLowerCase()}`;
    case 'testLink':
      return `${TESTS[change.test].name} → ${CAUSES[change.cause].name.toLowerCase()} ${sayEffect(change.test, change.effect)}`;
    case 'minutes':
      return `${TESTS[change.test].name}, minutes`;
    case 'strength':
      return `What “${change.strength}” is worth`;
    case 'sureness':
      return `${change.by === 'eye' ? 'By eye' : 'Measured'}, ${change.severity}, how far believed`;
    case 'spread':
    case 'chance':
      return ruleName(change);
  }
}

/** Entries whose value is the practice's own now. */
export const changedEntries = (history: readonly TableChangeRow[]): TableChange[] => {
  const last = new Map<string, TableChange>();
  for (const row of history)
    for (const change of row.changes)
      last.set(entryOf(change as TableChange), change as TableChange);
  return [...last.values()].filter((c) => c.to !== null && c.to !== houseValueOf(c));
};

/** A change with a value set, or with the house's put back (null). */
export const withValue = (change: TableChange, to: EntryValue | null): TableChange =>
  ({ ...change, to }) as TableChange;
