/** One belief: body and causes weighed together, against every guess in every world of the causes one by one. */
import {
  beliefAfter,
  CAUSES,
  chanceIn,
  END_STATES,
  evidenceOf,
  evidenceOfSquats,
  FAULT_IDS,
  HOUSE_TABLES,
  NODES,
  outcomesOf,
  posterior,
  rangeFits,
  seededRandom,
  saidOfSquat,
  SIDED_FINDINGS,
  TEST_IDS,
  TESTS,
  type CauseId,
  type Evidence,
  type SetupQuestion,
  type SetupTried,
  type Side,
  type Signs,
  type Squat,
  type Tables,
} from '../src/index.ts';
import { noneOf } from '../src/causes/model.ts';
import { BALANCED } from '../src/setup/profiles.ts';
import { shortFor, startBelief } from '../src/setup/belief.ts';
import { reachOf } from '../src/setup/setupReach.ts';
import { evidenceChance } from './evidenceChance.ts';
import { client } from './setupClients.ts';

/** More in the longer run: npm run properties. */
const CASES = Number(process.env['CASES'] ?? 12);
const MOST_NODES = 9;

const pick = <T>(random: () => number, list: readonly T[]): T =>
  list[Math.floor(random() * list.length)]!;

/** Both ankles, the fold, and some of the other causes; of the tables only what is about them. */
function cut(random: () => number): { tables: Tables; nodes: number[] } {
  const kept = new Set<CauseId>(['ankleJoint', 'ankleBlock', 'hipFoldRoom']);
  const size = () => NODES.filter((n) => kept.has(n.cause)).length;
  const others = NODES.map((n) => n.cause).filter((c) => !kept.has(c));
  while (size() < MOST_NODES - 1) {
    const next = pick(random, others);
    kept.add(next);
    if (size() > MOST_NODES) kept.delete(next);
  }
  const priors = { ...HOUSE_TABLES.priors };
  for (const { cause } of NODES) if (!kept.has(cause)) priors[cause] = 0;
  return {
    tables: { ...HOUSE_TABLES, priors, links: HOUSE_TABLES.links.filter((l) => kept.has(l.cause)) },
    nodes: NODES.flatMap((n, i) => (kept.has(n.cause) ? [i] : [])),
  };
}

/** What three looks and two tests may have shown. */
function signsFor(random: () => number): Signs {
  const lookedAt = FAULT_IDS.filter((f) => f !== 'pain' && random() < 0.7);
  const findings = [1, 2, 3].flatMap((_) => {
    if (random() < 0.3) return [];
    const fault = pick(random, lookedAt);
    const side = SIDED_FINDINGS.includes(fault as 'heelsRise')
      ? pick<Side>(random, ['left', 'right'])
      : null;
    const severity = pick(random, ['slight', 'clear'] as const);
    return [{ fault, side, severity, by: pick(random, ['eye', 'measured'] as const) }];
  });
  const tests = [1, 2].map((_) => {
    const test = pick(random, TEST_IDS);
    // What pain stopped says nothing of range, and has a test of its own.
    const outcome = pick(
      random,
      outcomesOf(TESTS[test]).filter((o) => o !== 'pain'),
    );
    const side = TESTS[test].sided ? pick<Side>(random, ['left', 'right']) : null;
    return { test, side, outcome, earlier: true };
  });
  return { findings, lookedAt, tests };
}

const isShort = (isTrue: (node: number) => boolean): number => {
  const is = (cause: CauseId, side: Side | null) =>
    NODES.some((n, i) => n.cause === cause && n.side === side && isTrue(i));
  const ankle = (side: Side) => is('ankleJoint', side) || is('ankleBlock', side);
  return Number(ankle('left')) + 2 * Number(ankle('right')) + 4 * Number(is('hipFoldRoom', null));
};

/** How well all worlds of the causes with the same ends short explain what was seen, each as common among them as the tables say; and those with each cause. */
function worldsOf(nodes: readonly number[], seen: readonly Evidence[], tables: Tables) {
  const whole = new Array<number>(END_STATES).fill(0);
  const explained = new Array<number>(END_STATES).fill(0);
  const withCause = nodes.map(() => new Array<number>(END_STATES).fill(0));
  for (let bits = 0; bits < 2 ** nodes.length; bits += 1) {
    const truth = nodes.filter((_, i) => (bits >> i) & 1);
    const isTrue = (node: number) => truth.includes(node);
    let share = 1;
    for (const node of nodes) {
      const { prior } = CAUSES[NODES[node]!.cause];
      share *= isTrue(node) ? prior : 1 - prior;
    }
    const state = isShort(isTrue);
    whole[state] = whole[state]! + share;
    for (const e of seen) share *= evidenceChance(e, isTrue, tables);
    explained[state] = explained[state]! + share;
    nodes.forEach((node, i) => {
      if (isTrue(node)) withCause[i]![state] = withCause[i]![state]! + share;
    });
  }
  const of = (sums: readonly number[]) => sums.map((s, state) => s / whole[state]!);
  return { explained: of(explained), causes: withCause.map(of) };
}

