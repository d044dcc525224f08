import { FAULT_IDS, type Phase } from '../faults/table.ts';
import { SIDES, type Side } from '../linkage/setup.ts';
import { RANGE_READINGS, SIDED_FINDINGS, type FindingId } from './links.ts';
import { eliminated, entropyBits, factorOf, type Factor } from './network.ts';
import { noisyOr, type Pulling } from './noisyOr.ts';
import { once } from './once.ts';
import { factorsOfTest, ownFactors, type Stays } from './outcomes.ts';
import { HOUSE_TABLES, type Tables } from './tables.ts';
import { outcomesOf, type Outcome, type TestId } from './tests.ts';
import {
  END_AT,
  END_STATES,
  ENDS,
  endShare,
  FAMILY_AT,
  IN_TEST,
  nodeOf,
  NODES,
  RANGE_ENDS,
  SHARED,
  STOPS_AT,
  unique,
  USE_FAMILIES,
  USES,
} from './variables.ts';

/** Something seen, measured or tried. */
export type Evidence =
  | {
      kind: 'finding';
      finding: FindingId;
      side: Side | null;
      /** How likely it is truly there, by the error of what showed it: 0 certainly absent, 0.5 no information, 1 certainly there. */
      sure: number;
      /** Where in the rep it was seen, when in one phase alone; absent or null = in several, or not said. */
      phase?: Phase | null;
    }
  /** `stays`: of a test that is a squat in another setup, see {@link Stays}; absent = as often as the table of the test says. */
  | { kind: 'test'; test: TestId; side: Side | null; outcome: Outcome; stays?: Stays | undefined }
  /** Looked for and not seen, all that was looked at together, beside what was seen in the same looks. */
  | {
      kind: 'clean';
      side: null;
      of: readonly CleanPart[];
      seen: readonly { finding: FindingId; side: Side | null }[];
    }
  /**
   * What readings say of the ends of range together, beyond what each says by itself: over the bits of {@link RANGE_ENDS}; or, after squats that were watched, of
   * ends and use as in {@link rangeFits}.
   */
  | { kind: 'together'; side: null; table: readonly number[] };

/** A finding that was looked for and not seen. */
export interface CleanPart {
  finding: FindingId;
  side: Side | null;
  /** How likely it is there all the same, by the error of who looked, 0 to 0.5. */
  missed: number;
}

/** A finding that shows without any of its causes (house default). */
const LEAK = 0.04;
/** So many stop short because they always have; then short depth shows so often without any of its causes, and so often in the rest (house defaults). */
const STOPS = { share: 0.1, shows: 0.85, else: 0.02 } as const;
/** Short depth without any of its causes: of who stops short, of who does not, and of whom it is not known. */
const stopsLeak = (stops: boolean | null): number =>
  stops === null
    ? STOPS.share * STOPS.shows + (1 - STOPS.share) * STOPS.else
    : stops
      ? STOPS.shows
      : STOPS.else;

/** An end is short, and a family at work, where any of its causes is. */
const orOf = (nodes: readonly number[], variable: number): Factor =>
  factorOf([...nodes, variable], (is) => (is(variable) === nodes.some(is) ? 1 : 0));
/** Definitions of these variables; each joins the network wherever its variable is used. */
const STANDS_FOR: ReadonlyMap<number, Factor> = new Map([
  ...RANGE_ENDS.map(({ nodes }, end) => [END_AT + end, orOf(nodes, END_AT + end)] as const),
  ...USE_FAMILIES.map(
    (nodes, family) => [FAMILY_AT + family, orOf(nodes, FAMILY_AT + family)] as const,
  ),
  [STOPS_AT, factorOf([STOPS_AT], (is) => (is(STOPS_AT) ? STOPS.share : 1 - STOPS.share))] as const,
]);

interface Parents {
  toward: Pulling[];
  against: Pulling[];
}

/** What is worked out once for a set of tables and used for every client; all but the priors follows from links, tests and strengths. */
interface Worked {
  parents: Map<string, Parents>;
  findings: Map<string, Factor>;
  /** Of pieces of evidence as they came. */
  pieces: WeakMap<Evidence, readonly Factor[]>;
}

const worked = new WeakMap<Tables['links'], Worked & { of: Tables }>();
const priorsOf = new WeakMap<Tables, readonly Factor[]>();

function workedFor(tables: Tables): Worked {
  const known = worked.get(tables.links);
  if (known && known.of.tests === tables.tests && known.of.strength === tables.strength)
    return known;
  const fresh = {
    of: tables,
    parents: new Map(),
    findings: new Map(),
    pieces: new WeakMap(),
  };
  worked.set(tables.links, fresh);
  return fresh;
}

