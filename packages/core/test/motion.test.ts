import fc from 'fast-check';
import { CalcCascades } from 'fili';
import { dot, norm } from 'mathjs';
import {
  bridge,
  BRIDGE_MOST_S,
  buildLinkage,
  butterworth,
  cleaned,
  levelled,
  lowPass,
  normal,
  poseAt,
  rateOf,
  repsOf,
  resolveBody,
  scaled,
  seededRandom,
  seenDistanceMm,
  sideAnglesAt,
  type Channel,
  type Series,
  type Track,
} from '../src/index.ts';
import { between } from './arbitraries.ts';

const sine = (hz: number, rateHz: number, seconds: number) =>
  Array.from({ length: Math.round(rateHz * seconds) }, (_, i) =>
    Math.sin((2 * Math.PI * hz * i) / rateHz),
  );
const amplitude = (values: readonly number[]) => {
  const middle = values.slice(values.length / 4, (values.length * 3) / 4);
  return Math.max(...middle.map(Math.abs));
};
const times = (frames: number, rateHz: number) =>
  Array.from({ length: frames }, (_, i) => i / rateHz);
const track = (x: Channel, z: Channel): Track => ({
  x,
  y: x.map(() => null),
  z,
  confidence: x.map((v) => (v === null ? 0 : 1)),
});

describe('the low-pass', () => {
  it('has the coefficients of a general-purpose filter package (fili), at the corrected cut-off', () => {
    fc.assert(
      fc.property(between(30, 240), between(1, 10), (rate, cutoff) => {
        if (cutoff >= rate * 0.3) return;
        const own = butterworth(rate, cutoff, 2);
        // The package warps its cut-off by itself: give it the one whose tangent ours is.
        const corrected =
          (rate / Math.PI) *
          Math.atan(Math.tan((Math.PI * cutoff) / rate) / (Math.SQRT2 - 1) ** 0.25);
        const [theirs] = new CalcCascades().lowpass({
          order: 1,
          characteristic: 'butterworth',
          Fs: rate,
          Fc: corrected,
        });
        if (!theirs) throw new Error('no section');
        const [b0, b1, b2] = theirs.b;
        expect(own.a0).toBeCloseTo(b0 * theirs.k, 4);
        expect(own.a1).toBeCloseTo(b1 * theirs.k, 4);
        expect(own.a2).toBeCloseTo(b2 * theirs.k, 4);
        expect(own.b1).toBeCloseTo(-theirs.a[0], 4);
        expect(own.b2).toBeCloseTo(-theirs.a[1], 4);
      }),
      { numRuns: 100, seed: 110 },
    );
  });

  it('passes and stops as theory says: 1/(1 + (f/fc)⁴) of two second-order passes with the corrected cut-off', () => {
    const rate = 240;
    for (const hz of [1, 2, 4, 6, 8, 12]) {
      const through = amplitude(lowPass(sine(hz, rate, 8), rate, 6));
      const warp = (f: number) => Math.tan((Math.PI * f) / rate);
      const ratio = (warp(hz) / warp(6)) * (Math.SQRT2 - 1) ** 0.25;
      expect(through).toBeCloseTo(1 / (1 + ratio ** 4), 2);
    }
    // At the cut-off itself: −3 dB, 0.707, for the two passes together.
    expect(amplitude(lowPass(sine(6, rate, 8), rate, 6))).toBeCloseTo(Math.SQRT1_2, 2);
  });

  it('keeps level and slope to the very ends, and has no lag', () => {
    const ramp = Array.from({ length: 60 }, (_, i) => 5 + 3 * i);
    lowPass(ramp, 60).forEach((v, i) => expect(v).toBeCloseTo(ramp[i] ?? NaN, 3));
    const bump = Array.from({ length: 121 }, (_, i) => Math.exp(-(((i - 60) / 12) ** 2)));
    const out = lowPass(bump, 60);
    expect(out.indexOf(Math.max(...out))).toBe(60);
  });
});

