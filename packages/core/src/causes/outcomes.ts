import type { Side } from '../linkage/setup.ts';
import { factorOf, factorsOf, type Factor } from './network.ts';
import { noisyOr, type Pulling } from './noisyOr.ts';
import { once } from './once.ts';
import { HOUSE_TABLES, type Tables } from './tables.ts';
import { outcomesOf, type Outcome, type ProbeTest, type TestId } from './tests.ts';
import { END_STATES, IN_TEST, NODES, nodeOf, RANGE_ENDS, unique } from './variables.ts';

/**
 * How likely each combination of ends is short in a test's own setup, by which are short in the squat that was looked at: of each combination there, one after
 * the other, eight that sum to 1.
 */
export type Stays = readonly number[];

/** A test that helps, hurts or worsens without reason (house defaults). */
const CHANCE = { relief: 0.08, worse: 0.05, pain: 0.01 } as const;
/** A cause that blocks a test lets it turn out well only so often (house default). */
const BLOCKED = 0.05;
/** How far a cause tips a test toward the outcome that names it: this many times its odds of showing (house default). A strong one makes that outcome about five times likelier than it is with no cause at work. */
const NAMING = 2;
/** Of those a test relieves, so many it clears; the rest it helps (house default). */
const CLEARS_SHARE = 0.6;

interface TestPulls {
  relieves: Pulling[];
  worsens: Pulling[];
  hurts: Pulling[];
  blocks: number[];
  /** By outcome, what pulls toward it. */
  named: Partial<Record<Outcome, Pulling[]>>;
  vars: number[];
  /** The same with all causes of ends of range: what a test that is a squat in another setup depends on. */
  inOwn: number[];
}

/** Worked out once for a set of tables and used for every client. */
interface Worked {
  pulls: Map<string, TestPulls>;
  /** By test, every outcome over its causes, in the order of `outcomesOf`. */
  outcomes: Map<string, readonly Factor[]>;
  /** The same over the ends that are short in its own setup as well. */
  own: Map<string, readonly Factor[]>;
}

const worked = new WeakMap<Tables['tests'], Worked & { strength: Tables['strength'] }>();

function workedFor({ tests, strength }: Tables): Worked {
  const known = worked.get(tests);
  if (known?.strength === strength) return known;
  const fresh = { strength, pulls: new Map(), outcomes: new Map(), own: new Map() };
  worked.set(tests, fresh);
  return fresh;
}

const testPulls = (test: TestId, side: Side | null, tables: Tables): TestPulls =>
  once(workedFor(tables).pulls, `${test} ${side ?? ''}`, () => {
    const pulls = (list: ProbeTest['relieves']): Pulling[] =>
      list.flatMap(([cause, strength]) =>
        nodeOf(cause, side).map((node) => ({ node, strength: tables.strength[strength] })),
      );
    const entry = tables.tests[test];
    const own = {
      relieves: pulls(entry.relieves),
      worsens: pulls(entry.worsens),
      hurts: pulls(entry.hurts),
      blocks: (entry.blocks ?? []).flatMap((cause) => nodeOf(cause, side)),
      named: Object.fromEntries(
        Object.entries(entry.named ?? {}).map(([outcome, { causes }]) => [outcome, pulls(causes)]),
      ) as TestPulls['named'],
    };
    const named = Object.values(own.named).flat();
    const all = [...own.relieves, ...own.worsens, ...own.hurts, ...named].map((p) => p.node);
    const vars = unique([...all, ...own.blocks]).sort((a, b) => a - b);
    // An end that the test does not touch tells of those it does: one body has them all.
    const inOwn = unique([...vars, ...RANGE_ENDS.flatMap((end) => end.nodes)]).sort(
      (a, b) => a - b,
    );
    return { ...own, vars, inOwn };
  });

/**
 * Chances of every outcome a test can have, the causes being what they are; they sum to 1.
 *
 * @param isShort of a test that is the squat in another setup, which of {@link RANGE_ENDS} are short there; absent = as often as its table says
 */
export function outcomeChances(
  test: TestId,
  side: Side | null,
  isTrue: (node: number) => boolean,
  tables: Tables = HOUSE_TABLES,
  isShort?: (end: number) => boolean,
): Partial<Record<Outcome, number>> {
  const list = chancesOf(test, testPulls(test, side, tables), isTrue, tables, isShort);
  return Object.fromEntries(outcomesOf(tables.tests[test]).map((outcome, i) => [outcome, list[i]]));
}

/** Which end of range a cause ends; -1 = none. */
const END_OF: readonly number[] = NODES.map((_, node) =>
  RANGE_ENDS.findIndex((end) => end.nodes.includes(node)),
);

/**
 * The same, in the order of `outcomesOf`: plain sums, since it is asked for every combination of causes.
 *
 * @param isShort which ends are short in the test's own setup. An end that is not short there is relieved, and hardly names itself; one that is short there is
 *   not relieved; one that is short only there is a new fault. Absent = as often as the table says
 */
