import { FAULTS, PROFILES } from '@zither/core';
import {
  clientSetupValuesSchema,
  kitItemSchema,
  lockValuesSchema,
  methodIdSchema,
  profileIdSchema,
  schoolValuesSchema,
  setupTrialValuesSchema,
} from '../src/index.ts';

const ID = '11111111-1111-4111-8111-111111111111';
const setup = {
  stanceWidthMm: 420,
  toeOutDeg: { left: 15, right: 15 },
  support: { kind: 'floor' },
  hold: 'highBar',
  loadKg: 40,
  balance: 0.5,
  trackingOffsetDeg: 0,
};
const trial = {
  takenOn: '2026-01-05',
  takenAt: '2026-01-05T09:00:00.000Z',
  setup,
  thighDepthDeg: 6,
  profile: 'balanced',
  why: 'promising',
  chance: 0.9,
  depthDeg: 6,
  heelRose: { left: false, right: false },
  knees: { left: 'over', right: 'over' },
  tuckFromDeg: null,
  comfort: null,
  pain: false,
};

describe('schools in the contract', () => {
  it('every school that ships can be copied as it is, and its id is known', () => {
    for (const { id, ...profile } of PROFILES) {
      expect(profileIdSchema.safeParse(id).success).toBe(true);
      // Every house size of a fault can be entered as a method's own, as it stands.
      const faultThresholds = Object.fromEntries(
        Object.values(FAULTS)
          .filter((f) => f.id !== 'pain')
          .map(({ id: fault, slight, clear }) => [fault, { slight, clear }]),
      );
      expect(
        schoolValuesSchema.safeParse({ ...profile, copiedFrom: id, faultThresholds }).success,
      ).toBe(true);
      const copy = schoolValuesSchema.safeParse({ ...profile, copiedFrom: id });
      expect(copy.error?.issues ?? []).toEqual([]);
    }
  });

  it('a range the wrong way round, a nameless one and an unknown parameter are refused with the field', () => {
    const { id, ...balanced } = PROFILES[0]!;
    const issue = (change: object) =>
      schoolValuesSchema.safeParse({ ...balanced, copiedFrom: id, ...change }).error?.issues[0];
    // Where small values are the fault, clear is the smaller one; everywhere else the larger.
    for (const [fault, slight, clear] of [
      ['kneesFirst', 20, 35],
      ['kneesIn', 12, 6],
    ] as const)
      expect(issue({ faultThresholds: { [fault]: { slight, clear } } })).toMatchObject({
        path: ['faultThresholds', fault],
      });
    expect(issue({ toeOutDeg: { least: 30, most: 10 } })).toMatchObject({
      path: ['toeOutDeg'],
      message: 'must not end before it begins.',
    });
    expect(issue({ name: '  ' })?.path).toEqual(['name']);
    expect(issue({ mood: 1 })?.message).toContain('mood');
    expect(
      issue({ faultThresholds: { archDrops: { slight: 9, clear: 4 } } })?.path.slice(0, 2),
    ).toEqual(['faultThresholds', 'archDrops']);
    expect(issue({ leanLimitDeg: { ...balanced.leanLimitDeg, front: 200 } })?.message).toContain(
      'at most 80°',
    );
  });

  it('a client follows one that ships or an own one, nothing else', () => {
    expect(methodIdSchema.safeParse(ID).success).toBe(true);
    const values = { setup, thighDepthDeg: 6, workingPoint: 'parallelLines' };
    expect(clientSetupValuesSchema.parse(values).profile).toBe('balanced');
    expect(clientSetupValuesSchema.safeParse({ ...values, profile: 'mine' }).success).toBe(false);
  });
});

describe('trials and locks in the contract', () => {
  it('take a clean trial, and refuse comfort out of range and a chance above one', () => {
    expect(setupTrialValuesSchema.parse(trial)).toMatchObject({ undone: false, captureIds: [] });
    expect(setupTrialValuesSchema.safeParse({ ...trial, comfort: 6 }).success).toBe(false);
    expect(setupTrialValuesSchema.safeParse({ ...trial, chance: 1.2 }).success).toBe(false);
    expect(
      setupTrialValuesSchema.safeParse({ ...trial, knees: { left: 'over', right: 'away' } }).error
        ?.issues[0]?.message,
    ).toBe('must be over, in or out.');
  });

  it('a lock says why', () => {
    const lock = {
      on: '2026-01-05',
      at: '2026-01-05T09:00:00.000Z',
      by: 'CH',
      why: 'Tried and clean.',
      setup,
      thighDepthDeg: 6,
      profile: ID,
      profileName: 'Hut way',
      workingPoint: 'parallelLines',
      evidence: { chance: null, trials: [], limits: null, says: [] },
    };
    expect(lockValuesSchema.parse(lock).takenBack).toBe(false);
    expect(lockValuesSchema.safeParse({ ...lock, why: ' ' }).error?.issues[0]?.message).toBe(
      'must say why.',
    );
  });
});

describe('kit in the contract', () => {
  it('a wedge kept before pairs were told apart counts as a pair; boards and boxes are kept', () => {
    expect(kitItemSchema.parse({ kind: 'ramp', angleDeg: 10 })).toEqual({
      kind: 'ramp',
      angleDeg: 10,
      pair: true,
      from: null,
    });
    const board = { kind: 'ramp', angleDeg: 9.5, pair: false, from: { riseMm: 50, lengthMm: 300 } };
    expect(kitItemSchema.parse(board)).toEqual(board);
    expect(kitItemSchema.safeParse({ kind: 'box', heightMm: 5 }).success).toBe(false);
  });
});
