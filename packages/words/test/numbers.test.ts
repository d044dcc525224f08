import { seededRandom } from '@zither/core';
import {
  sayLeftOver,
  sayMargin,
  sayNumber,
  sayPercent,
  saySigned,
  sayTrimmed,
} from '../src/numbers.ts';

describe('numbers', () => {
  it('are those of a plain conversion, with a real minus and thousands grouped', () => {
    const random = seededRandom(7);
    for (let n = 0; n < 5000; n += 1) {
      const digits = Math.floor(random() * 4);
      const value = (random() - 0.5) * 10 ** Math.floor(random() * 7);
      const plain = value.toFixed(digits).replace(/^-(0(\.0*)?)$/, '$1');
      const said = sayNumber(value, digits);
      expect(said.replaceAll(',', '').replace('−', '-')).toBe(plain);
      expect(sayTrimmed(value, digits).replaceAll(',', '').replace('−', '-')).toBe(
        String(Number(plain)),
      );
    }
  });

  it('say their sign where a change is meant, and none where nothing is left', () => {
    expect(sayNumber(-0.04, 1)).toBe('0.0');
    expect(saySigned(-0.04, 1)).toBe('0.0');
    expect(saySigned(0.26, 1)).toBe('+0.3');
    expect(saySigned(-3)).toBe('−3');
    expect(sayNumber(-12.5, 1)).toBe('−12.5');
    expect(sayNumber(5400)).toBe('5,400');
    expect(sayTrimmed(2.5, 2)).toBe('2.5');
    expect(sayPercent(0.456)).toBe('46 %');
    expect(sayPercent(0.004, 1)).toBe('0.4 %');
  });

  it('never say a margin as 0°', () => {
    expect([0.3, -0.9, 3.2, -2.6].map(sayMargin)).toEqual([
      'less than 1°',
      'less than 1°',
      '3°',
      '3°',
    ]);
    expect([0.3, 2.2].map(sayLeftOver)).toEqual(['nothing', '2°']);
  });
});
