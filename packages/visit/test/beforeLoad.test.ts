import type { Case } from '@zither/core';
import { beforeLoad, workShare } from '@zither/visit';
import { sayBeforeLoad } from '@zither/words/beforeLoad';
import { sayTravelCost, sayWork } from '@zither/words/method';

const squat = (hold: Case['setup']['hold'], loadKg: number): Case => ({
  body: { statureMm: 1750, massKg: 75 },
  limits: { dorsiflexionDeg: { left: 36, right: 36 }, bufferDeg: 3, trunkLeanDeg: 60 },
  setup: {
    stanceWidthMm: 430,
    toeOutDeg: { left: 15, right: 15 },
    support: { kind: 'floor' },
    hold,
    loadKg,
    balance: 0.5,
    trackingOffsetDeg: 0,
  },
  target: { thighDepthDeg: 0 },
  workingPoint: 'parallelLines',
});
type Trained = Parameters<typeof beforeLoad>[1];
const trained = (now: Trained['now'], loadKg: number | null = 40): Trained => ({
  now,
  loadKg,
  isUnloaded: false,
});
const says = (
  question: Case,
  limits: Parameters<typeof beforeLoad>[2] = [],
  now: Trained['now'] = 'highBar',
) => sayBeforeLoad(beforeLoad(question, trained(now), limits)!).join(' ');

describe('before the load', () => {
  it('names hooks, safeties, collars, the way out, breath and steps for a bar', () => {
    const bar = says(squat('highBar', 60));
    for (const part of [
      /^Hooks at \d+ cm/,
      /Safeties at \d+ cm/,
      /Collars/,
      /bail out/,
      /brace/,
      /Two or three steps/,
    ])
      expect(bar).toMatch(part);
    expect(beforeLoad(squat('highBar', 60), trained('box', null), [])).toBeNull();
    expect(
      beforeLoad(squat('highBar', 60), { ...trained('front'), isUnloaded: true }, []),
    ).toBeNull();
    expect(says(squat('goblet', 16), [], 'goblet')).not.toMatch(/Hooks|Collars|steps back/);
  });

  it('is for the variation that is trained, not for the bar position of the setup', () => {
    const setup = squat('lowBar', 80);
    expect(says(setup, [], 'front')).toMatch(/drop the elbows/);
    expect(says(setup, [], 'goblet')).not.toMatch(/Hooks|Safeties/);
    const hooks = (now: Trained['now']) => beforeLoad(setup, trained(now), [])!.rack!.hooksMm;
    // A front bar lies higher than a low one.
    expect(hooks('front')).toBeGreaterThan(hooks('lowBar'));
    // Where nothing says how heavy, the list is the same.
    expect(beforeLoad(setup, trained('front', null), [])!.rack).toEqual(
      beforeLoad(setup, trained('front', 20), [])!.rack,
    );
  });

  it('obeys Clear: no held breath where it is forbidden, support where it is asked for', () => {
    const limits = [{ kind: 'noBracing' }, { kind: 'supportedOnly' }] as const;
    expect(says(squat('highBar', 60), limits)).toMatch(/No held breath/);
    expect(says(squat('highBar', 60), limits)).not.toMatch(/brace before/);
    expect(says(squat('highBar', 60), limits)).toMatch(/Only with support/);
  });
});

describe('how the work is shared', () => {
  it('says the share of hips and knees, and what stopping the knees costs', () => {
    const free = squat('highBar', 60);
    const held = { ...free, limits: { ...free.limits, kneePastToeMm: -50 } };
    const [a, b] = [workShare(free, 'left'), workShare(held, 'left')];
    expect(a.travelCost).toBeNull();
    expect(b.travelCost!.leanDeg).toBeGreaterThan(1);
    expect(b.travelCost!.hipShare).toBeGreaterThan(0.02);
    expect(sayWork(a)).toMatch(/^At the bottom the hips do \d+ % of the work, the knees \d+ %\.$/);
    expect(sayTravelCost(b, { kneeTravel: 'toes' })).toMatch(
      /^Stopping the knees at the toes costs/,
    );
    expect(sayTravelCost(a, { kneeTravel: 'free' })).toBeNull();
  });
});