function priorFactors(tables: Tables): readonly Factor[] {
  const known = priorsOf.get(tables);
  if (known) return known;
  const fresh = NODES.map(({ cause }, i) =>
    factorOf([i], (is) => (is(i) ? tables.priors[cause] : 1 - tables.priors[cause])),
  );
  priorsOf.set(tables, fresh);
  return fresh;
}

const parentsOf = (
  finding: FindingId,
  side: Side | null,
  tables: Tables,
  phase: Phase | null = null,
): Parents =>
  once(workedFor(tables).parents, `${finding} ${side ?? ''} ${phase ?? ''}`, () => {
    const toward: Pulling[] = [];
    const against: Pulling[] = [];
    for (const link of tables.links.filter((l) => l.finding === finding)) {
      const { cause, crosses } = link;
      const strength = (phase && link.at?.[phase]) ?? link.strength;
      const other = side === null || !crosses ? side : side === 'left' ? 'right' : 'left';
      for (const node of nodeOf(cause, other))
        (strength === 'against' ? against : toward).push({
          node,
          strength: tables.strength[strength],
        });
    }
    return { toward, against };
  });

/** Chance that a finding is there, the causes being what they are: noisy-OR, reduced by the evidence against it. */
export function findingChance(
  finding: FindingId,
  side: Side | null,
  isTrue: (node: number) => boolean,
  tables: Tables = HOUSE_TABLES,
  phase: Phase | null = null,
  stops: boolean | null = null,
): number {
  const { toward, against } = parentsOf(finding, side, tables, phase);
  const leak = finding === 'depthShort' ? stopsLeak(stops) : LEAK;
  const held = against.reduce((rest, p) => (isTrue(p.node) ? rest * (1 - p.strength) : rest), 1);
  return noisyOr(leak, toward, isTrue) * held;
}

/** Says nothing: an outcome this test cannot have. */
const SILENT = factorOf([], () => 1);

/** A reading of an end of range: that one of its causes is at work is as likely as the reading says, instead of as common as it is. */
function readingFactor(reading: FindingId, side: Side | null, short: number): Factor {
  const nodes = RANGE_ENDS.flatMap((end) =>
    end.reading === reading && end.side === side ? end.nodes : [],
  );
  const share = endShare(nodes);
  return factorOf(nodes, (is) => (nodes.some(is) ? short / share : (1 - short) / (1 - share)));
}

/** Where each cause shows, as far as a look can tell: the finding, its side, and how strongly. */
const showsOf = (
  tables: Tables,
): readonly { finding: FindingId; side: Side | null; strength: number }[][] => {
  const known = shows.get(tables.links);
  if (known?.of === tables.strength) return known.shows;
  const list = NODES.map((): { finding: FindingId; side: Side | null; strength: number }[] => []);
  for (const finding of FAULT_IDS) {
    if (finding === 'pain') continue;
    for (const side of SIDED_FINDINGS.includes(finding) ? SIDES : [null])
      for (const { node, strength } of parentsOf(finding, side, tables).toward)
        list[node]!.push({ finding, side, strength });
  }
  shows.set(tables.links, { of: tables.strength, shows: list });
  return list;
};

const shows = new WeakMap<
  Tables['links'],
  { of: Tables['strength']; shows: ReturnType<typeof showsOf> }
>();

/** How often something at work shows in nothing that a look has: an end of range, which the squat asks for, and any other cause, which it need not ask for (house defaults). */
export const HIDES = { range: 0.15, other: 0.5 } as const;

/** All that shows by itself: a short end, whichever of its causes ends it, and every other cause. */
const SHOWING: readonly { nodes: readonly number[]; hides: number }[] = [
  ...RANGE_ENDS.map(({ nodes }) => ({ nodes, hides: HIDES.range })),
  ...NODES.flatMap((_, node) =>
    RANGE_ENDS.some((end) => end.nodes.includes(node))
      ? []
      : [{ nodes: [node], hides: HIDES.other }],
  ),
];

/**
 * Looked for and not seen. A cause shows somewhere, and mostly not everywhere: where it was seen to show, that other findings of it were not says nothing.
 * Where nothing of it was seen, each finding that was looked for is absent as its link says, or was missed as often as whoever looked misses.
 */
