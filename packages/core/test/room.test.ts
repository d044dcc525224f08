import {
  analyse,
  GYM_ROOM,
  NO_ROOM,
  seededRandom,
  simulateCapture,
  USUAL_LENS,
  type Lens,
  type MadeFault,
} from '../src/index.ts';
import { cleanSquatter } from '../src/practice/index.ts';

const film = (faults: MadeFault[], lens: Partial<Lens>, seed = 7) => {
  const random = seededRandom(seed);
  const { script, subject } = cleanSquatter(random, 'bodyweight');
  const view = lens.view ?? 'side';
  const series = simulateCapture({ ...script, faults }, { ...USUAL_LENS, ...lens, view }, random);
  const found = analyse(series, { view, subject, scale: 'none' });
  if (found.kind !== 'analysis') throw new Error('five squats are there');
  return { series, found, script };
};
const named = ({ found }: ReturnType<typeof film>, fault: string) =>
  found.findings.filter((f) => f.fault === fault && f.severity !== null);

describe('the simulated camera in a room', () => {
  it('as seen from ever further away it is the flat camera: a thousand kilometres off no mark is a micrometre from it', () => {
    const flat = film([], { ...NO_ROOM, view: 'front' }).series;
    const far = film([], { ...NO_ROOM, view: 'front', distanceMm: 1e12 }).series;
    for (const [name, track] of Object.entries(flat.tracks))
      track.y.forEach((y, k) => {
        const other = far.tracks[name]!.y[k]!;
        if (y === null) expect(other).toBeNull();
        else expect(Math.abs(other - y)).toBeLessThan(1e-3);
      });
  });

  it('a lens 3.5 m away shows what is nearer larger: a knee 0.4 m toward it by the ratio of the distances', () => {
    const quiet = { view: 'front' as const, noiseMm: 0, tiltDeg: 0, lossChance: 0 };
    const far = film([], quiet).series;
    const near = film([], { ...quiet, distanceMm: 3500 }).series;
    const widest = Math.max(...far.tracks['leftKnee']!.y.map((v) => v ?? 0));
    const at = far.tracks['leftKnee']!.y.findIndex((v) => v === widest);
    const ratio = near.tracks['leftKnee']!.y[at]! / far.tracks['leftKnee']!.y[at]!;
    // The knee is some 0.25 to 0.5 m ahead of the ankles: 3500 / (3500 − 250) to 3500 / (3500 − 500).
    expect(ratio).toBeGreaterThan(3500 / 3300);
    expect(ratio).toBeLessThan(3500 / 2950);
  });

  it('marks lie off the joints, further as they bend, at most as far as said; cloth moves over them', () => {
    const quiet = { noiseMm: 0, tiltDeg: 0, lossChance: 0 };
    const on = film([], quiet).series.tracks['knee']!;
    const off = film([], { ...quiet, skinMm: 15 }).series.tracks['knee']!;
    const apart = on.x.map((x, k) => Math.hypot(off.x[k]! - x!, off.z[k]! - on.z[k]!));
    expect(Math.max(...apart)).toBeLessThanOrEqual(15 + 1e-6);
    expect(Math.max(...apart)).toBeGreaterThan(2 * Math.min(...apart));
    const cloth = film([], { ...quiet, clothMm: 4 }).series.tracks['hip']!;
    const bare = film([], quiet).series.tracks['hip']!;
    const by = cloth.x.map((x, k) => x! - bare.x[k]!);
    const sd = Math.sqrt(by.reduce((sum, v) => sum + v * v, 0) / by.length);
    expect(sd).toBeGreaterThan(2);
    expect(sd).toBeLessThan(7);
  });

  it('standing about before and after is no repetition', () => {
    for (const view of ['side', 'front'] as const) {
      const { found, series } = film([], { ...GYM_ROOM, view });
      expect(found.reps).toHaveLength(5);
      expect(found.reps[0]!.startS).toBeGreaterThan(GYM_ROOM.idleS);
      expect(series.timesS.at(-1)! - found.reps.at(-1)!.endS).toBeGreaterThan(GYM_ROOM.idleS - 0.5);
    }
  });

  it('a shift that changes sides is found on both, each in its own reps', () => {
    const list = named(
      film([{ fault: 'sideShift', size: 30, side: 'left', alternates: true }], { view: 'front' }),
      'sideShift',
    );
    expect(list.map((f) => [f.side, f.reps])).toEqual([
      ['left', [1, 3, 5]],
      ['right', [2, 4]],
    ]);
  });

  it('a fault of the last reps alone is named with those reps', () => {
    const [late] = named(
      film([{ fault: 'kneesIn', size: 20, side: 'right', reps: [4, 5] }], {
        ...GYM_ROOM,
        view: 'front',
      }),
      'kneesIn',
    );
    expect(late).toMatchObject({ side: 'right', reps: [4, 5] });
  });

  it('one heel rises by itself: the camera on the other side does not see it', () => {
    const faults: MadeFault[] = [{ fault: 'heelsRise', size: 20, side: 'right' }];
    expect(named(film(faults, { facing: 'right' }), 'heelsRise')).toHaveLength(1);
    expect(named(film(faults, { facing: 'left' }), 'heelsRise')).toHaveLength(0);
  });
});
