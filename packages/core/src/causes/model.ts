import { SIDES, type Side } from '../linkage/setup.ts';
import { CAUSE_IDS, CAUSES, type CauseId } from './causes.ts';
import { FAULT_IDS, type Phase } from '../faults/table.ts';
import { RANGE_READINGS, SIDED_FINDINGS, type FindingId } from './links.ts';
import { eliminated, entropyBits, factorOf, factorsOf, type Factor } from './network.ts';
import { HOUSE_TABLES, type Tables } from './tables.ts';
import { outcomesOf, type Outcome, type ProbeTest, type TestId } from './tests.ts';

/** A cause of one side, or of none: what may be true or not. */
export interface CauseNode {
  cause: CauseId;
  side: Side | null;
}

/** Every cause with its side; the place in the list is the variable. */
export const NODES: readonly CauseNode[] = CAUSE_IDS.flatMap((cause): CauseNode[] =>
  CAUSES[cause].sided === 'each' ? SIDES.map((side) => ({ cause, side })) : [{ cause, side: null }],
);

const nodeOf = (cause: CauseId, side: Side | null): number[] =>
  NODES.flatMap((n, i) =>
    n.cause === cause && (side === null || n.side === null || n.side === side) ? [i] : [],
  );

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

/** Ends of range, in the order of their bits: left ankle, right ankle, fold; each with the causes of which any one ends it. */
export const RANGE_ENDS: readonly {
  reading: FindingId;
  side: Side | null;
  nodes: readonly number[];
}[] = [
  { reading: 'ankleShort' as const, side: 'left' as const },
  { reading: 'ankleShort' as const, side: 'right' as const },
  { reading: 'foldShort' as const, side: null },
].map(({ reading, side }) => ({
  reading,
  side,
  nodes: RANGE_READINGS[reading]!.causes.flatMap((cause) => nodeOf(cause, side)),
}));

/** Combinations of short ends. */
const END_STATES = 2 ** RANGE_ENDS.length;

/**
 * How likely each combination of ends is short in a test's own setup, by which are short in the squat that was looked at: of each combination there, one after
 * the other, eight that sum to 1.
 */
export type Stays = readonly number[];

/** How common it is that an end is short, by the house's tables alone. */
export const endShare = (nodes: readonly number[]): number =>
  1 - nodes.reduce((none, node) => none * (1 - CAUSES[NODES[node]!.cause].prior), 1);

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

/** Ways in which a client uses the range there is, whatever the squat: families of causes that are no range, each at work or not. */
const USE_FAMILIES: readonly (readonly number[])[] = (
  [
    ['habitSitsBack', 'habitDives', 'overCuedKneesOut'],
    ['footControl', 'abductors', 'trunkBracing'],
  ] as const
).map((causes) => causes.flatMap((cause) => nodeOf(cause, null)));
/** Ways of use, in the order of their bits: stops short as they always have, a habit of moving, lack of control. */
export const USE_KINDS = ['stops', 'habit', 'control'] as const;
export type UseKind = (typeof USE_KINDS)[number];
/** Combinations of them. */
export const USES = 2 ** USE_KINDS.length;

/** Variables beside the causes: each end of range, whether the client stops short, and each family of use. In a table over all of them the ends come first. */
const END_AT = NODES.length;
const STOPS_AT = END_AT + RANGE_ENDS.length;
const FAMILY_AT = STOPS_AT + 1;
const SHARED = Array.from(
  { length: RANGE_ENDS.length + 1 + USE_FAMILIES.length },
  (_, k) => END_AT + k,
);
const ENDS = SHARED.slice(0, RANGE_ENDS.length);
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
/** A test that helps, hurts or worsens without reason (house defaults). */
const CHANCE = { relief: 0.08, worse: 0.05, pain: 0.01 } as const;
/** A cause that blocks a test lets it turn out well only so often (house default). */
const BLOCKED = 0.05;
/** How far a cause tips a test toward the outcome that names it: this many times its odds of showing (house default). A strong one makes that outcome about five times likelier than it is with no cause at work. */
const NAMING = 2;
/** Of those a test relieves, so many it clears; the rest it helps (house default). */
const CLEARS_SHARE = 0.6;

const unique = (list: readonly number[]) => [...new Set(list)];

interface Pulling {
  node: number;
  strength: number;
}

interface Parents {
  toward: Pulling[];
  against: Pulling[];
}

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

/** What is worked out once for a set of tables and used for every client; all but the priors follows from links, tests and strengths. */
interface Worked {
  parents: Map<string, Parents>;
  pulls: Map<string, TestPulls>;
  findings: Map<string, Factor>;
  outcomes: Map<string, Partial<Record<Outcome, Factor>>>;
  /** By test, every outcome over its causes and over the ends that are short in its own setup. */
  own: Map<string, readonly Factor[]>;
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
    pulls: new Map(),
    findings: new Map(),
    outcomes: new Map(),
    own: new Map(),
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

/** The entry under a key, worked out when it is first asked for. */
function once<T>(known: Map<string, T>, key: string, make: () => T): T {
  const held = known.get(key);
  if (held !== undefined) return held;
  const made = make();
  known.set(key, made);
  return made;
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

function noisyOr(
  leak: number,
  pulls: readonly Pulling[],
  isTrue: (node: number) => boolean,
): number {
  let rest = 1 - leak;
  for (const { node, strength } of pulls) if (isTrue(node)) rest *= 1 - strength;
  return 1 - rest;
}

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
 * @param isShort which ends are short in the test's own setup. An end that is not short there is relieved, and hardly names itself; one that is short there is not relieved; one that is short only there is a new fault. Absent = as often as the table says
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

/** Every outcome of a test as a factor over the causes it depends on. */
const outcomeFactors = (
  test: TestId,
  side: Side | null,
  tables: Tables,
): Partial<Record<Outcome, Factor>> =>
  once(workedFor(tables).outcomes, `${test} ${side ?? ''}`, () => {
    const pulls = testPulls(test, side, tables);
    const outcomes = outcomesOf(tables.tests[test]);
    const factors = factorsOf(pulls.vars, outcomes.length, (is) =>
      chancesOf(test, pulls, is, tables),
    );
    return Object.fromEntries(outcomes.map((outcome, i) => [outcome, factors[i]!]));
  });

/** Variables of the ends in a test's own setup, in the order of {@link RANGE_ENDS}; of one test at a time. */
const IN_TEST = ENDS.map((_, end) => NODES.length + SHARED.length + end);

/** Every outcome of a test over its causes and over the ends that are short in its own setup. */
const ownFactors = (test: TestId, side: Side | null, tables: Tables): readonly Factor[] =>
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

/** Every outcome of a test, in the order of `outcomesOf`. */
const factorsOfTest = (
  test: TestId,
  side: Side | null,
  stays: Stays | undefined,
  tables: Tables,
): readonly Factor[] => {
  if (stays) return meanFactors(test, side, stays, tables);
  const outcomes = outcomeFactors(test, side, tables);
  return outcomesOf(tables.tests[test]).map((outcome) => outcomes[outcome]!);
};

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
