/** Clients of whom everything is known, looked at and tested by an eye that errs: what looks and short tests do to the belief, against the truth. */
import {
  BALANCED,
  beliefAfter,
  CAUSES,
  evidenceOf,
  FAULT_IDS,
  findingChance,
  HOUSE_TABLES,
  NODES,
  outcomeChances,
  rangeFits,
  SIDED_FINDINGS,
  SIDES,
  testRatios,
  worthTesting,
  type Belief,
  type Evidence,
  type Outcome,
  type Random,
  type SeenFault,
  type SetupQuestion,
  type Side,
  type Signs,
  type Squat,
} from '../src/index.ts';
import { HIDES } from '../src/causes/model.ts';
import { RANGE_ENDS } from '../src/causes/variables.ts';
import { missedBy } from '../src/causes/observers.ts';
import { shortFor } from '../src/setup/belief.ts';
import { onFloorIn, squatsInTests } from './setupClients.ts';
import { practiceClient, trueReach, type People, type PracticeClient } from './practice.ts';

/** How people and coaches are outside what the model assumes. */
export interface Outside extends People {
  /** Of all that a short end could show, one thing alone shows. */
  isOneCompensation?: boolean;
  /** Habits, lack of control and stopping short are so many times as common. */
  habits?: number;
  /** The eye errs so many times as often, both ways. */
  eye?: number;
}

export interface LookedAt {
  client: PracticeClient;
  /** The question with what was seen and tested in it. */
  question: SetupQuestion;
  /** The belief without looks and tests, and with them. */
  before: Belief;
  after: Belief;
}

const drawn = <T extends string>(chances: Partial<Record<T, number>>, random: Random): T => {
  let left = random();
  const entries = Object.entries(chances) as [T, number][];
  for (const [name, p] of entries) {
    left -= p;
    if (left < 0) return name;
  }
  return entries.at(-1)![0];
};

/** How often an eye names what is there, and what is not; by how far it is believed. */
const EYE = (() => {
  const clear = HOUSE_TABLES.sure.eye.clear / (1 - HOUSE_TABLES.sure.eye.clear);
  const missed = missedBy(HOUSE_TABLES, 'eye');
  const left = missed / (1 - missed);
  const absent = (1 - left) / (clear - left);
  return { misses: 1 - clear * absent, names: absent };
})();

const RANGE_NODES = RANGE_ENDS.flatMap((end) => end.nodes);

/** Which causes are at work in the unprompted squat: of a short end one of its causes, the others as common as they are. */
function causesOf(client: PracticeClient, squat: Squat, outside: Outside, random: Random) {
  const truth = new Set<number>();
  NODES.forEach(({ cause }, node) => {
    const { prior, kind } = CAUSES[cause];
    const times = kind === 'change' || kind === 'train' ? (outside.habits ?? 1) : 1;
    if (!RANGE_NODES.includes(node) && random() < Math.min(0.9, times * prior)) truth.add(node);
  });
  const short = shortFor(trueReach(client, BALANCED, squat), client.truth.guess, 0);
  RANGE_ENDS.forEach(({ nodes }, end) => {
    if (random() >= [short.left, short.right, short.fold][end]!) return;
    const weights = nodes.map((node) => CAUSES[NODES[node]!.cause].prior);
    let left = random() * weights.reduce((a, b) => a + b, 0);
    const at = weights.findIndex((w) => (left -= w) < 0);
    truth.add(nodes[Math.max(0, at)]!);
  });
  return truth;
}

/** Of the causes at work those that show: a short end hides whole, whichever of its causes ends it, every other cause by itself. */
function showing(truth: ReadonlySet<number>, random: Random): ReadonlySet<number> {
  const hidden = new Set<number>();
  for (const { nodes } of RANGE_ENDS)
    if (random() < HIDES.range) nodes.forEach((node) => hidden.add(node));
  for (const node of truth)
    if (!RANGE_NODES.includes(node) && random() < HIDES.other) hidden.add(node);
  return new Set([...truth].filter((node) => !hidden.has(node)));
}

