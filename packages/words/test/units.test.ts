import fc from 'fast-check';
import { all, create, type Unit } from 'mathjs';
import {
  inShown,
  lengthNumber,
  readNumber,
  readQuantity,
  sayHeight,
  sayLength,
  sayMass,
  setUnits,
  shownAs,
  UNIT_SYSTEMS,
  unitsNow,
  type Quantity,
} from '@zither/words/units';

const math = create(all!);
/** The same by a general-purpose package. */
const outside = (value: number, from: string, to: string): number =>
  (math.unit(value, from) as Unit).toNumber(to);

const RANGES: Record<Quantity, [number, number]> = {
  length: [10, 2500],
  height: [0, 200],
  mass: [0, 350],
};

afterEach(() => setUnits('metric'));

describe('units', () => {
  it('an inch, a foot and a pound are what a general-purpose package says they are', () => {
    expect(readQuantity('length', '71 in')).toBeCloseTo(outside(71, 'inch', 'mm'), 3);
    expect(readQuantity('length', '5 ft')).toBeCloseTo(outside(5, 'foot', 'mm'), 3);
    expect(readQuantity('mass', '180 lb')).toBeCloseTo(outside(180, 'lb', 'kg'), 3);
  });

  it.each<[string, number]>([
    ['5\'11"', 1803.4],
    ["5' 11", 1803.4],
    ['5’11”', 1803.4],
    ['5 ft 11 1/2 in', 1816.1],
    ["6'", 1828.8],
    ['71 in', 1803.4],
    ['71"', 1803.4],
    ['7 1/2 in', 190.5],
    ['7½ in', 190.5],
    ['180 cm', 1800],
    ['1.8 m', 1800],
    ['1,8 m', 1800],
    ['25 mm', 25],
  ])('%s is understood in either system', (text, mm) => {
    for (const system of UNIT_SYSTEMS) {
      setUnits(system);
      expect(readQuantity('length', text)).toBeCloseTo(mm, 3);
    }
  });

  it('a bare number is in the unit that is shown', () => {
    expect(readQuantity('length', '42')).toBe(420);
    expect(readQuantity('height', '20')).toBe(20);
    expect(readQuantity('mass', '80')).toBe(80);
    setUnits('imperial');
    expect(readQuantity('length', '16 1/2')).toBeCloseTo(419.1, 3);
    expect(readQuantity('mass', '180')).toBeCloseTo(81.647, 3);
    expect(readQuantity('mass', '80 kg')).toBe(80);
  });

  it.each(['', 'tall', '7 1/0', '5\'x"', '12 stones', '1 2', "'", '--3'])(
    '%j is not a length',
    (text) => {
      expect(readQuantity('length', text)).toBeNull();
    },
  );

  it('numbers are read with point, comma, fraction and sign', () => {
    expect(['7', '7,5', '.5', '1/2', '7 1/2', '7½', '-3', '−3'].map(readNumber)).toEqual([
      7, 7.5, 0.5, 0.5, 7.5, 7.5, -3, -3,
    ]);
  });

  it('are said in the system of the device, in whole words of it', () => {
    expect([sayLength(420), sayLength(425, 1), sayHeight(20), sayMass(62.5)]).toEqual([
      '42 cm',
      '42.5 cm',
      '20 mm',
      '62.5 kg',
    ]);
    setUnits('imperial');
    expect(unitsNow()).toBe('imperial');
    expect([sayLength(420), sayHeight(20), sayMass(62.5), lengthNumber(420)]).toEqual([
      '16.5 in',
      '0.79 in',
      '137.8 lb',
      '16.5',
    ]);
    expect(sayLength(-30)).toBe('−1.2 in');
  });

  it('typed, kept and shown again a value never moves by more than the last digit shown', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...UNIT_SYSTEMS),
        fc.constantFrom<Quantity>('length', 'height', 'mass'),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom(...UNIT_SYSTEMS),
        (system, quantity, share, other) => {
          setUnits(system);
          const { per, digits } = shownAs(quantity);
          const [least, most] = RANGES[quantity];
          const typed = ((least + share * (most - least)) / per).toFixed(digits);
          const kept = readQuantity(quantity, typed)!;
          const last = 10 ** -digits;
          expect(Math.abs(inShown(quantity, kept) - Number(typed))).toBeLessThan(last / 2);
          // Looked at on a device with other units and come back, it is the same row and the same number.
          setUnits(other);
          inShown(quantity, kept);
          setUnits(system);
          expect(inShown(quantity, kept)).toBe(Number(typed));
          expect(Math.abs(kept / per - Number(typed))).toBeLessThan(last);
        },
      ),
      { numRuns: 2000, seed: 71 },
    );
  });
});
