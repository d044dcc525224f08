import { CAUSE_IDS, CAUSES, type CauseId } from './causes.ts';
import { LINKS, STRENGTH, type FindingId, type Link, type Strength } from './links.ts';
import { CHANCE, type RuleChange } from '../rules/rules.ts';
import { SPREADS } from '../rules/uncertainty.ts';
import {
  NAMED_OUTCOMES,
  TEST_IDS,
  TESTS,
  type NamedOutcome,
  type ProbeTest,
  type TestId,
} from './tests.ts';

/** What a test can show of a cause. */
export const EFFECTS = ['relieves', 'worsens', 'hurts', ...NAMED_OUTCOMES] as const;
export type Effect = (typeof EFFECTS)[number];
/** Strength of a cause in a test: a test has no pull against. */
export type Pull = Exclude<Strength, 'against'>;

/** Chance that a fault named by one kind of observer is there. */
type Sureness = Readonly<Record<'measured' | 'eye', Readonly<Record<'slight' | 'clear', number>>>>;

/** Everything a diagnosis is worked out from: the house's, or a practice's own. */
export interface Tables {
  /** How common a cause is before anything was seen, 0 to 1. */
  priors: Readonly<Record<CauseId, number>>;
  links: readonly Link[];
  tests: Readonly<Record<TestId, ProbeTest>>;
  /** What strong, some, weak and against are worth, 0 to 1. */
  strength: Readonly<Record<Strength, number>>;
  sure: Sureness;
}

/** One entry of the tables changed by a practice; `to` null puts the house's back. */
export type TableChange =
  | { kind: 'prior'; cause: CauseId; to: number | null }
  | { kind: 'link'; finding: FindingId; cause: CauseId; to: Strength | 'none' | null }
  | { kind: 'testLink'; test: TestId; cause: CauseId; effect: Effect; to: Pull | 'none' | null }
  | { kind: 'minutes'; test: TestId; to: number | null }
  | { kind: 'strength'; strength: Strength; to: number | null }
  | { kind: 'sureness'; by: 'measured' | 'eye'; severity: 'slight' | 'clear'; to: number | null }
  | RuleChange;

/** Chance that a named fault is there: a camera's error is small beyond clear, an eye's is not (house defaults). */
export const SURE = {
  measured: { slight: 0.85, clear: 0.97 },
  eye: { slight: 0.72, clear: 0.88 },
} as const;

const priors = Object.fromEntries(CAUSE_IDS.map((id) => [id, CAUSES[id].prior])) as Record<
  CauseId,
  number
>;

/** The house defaults: from the trade as written down, not clinical likelihoods. */
export const HOUSE_TABLES: Tables = {
  priors,
  links: LINKS,
  tests: TESTS,
  strength: STRENGTH,
  sure: SURE,
};

const isNamed = (effect: string): effect is NamedOutcome =>
  (NAMED_OUTCOMES as readonly string[]).includes(effect);

/** Causes that show in a test by one of its effects, with their strength. */
export const pullsIn = (test: ProbeTest, effect: Effect): ProbeTest['relieves'] =>
  isNamed(effect) ? (test.named?.[effect]?.causes ?? []) : test[effect];

/** Which entry a change is about: changes of one entry share it, and the last one counts. */
export function entryOf(change: TableChange): string {
  switch (change.kind) {
    case 'prior':
      return `prior ${change.cause}`;
    case 'link':
      return `link ${change.finding} ${change.cause}`;
    case 'testLink':
      return `testLink ${change.test} ${change.cause} ${change.effect}`;
    case 'minutes':
      return `minutes ${change.test}`;
    case 'strength':
      return `strength ${change.strength}`;
    case 'sureness':
      return `sureness ${change.by} ${change.severity}`;
    case 'spread':
      return `spread ${change.spread}`;
    case 'chance':
      return `chance ${change.chance}`;
  }
}

/** The house default of an entry. */
export function houseValueOf(change: TableChange): number | Strength | 'none' {
  switch (change.kind) {
    case 'prior':
      return priors[change.cause];
    case 'link':
      return (
        LINKS.find((l) => l.finding === change.finding && l.cause === change.cause)?.strength ??
        'none'
      );
    case 'testLink':
      return (
        pullsIn(TESTS[change.test], change.effect).find(([c]) => c === change.cause)?.[1] ?? 'none'
      );
    case 'minutes':
      return TESTS[change.test].minutes;
    case 'strength':
      return STRENGTH[change.strength];
    case 'sureness':
      return SURE[change.by][change.severity];
    case 'spread':
      return SPREADS[change.spread];
    case 'chance':
      return CHANCE[change.chance];
  }
}

