import fc from 'fast-check';
import {
  CALF_SHORT_DEG,
  compareReadings,
  degPerKneeToWallMm,
  dorsiflexionFromKneeToWallDeg,
  dorsiflexionOn,
  minimalDetectableChange,
  newestDorsiflexion,
  readArch,
  readCalf,
  resolveBody,
} from '../src/index.ts';
import { bodies, between } from './arbitraries.ts';
import { trial, trials } from './trialRecord.ts';

const average = resolveBody({ statureMm: 1750, massKg: 75 });
const DAY = '2026-01-05';

describe('one ankle', () => {
  it('carries the tape’s error into degrees by the slope of the geometry', () => {
    fc.assert(
      fc.property(bodies, between(-50, 140), (body, mm) => {
        const own = resolveBody(body);
        const [here, there] = [mm - 0.01, mm + 0.01].map((d) =>
          dorsiflexionFromKneeToWallDeg(own, d),
        );
        const slope = degPerKneeToWallMm(own, mm);
        if (here == null || there == null || slope === null) return;
        expect(slope).toBeCloseTo((there - here) / 0.02, 4);
      }),
      { numRuns: 300, seed: 80 },
    );
    // By hand at 100 mm: 1/(430.5 · cos 35.4°) rad = 0.163° a mm, 1.6° a cm.
    expect(degPerKneeToWallMm(average, 100)).toBeCloseTo(0.163, 3);
    expect(degPerKneeToWallMm(average, 400)).toBeNull();
  });

  it('reads the way taken last, and says which', () => {
    const wall = trials('kneeToWall', 'left', [100, 100, 100]);
    const shin = trials('shinAngle', 'left', [34, 35, 36]);
    expect(dorsiflexionOn(average, [...wall, ...shin], 'left', DAY)).toMatchObject({
      by: 'inclinometer',
      deg: 35,
      trials: 3,
    });
    const tape = dorsiflexionOn(average, wall, 'left', DAY);
    expect(tape?.by).toBe('kneeToWall');
    expect(tape?.deg).toBeCloseTo(35.4, 1);
    expect(tape?.mdc).toBeCloseTo(minimalDetectableChange((6 / Math.sqrt(3)) * 0.163), 2);
    expect(dorsiflexionOn(average, wall, 'right', DAY)).toBeNull();
    expect(dorsiflexionOn(average, [trial('kneeToWall', 'left', 300)], 'left', DAY)).toBeNull();
  });

  it('looks past a day without the ankle to the newest that has it', () => {
    const all = [
      trial('shinAngle', 'left', 28, { takenOn: '2025-12-01' }),
      trial('toeOut', 'left', 12),
    ];
    expect(newestDorsiflexion(average, all, 'left')?.day).toBe('2025-12-01');
    expect(newestDorsiflexion(average, all, 'left', '2025-12-01')).toBeNull();
  });
});

describe('left against right', () => {
  it('has the error of both readings', () => {
    // By hand: 1.96 · √(1² + 2²) = 4.38.
    expect(compareReadings({ value: 30, sem: 1 }, { value: 34, sem: 2 })).toMatchObject({
      kind: 'noDifferenceWeCanSee',
    });
    const far = compareReadings({ value: 30, sem: 1 }, { value: 35, sem: 2 });
    expect(far).toMatchObject({ kind: 'different', lower: 'left' });
    expect(far.mdcDeg).toBeCloseTo(4.38, 2);
  });
});

describe('the calf against soleus and joint', () => {
  const at = (deg: number, sem = 0.8) => ({ deg, sem });

  it.each([
    [40, 32, 'neitherShort'],
    [40, 18, 'gastrocnemius'],
    [24, 18, 'soleusOrJoint'],
    [24, 4, 'gastrocnemius'],
    [24, 27, 'contradiction'],
    [CALF_SHORT_DEG.bent, 30, 'cannotTell'],
    [40, CALF_SHORT_DEG.straight, 'cannotTell'],
  ] as const)('bent %d°, straight %d°: %s', (bent, straight, kind) => {
    expect(readCalf(at(bent), at(straight)).kind).toBe(kind);
  });

  it('never grows surer with a worse instrument', () => {
    fc.assert(
      fc.property(between(5, 50), between(0, 45), between(0.3, 3), (bent, straight, sem) => {
        const sharp = readCalf(at(bent, sem), at(straight, sem)).kind;
        const blunt = readCalf(at(bent, sem * 2), at(straight, sem * 2)).kind;
        const unsure = ['cannotTell', 'contradiction', 'soleusOrJoint'];
        if (sharp === 'cannotTell') expect(unsure).toContain(blunt);
        if (sharp === 'neitherShort') expect(['neitherShort', 'cannotTell']).toContain(blunt);
        if (sharp !== 'contradiction') expect(blunt).not.toBe('contradiction');
      }),
      { numRuns: 500, seed: 81 },
    );
  });
});

describe('the arch', () => {
  const arch = (sitting: number, standing: number, forms: number | null) =>
    readArch(
      [
        ...trials('navicularSitting', 'left', [sitting, sitting]),
        ...trials('navicularStanding', 'left', [standing, standing]),
        ...(forms === null ? [] : [trial('archForms', 'left', forms)]),
      ],
      'left',
    );

  it('drops up to 10 mm as usual and more than 15 mm as marked (Brody 1982, from memory)', () => {
    expect(arch(45, 38, 1)).toMatchObject({ dropMm: 7, size: 'usual', kind: 'fine' });
    expect(arch(45, 33, 1)).toMatchObject({ dropMm: 12, size: 'more', kind: 'flexible' });
    expect(arch(45, 28, 1)).toMatchObject({ dropMm: 17, size: 'marked', kind: 'flexible' });
  });

  it('is structural when it never forms, whatever the drop, and undecided before the heels rose', () => {
    expect(arch(45, 38, 0).kind).toBe('structural');
    expect(arch(45, 33, null).kind).toBeNull();
    expect(readArch([], 'left')).toEqual({
      dropMm: null,
      plusMinusMm: null,
      size: null,
      kind: null,
    });
  });

  it('carries the error of both heights', () => {
    // Two trials a height at 1.5 mm each: 1.96 · √(1.5²/2 + 1.5²/2) = 2.94 mm.
    expect(arch(45, 38, 1).plusMinusMm).toBeCloseTo(2.94, 2);
  });
});
