import Papa from 'papaparse';
import fc from 'fast-check';
import { loadSetValuesSchema, type LoadSetValues } from '@zither/contract';
import { LOAD_HEADER, readLoadCsv, writeLoadCsv } from '@zither/formats/loadCsv';

const setOf = (change: Partial<LoadSetValues> = {}): LoadSetValues =>
  loadSetValuesSchema.parse({
    takenOn: '2026-01-05',
    takenAt: '2026-01-05T09:00:00.000Z',
    rung: 'front',
    loadKg: 42.5,
    reps: 5,
    watched: 'eye',
    ...change,
  });

const read = (text: string): LoadSetValues[] => {
  const found = readLoadCsv(text);
  if (!found.ok) throw new Error(found.problem.message);
  return found.sets;
};
const problemOf = (text: string): string => {
  const found = readLoadCsv(text);
  return found.ok ? '' : found.problem.message;
};

const anySet = fc
  .record({
    minute: fc.integer({ min: 0, max: 59 }),
    rung: fc.constantFrom('goblet' as const, 'front' as const, 'lowBar' as const),
    loadKg: fc.integer({ min: 0, max: 480 }).map((n) => n * 1.25),
    reps: fc.integer({ min: 1, max: 100 }),
    descentS: fc.option(fc.constantFrom(0, 1.5, 5)),
    pauseS: fc.option(fc.constantFrom(0, 2)),
    watched: fc.constantFrom('eye' as const, 'camera' as const, null),
    faults: fc.array(
      fc.record({
        fault: fc.constantFrom('kneesIn' as const, 'heelsRise' as const),
        side: fc.constantFrom('left' as const, 'right' as const, null),
        severity: fc.constantFrom('slight' as const, 'clear' as const),
        reps: fc.uniqueArray(fc.integer({ min: 1, max: 12 }), { maxLength: 4 }),
      }),
      { maxLength: 3 },
    ),
    repsLeft: fc.option(fc.constantFrom(0, 1.5, 4)),
    pain: fc.option(fc.integer({ min: 0, max: 10 })),
    heelRiseMm: fc.integer({ min: 0, max: 40 }),
    shod: fc.boolean(),
    belt: fc.boolean(),
  })
  .map(({ minute, faults, watched, ...rest }) =>
    setOf({
      ...rest,
      watched,
      faults: watched === null ? [] : faults,
      takenAt: `2026-01-05T09:${String(minute).padStart(2, '0')}:00.000Z`,
    }),
  );

describe('the load log as CSV', () => {
  it('comes back as it was, whatever was logged', () => {
    fc.assert(
      fc.property(fc.array(anySet, { maxLength: 12 }), (sets) => {
        const back = read(writeLoadCsv(sets));
        const sorted = [...sets].sort((a, b) => a.takenAt.localeCompare(b.takenAt));
        expect(back).toEqual(sorted);
      }),
    );
  });

  it('is a table that a general-purpose CSV reader understands: one line a set, numbers plain', () => {
    const { data } = Papa.parse<Record<string, string>>(
      writeLoadCsv([
        setOf({ faults: [{ fault: 'kneesIn', side: 'left', severity: 'clear', reps: [1, 3] }] }),
      ]),
      { header: true, skipEmptyLines: true },
    );
    expect(Object.keys(data[0]!)).toEqual([...LOAD_HEADER]);
    expect(data[0]).toMatchObject({
      load_kg: '42.5',
      watched: 'eye',
      faults: 'kneesIn:left:clear:1 3',
      belt: 'no',
    });
  });

  it('leaves out what was taken back', () => {
    expect(read(writeLoadCsv([setOf({ undone: true })]))).toEqual([]);
  });

  it('reads a short table made by hand: day, variation, load, reps', () => {
    const sets = read(
      'day,variation,load_kg,reps\n2026-01-05,goblet,12,8\n2026-01-05,goblet,16,8\n\n',
    );
    expect(sets).toMatchObject([
      { loadKg: 12, watched: null, faults: [], pain: null },
      { loadKg: 16 },
    ]);
    // In the order of the file.
    expect(sets[0]!.takenAt < sets[1]!.takenAt).toBe(true);
  });

  it('refuses what it cannot read, with line and column', () => {
    expect(problemOf('day,load_kg\n')).toBe('Line 1: the columns variation, reps are missing.');
    expect(problemOf('day,variation,load_kg,reps,mood\n')).toBe(
      'Line 1: “mood” is not a known column.',
    );
    const head = 'day,variation,load_kg,reps,watched,faults\n';
    expect(problemOf(`${head}2026-01-05,goblet,-4,8,no,\n`)).toBe(
      'Line 2: load_kg must be at least 0 kg.',
    );
    expect(problemOf(`${head}2026-01-05,bench,40,8,no,\n`)).toBe(
      'Line 2: variation must be a known variation.',
    );
    expect(problemOf(`${head}2026-01-05,goblet,40,8,no,kneesIn:left:clear:\n`)).toBe(
      'Line 2: watched must be eye or camera where faults are named.',
    );
    expect(problemOf(`${head}2026-01-05,goblet,40\n`)).toBe('Line 2: has 3 cells instead of 6.');
  });
});
