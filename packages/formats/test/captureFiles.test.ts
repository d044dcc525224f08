import type { Capture } from '@zither/contract';
import fc from 'fast-check';
import {
  matchLandmarks,
  sideOfMarks,
  packCapture,
  readCaptureFile,
  renamed,
  unpackCapture,
  writeLandmarkCsv,
  writeTrc,
} from '../src/index.ts';

const track = (values: (number | null)[]) => ({
  x: values,
  y: values.map(() => null),
  z: values.map((v) => (v === null ? null : v / 2)),
  confidence: values.map((v) => (v === null ? 0 : 1)),
});
const capture: Capture = {
  timesS: [0, 0.02, 0.04, 0.06],
  tracks: { hip: track([0, 10.25, null, -30]), knee: track([1, 2, 3, 4]) },
};

describe('which file it is', () => {
  it('is told by what stands in it, whatever it is called', () => {
    for (const [name, text] of [
      ['a.csv', writeLandmarkCsv(capture)],
      ['a.txt', writeTrc(capture)],
      ['a.TRC', writeTrc(capture)],
    ] as const) {
      const read = readCaptureFile(name, text);
      expect(read.ok && Object.keys(read.capture.tracks).sort()).toEqual(['hip', 'knee']);
    }
    const empty = readCaptureFile('a.csv', '  \n');
    expect(!empty.ok && empty.problem.message).toBe('Line 1: the file is empty.');
    const posing = readCaptureFile('a.trc', writeLandmarkCsv(capture));
    expect(!posing.ok && posing.problem.message).toBe('Line 1: must begin with PathFileType.');
  });
});

describe('landmark names', () => {
  it('are found whatever their spelling, the side before or after', () => {
    const names = ['L.Knee', 'knee_r', 'LeftHip', 'HIP-R', 'Bar'];
    expect(matchLandmarks(names, ['leftKnee', 'rightKnee', 'leftHip', 'rightHip', 'bar'])).toEqual({
      leftKnee: 'L.Knee',
      rightKnee: 'knee_r',
      leftHip: 'LeftHip',
      rightHip: 'HIP-R',
      bar: 'Bar',
    });
  });

  it('of one leg serve a side view: the leg that has more of them', () => {
    const names = ['R_Hip', 'R_Knee', 'R_Ankle', 'L_Hip'];
    expect(matchLandmarks(names, ['hip', 'knee', 'ankle'])).toEqual({
      hip: 'R_Hip',
      knee: 'R_Knee',
      ankle: 'R_Ankle',
    });
  });

  it('take a side as a capital in front, and tell which leg a side view’s marks are of', () => {
    const wanted = ['hip', 'knee', 'ankle', 'heel'];
    const right = matchLandmarks(['RHip', 'RKnee', 'RAnkle', 'RHeel', 'LHip'], wanted);
    expect(right).toEqual({ hip: 'RHip', knee: 'RKnee', ankle: 'RAnkle', heel: 'RHeel' });
    expect(sideOfMarks(right)).toBe('right');
    expect(sideOfMarks(matchLandmarks(['LHip', 'LKnee', 'LAnkle'], wanted))).toBe('left');
    // Names without a side say nothing, and neither do marks of both legs.
    expect(sideOfMarks(matchLandmarks(['hip', 'knee', 'ankle'], wanted))).toBeNull();
    expect(sideOfMarks({ hip: 'RHip', knee: 'LKnee', ankle: 'RAnkle' })).toBeNull();
    // A landmark that begins with such a letter is not taken apart.
    expect(matchLandmarks(['Lumbar', 'Rib'], ['lumbar'])).toEqual({ lumbar: 'Lumbar' });
  });

  it('are remembered, but a name that is exactly right goes before memory', () => {
    const kept = { hip: 'trochanter', knee: 'epicondyle' };
    expect(matchLandmarks(['trochanter', 'knee'], ['hip', 'knee'], kept)).toEqual({
      hip: 'trochanter',
      knee: 'knee',
    });
    expect(renamed(capture, { ankle: 'knee', toe: 'absent' }).tracks).toEqual({
      ankle: capture.tracks['knee'],
    });
  });
});

describe('a packed capture', () => {
  it('comes back to a twentieth of a millimetre and a tenth of a millisecond, with its gaps', () => {
    fc.assert(
      fc.property(
        fc.array(fc.option(fc.double({ min: -3200, max: 3200, noNaN: true }), { nil: null }), {
          minLength: 2,
          maxLength: 60,
        }),
        (values) => {
          const made: Capture = {
            timesS: values.map((_, i) => 1.5 + i / 60),
            tracks: { hip: track(values) },
          };
          const back = unpackCapture(packCapture(made));
          if (!back) throw new Error('not read');
          back.timesS.forEach((t, i) =>
            expect(Math.abs(t - (made.timesS[i] ?? NaN))).toBeLessThan(6e-5),
          );
          values.forEach((v, i) => {
            const x = back.tracks['hip']?.x[i];
            if (v === null) expect(x).toBeNull();
            else expect(Math.abs((x ?? NaN) - v)).toBeLessThanOrEqual(0.0501);
          });
        },
      ),
      { numRuns: 60, seed: 41 },
    );
  });

  it('keeps 60 frames a second of a faster camera, and leaves unsure marks out', () => {
    const frames = 240;
    const fast: Capture = {
      timesS: Array.from({ length: frames }, (_, i) => i / 120),
      tracks: { hip: track(Array.from({ length: frames }, (_, i) => i)) },
    };
    const unsure = fast.tracks['hip'];
    if (unsure) unsure.confidence[2] = 0.1;
    const back = unpackCapture(packCapture(fast));
    expect(back?.timesS).toHaveLength(120);
    expect(back?.tracks['hip']?.x.slice(0, 3)).toEqual([0, null, 4]);
  });

  it('is small: a minute at 60 frames of 20 marks in two axes under 420 KB; broken parts are not guessed at', () => {
    const minute: Capture = {
      timesS: Array.from({ length: 3600 }, (_, i) => i / 60),
      tracks: Object.fromEntries(
        Array.from({ length: 20 }, (_, m) => [
          `m${m}`,
          track(Array.from({ length: 3600 }, (_u, i) => i % 900)),
        ]),
      ),
    };
    const packed = packCapture(minute);
    expect(JSON.stringify(packed).length).toBeLessThan(420_000);
    const hip = packed.tracks['m1'];
    expect(unpackCapture({ ...packed, tracks: { hip: { ...hip, z: 'AAAA' } } })).toBeNull();
    expect(unpackCapture({ ...packed, timesBase64: 'A' })).toBeNull();
  });
});