function cleanFactors(
  { of, seen }: Extract<Evidence, { kind: 'clean' }>,
  tables: Tables,
): Factor[] {
  const shows = showsOf(tables);
  return SHOWING.flatMap(({ nodes, hides }): Factor[] => {
    const list = nodes.flatMap((node) => shows[node]!);
    const isSeen = list.some((l) =>
      seen.some((f) => f.finding === l.finding && (f.side === null || f.side === l.side)),
    );
    if (isSeen) return [];
    let [clean, nowhere] = [1, 1];
    for (const { finding, side, strength } of list) {
      const part = of.find((p) => p.finding === finding && p.side === side);
      nowhere *= 1 - strength;
      if (part) clean *= 1 - strength * (1 - part.missed / (1 - part.missed));
    }
    if (clean === 1) return [];
    // It shows somewhere, so that none of its findings is there is ruled out.
    const fits = hides + ((1 - hides) * (clean - nowhere)) / (1 - nowhere);
    return [factorOf(nodes, (is) => (nodes.some(is) ? fits : 1))];
  });
}

/** Evidence as factors over the causes it depends on; worked out once for every piece. */
function factorsFor(evidence: Evidence, tables: Tables): readonly Factor[] {
  const { pieces } = workedFor(tables);
  const known = pieces.get(evidence);
  if (known) return known;
  const fresh = madeFrom(evidence, tables);
  pieces.set(evidence, fresh);
  return fresh;
}

function madeFrom(evidence: Evidence, tables: Tables): readonly Factor[] {
  switch (evidence.kind) {
    case 'test': {
      const { test, side, outcome, stays } = evidence;
      const place = outcomesOf(tables.tests[test]).indexOf(outcome);
      return [factorsOfTest(test, side, stays, tables)[place] ?? SILENT];
    }
    case 'clean':
      return cleanFactors(evidence, tables);
    case 'together':
      return [togetherFactor(evidence.table)];
    case 'finding':
      return [findingFactor(evidence, tables)];
  }
}

const togetherFactor = (table: readonly number[]): Factor => ({
  vars: table.length > END_STATES ? SHARED : ENDS,
  table: Float64Array.from(table),
});

function findingFactor(
  { finding, side, sure, phase = null }: Extract<Evidence, { kind: 'finding' }>,
  tables: Tables,
): Factor {
  if (finding in RANGE_READINGS) return readingFactor(finding, side, sure);
  const key = `${finding} ${side ?? ''} ${phase ?? ''}`;
  const there = once(workedFor(tables).findings, key, () => {
    const { toward, against } = parentsOf(finding, side, tables, phase);
    const stops = finding === 'depthShort' ? [STOPS_AT] : [];
    return factorOf(unique([...[...toward, ...against].map((p) => p.node), ...stops]), (is) =>
      findingChance(finding, side, is, tables, phase, is(STOPS_AT)),
    );
  });
  return { ...there, table: there.table.map((p) => sure * p + (1 - sure) * (1 - p)) };
}

/**
 * All that is known as factors: how common causes are, and the evidence. Factors of one cause alone are multiplied into one.
 *
 * @param asked variables beside the causes that are asked about
 */
function allFactors(
  evidence: readonly Evidence[],
  tables: Tables,
  asked: readonly number[] = [],
): Factor[] {
  const alone = [...priorFactors(tables)];
  const shared: Factor[] = [];
  for (const e of evidence)
    for (const factor of factorsFor(e, tables)) {
      const [node] = factor.vars;
      const known = factor.vars.length === 1 ? alone[node!] : undefined;
      if (known)
        alone[node!] = { ...known, table: known.table.map((p, i) => p * factor.table[i]!) };
      else shared.push(factor);
    }
  const used = new Set([...asked, ...shared.flatMap((f) => f.vars)]);
  for (const [variable, factor] of STANDS_FOR) if (used.has(variable)) shared.push(factor);
  return [...alone, ...shared];
}

/** Whether a piece of evidence is a squat or test that was watched to its end, and no reading of a range. Where pain stopped it, no range was seen. */
const isWatched = (e: Evidence): boolean =>
  !(
    e.kind === 'together' ||
    (e.kind === 'finding' && (e.finding in RANGE_READINGS || e.finding === 'painSeen')) ||
    (e.kind === 'test' && e.outcome === 'pain')
  );

/** How common each way of use is before anything was seen; sums to 1. */
export function priorOfUse(tables: Tables = HOUSE_TABLES): number[] {
  const none = USE_FAMILIES.map((nodes) =>
    nodes.reduce((rest, node) => rest * (1 - tables.priors[NODES[node]!.cause]), 1),
  );
  return Array.from({ length: USES }, (_, use) =>
    none.reduce(
      (product, rest, family) => product * ((use >> (family + 1)) & 1 ? 1 - rest : rest),
      use & 1 ? STOPS.share : 1 - STOPS.share,
    ),
  );
}

