import fc from 'fast-check';
import { mean, sampleVariance, sum } from 'simple-statistics';
import {
  changeBetween,
  keptTrials,
  measuredDays,
  MEASURE_IDS,
  MEASURES,
  newestReading,
  POSITIONS,
  progressOn,
  readingError,
  readingOn,
  stationOf,
  STATIONS,
} from '../src/index.ts';
import { between } from './arbitraries.ts';
import { trial, trials } from './trialRecord.ts';

const struck = { reason: 'Heel lifted' };

describe('the record of trials', () => {
  it('counts what was kept, oldest first, and nothing that was struck', () => {
    const all = [
      ...trials('shinAngle', 'left', [33, 34]),
      trial('shinAngle', 'left', 60, { struck }),
      trial('shinAngle', 'right', 30),
    ];
    expect(keptTrials(all, 'shinAngle', 'left').map((t) => t.value)).toEqual([33, 34]);
    expect(readingOn(all, 'shinAngle', 'left', '2026-01-05')).toMatchObject({
      mean: 33.5,
      trials: 2,
      spread: 1,
    });
    expect(readingOn(all, 'shinAngle', 'left', '2026-01-06')).toBeNull();
  });

  it('gives back the very same reading when a trial is struck and put back', () => {
    fc.assert(
      fc.property(
        fc.array(between(10, 50), { minLength: 2, maxLength: 6 }),
        fc.nat(),
        (values, pick) => {
          const all = trials('shinAngle', 'left', values);
          const before = readingOn(all, 'shinAngle', 'left', '2026-01-05');
          const at = pick % all.length;
          const without = all.map((t, i) => (i === at ? { ...t, struck } : t));
          const left = readingOn(without, 'shinAngle', 'left', '2026-01-05');
          expect(left?.trials).toBe(values.length - 1);
          const back = without.map((t) => ({ ...t, struck: null }));
          expect(readingOn(back, 'shinAngle', 'left', '2026-01-05')).toEqual(before);
        },
      ),
      { numRuns: 200, seed: 70 },
    );
  });

  it('agrees with a general-purpose statistics package: means, and the spread pooled over sides and days', () => {
    const set = fc.array(between(10, 50), { minLength: 3, maxLength: 5 });
    fc.assert(
      fc.property(set, set, set, (left, right, later) => {
        const all = [
          ...trials('shinAngle', 'left', left),
          ...trials('shinAngle', 'right', right),
          ...trials('shinAngle', 'left', later, { takenOn: '2026-02-05' }),
        ];
        const sets = [left, right, later];
        const pooled =
          sum(sets.map((s) => sampleVariance(s) * (s.length - 1))) /
          sum(sets.map((s) => s.length - 1));
        const error = readingError(all, 'shinAngle');
        expect(error?.own).toBe(true);
        // Never below half the published 1.4°.
        expect(error?.sem).toBeCloseTo(Math.max(Math.sqrt(pooled), 0.7), 9);
        const reading = readingOn(all, 'shinAngle', 'right', '2026-01-05');
        expect(reading?.mean).toBeCloseTo(mean(right), 9);
        expect(reading?.sem).toBeCloseTo((error?.sem ?? NaN) / Math.sqrt(right.length), 9);
      }),
      { numRuns: 200, seed: 71 },
    );
  });

  it('never believes equal trials blindly: not below the step read, nor below half the published error', () => {
    const same = [
      ...trials('kneeToWall', 'left', [80, 80, 80]),
      ...trials('kneeToWall', 'right', [90, 90, 90]),
    ];
    expect(readingError(same, 'kneeToWall')).toEqual({ sem: 3, own: true, freedom: Infinity });
    const lifts = [1, 2, 3, 4, 5].flatMap((d) =>
      trials('heelRise', null, [10, 10], { takenOn: `2026-01-0${d}` }),
    );
    // By hand: read in whole mm, 1/√12 = 0.29 mm, less than half of 2 mm.
    expect(readingError(lifts, 'heelRise')).toEqual({ sem: 1, own: true, freedom: Infinity });
    // Three equal shin angles at two visits: 1.96 · √2 · 0.7°/√3 = 1.1°, so one degree is not called a change.
    const shin = ['2025-12-01', '2026-01-05'].flatMap((takenOn, i) =>
      trials('shinAngle', 'left', [30 + i, 30 + i, 30 + i], { takenOn }),
    );
    const [before, now] = ['2025-12-01', '2026-01-05'].map((d) =>
      readingOn(shin, 'shinAngle', 'left', d),
    );
    if (!before || !now) throw new Error('no reading');
    expect(changeBetween(before, now).kind).toBe('noChangeWeCanSee');
    expect(changeBetween(before, now).mdc).toBeCloseTo(1.12, 2);
  });

  it('takes another knee width for another position, not for a repeat', () => {
    const at = (kneeGapMm: number) => ({ kneeGapMm });
    const all = [
      ...trials('hipFoldWide', null, [120], at(500)),
      ...trials('hipFoldWide', null, [140], at(700)),
    ];
    expect(readingError(all, 'hipFoldWide')).toEqual({ sem: 4, own: false, freedom: Infinity });
  });

  it('finds the newest reading, and the one before a day', () => {
    const all = [
      trial('toeOut', 'left', 12, { takenOn: '2025-12-01' }),
      trial('toeOut', 'left', 15),
      trial('toeOut', 'left', 40, { takenOn: '2026-02-01', struck }),
    ];
    expect(measuredDays(all)).toEqual(['2026-01-05', '2025-12-01']);
    expect(newestReading(all, 'toeOut', 'left')?.mean).toBe(15);
    expect(newestReading(all, 'toeOut', 'left', '2026-01-05')?.mean).toBe(12);
    expect(newestReading(all, 'toeOut', 'left', '2025-12-01')).toBeNull();
    expect(readingError(all, 'archForms')).toBeNull();
  });

  it('counts a set full only when every side has its trials', () => {
    const all = trials('shinAngle', 'left', [33, 34, 35, 33]);
    expect(progressOn(all, 'shinAngle', '2026-01-05')).toEqual({ taken: 3, wanted: 6 });
    expect(progressOn(all, 'stanceWidth', '2026-01-05')).toEqual({ taken: 0, wanted: 2 });
  });
});

