import { agreementOf, faultsOf } from '../src/index.ts';

const knee = { fault: 'kneesIn', side: 'left', severity: 'clear' } as const;
const shift = { fault: 'sideShift', side: 'right', severity: 'slight' } as const;

describe('measured against judged', () => {
  const of = faultsOf('front').length - 1; // Pain is said, not measured.

  it('agrees where both name a fault and where neither does', () => {
    expect(agreementOf('front', [], [])).toEqual({ lines: [], alike: of, of });
    expect(agreementOf('front', [knee], [{ ...knee, severity: 'slight' }])).toEqual({
      lines: [{ fault: 'kneesIn', side: 'left', measured: 'clear', byEye: 'slight', kind: 'both' }],
      alike: of,
      of,
    });
  });

  it('keeps both when they differ, each under its own name', () => {
    const { lines, alike } = agreementOf('front', [knee], [shift]);
    expect(lines.map((l) => [l.fault, l.kind])).toEqual([
      ['kneesIn', 'onlyMeasured'],
      ['sideShift', 'onlyByEye'],
    ]);
    expect(alike).toBe(of - 2);
  });

  it('takes an eye that named no side as speaking of the side measured', () => {
    const { lines } = agreementOf('front', [knee], [{ ...knee, side: null }]);
    expect(lines).toMatchObject([{ side: 'left', kind: 'both' }]);
  });

  it('does not hold the eye against a camera that could not see it', () => {
    const seen = agreementOf('front', [], [shift], ['sideShift']);
    expect(seen.lines).toMatchObject([{ kind: 'notMeasurable' }]);
    expect(seen).toMatchObject({ alike: of - 1, of: of - 1 });
  });
});