/**
 * How likely a squat shows none of some faults for the way the range is used, by way of use: with range enough, no other cause and no fault without one.
 *
 * @returns over the bits of {@link USE_KINDS}
 */
export function cleanByUse(
  faults: readonly FindingId[],
  tables: Tables = HOUSE_TABLES,
): readonly number[] {
  const list = faults.flatMap((finding) =>
    (SIDED_FINDINGS.includes(finding) ? SIDES : [null]).map(
      (side) => parentsOf(finding, side, tables).toward,
    ),
  );
  const families = USE_FAMILIES.map((nodes) => {
    let [none, clean] = [1, 1];
    for (const node of nodes) {
      const prior = tables.priors[NODES[node]!.cause];
      const hidden = list
        .flat()
        .reduce((rest, p) => (p.node === node ? rest * (1 - p.strength) : rest), 1);
      none *= 1 - prior;
      clean *= 1 - prior + prior * hidden;
    }
    return none < 1 ? (clean - none) / (1 - none) : 1;
  });
  const shown = [faults.includes('depthShort') ? 1 - STOPS.shows : 1, ...families];
  return Array.from({ length: USES }, (_, use) =>
    shown.reduce((product, clean, bit) => ((use >> bit) & 1 ? product * clean : product), 1),
  );
}

/**
 * How likely all that was seen and tested is, by which ends of range are short and how the client uses them: what looks, tests and trials say to the belief
 * about the body. Readings are left out, since they are the body's own. A practice that holds an end to be commoner or rarer than the house does tips it as much.
 *
 * @returns a table over the bits of {@link RANGE_ENDS}, of each way of use one after the other; only its ratios count
 */
export function rangeFits(evidence: readonly Evidence[], tables: Tables = HOUSE_TABLES): number[] {
  const prior = priorOfUse(tables);
  const factors = allFactors(evidence.filter(isWatched), tables, SHARED);
  const { table, sum } = eliminated(factors, SHARED);
  return Array.from(table, (p, i) => {
    const common = prior[Math.floor(i / END_STATES)]!;
    return common > 0 ? (p * sum) / (houseShare(i % END_STATES) * common) : 0;
  });
}

/**
 * How likely each outcome of a test is after all that was seen and tested, by which ends of range are short and how they are used.
 *
 * @param isInOwn asked of a test that is a squat in another setup: by which ends are short there as well
 * @returns by outcome, a table as of {@link rangeFits}, or one for each combination of ends in the test, one after the other; of all outcomes together 1 for each entry
 */
export function outcomesByRange(
  evidence: readonly Evidence[],
  test: TestId,
  side: Side | null,
  tables: Tables = HOUSE_TABLES,
  isInOwn = false,
): { outcome: Outcome; chances: number[] }[] {
  const asked = isInOwn ? [...SHARED, ...IN_TEST] : SHARED;
  const factors = allFactors(evidence.filter(isWatched), tables, SHARED);
  const names = outcomesOf(tables.tests[test]);
  const lists = isInOwn
    ? ownFactors(test, side, tables)
    : factorsOfTest(test, side, undefined, tables);
  const joint =
    lists[0]!.vars.length <= TOGETHER_MOST
      ? jointOfAll(factors, lists, asked)
      : lists.flatMap((factor) => {
          const { table, sum } = eliminated([...factors, factor], asked);
          return Array.from(table, (p) => p * sum);
        });
  const size = 2 ** asked.length;
  return names.map((outcome, k) => ({
    outcome,
    chances: Array.from({ length: size }, (_, at) => {
      const whole = names.reduce((sum, _name, other) => sum + joint[other * size + at]!, 0);
      return whole > 0 ? joint[k * size + at]! / whole : 0;
    }),
  }));
}

/** Outcomes of a test that depends on so many causes at most are worked out in one solution: their number is three more variables. */
const TOGETHER_MOST = 10;
const OUTCOME_BITS = [0, 1, 2].map((bit) => NODES.length + SHARED.length + IN_TEST.length + bit);

/** How likely each combination of ends and use goes with each of some factors over the same causes, of each factor one after the other. */
function jointOfAll(
  factors: readonly Factor[],
  lists: readonly Factor[],
  asked: readonly number[],
): Float64Array {
  const { vars, table } = lists[0]!;
  const stacked = new Float64Array(table.length * 2 ** OUTCOME_BITS.length);
  lists.forEach((list, k) => {
    stacked.set(list.table, k * table.length);
  });
  const which: Factor = { vars: [...vars, ...OUTCOME_BITS], table: stacked };
  return eliminated([...factors, which], [...asked, ...OUTCOME_BITS]).table;
}

