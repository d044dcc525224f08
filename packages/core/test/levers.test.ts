import fc from 'fast-check';
import {
  applyMove,
  buildLinkage,
  leanBudget,
  leverSteps,
  limitsForSide,
  reachesTarget,
  resolveBody,
  smallestOpeningDoses,
  solve,
  type Case,
} from '../src/index.ts';
import { averageCase, between, cases } from './arbitraries.ts';

const stiff = (): Case => {
  const q = averageCase();
  return {
    ...q,
    limits: { ...q.limits, dorsiflexionDeg: { left: 21, right: 24 }, trunkLeanDeg: 45 },
  };
};

const reaches = (q: Case) => {
  const { left, right } = solve(q).sides;
  return [left, right].every((s) =>
    reachesTarget(s.window, s.deepestThighDepthDeg, q.target.thighDepthDeg),
  );
};

describe('levers', () => {
  it('report the change that solving both setups shows', () => {
    const q = stiff();
    const before = solve(q).sides.left;
    for (const effect of leverSteps(q, 'left')) {
      const changed = applyMove(q, effect.move);
      if (changed === null) throw new Error('a reported move must apply');
      const after = solve(changed).sides.left;
      if (before.window.kind === 'stanceTooWide' || after.window.kind === 'stanceTooWide') continue;
      expect(effect.widthChangeDeg).toBeCloseTo(after.window.widthDeg - before.window.widthDeg, 9);
      expect(effect.deepestThighDepthDeg).toBe(after.deepestThighDepthDeg);
    }
  });

  it('come best first and include every kind of lever', () => {
    const steps = leverSteps(stiff(), 'left');
    const gains = steps.map((s) => s.widthChangeDeg ?? -Infinity);
    expect([...gains].sort((a, b) => b - a)).toEqual(gains);
    expect(new Set(steps.map((s) => s.move.lever)).size).toBe(8);
  });

  it('offer only holds that this load can be held in, and never overhead', () => {
    const holdsAt = (loadKg: number, hold: 'bodyweight' | 'highBar') =>
      leverSteps({ ...stiff(), setup: { ...stiff().setup, hold, loadKg } }, 'left')
        .flatMap((s) => (s.move.lever === 'hold' ? [s.move.hold] : []))
        .sort();
    expect(holdsAt(60, 'highBar')).toEqual(['front', 'lowBar']);
    expect(holdsAt(30, 'highBar')).toEqual(['front', 'goblet', 'lowBar']);
    expect(holdsAt(8, 'highBar')).toEqual(['counterbalance', 'front', 'goblet', 'lowBar']);
    expect(holdsAt(0, 'bodyweight')).toEqual(['armsForward']);
  });

  it('one degree of ankle is worth one degree of window when the ankle is the ceiling', () => {
    const step = leverSteps(stiff(), 'left').find((s) => s.move.lever === 'dorsiflexionDeg');
    expect(step?.widthChangeDeg).toBeCloseTo(1, 6);
  });

  it('give the smallest dose: it opens, and one grain less does not', () => {
    const q = stiff();
    expect(reaches(q)).toBe(false);
    const doses = smallestOpeningDoses(q);
    expect(doses.map((d) => d.lever)).toEqual(
      expect.arrayContaining(['heelRiseMm', 'rampDeg', 'dorsiflexionDeg', 'shallowerDeg']),
    );
    for (const move of doses) {
      const opened = applyMove(q, move);
      expect(opened !== null && reaches(opened)).toBe(true);
      if (move.lever === 'hold') continue;
      const grain = move.lever === 'heelRiseMm' ? 5 : move.lever === 'stanceWidthMm' ? 10 : 1;
      const less = Math.abs(move.dose) - grain;
      if (less <= 0) continue;
      const almost = applyMove(q, { lever: move.lever, dose: Math.sign(move.dose) * less });
      expect(almost !== null && reaches(almost)).toBe(false);
    }
  });

  it('offer nothing when nothing is shut', () => {
    expect(smallestOpeningDoses(averageCase())).toEqual([]);
  });

  it('will not stack a ramp on a block', () => {
    const q = averageCase({ support: { kind: 'block', riseMm: 20 } });
    expect(applyMove(q, { lever: 'rampDeg', dose: 5 })).toBeNull();
  });
});

describe('the lean budget', () => {
  it('adds up to what was observed, exactly, for any body', () => {
    let split = 0;
    fc.assert(
      fc.property(cases, between(5, 45), between(10, 80), (q, shankDeg, trunkDeg) => {
        const link = buildLinkage(resolveBody(q.body), q.setup, 'left');
        const budget = leanBudget(link, limitsForSide(q.limits, 'left'), q.target.thighDepthDeg, {
          shankDeg,
          trunkDeg,
        });
        if (budget.kind !== 'budget') return;
        split += 1;
        const sum =
          budget.proportionsDeg + budget.ankleDeg + budget.unusedAnkleDeg + budget.offBalanceDeg;
        expect(sum).toBeCloseTo(trunkDeg, 9);
        expect(budget.ankleDeg).toBeGreaterThanOrEqual(-1e-9);
      }),
      { numRuns: 2000, seed: 20, endOnFailure: true },
    );
    expect(split).toBeGreaterThan(500);
  });

  it('puts long thighs under proportions and a stiff ankle under ankle', () => {
    const budgetOf = (thigh: number, ankle: number) => {
      const q = averageCase({}, { segmentsMm: { thigh } });
      const link = buildLinkage(resolveBody(q.body), q.setup, 'left');
      const limits = limitsForSide(
        { ...q.limits, dorsiflexionDeg: { left: ankle, right: ankle } },
        'left',
      );
      const b = leanBudget(link, limits, 0, { shankDeg: ankle, trunkDeg: 50 });
      if (b.kind !== 'budget') throw new Error(b.kind);
      return b;
    };
    expect(budgetOf(470, 38).proportionsDeg).toBeGreaterThan(budgetOf(429, 38).proportionsDeg + 5);
    expect(budgetOf(429, 26).ankleDeg).toBeGreaterThan(budgetOf(429, 36).ankleDeg + 5);
  });

  it('flags a shank seen beyond the measured ankle', () => {
    const q = averageCase();
    const link = buildLinkage(resolveBody(q.body), q.setup, 'left');
    const b = leanBudget(link, limitsForSide(q.limits, 'left'), 0, { shankDeg: 38, trunkDeg: 40 });
    expect(b).toMatchObject({ kind: 'budget', beyondMeasuredAnkle: true });
  });

  it('refuses to split when a reference pose does not exist', () => {
    const q = averageCase({ stanceWidthMm: 1400 });
    const link = buildLinkage(resolveBody(q.body), q.setup, 'left');
    expect(
      leanBudget(link, limitsForSide(q.limits, 'left'), 0, { shankDeg: 30, trunkDeg: 40 }),
    ).toEqual({ kind: 'noBudget', at: 'freeAnkle', because: 'stanceTooWide' });
  });
});
