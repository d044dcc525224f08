/** Tests that are the squat in another setup, against every guess in every world of the causes, with every way the ends may be short in both setups. */
import {
  beliefAfter,
  CAUSES,
  chanceIn,
  END_STATES,
  evidenceOf,
  HOUSE_TABLES,
  NODES,
  posterior,
  rangeFits,
  saidOfSquat,
  seededRandom,
  testRatios,
  type CauseId,
  type Evidence,
  type Outcome,
  type SetupQuestion,
  type Side,
  type Signs,
  type Squat,
  type Tables,
  type TestId,
} from '../src/index.ts';
import { shortFor, startBelief } from '../src/setup/belief.ts';
import { BALANCED } from '../src/setup/profiles.ts';
import { reachOf } from '../src/setup/setupReach.ts';
import { evidenceChance } from './evidenceChance.ts';
import { client, squatsInTests } from './setupClients.ts';

/** More in the longer run: npm run properties. */
const CASES = Number(process.env['CASES'] ?? 6);

const KEPT: readonly CauseId[] = [
  'ankleJoint',
  'ankleBlock',
  'gastrocnemius',
  'hipFoldRoom',
  'habitDives',
  'habitSitsBack',
  'trunkBracing',
];
const NODES_KEPT = NODES.flatMap((n, i) => (KEPT.includes(n.cause) ? [i] : []));
const TABLES: Tables = {
  ...HOUSE_TABLES,
  priors: Object.fromEntries(
    Object.entries(HOUSE_TABLES.priors).map(([cause, p]) => [
      cause,
      KEPT.includes(cause as CauseId) ? p : 0,
    ]),
  ) as Tables['priors'],
  links: HOUSE_TABLES.links.filter((l) => KEPT.includes(l.cause)),
};

const SIDES_OF: readonly Side[] = ['left', 'right'];
const nodeAt = (cause: CauseId, side: Side | null) =>
  NODES.findIndex((n) => n.cause === cause && n.side === side);

/** Chance of an outcome, written again from the words of the two tests: which causes are at work, and which ankles are short in the test's own setup. */
function outcomeChance(
  test: TestId,
  outcome: Outcome,
  is: (cause: CauseId, side: Side | null) => boolean,
  isShort: (side: Side) => boolean,
): number {
  const calm = 0.99;
  const fresh = SIDES_OF.some(
    (side) => isShort(side) && !is('ankleJoint', side) && !is('ankleBlock', side),
  );
  if (test === 'heelsRaised') {
    let stays = 0.92;
    for (const side of SIDES_OF) {
      if (is('gastrocnemius', side)) stays *= 1 - 0.75;
      if (isShort(side)) continue;
      if (is('ankleJoint', side)) stays *= 1 - 0.75;
      if (is('ankleBlock', side)) stays *= 1 - 0.4;
    }
    const worse = 1 - 0.95 * (is('habitDives', null) ? 0.6 : 1) * (fresh ? 0.25 : 1);
    const free = 1 - stays;
    const of: Partial<Record<Outcome, number>> = {
      clears: 0.6 * free,
      helps: 0.4 * free,
      worse: stays * worse,
      same: stays * (1 - worse),
    };
    return calm * of[outcome]!;
  }
  const pull = (strength: number) => (2 * strength) / (1 - strength);
  const weights: Partial<Record<Outcome, number>> = {
    clean:
      0.2 +
      (is('habitSitsBack', null) ? pull(0.75) : 0) +
      (is('habitDives', null) ? pull(0.75) : 0) +
      (is('trunkBracing', null) ? pull(0.4) : 0),
    heelsUp: 0.1 + (fresh ? pull(0.75) : 0),
    pitched: 0.1 + (fresh ? pull(0.75) : 0),
    same: 0.6,
  };
  for (const side of SIDES_OF) {
    const left = isShort(side);
    for (const name of ['heelsUp', 'pitched'] as const) {
      if (is('ankleJoint', side)) weights[name]! += pull(left ? 0.75 : 0.25);
      if (is('gastrocnemius', side)) weights[name]! += pull(0.4);
    }
    if (is('ankleBlock', side)) weights.heelsUp! += pull(left ? 0.4 : 0.25);
  }
  const all = Object.values(weights).reduce((sum, w) => sum + w, 0);
  return (calm * weights[outcome]!) / all;
}

const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;