/** Probability of every cause given all evidence, for each combination of short ends; in the order of {@link NODES}. */
export function causesByRange(
  evidence: readonly Evidence[],
  tables: Tables = HOUSE_TABLES,
): number[][] {
  const solved = eliminated(allFactors(evidence, tables, ENDS), ENDS);
  return Array.from(solved.table, (p, state) =>
    p > 0
      ? solved.truths(solved.table.map((_, at) => Number(at === state))).slice(0, NODES.length)
      : NODES.map(() => 0),
  );
}

/** How common a combination of short ends is by the house's tables alone. */
const houseShare = (state: number): number =>
  RANGE_ENDS.reduce((product, { nodes }, end) => {
    const share = endShare(nodes);
    return product * ((state >> end) & 1 ? share : 1 - share);
  }, 1);

/** Probability of every cause given all evidence, exact; in the order of {@link NODES}. */
export function posterior(evidence: readonly Evidence[], tables: Tables = HOUSE_TABLES): number[] {
  return eliminated(allFactors(evidence, tables), []).truths().slice(0, NODES.length);
}

/** Probability that none of some causes is at work, given all evidence, exact. */
export function noneOf(
  evidence: readonly Evidence[],
  nodes: readonly number[],
  tables: Tables = HOUSE_TABLES,
): number {
  return eliminated(allFactors(evidence, tables), nodes).table[0] ?? NaN;
}

/** Causes that may lie behind findings: those linked to any of them, on the side each is said of. */
export const causesBehind = (
  findings: readonly { finding: FindingId; side: Side | null }[],
  tables: Tables = HOUSE_TABLES,
): number[] =>
  unique(
    findings.flatMap(({ finding, side }) =>
      parentsOf(finding, side, tables).toward.map((p) => p.node),
    ),
  );

/** Less likely combinations of causes are left out of what a test tells, by less than 0.0001 bit for the widest test. */
const UNHEARD_OF = 1e-9;

/** A test under thought, before it is done. */
export interface TestAhead {
  /** What it would be expected to tell, bits: how much less is known of its outcome than would be if the causes asked about were known. Never below nothing. */
  bits: number;
  /** How likely each outcome is. */
  chances: Partial<Record<Outcome, number>>;
  /** Probability of every cause after an outcome, exact; in the order of {@link NODES}. */
  after: (outcome: Outcome) => number[];
}

/**
 * What a test would tell, and what each of its outcomes would leave: all from one solution of the network, in which the causes the test depends on go last.
 *
 * @param about causes that matter; absent = all
 * @param stays of a test that is a squat in another setup
 */
export function lookAhead(
  evidence: readonly Evidence[],
  test: TestId,
  side: Side | null,
  about?: readonly number[],
  tables: Tables = HOUSE_TABLES,
  stays?: Stays,
): TestAhead {
  const names = outcomesOf(tables.tests[test]);
  const outcomes = factorsOfTest(test, side, stays, tables);
  const lists = outcomes.map((factor) => factor.table);
  const { vars } = outcomes[0]!;
  const solved = eliminated(allFactors(evidence, tables), vars);
  let mask = 0;
  vars.forEach((v, i) => {
    if (!about || about.includes(v)) mask |= 1 << i;
  });
  // Causes that do not matter are averaged over: learning of them is not counted.
  const { table } = solved;
  const weights = new Float64Array(table.length);
  for (let index = 0; index < table.length; index += 1)
    weights[index & mask] = weights[index & mask]! + table[index]!;
  let within = 0;
  const chances = lists.map((list) => {
    const sums = new Float64Array(table.length);
    let chance = 0;
    for (let index = 0; index < table.length; index += 1) {
      const share = table[index]! * list[index]!;
      chance += share;
      sums[index & mask] = sums[index & mask]! + share;
    }
    for (let group = 0; group < table.length; group += 1)
      if (weights[group]! > UNHEARD_OF && sums[group]! > 0)
        within -= sums[group]! * Math.log2(sums[group]! / weights[group]!);
    return chance;
  });
  return {
    // Rounding may leave a hair below nothing.
    bits: Math.max(0, entropyBits(chances) - within),
    chances: Object.fromEntries(names.map((outcome, i) => [outcome, chances[i] ?? 0])),
    after: (outcome) => solved.truths(lists[names.indexOf(outcome)]).slice(0, NODES.length),
  };
}
