import { inferences, type INetwork } from 'bayesjs';
import fc from 'fast-check';
import {
  CAUSES,
  NODES,
  posterior,
  TEST_IDS,
  TESTS,
  type Evidence,
  type Side,
} from '../src/index.ts';
import { evidenceChance } from './evidenceChance.ts';
import { between } from './arbitraries.ts';

/** Causes that make a difference to a piece of evidence, against some background of the others. */
const bearers = (e: Evidence): number[] =>
  NODES.flatMap((_, i) =>
    [false, true].some(
      (others) =>
        evidenceChance(e, (n) => (n === i ? true : others)) !==
        evidenceChance(e, (n) => (n === i ? false : others)),
    )
      ? [i]
      : [],
  );

/** The same network for a general-purpose package: causes without parents, each piece of evidence a child that was seen. */
function networkFor(evidence: readonly Evidence[]): INetwork {
  const network: INetwork = {};
  for (const node of new Set(evidence.flatMap(bearers))) {
    const { prior } = CAUSES[NODES[node]!.cause];
    network[`c${node}`] = {
      id: `c${node}`,
      states: ['T', 'F'],
      parents: [],
      cpt: { T: prior, F: 1 - prior },
    };
  }
  evidence.forEach((e, k) => {
    const parents = bearers(e);
    network[`e${k}`] = {
      id: `e${k}`,
      states: ['T', 'F'],
      parents: parents.map((n) => `c${n}`),
      cpt: Array.from({ length: 2 ** parents.length }, (_, world) => {
        const is = (n: number) => ((world >> parents.indexOf(n)) & 1) === 1 && parents.includes(n);
        const p = evidenceChance(e, is);
        return {
          when: Object.fromEntries(parents.map((n) => [`c${n}`, is(n) ? 'T' : 'F'])),
          then: { T: p, F: 1 - p },
        };
      }),
    };
  });
  return network;
}

const sided = ['kneesIn', 'archDrops', 'ankleShort', 'calfShort', 'kneeWobble'] as const;
const plain = ['leanUnused', 'armsFall', 'lowBackArch', 'hipsRiseEarly'] as const;
const side = fc.constantFrom<Side>('left', 'right');
const finding: fc.Arbitrary<Evidence> = fc.oneof(
  fc.record({
    kind: fc.constant('finding' as const),
    finding: fc.constantFrom(...sided),
    side,
    sure: between(0.02, 0.98),
  }),
  fc.record({
    kind: fc.constant('finding' as const),
    finding: fc.constantFrom(...plain),
    side: fc.constant(null),
    sure: between(0.02, 0.98),
  }),
);
const tried: fc.Arbitrary<Evidence> = fc.record({
  kind: fc.constant('test' as const),
  test: fc.constantFrom(...TEST_IDS.filter((id) => TESTS[id].sided)),
  side,
  outcome: fc.constantFrom('clears' as const, 'same' as const, 'worse' as const),
});

describe('against a general-purpose Bayesian-network package (bayesjs)', () => {
  it('the beliefs are those of its junction tree', () => {
    let compared = 0;
    fc.assert(
      fc.property(
        fc.array(fc.oneof({ weight: 3, arbitrary: finding }, tried), {
          minLength: 1,
          maxLength: 4,
        }),
        (evidence) => {
          const causes = [...new Set(evidence.flatMap(bearers))];
          if (causes.length === 0 || causes.length > 9) return;
          compared += 1;
          const own = posterior(evidence);
          const network = networkFor(evidence);
          const seen = Object.fromEntries(evidence.map((_, k) => [`e${k}`, 'T']));
          for (const node of causes)
            expect(inferences.junctionTree.infer(network, { [`c${node}`]: 'T' }, seen)).toBeCloseTo(
              own[node] ?? NaN,
              6,
            );
        },
      ),
      { numRuns: 60, seed: 511 },
    );
    expect(compared).toBeGreaterThan(30);
  });
});
