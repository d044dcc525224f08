/** The second part of a chance: with the range, whether the squat is clean as it was seen. */
import {
  asUsed,
  CAUSES,
  chanceIn,
  beliefAfter,
  cleanByUse,
  evidenceOf,
  FAULT_IDS,
  findingChance,
  HOUSE_TABLES,
  NODES,
  rangeFits,
  TRIAL_PARTS,
  type CauseId,
  type FindingId,
  type SetupQuestion,
  type SetupTried,
  type Signs,
} from '../src/index.ts';
import { BALANCED } from '../src/setup/profiles.ts';
import { client, onFloorIn } from './setupClients.ts';

const FAMILIES: readonly (readonly CauseId[])[] = [
  ['habitSitsBack', 'habitDives', 'overCuedKneesOut'],
  ['footControl', 'abductors', 'trunkBracing'],
];
const LOOKED = FAULT_IDS.filter((f) => f !== 'pain');
const AT = {
  setup: onFloorIn({ stanceWidthMm: 420, toeOutDeg: { left: 15, right: 15 } }),
  targetDepthDeg: BALANCED.targetDepthDeg,
};

/** A client of whom a look showed this, in the squat asked about. */
function seeing(signs: Signs, of: Partial<SetupQuestion> = {}): SetupQuestion {
  const squat = { ...AT, profile: BALANCED, weeks: 0 };
  return {
    ...client({ dorsiflexionDeg: { left: 40, right: 40 }, hipFold: null, ...of }),
    watched: [{ ...squat, fits: rangeFits(evidenceOf(signs)), pieces: 1, isLook: true }],
  };
}

const by = 'eye' as const;
const used = (question: SetupQuestion) => asUsed(question, BALANCED, [], AT);

it('by hand: a fault is absent in every world of a family as often as its links say', () => {
  const faults: FindingId[] = ['kneesIn', 'toesFloat', 'weightForward'];
  const clean = cleanByUse(faults);
  FAMILIES.forEach((causes, family) => {
    const nodes = NODES.flatMap((n, i) => (causes.includes(n.cause) ? [i] : []));
    let [sum, all] = [0, 0];
    for (let world = 1; world < 2 ** nodes.length; world += 1) {
      const truth = nodes.filter((_, k) => (world >> k) & 1);
      const p = nodes.reduce((product, node) => {
        const { prior } = CAUSES[NODES[node]!.cause];
        return product * (truth.includes(node) ? prior : 1 - prior);
      }, 1);
      // Without the faults that come without a cause, and without what speaks against one: 4 in 100 each.
      const absent = (['kneesIn', 'toesFloat', 'weightForward'] as const).reduce((product, f) => {
        const sides = f === 'kneesIn' ? (['left', 'right'] as const) : [null];
        return sides.reduce((rest, side) => {
          const links = HOUSE_TABLES.links.filter(
            (l) => l.finding === f && l.strength !== 'against',
          );
          const there = findingChance(f, side, (n) => truth.includes(n), {
            ...HOUSE_TABLES,
            links,
          });
          return rest * ((1 - there) / (1 - 0.04));
        }, product);
      }, 1);
      all += p;
      sum += p * absent;
    }
    expect(clean[2 << family]).toBeCloseTo(sum / all, 9);
  });
  expect(clean[0]).toBe(1);
});

it('is not known before anything was watched; a clean look raises it, what a habit or lack of control shows lowers it', () => {
  const nothing = client({ dorsiflexionDeg: { left: 40, right: 40 }, hipFold: null });
  expect(used(nothing)).toBeNull();
  const clean = used(seeing({ lookedAt: LOOKED }))!;
  expect(clean.chance).toBeGreaterThan(0.6);
  expect(clean.mostly).toBeNull();
  const back = used(
    seeing({
      findings: [
        { fault: 'toesFloat', severity: 'clear', by },
        { fault: 'hipsFirst', severity: 'clear', by },
      ],
      lookedAt: LOOKED,
    }),
  )!;
  expect(back).toMatchObject({ mostly: 'habit' });
  expect(back.chance).toBeLessThan(clean.chance - 0.1);
  const arch = used(
    seeing({
      findings: [
        { fault: 'archDrops', severity: 'clear', side: 'left', by },
        { fault: 'kneesIn', severity: 'clear', side: 'left', by },
        { fault: 'kneeWobble', severity: 'clear', side: 'left', by },
      ],
      lookedAt: LOOKED,
    }),
  )!;
  expect(arch).toMatchObject({ mostly: 'control' });
  expect(arch.chance).toBeLessThan(clean.chance - 0.05);
});

it('short depth of free ankles speaks of stopping short, and takes from use before range', () => {
  const short = seeing(
    { findings: [{ fault: 'depthShort', severity: 'clear', by }], lookedAt: LOOKED },
    { hipFold: { atZeroAbductionDeg: 140, perAbductionDeg: 0.5 } },
  );
  // Short again where there is even more room: then it is no range that is missing.
  const trials = [360, 460].map((stanceWidthMm): SetupTried => ({
    setup: { ...AT.setup, stanceWidthMm, support: { kind: 'block', riseMm: 30 } },
    targetDepthDeg: AT.targetDepthDeg,
    profile: BALANCED,
    depthDeg: AT.targetDepthDeg - 20,
    heelRose: { left: false, right: false },
    knees: { left: 'over', right: 'over' },
    tuckFromDeg: null,
    faults: [],
    lookedAt: TRIAL_PARTS,
    comfort: null,
    pain: false,
  }));
  expect(asUsed(short, BALANCED, trials, AT)).toMatchObject({ mostly: 'stops' });
  const before = chanceIn(short, BALANCED, beliefAfter({ ...short, watched: [] }, []), AT);
  const after = chanceIn(short, BALANCED, beliefAfter(short, []), AT);
  const usual = used(seeing({ lookedAt: ['pain'] }))?.chance ?? 0.55;
  expect(before - after).toBeLessThan(usual - used(short)!.chance);
});

it('treats sides alike', () => {
  const on = (side: 'left' | 'right') =>
    used(
      seeing(
        {
          findings: [{ fault: 'kneesIn', severity: 'clear', side, by }],
          lookedAt: LOOKED,
        },
        { dorsiflexionDeg: side === 'left' ? { left: 34, right: 38 } : { left: 38, right: 34 } },
      ),
    )!;
  expect(on('left').chance).toBeCloseTo(on('right').chance, 9);
  expect(on('left').mostly).toBe(on('right').mostly);
});
