import { SIDES, type Side } from '../linkage/setup.ts';
import { CAUSE_IDS, CAUSES, type CauseId } from './causes.ts';
import { LINKS, STRENGTH, type FindingId, type Link } from './links.ts';
import { bearingOn, entropyBits, factorOf, jointOf, type Factor } from './network.ts';
import { OUTCOMES, TESTS, type Outcome, type TestId } from './tests.ts';

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
      /** How likely it is truly there, by the error of what showed it: 0 surely not, 0.5 says nothing, 1 surely. */
      sure: number;
    }
  | { kind: 'test'; test: TestId; side: Side | null; outcome: Outcome };

/** A finding that shows without any of its causes (house default). */
const LEAK = 0.04;
/** A test that helps, hurts or worsens without reason (house defaults). */
const CHANCE = { relief: 0.08, worse: 0.05, pain: 0.01 } as const;
/** A cause that blocks a test lets it turn out well only so often (house default). */
const BLOCKED = 0.05;
/** Of those a test relieves, so many it clears; the rest it helps (house default). */
const CLEARS_SHARE = 0.6;

const unique = (list: readonly number[]) => [...new Set(list)];

interface Pulling {
  node: number;
  strength: number;
}

const linksOf = (finding: FindingId): Link[] => LINKS.filter((l) => l.finding === finding);

function parentsOf(
  finding: FindingId,
  side: Side | null,
): { toward: Pulling[]; against: Pulling[] } {
  const toward: Pulling[] = [];
  const against: Pulling[] = [];
  for (const { cause, strength, crosses } of linksOf(finding)) {
    const other = side === null || !crosses ? side : side === 'left' ? 'right' : 'left';
    for (const node of nodeOf(cause, other))
      (strength === 'against' ? against : toward).push({ node, strength: STRENGTH[strength] });
  }
  return { toward, against };
}

const noisyOr = (leak: number, pulls: readonly Pulling[], isTrue: (node: number) => boolean) =>
  1 - pulls.reduce((rest, p) => (isTrue(p.node) ? rest * (1 - p.strength) : rest), 1 - leak);

/** Chance that a finding is there, the causes being what they are: noisy-OR, held back by what speaks against it. */
export function findingChance(
  finding: FindingId,
  side: Side | null,
  isTrue: (node: number) => boolean,
): number {
  const { toward, against } = parentsOf(finding, side);
  const held = against.reduce((rest, p) => (isTrue(p.node) ? rest * (1 - p.strength) : rest), 1);
  return noisyOr(LEAK, toward, isTrue) * held;
}

interface TestPulls {
  relieves: Pulling[];
  worsens: Pulling[];
  hurts: Pulling[];
  blocks: number[];
  vars: number[];
}

const knownPulls = new Map<string, TestPulls>();

function testPulls(test: TestId, side: Side | null): TestPulls {
  const key = `${test} ${side ?? ''}`;
  const known = knownPulls.get(key);
  if (known) return known;
  const pulls = (list: (typeof TESTS)[TestId]['relieves']): Pulling[] =>
    list.flatMap(([cause, strength]) =>
      nodeOf(cause, side).map((node) => ({ node, strength: STRENGTH[strength] })),
    );
  const entry = TESTS[test];
  const own = {
    relieves: pulls(entry.relieves),
    worsens: pulls(entry.worsens),
    hurts: pulls(entry.hurts),
    blocks: (entry.blocks ?? []).flatMap((cause) => nodeOf(cause, side)),
  };
  const all = [...own.relieves, ...own.worsens, ...own.hurts].map((p) => p.node);
  const vars = unique([...all, ...own.blocks]).sort((a, b) => a - b);
  knownPulls.set(key, { ...own, vars });
  return { ...own, vars };
}

/** Chances of every outcome of a test, the causes being what they are; they sum to 1. */
export function outcomeChances(
  test: TestId,
  side: Side | null,
  isTrue: (node: number) => boolean,
): Record<Outcome, number> {
  const { relieves, worsens, hurts, blocks } = testPulls(test, side);
  const pain = noisyOr(CHANCE.pain, hurts, isTrue);
  const free = noisyOr(TESTS[test].usually ?? CHANCE.relief, relieves, isTrue);
  const relief = blocks.some(isTrue) ? BLOCKED * free : free;
  const worse = noisyOr(CHANCE.worse, worsens, isTrue);
  const calm = 1 - pain;
  return {
    pain,
    clears: calm * relief * CLEARS_SHARE,
    helps: calm * relief * (1 - CLEARS_SHARE),
    worse: calm * (1 - relief) * worse,
    same: calm * (1 - relief) * (1 - worse),
  };
}