describe('gaps', () => {
  it('are bridged up to a fifth of a second, along a cubic as it was, and no further', () => {
    const cubic = (i: number) => 0.001 * i ** 3 - 0.1 * i ** 2 + 2 * i;
    const rate = 60;
    const whole = Array.from({ length: 80 }, (_, i) => cubic(i));
    const most = Math.floor(BRIDGE_MOST_S * rate) - 1;
    for (const missing of [1, 4, most]) {
      const cut = whole.map((v, i) => (i >= 40 && i < 40 + missing ? null : v));
      const { values, bridged } = bridge(cut, rate);
      expect(bridged).toBe(missing);
      values.forEach((v, i) => expect(Math.abs((v ?? NaN) - cubic(i))).toBeLessThan(1));
    }
    const long = whole.map((v, i) => (i >= 40 && i < 40 + most + 1 ? null : v));
    expect(bridge(long, rate)).toEqual({ values: long, bridged: 0 });
    const ends = whole.map((v, i) => (i < 3 || i > 76 ? null : v));
    expect(bridge(ends, rate).bridged).toBe(0);
  });

  it('never touch what was seen', () => {
    fc.assert(
      fc.property(fc.array(fc.option(between(-100, 100)), { minLength: 5, maxLength: 60 }), (c) => {
        const { values } = bridge(c, 30);
        c.forEach((v, i) => {
          if (v !== null) expect(values[i]).toBe(v);
        });
      }),
      { numRuns: 200, seed: 111 },
    );
  });
});

describe('a capture made fit', () => {
  it('takes the middle step as its clock, drops unsure samples and says how much was there', () => {
    const frames = 120;
    const random = seededRandom(112);
    const clean = times(frames, 60).map((t) => 500 + 300 * Math.cos(t));
    const noisy = clean.map((v) => v + 3 * normal(random));
    const z = noisy.map((v, i) => (i >= 50 && i < 54 ? null : v));
    const made: Track = {
      ...track(z, z),
      confidence: z.map((v, i) => (v === null ? 0 : i === 80 ? 0.1 : 0.9)),
    };
    const result = cleaned({ timesS: times(frames, 60), tracks: { hip: made } });
    if (result.kind !== 'clean') throw new Error(result.fault);
    expect(result.quality.rateHz).toBeCloseTo(60, 9);
    expect(result.quality.seen).toBeCloseTo(115 / 120, 9);
    expect(result.quality.bridged).toBeCloseTo(5 / 120, 9);
    const error =
      result.series.tracks['hip']?.z.map((v, i) => (v ?? NaN) - (clean[i] ?? NaN)) ?? [];
    const rms = Math.sqrt(error.reduce((s, e) => s + e * e, 0) / error.length);
    // 3 mm of camera noise, of which a 6 Hz low-pass at 60 frames a second leaves well under half.
    expect(rms).toBeLessThan(1.8);
    expect(result.series.tracks['hip']?.y.every((v) => v === null)).toBe(true);
  });

  it('puts uneven times on an even clock, and refuses times that do not rise', () => {
    const uneven = times(100, 30).map((t, i) => t + (i % 2 === 0 ? 0 : 0.004));
    const z = uneven.map((t) => 100 * t);
    const result = cleaned({ timesS: uneven, tracks: { hip: track(z, z) } });
    if (result.kind !== 'clean') throw new Error(result.fault);
    result.series.timesS.forEach((t, i) => {
      const v = result.series.tracks['hip']?.z[i];
      if (v != null) expect(v).toBeCloseTo(100 * t, 1);
    });
    expect(rateOf([0, 1, 2])).toBe('tooShort');
    expect(rateOf([0, 1, 2, 2, 3, 4, 5, 6])).toBe('timesNotRising');
  });
});

