import { leverSteps, solve, squatAt, type Case, type Window } from '@zither/core';
import {
  sayDeepest,
  sayDepth,
  sayEffect,
  sayMove,
  saySideDifference,
  sayWindow,
} from '@zither/words/instrument';
import { beadPlace, sayEnds, sayFigure, sayFloorPlan, sayGauge } from '@zither/words/figures';
import { setUnits } from '@zither/words/units';

const shut: Exclude<Window, { kind: 'stanceTooWide' }> = {
  kind: 'shut',
  floorDeg: 31,
  floorBy: 'trunkLean',
  ceilingDeg: 28,
  ceilingBy: 'dorsiflexion',
  freeCeilingDeg: 28,
  widthDeg: -3,
};

const question: Case = {
  body: { statureMm: 1750, massKg: 75 },
  limits: { dorsiflexionDeg: { left: 24, right: 31 }, bufferDeg: 3, trunkLeanDeg: 45 },
  setup: {
    stanceWidthMm: 420,
    toeOutDeg: { left: 15, right: 15 },
    support: { kind: 'floor' },
    hold: 'highBar',
    loadKg: 40,
    balance: 0.5,
    trackingOffsetDeg: 0,
  },
  target: { thighDepthDeg: 6 },
  workingPoint: 'parallelLines',
};

/** The shut window of an ankle of which a method keeps so much back. */
const keeping = (reserveDeg: number) => ({ ...shut, freeCeilingDeg: shut.ceilingDeg + reserveDeg });

describe('the binding pair in one sentence', () => {
  it('names both limits and what is missing', () => {
    expect(sayWindow(keeping(0), 0, 45, 0)).toBe(
      'The ankle allows a shin angle of 28°. To stay under the 45° lean limit it needs 31°. Short by 3° at parallel.',
    );
  });

  it('tells the limit from the method’s reserve: what eats into the reserve is not short', () => {
    expect(sayWindow(keeping(5), 0, 45, 5)).toBe(
      'The ankle allows a shin angle of 33°; the method keeps 5° in reserve. To stay under the 45° lean limit it needs 31°. It reaches parallel with 2° in reserve.',
    );
    expect(sayWindow(keeping(3), 0, 45, 3)).toContain(
      'It reaches parallel with nothing in reserve.',
    );
    expect(sayWindow(keeping(1), 0, 45, 1)).toContain('Short by 2° at parallel.');
    // The reserve is the ankle's alone.
    expect(sayWindow({ ...keeping(0), ceilingBy: 'kneeTravel' }, 0, 45, 5)).toContain(
      'Short by 3°',
    );
  });

  it('says the room when it is open, and never 0°', () => {
    const open: Window = { ...keeping(3), kind: 'open', floorDeg: 27.8, widthDeg: 0.2 };
    expect(sayWindow(open, 6, 45, 3)).toContain('less than 1° of room at crease below knee');
  });

  it('tells what to do when the stance is too wide', () => {
    expect(sayWindow({ kind: 'stanceTooWide' }, 0, 45, 3)).toMatch(/too wide.*closer/);
  });
});

describe('other sentences', () => {
  it('name depths as coaches do', () => {
    expect([-20, 0, 6, 25, 11, -8].map(sayDepth)).toEqual([
      'chair height',
      'parallel',
      'crease below knee',
      'full depth',
      '11° below parallel',
      '8° above parallel',
    ]);
  });

  it('say which side governs and by how much', () => {
    expect(saySideDifference(solve(question))).toBe(
      'The left side governs: its shin stops 7° before the right one.',
    );
    const alike = {
      ...question,
      limits: { ...question.limits, dorsiflexionDeg: { left: 30, right: 30 } },
    };
    expect(saySideDifference(solve(alike))).toBeNull();
  });

  it('say how deep each side gets', () => {
    expect(sayDeepest(solve(question), 6)).toMatch(/left side .*; the right/);
  });

  it('put every lever into words with its effect', () => {
    for (const effect of leverSteps(question, 'left')) {
      expect(sayMove(effect.move)).not.toMatch(/undefined|NaN/);
      expect(sayEffect(effect)).not.toMatch(/undefined|NaN/);
    }
    expect(sayMove({ lever: 'stanceWidthMm', dose: -20 })).toBe('Stance 2 cm narrower');
  });

  it('speak the figures for somebody who cannot see them', () => {
    expect(sayFigure(squatAt(question, 'left', 0))).toMatch(
      /^Side view at parallel: shin \d+° forward, trunk \d+° forward, kneecap (level with|\d+ cm (past|behind)) the toes\.$/,
    );
    setUnits('imperial');
    expect(sayFigure(squatAt(question, 'left', 0))).toMatch(/kneecap \d+(\.\d)? in (past|behind)/);
    setUnits('metric');
    const wide = { ...question, setup: { ...question.setup, stanceWidthMm: 1500 } };
    expect(sayFigure(squatAt(wide, 'left', 0))).toMatch(/too wide/);
    const stiff = {
      ...question,
      body: { ...question.body, segmentsMm: { thigh: 520, trunk: 430 } },
      limits: { ...question.limits, dorsiflexionDeg: { left: 2, right: 2 }, bufferDeg: 0 },
      setup: { ...question.setup, hold: 'bodyweight' as const, loadKg: 0 },
    };
    expect(sayFigure(squatAt(stiff, 'left', 0))).toMatch(/^Falls back: no lean brings the weight/);
    expect(sayFloorPlan(question.setup)).toBe(
      'Floor plan: heels 42 cm apart, both feet 15° out, flat floor.',
    );
  });
});

describe('where the kneecap is', () => {
  const at = (kneecapPastToeMm: number) => {
    const moment = squatAt(question, 'left', 0);
    if (moment.pose.kind !== 'pose') throw new Error('no pose');
    return sayFigure({ ...moment, pose: { ...moment.pose, kneecapPastToeMm } });
  };

  it('is past, behind or level with the toes, in either unit', () => {
    expect(at(31)).toContain('kneecap 3 cm past the toes');
    expect(at(-31)).toContain('kneecap 3 cm behind the toes');
    expect(at(-4)).toContain('kneecap level with the toes');
    setUnits('imperial');
    expect(at(-4)).toContain('kneecap 0.2 in behind the toes');
    setUnits('metric');
  });
});

describe('the ends of a window', () => {
  it('are what is needed and what is allowed, less the method’s reserve, as the sentence says it', () => {
    expect(sayEnds(keeping(0))).toEqual({ floor: 'lean needs 31°', ceiling: 'ankle allows 28°' });
    expect(sayEnds(keeping(3)).ceiling).toBe('ankle 31° less 3°');
  });
});

describe('a gauge', () => {
  it('tells inside, near the edge and outside apart', () => {
    const target = { least: 10, most: 30 };
    expect([20, 11, 9].map((now) => beadPlace(now, target))).toEqual([
      'inside',
      'nearEdge',
      'outside',
    ]);
  });

  it('speaks as a sentence', () => {
    const gauge = {
      label: 'Dorsiflexion L',
      unit: '°',
      now: 28,
      before: 25,
      target: { least: 32, most: 48 },
      error: 4,
    };
    expect(sayGauge(gauge)).toBe(
      'Dorsiflexion L: 28°, give or take 4, outside the target 32 to 48, last time 25.',
    );
    expect(sayGauge({ ...gauge, now: null })).toContain('not measured yet');
  });
});
