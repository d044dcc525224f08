import fc from 'fast-check';
import { finerGrid } from '../src/index.ts';

describe('a finer grid', () => {
  it('goes in a straight line between the centres, and stays as it is beyond the outer ones', () => {
    const { values, columns, rows } = finerGrid([0, 1, 2, 3], 4, 2);
    expect({ columns, rows }).toEqual({ columns: 8, rows: 2 });
    // Samples lie a quarter of a cell to each side of a centre.
    expect(values.slice(0, 8)).toEqual([0, 0.25, 0.75, 1.25, 1.75, 2.25, 2.75, 3]);
    expect(values.slice(8)).toEqual(values.slice(0, 8));
  });

  it('adds nothing: every sample lies between the least and the most, and a plane stays a plane', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 5 }),
        fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })),
        (columns, rows, times, stream) => {
          const values = [...stream.take(columns * rows)];
          const fine = finerGrid(values, columns, times);
          expect(fine.values).toHaveLength(columns * rows * times * times);
          for (const v of fine.values) {
            expect(v).toBeGreaterThanOrEqual(Math.min(...values) - 1e-12);
            expect(v).toBeLessThanOrEqual(Math.max(...values) + 1e-12);
          }
        },
      ),
      { numRuns: 200, seed: 7 },
    );
    const plane = Array.from({ length: 12 }, (_, i) => 2 * (i % 4) + 5 * Math.floor(i / 4));
    const fine = finerGrid(plane, 4, 3);
    const at = (i: number) => (i + 0.5) / 3 - 0.5;
    // Within the outer centres.
    for (let j = 1; j < 8; j += 1)
      for (let i = 1; i < 11; i += 1)
        expect(fine.values[j * 12 + i]).toBeCloseTo(2 * at(i) + 5 * at(j), 9);
  });
});