describe('a test that is the squat in another setup', () => {
  const off = { causes: [] as number[], chance: [] as number[], two: [] as number[] };
  beforeAll(() => {
    const random = seededRandom(3307);
    const within = (low: number, high: number) => low + (high - low) * random();
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
    for (let n = 0; n < CASES; n += 1) {
      const question: SetupQuestion = client({
        tables: TABLES,
        dorsiflexionDeg: { left: within(22, 38), right: within(22, 38) },
        hipFold: { atZeroAbductionDeg: within(110, 135), perAbductionDeg: 0.2 },
      });
      const toe = within(5, 25);
      const squat: Squat = {
        setup: {
          stanceWidthMm: within(340, 520),
          toeOutDeg: { left: toe, right: toe },
          support: { kind: 'floor' },
          hold: 'bodyweight',
          loadKg: 0,
          balance: 0.5,
          trackingOffsetDeg: 0,
        },
        targetDepthDeg: pick([0, 6, 25]),
        profile: BALANCED,
        weeks: 0,
      };
      const inTest = squatsInTests(squat);
      const raised = {
        test: 'heelsRaised' as const,
        outcome: pick(['clears', 'helps', 'same', 'worse'] as const),
      };
      const weight = {
        test: 'counterbalance' as const,
        outcome: pick(['clean', 'heelsUp', 'pitched', 'same'] as const),
      };
      const isOfBoth = n % 3 === 2;
      const tests = isOfBoth ? [raised, weight] : [pick([raised, weight])];
      const signs: Signs = {
        findings: [{ fault: 'heelsRise', side: pick(SIDES_OF), severity: 'clear', by: 'eye' }],
        lookedAt: ['heelsRise', 'depthShort', 'pelvisTuck'],
        tests: tests.map((t) => ({ ...t, side: null })),
      };
      const seen = evidenceOf(signs, TABLES);
      const ratios = testRatios(seen, inTest, TABLES);
      const watched = { ...squat, fits: rangeFits(seen, TABLES), pieces: 1, ratios };
      const after = beliefAfter({ ...question, watched: [watched] }, []);
      const asked = [squat, ...Object.values(inTest)].map((at) => ({ at }));
      const { dorsiflexionDeg, hipFold = null } = question;
      const beliefs = posterior(
        evidenceOf(
          {
            ...signs,
            measures: { dorsiflexionDeg, hipFold },
            ...saidOfSquat(question, [], squat, inTest),
          },
          TABLES,
        ),
        TABLES,
      );

      // The reference: by the ends of the look and of both tests, all worlds of the causes.
      const rest: Evidence[] = seen.filter((e) => e.kind !== 'test');
      const byState = new Map<string, { explained: number; causes: number[] }>();
      const whole = new Array<number>(END_STATES).fill(0);
      for (let bits = 0; bits < 2 ** NODES_KEPT.length; bits += 1) {
        const truth = new Set(NODES_KEPT.filter((_, i) => (bits >> i) & 1));
        const isTrue = (node: number) => truth.has(node);
        const is = (cause: CauseId, side: Side | null) => isTrue(nodeAt(cause, side));
        let share = 1;
        for (const node of NODES_KEPT) {
          const { prior } = CAUSES[NODES[node]!.cause];
          share *= isTrue(node) ? prior : 1 - prior;
        }
        const ankle = (side: Side) => is('ankleJoint', side) || is('ankleBlock', side);
        const state =
          Number(ankle('left')) + 2 * Number(ankle('right')) + 4 * Number(is('hipFoldRoom', null));
        whole[state] = whole[state]! + share;
        for (const e of rest) share *= evidenceChance(e, isTrue, TABLES);
        // Of a test only the ankles matter; without it no ends of it do.
        const ways = tests.map(({ test, outcome }) =>
          [0, 1, 2, 3].map((own) =>
            outcomeChance(test, outcome, is, (side) =>
              Boolean((own >> (side === 'left' ? 0 : 1)) & 1),
            ),
          ),
        );
        for (let own = 0; own < 4 ** tests.length; own += 1) {
          const chance = ways.reduce((product, way, k) => product * way[(own >> (2 * k)) & 3]!, 1);
          const key = `${state} ${own}`;
          const entry = byState.get(key) ?? { explained: 0, causes: NODES_KEPT.map(() => 0) };
          byState.set(key, entry);
          entry.explained += share * chance;
          NODES_KEPT.forEach((node, i) => {
            if (isTrue(node)) entry.causes[i]! += share * chance;
          });
        }
      }
      const start = startBelief(question);
      const reachIn = (at: Squat) => ({ ...reachOf(question, BALANCED, at), roundedDeg: 0 });
      const reach = reachIn(squat);
      const reaches = tests.map(({ test }) => reachIn(inTest[test]!));
      const table = (ends: { left: number; right: number; fold: number }) =>
        Array.from({ length: END_STATES }, (_, state) => {
          const p = [ends.left, ends.right, ends.fold].reduce(
            (product, q, end) => product * ((state >> end) & 1 ? q : 1 - q),
            1,
          );
          return 0.996 * p + 0.004 / END_STATES;
        });
      const weights = new Float64Array(start.weight.length);
      const causes = NODES_KEPT.map(() => 0);
      let all = 0;
      start.weight.forEach((w, i) => {
        const ends = table(shortFor(reach, start, i));
        const inOwn = reaches.map((r) => table(shortFor(r, start, i)));
        for (const [key, entry] of byState) {
          const [state, own] = key.split(' ').map(Number) as [number, number];
          let p = (w * ends[state]!) / whole[state]!;
          inOwn.forEach((list, k) => {
            const ankles = (own >> (2 * k)) & 3;
            p *= list[ankles]! + list[ankles + 4]!;
          });
          weights[i]! += p * entry.explained;
          all += p * entry.explained;
          entry.causes.forEach((c, k) => {
            causes[k]! += p * c;
          });
        }
      });
      const exact = { ...start, weight: weights.map((w) => w / all) };
      const chances = asked.map(({ at }) =>
        Math.abs(chanceIn(question, BALANCED, after, at) - chanceIn(question, BALANCED, exact, at)),
      );
      const probed = NODES_KEPT.map((node, k) => Math.abs(beliefs[node]! - causes[k]! / all));
      if (isOfBoth) off.two.push(...chances, ...probed);
      else {
        off.chance.push(...chances);
        off.causes.push(...probed);
      }
    }
  });

  it('alone, gives the chances of every setup and cause that counting gives', () => {
    for (const list of [off.chance, off.causes]) {
      expect(mean(list)).toBeLessThan(0.001);
      expect(Math.max(...list)).toBeLessThan(0.005);
    }
  });

  it('two of them differ a little from counting: each is weighed with the other by its table', () => {
    expect(mean(off.two)).toBeLessThan(0.01);
    expect(Math.max(...off.two)).toBeLessThan(0.05);
  });
});
