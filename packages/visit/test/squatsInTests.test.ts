/** Short tests that are the squat in another setup are weighed by the ends of range that are short there. */
import type { Dossier, LookAsks, Tried } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import { beliefAfter, chanceIn, HOUSE_RULES, NODES, type Outcome, type Side } from '@zither/core';
import { basisOf, opine, setupBasis, subjectFor } from '@zither/visit';
import { looksOf, ON, readings, row, testRow, type Eyed } from './lookRows.ts';
import { dossierOf } from './trialRows.ts';

const client = (
  seen: Eyed[],
  tried: Tried[] = [],
  ankles: Record<Side, number> = { left: 31, right: 31 },
) => dossierOf(readings(ankles), { judgements: looksOf(seen), tried });

/** Chance of the squat that a look with these options would be of. */
function chance(dossier: Dossier, asks: Partial<LookAsks>): number {
  const { question, method, tried } = setupBasis(dossier, [], HOUSE_RULES)!;
  const { setup, target } = subjectFor(dossier, 'bodyweight', { ...PLAIN_LOOK, ...asks }, [])!;
  return chanceIn(question, method, beliefAfter(question, tried), {
    setup,
    targetDepthDeg: target.thighDepthDeg,
  });
}

const raised = { heelRiseMm: 27 };
const weight = { arms: 'weight' } as const;
const heels: Eyed[] = [{ fault: 'heelsRise', sides: ['left', 'right'] }];
const stiff = { left: 25, right: 25 };

describe('a short test that is the squat in another setup', () => {
  it('heels raised that clears makes raised heels likelier, and the flat floor not', () => {
    const before = client(heels, [], stiff);
    const after = client(heels, [testRow('heelsRaised', 'clears')], stiff);
    expect(chance(after, raised)).toBeGreaterThan(chance(before, raised) + 0.02);
    const nearly = { left: 34, right: 34 };
    expect(chance(client(heels, [testRow('heelsRaised', 'clears')], nearly), {})).toBeLessThan(
      chance(client(heels, [], nearly), {}) - 0.05,
    );
  });

  it('heels that come up all the same leave less of raised heels where the ankle may be short of them too', () => {
    const same = [testRow('heelsRaised', 'same')];
    expect(chance(client(heels, same, stiff), raised)).toBeLessThan(
      chance(client(heels, [], stiff), raised) - 0.15,
    );
    // Of an ankle that has enough with the heels raised, no change says that it was not the ankle.
    const nearly = { left: 34, right: 34 };
    expect(chance(client(heels, same, nearly), {})).toBeGreaterThan(
      chance(client(heels, [], nearly), {}) + 0.1,
    );
  });

  it('heels that lift with a counterbalance leave less of it, and of the flat floor', () => {
    for (const [asks, ankles] of [
      [weight, stiff],
      [{}, { left: 34, right: 34 }],
    ] as const) {
      const at = (tried: Tried[]) => chance(client(heels, tried, ankles), asks);
      expect(at([testRow('counterbalance', 'heelsUp')])).toBeLessThan(at([]) - 0.03);
      expect(at([testRow('counterbalance', 'clean')])).toBeGreaterThan(at([]) + 0.03);
    }
  });

  it('moves Probe by the same body', () => {
    const ankle = (outcome: Outcome, ankles: Record<Side, number>) => {
      const { signs, circumstances } = basisOf(
        client(heels, [testRow('heelsRaised', outcome)], ankles),
        ON,
        [],
        [],
      );
      const { beliefs } = opine({ signs, circumstances, changes: [] });
      return beliefs[NODES.findIndex((n) => n.cause === 'ankleJoint' && n.side === 'left')]!;
    };
    // No change is no word against an ankle that raised heels are not enough for.
    expect(ankle('same', { left: 20, right: 20 })).toBeGreaterThan(0.8);
    expect(ankle('same', { left: 35, right: 35 })).toBeLessThan(
      ankle('clears', { left: 35, right: 35 }) - 0.2,
    );
  });

  it('that hurt, or that is no squat of its own, leaves its setup as the look has it', () => {
    const told = (dossier: Dossier) =>
      setupBasis(dossier, [], HOUSE_RULES)!.question.watched!.flatMap((w) => w.ratios ?? []);
    expect(told(client(heels, [testRow('heelsRaised', 'pain')]))).toEqual([]);
    expect(told(client(heels, [testRow('supportedSit', 'heelsUp')]))).toEqual([]);
    expect(told(client(heels, [testRow('heelsRaised', 'same')]))).toHaveLength(1);
  });

  it('is of the heel a look was made with, where that look is the test', () => {
    const look = looksOf([]).map((j, k) => ({
      ...j,
      ...row(60 + k),
      takenAt: `${ON}T11:00:00.000Z`,
      asks: { ...PLAIN_LOOK, heelRiseMm: 15 },
    }));
    const risen = client(heels);
    const both = { ...risen, judgements: [...look, ...risen.judgements] };
    const { signs } = basisOf(both, ON, [], []);
    expect(signs.tests).toContainEqual({ test: 'heelsRaised', outcome: 'clears', side: null });
    const inTest = (dossier: Dossier) =>
      setupBasis(dossier, [], HOUSE_RULES)!.question.watched!.find((w) => w.isLook)!.inTest!
        .heelsRaised!.setup.support;
    expect(inTest(both)).toEqual({ kind: 'block', riseMm: 15 });
    expect(inTest(risen)).toEqual({ kind: 'block', riseMm: 27 });
    // A test that was recorded says its own height.
    expect(inTest({ ...both, tried: [testRow('heelsRaised', 'same')] })).toEqual(inTest(risen));
  });

  it('mirrors', () => {
    const at = (side: Side, ankles: Record<Side, number>) =>
      chance(
        client([{ fault: 'heelsRise', sides: [side] }], [testRow('heelsRaised', 'clears')], ankles),
        raised,
      );
    expect(at('left', { left: 27, right: 38 })).toBeCloseTo(
      at('right', { left: 38, right: 27 }),
      9,
    );
  });
});