describe('the frame', () => {
  const made: Series = {
    timesS: [0],
    tracks: { heel: track([0], [0]), toe: track([200], [0]), hip: track([100], [800]) },
  };

  it('is scaled by what is known to be so long', () => {
    const seen = seenDistanceMm(made, 'heel', 'toe');
    expect(seen).toBe(200);
    expect(scaled(made, 200, 260).tracks['hip']?.z[0]).toBeCloseTo(1040, 9);
    expect(seenDistanceMm(made, 'heel', 'nose')).toBeNull();
  });

  it('is turned upright by the plumb in the picture, without bending anything', () => {
    fc.assert(
      fc.property(between(-15, 15), between(-300, 300), between(0, 1500), (tilt, x, z) => {
        const a = (tilt * Math.PI) / 180;
        // What stands at (x, z) as a camera tilted the other way sees it.
        const seen = {
          timesS: [0],
          tracks: {
            p: track([x * Math.cos(a) + z * Math.sin(a)], [-x * Math.sin(a) + z * Math.cos(a)]),
          },
        };
        const upright = levelled(seen, 'x', tilt).tracks['p'];
        expect(upright?.x[0]).toBeCloseTo(x, 6);
        expect(upright?.z[0]).toBeCloseTo(z, 6);
      }),
      { numRuns: 200, seed: 113 },
    );
  });
});

describe('repetitions', () => {
  const rate = 60;
  /** Stand, down, up, by a half cosine each; seconds. */
  const set = (parts: { down: number; up: number; dropMm: number }[], stand = 1) => {
    const h: number[] = [];
    const hold = (s: number) => {
      for (let i = 0; i < s * rate; i += 1) h.push(900);
    };
    hold(stand);
    for (const { down, up, dropMm } of parts) {
      for (let i = 0; i < down * rate; i += 1)
        h.push(900 - (dropMm / 2) * (1 - Math.cos((Math.PI * i) / (down * rate))));
      for (let i = 0; i < up * rate; i += 1)
        h.push(900 - (dropMm / 2) * (1 + Math.cos((Math.PI * i) / (up * rate))));
      hold(stand);
    }
    return h;
  };
  const find = (h: Channel) => repsOf(h, times(h.length, rate));

  it('are found with their turning points within a twentieth of a second', () => {
    const reps = find(
      set([
        { down: 2, up: 1, dropMm: 450 },
        { down: 1, up: 1.5, dropMm: 400 },
      ]),
    );
    expect(reps).toHaveLength(2);
    expect(Math.abs((reps[0]?.bottomS ?? 0) - 3)).toBeLessThan(0.05);
    // The half cosine starts slowly: the start is where speed passes 40 mm/s.
    expect(Math.abs((reps[0]?.startS ?? 0) - 1)).toBeLessThan(0.15);
    expect(Math.abs((reps[0]?.endS ?? 0) - 4)).toBeLessThan(0.1);
    expect(Math.abs((reps[1]?.bottomS ?? 0) - 6)).toBeLessThan(0.05);
  });

  it('are not made of shuffling, half a rep, or a rep nobody saw', () => {
    expect(find(set([{ down: 1, up: 1, dropMm: 60 }]))).toEqual([]);
    expect(find([])).toEqual([]);
    const whole = set([
      { down: 1, up: 1, dropMm: 450 },
      { down: 1, up: 1, dropMm: 450 },
    ]);
    expect(find(whole.slice(0, 5.1 * rate))).toHaveLength(1);
    const unseen = whole.map((h, i) => (i > 1.4 * rate && i < 1.9 * rate ? null : h));
    expect(find(unseen)).toHaveLength(1);
  });

  it('stick where speed falls and picks up again on the way up, worked by hand', () => {
    const smooth = find(set([{ down: 1, up: 1, dropMm: 450 }]));
    expect(smooth[0]?.sticking).toBeNull();
    // Up in three pieces: 0.4 s at 500 mm/s, 0.5 s at 100 mm/s, 0.4 s at 500 mm/s.
    const h = set([{ down: 1, up: 0, dropMm: 450 }], 1).slice(0, 2 * rate);
    for (const [seconds, mmPerS] of [
      [0.4, 500],
      [0.5, 100],
      [0.4, 500],
    ] as const)
      for (let i = 0; i < seconds * rate; i += 1) h.push((h.at(-1) ?? 0) + mmPerS / rate);
    for (let i = 0; i < rate; i += 1) h.push(h.at(-1) ?? 0);
    const [rep] = find(lowPass(h, rate, 6));
    expect(rep?.sticking).not.toBeNull();
    expect(rep?.sticking?.startS ?? 0).toBeGreaterThan(2);
    expect(rep?.sticking?.endS ?? 0).toBeGreaterThan(2.4);
    expect(rep?.sticking?.endS ?? 9).toBeLessThan(2.95);
  });
});

