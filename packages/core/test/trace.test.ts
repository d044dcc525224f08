import fc from 'fast-check';
import { stanceFromTrace, type BothSides, type FootTrace, type PaperPoint } from '../src/index.ts';
import { between } from './arbitraries.ts';

/** Two feet as they would be marked, the sheet turned and shifted under them. */
function marked(
  widthMm: number,
  toeOut: BothSides<number>,
  footMm: number,
  sheet: { turnDeg: number; x: number; y: number },
): BothSides<FootTrace> {
  const turn = (sheet.turnDeg * Math.PI) / 180;
  const onSheet = ({ x, y }: PaperPoint): PaperPoint => ({
    x: sheet.x + x * Math.cos(turn) - y * Math.sin(turn),
    y: sheet.y + x * Math.sin(turn) + y * Math.cos(turn),
  });
  const foot = (side: 'left' | 'right'): FootTrace => {
    const out = side === 'left' ? 1 : -1;
    const a = (toeOut[side] * Math.PI) / 180;
    const place = (along: number, outward: number): PaperPoint =>
      onSheet({
        x: along * Math.cos(a) - outward * Math.sin(a),
        y: out * (widthMm / 2 + along * Math.sin(a) + outward * Math.cos(a)),
      });
    return {
      heel: place(0, 0),
      secondToe: place(footMm, 0),
      innerBall: place(footMm * 0.73, -45),
      outerBall: place(footMm * 0.68, 48),
    };
  };
  return { left: foot('left'), right: foot('right') };
}

const sheets = fc.record({
  turnDeg: between(-180, 180),
  x: between(-300, 300),
  y: between(-300, 300),
});

describe('a stance traced on paper', () => {
  it('gives width and both angles back, however the sheet lies', () => {
    fc.assert(
      fc.property(
        between(120, 800),
        between(-10, 45),
        between(-10, 45),
        between(200, 310),
        sheets,
        (width, left, right, foot, sheet) => {
          const found = stanceFromTrace(marked(width, { left, right }, foot, sheet));
          if (found.kind !== 'stance') throw new Error(found.because.kind);
          expect(found.stance.stanceWidthMm).toBeCloseTo(width, 6);
          expect(found.stance.toeOutDeg.left).toBeCloseTo(left, 6);
          expect(found.stance.toeOutDeg.right).toBeCloseTo(right, 6);
          expect(found.stance.footMm.left).toBeCloseTo(foot, 6);
        },
      ),
      { numRuns: 400, seed: 95 },
    );
  });

  it('turns two millimetres of marking into less than half a degree', () => {
    const true_ = marked(420, { left: 15, right: 15 }, 265, { turnDeg: 0, x: 0, y: 0 });
    const off = { ...true_, left: { ...true_.left, secondToe: { ...true_.left.secondToe } } };
    off.left.secondToe.y += 2;
    const found = stanceFromTrace(off);
    if (found.kind !== 'stance') throw new Error(found.because.kind);
    expect(Math.abs(found.stance.toeOutDeg.left - 15)).toBeLessThan(0.5);
  });

  it('says which mark cannot be where it is', () => {
    const good = marked(420, { left: 15, right: 15 }, 265, { turnDeg: 0, x: 0, y: 0 });
    const why = (traces: BothSides<FootTrace>) => {
      const found = stanceFromTrace(traces);
      return found.kind === 'misplaced' ? found.because : 'fine';
    };
    expect(why(good)).toBe('fine');
    expect(why({ left: good.right, right: good.left })).toEqual({ kind: 'exchanged' });
    const { innerBall, outerBall } = good.left;
    expect(
      why({ ...good, left: { ...good.left, innerBall: outerBall, outerBall: innerBall } }),
    ).toEqual({ kind: 'ballSides' });
    expect(
      stanceFromTrace({ ...good, left: { ...good.left, secondToe: good.left.innerBall } }),
    ).toMatchObject({ kind: 'misplaced', side: 'left' });
    const far = { x: 500, y: 250 };
    expect(why({ ...good, left: { ...good.left, secondToe: far } })).toMatchObject({
      kind: 'length',
    });
    expect(why({ ...good, right: good.left })).toEqual({ kind: 'heelsTogether' });
    const heelward = {
      ...good.left,
      innerBall: { ...good.left.innerBall, x: 30 },
      outerBall: { ...good.left.outerBall, x: 40 },
    };
    expect(why({ ...good, left: heelward })).toMatchObject({ kind: 'ballPlace' });
  });
});