/** All that is truly there in the squat. */
function faultsOf(
  truth: ReadonlySet<number>,
  stops: boolean,
  { isOneCompensation }: Outside,
  random: Random,
): { fault: SeenFault['fault']; side: Side | null }[] {
  const is = (node: number) => truth.has(node);
  const isOther = (node: number) => truth.has(node) && !RANGE_NODES.includes(node);
  const each = FAULT_IDS.filter((f) => f !== 'pain').flatMap((fault) =>
    (SIDED_FINDINGS.includes(fault) ? SIDES : [null]).map((side) => ({ fault, side })),
  );
  const chance = (f: (typeof each)[number], by: typeof is) =>
    findingChance(f.fault, f.side, by, HOUSE_TABLES, null, stops);
  if (!isOneCompensation) return each.filter((f) => random() < chance(f, is));
  const shown = each.filter((f) => random() < chance(f, isOther));
  for (const { nodes } of RANGE_ENDS) {
    const own = nodes.filter(is);
    if (own.length === 0) continue;
    const may = each.filter((f) => chance(f, (n) => own.includes(n)) > 0.1);
    const one = may[Math.floor(random() * may.length)];
    if (one && !shown.includes(one)) shown.push(one);
  }
  return shown;
}

/** A client, looked at in the unprompted stance and put to two short tests. */
export function lookedAt(random: Random, outside: Outside = {}): LookedAt {
  const client = practiceClient(random, outside);
  const { question } = client;
  const squat: Squat = {
    profile: BALANCED,
    targetDepthDeg: question.targetDepthDeg ?? BALANCED.targetDepthDeg,
    setup: onFloorIn(question.habit),
    weeks: 0,
  };
  const truth = causesOf(client, squat, outside, random);
  const stops = random() < Math.min(0.9, 0.1 * (outside.habits ?? 1));
  const there = faultsOf(showing(truth, random), stops, outside, random);
  const times = outside.eye ?? 1;
  const lookedFor = FAULT_IDS.filter((f) => f !== 'pain');
  const findings = lookedFor.flatMap((fault): SeenFault[] =>
    (SIDED_FINDINGS.includes(fault) ? SIDES : [null]).flatMap((side) => {
      const isThere = there.some((f) => f.fault === fault && f.side === side);
      const named = isThere
        ? 1 - Math.min(0.9, times * EYE.misses)
        : Math.min(0.5, times * EYE.names);
      return random() < named ? [{ fault, severity: 'clear', side, by: 'eye' }] : [];
    }),
  );
  const signs: Signs = { findings, lookedAt: lookedFor };
  const seen: Evidence[] = evidenceOf(signs);
  const known: string[] = [];
  const inTest = squatsInTests(squat);
  for (let n = 0; n < 2; n += 1) {
    const [next] = worthTesting(seen, { known });
    if (!next) break;
    known.push(`${next.test} ${next.side ?? ''}`);
    const own = inTest[next.test];
    const ends = own && shortFor(trueReach(client, BALANCED, own), client.truth.guess, 0);
    const short = ends && [ends.left, ends.right, ends.fold].map((p) => random() < p);
    const outcome: Outcome = drawn(
      outcomeChances(
        next.test,
        next.side,
        (node) => truth.has(node),
        HOUSE_TABLES,
        short && ((end) => short[end]!),
      ),
      random,
    );
    if (outcome === 'pain') continue;
    seen.push({ kind: 'test', test: next.test, side: next.side, outcome });
  }
  const asked: SetupQuestion = {
    ...question,
    watched: [
      {
        ...squat,
        fits: rangeFits(seen),
        pieces: 1 + known.length,
        isLook: true,
        inTest,
        ratios: testRatios(seen, inTest, HOUSE_TABLES),
      },
    ],
  };
  return {
    client,
    question: asked,
    before: beliefAfter(question, []),
    after: beliefAfter(asked, []),
  };
}