const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;

/** Causes by which the client uses the range there is. */
const FAMILIES: readonly (readonly CauseId[])[] = [
  ['habitSitsBack', 'habitDives', 'overCuedKneesOut'],
  ['footControl', 'abductors', 'trunkBracing'],
];

describe('one belief', () => {
  it('is what every guess in every world of the causes gives: causes and chance alike', () => {
    const random = seededRandom(3301);
    const within = (low: number, high: number) => low + (high - low) * random();
    const off = { causes: [] as number[], chance: [] as number[] };
    for (let n = 0; n < CASES; n += 1) {
      const { tables, nodes } = cut(random);
      const signs = signsFor(random);
      const question: SetupQuestion = client({
        tables,
        dorsiflexionDeg: { left: within(24, 42), right: within(24, 42) },
        hipFold:
          random() < 0.5
            ? null
            : { atZeroAbductionDeg: within(105, 140), perAbductionDeg: within(0, 0.3) },
      });
      const toe = within(5, 25);
      const at = {
        setup: {
          stanceWidthMm: within(340, 520),
          toeOutDeg: { left: toe, right: toe },
          support: { kind: 'floor' as const },
          hold: 'bodyweight' as const,
          loadKg: 0,
          balance: 0.5,
          trackingOffsetDeg: 0,
        },
        targetDepthDeg: pick(random, [0, 6, 25]),
      };
      const squat: Squat = { ...at, profile: BALANCED, weeks: 0 };
      const seen = evidenceOf({ ...signs, measures: {} }, tables);
      const fits = rangeFits(seen, tables);
      const said = posterior(
        evidenceOf(
          {
            ...signs,
            measures: {
              dorsiflexionDeg: question.dorsiflexionDeg,
              hipFold: question.hipFold ?? null,
            },
            ...saidOfSquat(question, [], squat),
          },
          tables,
        ),
        tables,
      );
      const after = beliefAfter({ ...question, watched: [{ ...squat, fits, pieces: 1 }] }, []);
      const chance = chanceIn(question, BALANCED, after, at);

      // The reference: all guesses times all worlds.
      const worlds = worldsOf(nodes, seen, tables);
      const start = startBelief(question);
      const reach = reachOf({ ...question, safety: [] }, BALANCED, at);
      const weights = new Float64Array(start.weight.length);
      const causes = new Array<number>(nodes.length).fill(0);
      let all = 0;
      start.weight.forEach((w, i) => {
        const short = shortFor(reach, start, i);
        const ends = [short.left, short.right, short.fold];
        for (let state = 0; state < END_STATES; state += 1) {
          const sure = ends.reduce(
            (product, q, end) => product * ((state >> end) & 1 ? q : 1 - q),
            1,
          );
          // Four in a thousand are left to what nothing explains.
          const p = w * (0.996 * sure + 0.004 / END_STATES);
          all += p * worlds.explained[state]!;
          weights[i] = weights[i]! + p * worlds.explained[state]!;
          worlds.causes.forEach((list, k) => {
            causes[k] = causes[k]! + p * list[state]!;
          });
        }
      });
      nodes.forEach((node, k) => off.causes.push(Math.abs(said[node]! - causes[k]! / all)));
      const whole = { ...start, weight: weights.map((w) => w / all) };
      off.chance.push(Math.abs(chance - chanceIn(question, BALANCED, whole, at)));
    }
    for (const list of Object.values(off)) {
      expect(mean(list)).toBeLessThan(0.001);
      expect(Math.max(...list)).toBeLessThan(0.005);
    }
  });

  it('is that of all squats, in which the same causes are at work: a look, and trials of two other setups', () => {
    const random = seededRandom(3305);
    const within = (low: number, high: number) => low + (high - low) * random();
    const off: number[] = [];
    const causesOff: number[] = [];
    for (let n = 0; n < CASES / 2; n += 1) {
      const { tables, nodes } = cut(random);
      const question: SetupQuestion = client({
        dorsiflexionDeg: { left: within(26, 40), right: within(26, 40) },
        hipFold: { atZeroAbductionDeg: within(110, 135), perAbductionDeg: 0.2 },
        tables,
      });
      const standing = () => {
        const toe = within(5, 25);
        return {
          setup: {
            stanceWidthMm: within(340, 520),
            toeOutDeg: { left: toe, right: toe },
            support: { kind: 'floor' as const },
            hold: 'bodyweight' as const,
            loadKg: 0,
            balance: 0.5,
            trackingOffsetDeg: 0,
          },
          targetDepthDeg: pick(random, [0, 6, 25]),
        };
      };
      const tried = [1, 2].map((): SetupTried => {
        const at = standing();
        return {
          ...at,
          profile: BALANCED,
          depthDeg: random() < 0.3 ? at.targetDepthDeg - 15 : at.targetDepthDeg,
          heelRose: { left: random() < 0.3, right: random() < 0.3 },
          knees: { left: random() < 0.3 ? 'in' : 'over', right: 'over' },
          tuckFromDeg: random() < 0.3 ? at.targetDepthDeg - 10 : null,
          faults: random() < 0.3 ? [{ fault: 'archDrops', side: 'left' }] : [],
          lookedAt: pick(random, [
            ['heels', 'tuck'],
            ['heels', 'tuck', 'knees', 'foot', 'balance'],
          ]),
          comfort: null,
          pain: false,
        };
      });
      const look = standing();
      const seen = evidenceOf({ ...signsFor(random), measures: {} }, tables);
      const watched = {
        ...look,
        profile: BALANCED,
        weeks: 0,
        fits: rangeFits(seen, tables),
        pieces: 1,
      };
      const after = beliefAfter({ ...question, watched: [watched] }, tried);
      const asked = standing();
      const { dorsiflexionDeg, hipFold = null } = question;
      const said = saidOfSquat(question, tried, watched);
      const probed = FAMILIES.map((causes) =>
        noneOf(
          [...seen, ...evidenceOf({ measures: { dorsiflexionDeg, hipFold }, ...said }, tables)],
          NODES.flatMap((n, node) => (causes.includes(n.cause) ? [node] : [])),
          tables,
        ),
      );

      // The reference: every world of the other causes and of stopping short; in each squat every way its own ends may be short.
      const squats = [
        { at: look, seen },
        ...tried.map((t) => ({ at: t, seen: evidenceOfSquats([t], tables) })),
      ];
      const isRange = (node: number) =>
        ['ankleJoint', 'ankleBlock', 'hipFoldRoom'].includes(NODES[node]!.cause);
      const [range, others] = [nodes.filter(isRange), nodes.filter((node) => !isRange(node))];
      const common = (list: readonly number[], truth: readonly number[]) =>
        list.reduce((product, node) => {
          const { prior } = CAUSES[NODES[node]!.cause];
          return product * (truth.includes(node) ? prior : 1 - prior);
        }, 1);
      const start = startBelief(question);
      const ends = squats.map(({ at }) => {
        const reach = { ...reachOf(question, BALANCED, at), roundedDeg: 0 };
        return Array.from(start.weight, (_, i) => {
          const { left, right, fold } = shortFor(reach, start, i);
          return Array.from({ length: END_STATES }, (_s, state) => {
            const p = [left, right, fold].reduce(
              (product, q, end) => product * ((state >> end) & 1 ? q : 1 - q),
              1,
            );
            return 0.996 * p + 0.004 / END_STATES;
          });
        });
      });
      const weights = new Float64Array(start.weight.length);
      const none = FAMILIES.map(() => 0);
      for (let bits = 0; bits < 2 ** (others.length + 1); bits += 1) {
        const stops = (bits & 1) === 1;
        const truth = others.filter((_, k) => (bits >> (k + 1)) & 1);
        const share = common(others, truth) * (stops ? 0.1 : 0.9);
        const explained = squats.map((squat) => {
          const sums = new Array<number>(END_STATES).fill(0);
          const whole = new Array<number>(END_STATES).fill(0);
          for (let own = 0; own < 2 ** range.length; own += 1) {
            const short = range.filter((_, k) => (own >> k) & 1);
            const isTrue = (node: number) => truth.includes(node) || short.includes(node);
            const p = common(range, short);
            const state = isShort(isTrue);
            whole[state] = whole[state]! + p;
            sums[state] =
              sums[state]! +
              squat.seen.reduce(
                (product, e) => product * evidenceChance(e, isTrue, tables, stops),
                p,
              );
          }
          return sums.map((s, state) => s / whole[state]!);
        });
        start.weight.forEach((w, i) => {
          let product = w * share;
          explained.forEach((list, k) => {
            const own = ends[k]![i]!;
            product *= list.reduce((sum, p, state) => sum + p * own[state]!, 0);
          });
          weights[i] = weights[i]! + product;
          FAMILIES.forEach((causes, k) => {
            if (!truth.some((node) => causes.includes(NODES[node]!.cause)))
              none[k] = none[k]! + product;
          });
        });
      }
      const all = weights.reduce((sum, w) => sum + w, 0);
      probed.forEach((p, k) => causesOff.push(Math.abs(p - none[k]! / all)));
      const whole = { ...start, weight: weights.map((w) => w / all) };
      off.push(
        Math.abs(
          chanceIn(question, BALANCED, after, asked) - chanceIn(question, BALANCED, whole, asked),
        ),
      );
    }
    // Within a family of causes the one at work may differ from squat to squat: that is what is left out.
    expect(mean(off)).toBeLessThan(0.02);
    expect(Math.max(...off)).toBeLessThan(0.05);
    // Probe learns of use from trials as well: whether a habit is at work, or control.
    expect(mean(causesOff)).toBeLessThan(0.02);
    expect(Math.max(...causesOff)).toBeLessThan(0.1);
  });
});
