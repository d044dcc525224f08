import fc from 'fast-check';
import { mean, sampleStandardDeviation } from 'simple-statistics';
import {
  newInclinometer,
  normal,
  onSample,
  onSilence,
  seededRandom,
  seedOf,
  SIMULATED,
  simulatedAngleDeg,
  simulatedTapeMm,
  simulatedTilt,
  simulatedZero,
  STILLNESS,
  tiltDeg,
  UPRIGHT_ZERO,
  type Inclinometer,
  type TiltSample,
} from '../src/index.ts';
import { between } from './arbitraries.ts';

const rad = (deg: number) => (deg * Math.PI) / 180;

/** The phone on a shin that leans so far, with a last digit that trembles as live sensors do. */
const leaning = (tMs: number, deg: number, pull = 1): TiltSample => ({
  tMs,
  x: 1e-6 * (tMs % 7),
  y: pull * Math.cos(rad(deg)),
  z: pull * Math.sin(rad(deg)),
});

const run = (samples: TiltSample[], from: Inclinometer = newInclinometer(UPRIGHT_ZERO)) =>
  samples.reduce(onSample, from);

const held = (deg: number, fromMs: number, forMs: number, pull = 1) =>
  Array.from({ length: forMs / 20 + 1 }, (_, i) => leaning(fromMs + i * 20, deg, pull));

describe('the angle', () => {
  it('is the one between the pulls, to the hundredth near zero, and blind to the sign a browser gives the pull', () => {
    fc.assert(
      fc.property(between(0, 90), between(-60, 60), (deg, from) => {
        const zero = { x: 0, y: Math.cos(rad(from)), z: Math.sin(rad(from)) };
        const now = { x: 0, y: Math.cos(rad(from + deg)), z: Math.sin(rad(from + deg)) };
        expect(tiltDeg(zero, now)).toBeCloseTo(deg, 8);
        const flip = (v: typeof now) => ({ x: -v.x, y: -v.y, z: -v.z });
        expect(tiltDeg(flip(zero), flip(now))).toBeCloseTo(deg, 8);
      }),
      { numRuns: 300, seed: 100 },
    );
  });
});

describe('a reading', () => {
  it('is taken after half a second of stillness, not before', () => {
    const almost = run(held(34, 0, STILLNESS.forMs - 20));
    expect(almost.state.kind).toBe('holding');
    const taken = run([leaning(STILLNESS.forMs, 34)], almost);
    expect(taken.state.kind).toBe('took');
    if (taken.state.kind === 'took') expect(taken.state.deg).toBeCloseTo(34, 3);
  });

  it('starts its half second anew after a shake', () => {
    const samples = [...held(34, 0, 400), leaning(420, 34, 1.3), ...held(34, 440, 400)];
    expect(run(samples).state.kind).toBe('holding');
    expect(run([...samples, ...held(34, 860, 100)]).state.kind).toBe('took');
  });

  it('is not taken from a limb that creeps', () => {
    const creeping = Array.from({ length: 150 }, (_, i) => leaning(i * 20, 10 + i * 0.08));
    for (let n = 1; n <= creeping.length; n += 10)
      expect(run(creeping.slice(0, n)).state.kind).not.toBe('took');
  });

  it('stands once taken, whatever comes after', () => {
    const taken = run(held(34, 0, 600));
    expect(run(held(5, 700, 2000), taken).state).toEqual(taken.state);
  });

  it('is refused while the phone lies askew on the shin', () => {
    const askew = Array.from({ length: 60 }, (_, i) => ({
      tMs: i * 20,
      x: Math.sin(rad(25)) + 1e-6 * (i % 5),
      y: Math.cos(rad(25)) * Math.cos(rad(30)),
      z: Math.cos(rad(25)) * Math.sin(rad(30)),
    }));
    expect(run(askew).state).toMatchObject({ kind: 'askew' });
  });
});

describe('a sensor that fails', () => {
  it('is called frozen when it repeats the very same numbers, or falls silent', () => {
    const same = Array.from({ length: 100 }, (_, i) => ({ ...leaning(0, 34, 1.2), tMs: i * 20 }));
    expect(run(same).state.kind).toBe('frozen');
    const fresh = newInclinometer(UPRIGHT_ZERO);
    expect(onSilence(fresh, 1000, 0).state.kind).toBe('waiting');
    expect(onSilence(fresh, 1600, 0).state.kind).toBe('frozen');
    const taken = run(held(34, 0, 600));
    expect(onSilence(taken, 99_999, 0).state.kind).toBe('took');
  });
});

describe('the simulated inclinometer', () => {
  /** Plays one trial out to its reading. */
  const read = (trueDeg: number, seed: number): number => {
    const random = seededRandom(seed);
    const samples = simulatedTilt(trueDeg, random);
    let meter = newInclinometer(simulatedZero(random));
    for (let i = 0; i < 400; i += 1) {
      meter = onSample(meter, samples.next().value);
      if (meter.state.kind === 'took') return meter.state.deg;
    }
    throw new Error(`no reading: ${meter.state.kind}`);
  };

  it('reads the client’s true angle with the scatter it is built with, never while the limb still moves', () => {
    const readings = Array.from({ length: 300 }, (_, i) => read(34, i));
    expect(Math.abs(mean(readings) - 34)).toBeLessThan(0.25);
    const sd = sampleStandardDeviation(readings);
    expect(sd).toBeGreaterThan(SIMULATED.trialSdDeg * 0.85);
    expect(sd).toBeLessThan(SIMULATED.trialSdDeg * 1.25);
    expect(readings.every((deg) => Math.abs(deg - 34) < 5)).toBe(true);
  });

  it('gives the same trial for the same seed and another for another', () => {
    expect(read(30, 7)).toBe(read(30, 7));
    expect(read(30, 7)).not.toBe(read(30, 8));
    expect(seedOf('a')).not.toBe(seedOf('b'));
  });

  it('and the simulated tape round to what they show, around the truth', () => {
    const random = seededRandom(101);
    const tape = Array.from({ length: 2000 }, () => simulatedTapeMm(82, 5, random));
    expect(tape.every((mm) => mm % 5 === 0)).toBe(true);
    expect(Math.abs(mean(tape) - 82)).toBeLessThan(0.5);
    const angle = Array.from({ length: 2000 }, () => simulatedAngleDeg(33.3, random));
    expect(angle.every((deg) => Number.isInteger(deg))).toBe(true);
    expect(Math.abs(mean(angle) - 33.3)).toBeLessThan(0.15);
  });
});

describe('seeded chance', () => {
  it('draws a normal distribution: mean 0, standard deviation 1, two thirds within one', () => {
    const random = seededRandom(102);
    const draws = Array.from({ length: 20_000 }, () => normal(random));
    expect(Math.abs(mean(draws))).toBeLessThan(0.03);
    expect(sampleStandardDeviation(draws)).toBeCloseTo(1, 1);
    const within = draws.filter((d) => Math.abs(d) < 1).length / draws.length;
    expect(within).toBeCloseTo(0.683, 1);
  });
});
