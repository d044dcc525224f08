import {
  analyse,
  barPathOf,
  jointOrderOf,
  seededRandom,
  simulateCapture,
  standingBalanceMm,
  USUAL_LENS,
  type Hold,
  type MadeFault,
} from '../src/index.ts';
import { cleanSquatter } from '../src/practice/index.ts';

/** Two reps of eleven frames, with the bottom in the middle. */
const windows = [0, 20].map((start, i) => ({
  rep: {
    start,
    bottom: start + 5,
    end: start + 10,
    startS: 0,
    bottomS: 0,
    endS: 0,
    sticking: null,
  },
  number: i + 1,
  top: 900,
  drop: 400,
})) as unknown as Parameters<typeof barPathOf>[1];

const film = (hold: Hold, faults: MadeFault[]) => {
  const random = seededRandom(11);
  const { script, subject } = cleanSquatter(random, hold);
  const series = simulateCapture({ ...script, faults }, { ...USUAL_LENS, view: 'side' }, random);
  const found = analyse(series, { view: 'side', subject, scale: 'none' });
  if (found.kind !== 'analysis' || found.picture.kind !== 'side') throw new Error('a side view');
  return found.picture;
};

describe('the bar against mid-foot', () => {
  it('mean and worst offset, by hand: 10 mm ahead throughout, once 40 mm behind', () => {
    const barAheadMm = Array.from({ length: 31 }, () => 10 as number | null);
    barAheadMm[25] = -40;
    barAheadMm[3] = null;
    // 21 frames seen in both reps: 20 at 10 mm, one at −40.
    const path = barPathOf({ barAheadMm }, windows)!;
    expect(path.meanMm).toBeCloseTo((20 * 10 - 40) / 21, 9);
    expect(path.worst).toMatchObject({ mm: -40, rep: 2, frame: 25 });
    expect(barPathOf({ barAheadMm: barAheadMm.map(() => null) }, windows)).toBeNull();
  });

  it('a balanced squat keeps a high bar near mid-foot; weight that rolls forward takes the bar along', () => {
    const clean = film('highBar', []);
    expect(Math.abs(clean.bar!.meanMm)).toBeLessThan(40);
    const forward = film('highBar', [{ fault: 'weightForward', size: 60 }]);
    expect(forward.bar!.worst.mm).toBeGreaterThan(clean.bar!.worst.mm + 25);
    expect(film('bodyweight', []).bar).toBeNull();
  });

  it('pressure is read while standing: what only the bottom shows is not in it', () => {
    const [clean, forward] = [[], [{ fault: 'weightForward' as const, size: 60 }]].map(
      (faults) => film('highBar', faults).standingMm!,
    );
    expect(Math.abs(forward! - clean!)).toBeLessThan(5);
    expect(standingBalanceMm({ balanceMm: [30, 31, 32, 90] }, [0, 1, 2])).toBeCloseTo(31, 9);
  });
});

describe('the order of the joints through the whole descent', () => {
  const descent = (hip: readonly number[], knee: readonly number[]) =>
    jointOrderOf({ hipFoldDeg: hip, kneeFlexionDeg: knee }, windows.slice(0, 1));
  const path = (by: number[]) => by.reduce<number[]>((all, d) => [...all, all.at(-1)! + d], [0]);
  const rest = [0, 0, 0, 0, 0];

  it('finds a dive that swaps to the hips half way, and the mirror of it', () => {
    const dive = descent(path([2, 2, 4, 24, 24, ...rest]), path([20, 20, 14, 4, 4, ...rest]))!;
    expect(dive.swap).toBe('toHips');
    expect(dive.firstHalf).toBeLessThan(35);
    expect(dive.secondHalf).toBeGreaterThan(65);
    const back = descent(path([20, 20, 14, 4, 4, ...rest]), path([2, 2, 4, 24, 24, ...rest]))!;
    expect(back.swap).toBe('toKnees');
  });

  it('a steady share is no swap, nor is one that stays on its side of half', () => {
    expect(
      descent(path([12, 12, 12, 12, 12, ...rest]), path([12, 12, 12, 12, 12, ...rest]))!.swap,
    ).toBeNull();
    expect(
      descent(path([20, 20, 18, 14, 13, ...rest]), path([4, 4, 6, 10, 11, ...rest]))!.swap,
    ).toBeNull();
    expect(film('bodyweight', []).order!.swap).toBeNull();
  });
});