function chancesOf(
  test: TestId,
  pulls: TestPulls,
  isCause: (node: number) => boolean,
  tables: Tables,
  isShort?: (end: number) => boolean,
): number[] {
  const { blocks } = pulls;
  const { relieves, worsens, hurts, named } = isShort
    ? inOwnSetup(pulls, isCause, tables, isShort)
    : pulls;
  const isTrue = (node: number) => node === ALWAYS || isCause(node);
  const entry = tables.tests[test];
  const pain = noisyOr(CHANCE.pain, hurts, isTrue);
  const calm = 1 - pain;
  const outcomes = outcomesOf(entry);
  if (entry.named) {
    let whole = 0;
    const weights = outcomes.map((outcome) => {
      const own = entry.named![outcome];
      if (!own) return 0;
      let weight: number = own.usually;
      for (const { node, strength } of named[outcome] ?? [])
        if (isTrue(node)) weight += (NAMING * strength) / (1 - strength);
      whole += weight;
      return weight;
    });
    return outcomes.map((outcome, i) => (outcome === 'pain' ? pain : (calm * weights[i]!) / whole));
  }
  const free = noisyOr(entry.usually ?? CHANCE.relief, relieves, isTrue);
  const relief = blocks.some(isTrue) ? BLOCKED * free : free;
  const worse = noisyOr(CHANCE.worse, worsens, isTrue);
  const rest = calm * (1 - relief);
  const of: Partial<Record<Outcome, number>> = {
    pain,
    clears: calm * relief * CLEARS_SHARE,
    helps: calm * relief * (1 - CLEARS_SHARE),
    worse: rest * worse,
    same: rest * (1 - worse),
  };
  return outcomes.map((outcome) => of[outcome] ?? 0);
}

/** How strongly an end that is not short in a test names itself all the same: not everybody uses the room a test gives (house default). */
const STILL_NAMED = 0.25;
/** In place of a cause: a pull that does not depend on any. */
const ALWAYS = -1;

/** What pulls where, once it is known which ends are short in the setup of the test. */
function inOwnSetup(
  { relieves, worsens, hurts, named, vars }: TestPulls,
  isTrue: (node: number) => boolean,
  tables: Tables,
  isShort: (end: number) => boolean,
): Pick<TestPulls, 'relieves' | 'worsens' | 'hurts' | 'named'> {
  const endOf = ({ node }: Pulling) => END_OF[node]!;
  const isLeft = (p: Pulling) => endOf(p) < 0 || isShort(endOf(p));
  const isRelieved = (p: Pulling) => endOf(p) < 0 || !isShort(endOf(p));
  const always = [{ node: ALWAYS, strength: tables.strength.strong }];
  const touched = RANGE_ENDS.map(({ nodes }, end) => ({ nodes, end })).filter(({ nodes }) =>
    nodes.some((node) => vars.includes(node)),
  );
  const isFresh = touched.some(({ nodes, end }) => isShort(end) && !nodes.some(isTrue));
  const namedHere = Object.entries(named).map(([outcome, list]) => {
    const kept = list.map((p) => (isLeft(p) ? p : { ...p, strength: STILL_NAMED }));
    const isMore = isFresh && list.some((p) => endOf(p) >= 0);
    return [outcome, isMore ? [...kept, ...always] : kept] as const;
  });
  return {
    hurts,
    relieves: relieves.filter(isRelieved),
    worsens: [...worsens.filter(isLeft), ...(isFresh ? always : [])],
    named: Object.fromEntries(namedHere),
  };
}

/** Every outcome of a test over the causes it depends on, by its table alone. */
const usualFactors = (test: TestId, side: Side | null, tables: Tables): readonly Factor[] =>
  once(workedFor(tables).outcomes, `${test} ${side ?? ''}`, () => {
    const pulls = testPulls(test, side, tables);
    return factorsOf(pulls.vars, outcomesOf(tables.tests[test]).length, (is) =>
      chancesOf(test, pulls, is, tables),
    );
  });

/** Every outcome of a test over its causes and over the ends that are short in its own setup. */
export const ownFactors = (test: TestId, side: Side | null, tables: Tables): readonly Factor[] =>
  once(workedFor(tables).own, `${test} ${side ?? ''}`, () => {
    const pulls = testPulls(test, side, tables);
    return factorsOf([...pulls.inOwn, ...IN_TEST], outcomesOf(tables.tests[test]).length, (is) =>
      chancesOf(test, pulls, is, tables, (end) => is(IN_TEST[end]!)),
    );
  });

/** Every outcome of a test over its causes, the ends in its own setup averaged over as the body makes them likely. */
function meanFactors(test: TestId, side: Side | null, stays: Stays, tables: Tables): Factor[] {
  const { inOwn } = testPulls(test, side, tables);
  return ownFactors(test, side, tables).map(({ table }) =>
    factorOf(inOwn, (is) => {
      const index = inOwn.reduce((sum, node, bit) => (is(node) ? sum | (1 << bit) : sum), 0);
      const from = RANGE_ENDS.reduce(
        (sum, { nodes }, end) => (nodes.some(is) ? sum | (1 << end) : sum),
        0,
      );
      let mean = 0;
      for (let state = 0; state < END_STATES; state += 1)
        mean += stays[from * END_STATES + state]! * table[index + (state << inOwn.length)]!;
      return mean;
    }),
  );
}

/** Every outcome of a test over the causes it depends on, in the order of `outcomesOf`. */
export const factorsOfTest = (
  test: TestId,
  side: Side | null,
  stays: Stays | undefined,
  tables: Tables,
): readonly Factor[] =>
  stays ? meanFactors(test, side, stays, tables) : usualFactors(test, side, tables);