/** Evidence as a factor over the causes that bear on it. */
function factorFor(evidence: Evidence): Factor {
  if (evidence.kind === 'test') {
    return factorOf(
      testPulls(evidence.test, evidence.side).vars,
      (is) => outcomeChances(evidence.test, evidence.side, is)[evidence.outcome],
    );
  }
  const { finding, side, sure } = evidence;
  const { toward, against } = parentsOf(finding, side);
  return factorOf(unique([...toward, ...against].map((p) => p.node)), (is) => {
    const there = findingChance(finding, side, is);
    return sure * there + (1 - sure) * (1 - there);
  });
}

const PRIORS: readonly Factor[] = NODES.map(({ cause }, i) =>
  factorOf([i], (is) => (is(i) ? CAUSES[cause].prior : 1 - CAUSES[cause].prior)),
);

const factorsOf = (evidence: readonly Evidence[]): Factor[] => [
  ...PRIORS,
  ...evidence.map(factorFor),
];

/** Probability of every cause given all evidence, exact; in the order of {@link NODES}. */
export function posterior(evidence: readonly Evidence[]): number[] {
  const factors = factorsOf(evidence);
  const touched = factors.slice(NODES.length).reduce((mask, f) => mask | f.mask, 0);
  return NODES.map(({ cause }, i) =>
    // What no evidence bears on is as common as before.
    (touched >> i) & 1
      ? (jointOf(bearingOn(factors, [i]), [i]).table[1] ?? 0)
      : CAUSES[cause].prior,
  );
}

/** Probability of one cause alone. */
export const posteriorOf = (evidence: readonly Evidence[], node: number): number =>
  jointOf(bearingOn(factorsOf(evidence), [node]), [node]).table[1] ?? 0;

/** Chances of the outcomes for every state of a test's causes; the same for every client, so worked out once. */
const knownOutcomes = new Map<string, Record<Outcome, number>[]>();

function outcomesOf(test: TestId, side: Side | null, vars: readonly number[]) {
  const key = `${test} ${side ?? ''}`;
  const known = knownOutcomes.get(key);
  if (known) return known;
  const list = Array.from({ length: 2 ** vars.length }, (_, index) =>
    outcomeChances(test, side, (n) => ((index >> vars.indexOf(n)) & 1) === 1),
  );
  knownOutcomes.set(key, list);
  return list;
}

/** Causes that may lie behind findings: those linked to any of them, on the side each is said of. */
export const causesBehind = (
  findings: readonly { finding: FindingId; side: Side | null }[],
): number[] =>
  unique(
    findings.flatMap(({ finding, side }) => parentsOf(finding, side).toward.map((p) => p.node)),
  );

/**
 * What a test would be expected to tell, bits: how much less is known of its outcome than would be if the causes asked about were known. It
 * is never below nothing. And how likely each outcome is.
 *
 * @param about causes that matter; absent = all
 */
export function expectedGain(
  evidence: readonly Evidence[],
  test: TestId,
  side: Side | null,
  about?: readonly number[],
): { bits: number; chances: Record<Outcome, number> } {
  const { vars } = testPulls(test, side);
  const joint = jointOf(bearingOn(factorsOf(evidence), vars), vars);
  const outcomes = outcomesOf(test, side, vars);
  const none = (): Record<Outcome, number> => ({ clears: 0, helps: 0, same: 0, worse: 0, pain: 0 });
  const chances = none();
  let mask = 0;
  vars.forEach((v, i) => {
    if (!about || about.includes(v)) mask |= 1 << i;
  });
  // Causes that do not matter are averaged over: learning of them is not counted.
  const groups = new Map<number, { weight: number; chances: Record<Outcome, number> }>();
  joint.table.forEach((p, index) => {
    const own = outcomes[index];
    if (!own) return;
    const group = groups.get(index & mask) ?? { weight: 0, chances: none() };
    group.weight += p;
    for (const outcome of OUTCOMES) {
      chances[outcome] += p * own[outcome];
      group.chances[outcome] += p * own[outcome];
    }
    groups.set(index & mask, group);
  });
  let within = 0;
  for (const { weight, chances: sums } of groups.values())
    if (weight > 0) within += weight * entropyBits(OUTCOMES.map((o) => sums[o] / weight));
  // Rounding may leave a hair below nothing.
  return { bits: Math.max(0, entropyBits(Object.values(chances)) - within), chances };
}