/**
 * The tables of a practice: the house's with its own changes on top, oldest first, the last word on an entry counting.
 *
 * A practice changes how much an entry weighs, or takes it out; it adds no links of its own, since each needs its reason in words.
 */
export function tablesWith(changes: readonly TableChange[]): Tables {
  const key = JSON.stringify(changes);
  if (newest?.key !== key) newest = { key, tables: changed(changes) };
  return newest.tables;
}

/** The practice's tables asked for last: what is worked out from tables is kept with them. */
let newest: { key: string; tables: Tables } | null = null;

function changed(changes: readonly TableChange[]): Tables {
  const last = new Map<string, TableChange>();
  for (const change of changes) last.set(entryOf(change), change);
  const own = [...last.values()].filter((c) => c.to !== null);
  if (own.length === 0) return HOUSE_TABLES;
  const toOf = (entry: string) => last.get(entry)?.to ?? null;
  const number = (entry: string, house: number): number => {
    const to = toOf(entry);
    return typeof to === 'number' ? to : house;
  };
  const strengthTo = (entry: string, house: Strength): Strength | 'none' => {
    const to = toOf(entry);
    return typeof to === 'string' ? to : house;
  };
  return {
    priors: Object.fromEntries(
      CAUSE_IDS.map((id) => [id, number(`prior ${id}`, priors[id])]),
    ) as Record<CauseId, number>,
    links: LINKS.flatMap((l) => {
      const strength = strengthTo(`link ${l.finding} ${l.cause}`, l.strength);
      if (strength === 'none') return [];
      // A practice's word on a link holds for the whole rep.
      const { at: _at, ...plain } = l;
      return [strength === l.strength ? l : { ...plain, strength }];
    }),
    tests: Object.fromEntries(
      TEST_IDS.map((id) => {
        const test = TESTS[id];
        const pulls = (effect: Effect): ProbeTest['relieves'] =>
          pullsIn(test, effect).flatMap(([cause, house]) => {
            const to = strengthTo(`testLink ${id} ${cause} ${effect}`, house);
            return to === 'none' ? [] : [[cause, to as Pull] as const];
          });
        return [
          id,
          {
            ...test,
            minutes: number(`minutes ${id}`, test.minutes),
            relieves: pulls('relieves'),
            worsens: pulls('worsens'),
            hurts: pulls('hurts'),
            ...(test.named
              ? {
                  named: Object.fromEntries(
                    Object.entries(test.named).map(([outcome, { usually, causes }]) => [
                      outcome,
                      { usually, causes: isNamed(outcome) ? pulls(outcome) : causes },
                    ]),
                  ),
                }
              : {}),
          },
        ];
      }),
    ) as Record<TestId, ProbeTest>,
    strength: Object.fromEntries(
      Object.entries(STRENGTH).map(([id, house]) => [id, number(`strength ${id}`, house)]),
    ) as Record<Strength, number>,
    sure: {
      measured: {
        slight: number('sureness measured slight', SURE.measured.slight),
        clear: number('sureness measured clear', SURE.measured.clear),
      },
      eye: {
        slight: number('sureness eye slight', SURE.eye.slight),
        clear: number('sureness eye clear', SURE.eye.clear),
      },
    },
  };
}

/** So unlikely is a cause that cannot be, by what is known of the client. */
const CANNOT_BE = 1e-6;

/** The same tables for clients who carry nothing: made once, since what is worked out from tables is kept with them. */
const unloaded = new WeakMap<Tables, Tables>();

/** The tables for one client: a load that nobody carries is beyond nobody's control. */
export function tablesFor(
  tables: Tables,
  { isUnloaded }: { isUnloaded?: boolean | undefined },
): Tables {
  if (!isUnloaded) return tables;
  const known = unloaded.get(tables);
  if (known) return known;
  const made = { ...tables, priors: { ...tables.priors, loadBeyondControl: CANNOT_BE } };
  unloaded.set(tables, made);
  return made;
}