describe('the stations', () => {
  it('read every measure at exactly one of them', () => {
    const read = STATIONS.flatMap((s) => s.measures);
    expect([...read].sort()).toEqual([...MEASURE_IDS].sort());
    for (const id of MEASURE_IDS) expect(stationOf(id).measures).toContain(id);
  });

  it('move the client least: every position is entered once, from standing to the floor', () => {
    const passed = STATIONS.map((s) => s.position).filter((p, i, all) => p !== all[i - 1]);
    expect(passed).toEqual(POSITIONS.map((p) => p.id));
  });

  it('each tell how, where and what goes wrong', () => {
    for (const station of STATIONS) {
      expect(station.how.length).toBeGreaterThan(0);
      expect(station.landmarks.length).toBeGreaterThan(0);
      expect(station.errors.length).toBeGreaterThan(0);
      expect(station.usedFor).toMatch(/\.$/);
    }
  });

  it('start from usual values, and the usual lies within the possible', () => {
    for (const { possible, usual, startAt, sem, semSource } of Object.values(MEASURES)) {
      expect(usual.least).toBeGreaterThanOrEqual(possible.least);
      expect(usual.most).toBeLessThanOrEqual(possible.most);
      expect(startAt).toBeGreaterThanOrEqual(usual.least);
      expect(startAt).toBeLessThanOrEqual(usual.most);
      expect(sem === null || sem > 0).toBe(true);
      expect(semSource.length).toBeGreaterThan(5);
    }
  });

  it('hold the AAOS normal ranges as usual (rotations and abduction 45°; from memory)', () => {
    for (const id of ['hipRotationIn', 'hipRotationOut', 'abductionAngle'] as const) {
      expect(MEASURES[id].usual.least).toBeLessThan(45);
      expect(MEASURES[id].usual.most).toBeGreaterThan(45);
    }
  });
});