describe('angles of a side view', () => {
  const body = resolveBody({ statureMm: 1750, massKg: 75 });
  const straight = {
    stanceWidthMm: body.lengthsMm.hipSeparation,
    toeOutDeg: { left: 0, right: 0 },
    support: { kind: 'floor' as const },
    hold: 'armsForward' as const,
    loadKg: 0,
    balance: 0.5,
    trackingOffsetDeg: 0,
  };

  it('are those of the linkage they were taken of', () => {
    fc.assert(
      fc.property(between(5, 35), between(-40, 20), (shank, depth) => {
        const pose = poseAt(
          buildLinkage(body, straight, 'left'),
          (shank * Math.PI) / 180,
          (depth * Math.PI) / 180,
        );
        if (pose.kind !== 'pose') return;
        const { joints } = pose;
        const tracks = Object.fromEntries(
          (['ankle', 'knee', 'hip', 'shoulder'] as const).map((name) => [
            name,
            track([joints[name].x], [joints[name].z]),
          ]),
        );
        const seen = sideAnglesAt({ timesS: [0], tracks }, 0);
        expect(seen.shankDeg).toBeCloseTo(shank, 6);
        expect(seen.thighDepthDeg).toBeCloseTo(depth, 6);
        expect(seen.trunkDeg).toBeCloseTo(pose.trunkDeg, 6);
        expect(seen.hipFoldDeg).toBeCloseTo(pose.hipFoldDeg, 6);
        expect(seen.kneeFlexionDeg).toBeCloseTo(pose.kneeFlexionDeg, 6);
      }),
      { numRuns: 200, seed: 114 },
    );
  });

  it('agree with a vector-maths package, and say nothing of what was not seen', () => {
    const p = between(-600, 600);
    fc.assert(
      fc.property(fc.tuple(p, p, p, p, p, p, p, p), ([a, b, c, d, e, f, g, h]) => {
        const series = {
          timesS: [0],
          tracks: {
            ankle: track([a], [b]),
            knee: track([c], [d]),
            hip: track([e], [f]),
            shoulder: track([g], [h]),
          },
        };
        const thigh = [c - e, d - f];
        const trunk = [g - e, h - f];
        const size = Number(norm(thigh)) * Number(norm(trunk));
        if (size < 1) return;
        const apart =
          (Math.acos(Math.min(1, Math.max(-1, dot(thigh, trunk) / size))) * 180) / Math.PI;
        // The package's angle has no sign: a trunk that leans back is as far from straight.
        expect(Math.abs(sideAnglesAt(series, 0).hipFoldDeg ?? NaN)).toBeCloseTo(180 - apart, 3);
      }),
      { numRuns: 200, seed: 115 },
    );
    const only = { timesS: [0], tracks: { ankle: track([0], [80]), knee: track([150], [480]) } };
    expect(sideAnglesAt(only, 0)).toMatchObject({
      trunkDeg: null,
      hipFoldDeg: null,
      kneePastToeMm: null,
    });
    expect(sideAnglesAt(only, 0).shankDeg).toBeCloseTo(20.56, 1);
  });
});
