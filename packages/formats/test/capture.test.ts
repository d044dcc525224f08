import type { Capture, CaptureTrack } from '@zither/contract';
import fc from 'fast-check';
import {
  readLandmarkCsv,
  readTrc,
  writeLandmarkCsv,
  writeTrc,
  type CaptureReading,
} from '../src/index.ts';

const near = (a: number | null | undefined, b: number | null | undefined, by: number) =>
  a == null || b == null ? a == null && b == null : Math.abs(a - b) <= by;

const same = (read: CaptureReading, made: Capture, by: number) => {
  if (!read.ok) throw new Error(read.problem.message);
  expect(read.capture.timesS).toHaveLength(made.timesS.length);
  read.capture.timesS.forEach((t, i) => expect(near(t, made.timesS[i], 1e-4)).toBe(true));
  for (const [name, track] of Object.entries(made.tracks))
    for (const axis of ['x', 'y', 'z'] as const)
      track[axis].forEach((v, i) =>
        expect(near(read.capture.tracks[name]?.[axis][i], v, by)).toBe(true),
      );
};

const problem = (read: CaptureReading) => {
  if (read.ok) throw new Error('was accepted');
  return read.problem;
};

const value = fc.double({ min: -3000, max: 3000, noNaN: true });
const captures = fc
  .tuple(
    fc.integer({ min: 2, max: 12 }),
    fc.uniqueArray(fc.constantFrom('hip', 'knee', 'ankle', 'leftKnee', 'bar', 'toe'), {
      minLength: 1,
      maxLength: 4,
    }),
    fc.constantFrom(30, 60, 120),
  )
  .chain(([frames, names, rate]) =>
    fc
      .array(
        fc.array(fc.option(fc.tuple(value, value, value), { freq: 6 }), {
          minLength: frames,
          maxLength: frames,
        }),
        {
          minLength: names.length,
          maxLength: names.length,
        },
      )
      .map((all): Capture => {
        const tracks: Record<string, CaptureTrack> = {};
        names.forEach((name, n) => {
          const points = all[n] ?? [];
          tracks[name] = {
            x: points.map((p) => p?.[0] ?? null),
            y: points.map((p) => p?.[1] ?? null),
            z: points.map((p) => p?.[2] ?? null),
            confidence: points.map((p) => (p ? 1 : 0)),
          };
        });
        return { timesS: Array.from({ length: frames }, (_, i) => i / rate), tracks };
      }),
  );

describe('the landmark file', () => {
  it('comes back as it was written, what was not seen included', () => {
    fc.assert(
      fc.property(captures, (made) => {
        const seen = made.timesS.some((_, i) =>
          Object.values(made.tracks).some((t) => t.x[i] !== null),
        );
        // A capture in which nothing was ever seen has no lines to say so.
        if (!seen) return;
        const kept = made.timesS.filter((_, i) =>
          Object.values(made.tracks).some((t) => t.x[i] !== null),
        );
        if (kept.length < made.timesS.length) return;
        same(readLandmarkCsv(writeLandmarkCsv(made)), made, 0.006);
      }),
      { numRuns: 200, seed: 120 },
    );
  });

  it('takes lines in any order, empty axes, and a missing confidence as sure', () => {
    const read = readLandmarkCsv(
      'time_s,landmark,x_mm,y_mm,z_mm,confidence\r\n0.1,hip,5,,900,0.5\r\n0,knee,1,,450,\r\n0,hip,4,,901,1\r\n',
    );
    if (!read.ok) throw new Error(read.problem.message);
    expect(read.capture.timesS).toEqual([0, 0.1]);
    expect(read.capture.tracks['hip']).toEqual({
      x: [4, 5],
      y: [null, null],
      z: [901, 900],
      confidence: [1, 0.5],
    });
    expect(read.capture.tracks['knee']?.confidence).toEqual([1, 0]);
  });

  it('names the line of a fault far down a long file, blank lines counted', () => {
    const lines = ['time_s,landmark,x_mm,y_mm,z_mm,confidence', ''];
    for (let i = 0; i < 12_000; i += 1) lines.push(`${i / 100},"hip",${i},,900,0.5`);
    const whole = readLandmarkCsv(lines.join('\n'));
    if (!whole.ok) throw new Error(whole.problem.message);
    expect(whole.capture.timesS).toHaveLength(12_000);
    expect(whole.capture.tracks['hip']?.x[11_999]).toBe(11_999);
    lines.splice(11_000, 0, '0,hip,1,,2,1');
    expect(problem(readLandmarkCsv(lines.join('\n')))).toMatchObject({ path: 'line 11001' });
    lines[11_000] = '0,hip,1,,wide,1';
    expect(problem(readLandmarkCsv(lines.join('\n'))).message).toMatch(/Line 11001: z_mm “wide”/);
  });

  it.each([
    ['time,landmark\n', 1, /header must be time_s,landmark/],
    ['', 1, /header must be/],
    ['H\n', 1, /no landmarks follow/],
    ['H\n0,hip,1,,2\n', 2, /5 cells instead of 6/],
    ['H\n0,hip,1,,2,1\nsoon,hip,1,,2,1\n', 3, /time_s “soon” is not a number/],
    ['H\n,hip,1,,2,1\n', 2, /time_s is empty/],
    ['H\n0,hip,1,,much,1\n', 2, /z_mm “much” is not a number/],
    ['H\n0,hip,1,,1e99,1\n', 2, /z_mm “1e99” is not a number/],
    ['H\n0,7up,1,,2,1\n', 2, /not a landmark’s name/],
    ['H\n0,hip,1,,2,1.5\n', 2, /confidence must be from 0 to 1/],
    ['H\n0,hip,1,,2,1\n0,hip,1,,3,1\n', 3, /hip appears twice at 0 s/],
  ])('refuses %j with the line and the reason', (text, line, says) => {
    const found = problem(
      readLandmarkCsv(text.replace(/^H/, 'time_s,landmark,x_mm,y_mm,z_mm,confidence')),
    );
    expect(found.path).toBe(`line ${line}`);
    expect(found.message).toMatch(says);
  });
});

describe('the marker file', () => {
  it('comes back as it was written, gaps included', () => {
    fc.assert(
      fc.property(captures, (made) => same(readTrc(writeTrc(made)), made, 0.001)),
      { numRuns: 200, seed: 121 },
    );
  });

  const file = (change: (lines: string[]) => string[] = (l) => l) =>
    change([
      'PathFileType\t4\t(X/Y/Z)\tsquat.trc',
      'DataRate\tCameraRate\tNumFrames\tNumMarkers\tUnits\tOrigDataRate\tOrigDataStartFrame\tOrigNumFrames',
      '60\t60\t2\t2\tm\t60\t1\t2',
      'Frame#\tTime\thip\t\t\tknee\t\t',
      '\t\tX1\tY1\tZ1\tX2\tY2\tZ2',
      '',
      '1\t0.0\t0.1\t0.9\t-0.05\t0.2\t0.45\t-0.06',
      '2\t0.016667\t0.1\t0.89\t-0.05\t\t\t',
      '',
    ]).join('\n');

  it('brings metres to mm and either upward axis to ours', () => {
    const read = readTrc(file());
    if (!read.ok) throw new Error(read.problem.message);
    const { hip, knee } = read.capture.tracks;
    expect([hip?.x[0], hip?.y[0], hip?.z[0]]).toEqual([100, 50, 900]);
    expect(knee?.z[1]).toBeNull();
    expect(knee?.confidence).toEqual([1, 0]);
    const up = readTrc(file(), 'z');
    if (!up.ok) throw new Error(up.problem.message);
    expect([up.capture.tracks['hip']?.y[0], up.capture.tracks['hip']?.z[0]]).toEqual([900, -50]);
  });

  const line = (at: number, text: string) => (lines: string[]) =>
    lines.map((l, i) => (i === at - 1 ? text : l));
  it.each([
    [line(1, 'hello'), 1, /must begin with PathFileType/],
    [line(3, '60\t60\t2\t2\tfurlong\t60\t1\t2'), 3, /Units must be mm, cm or m/],
    [line(3, '60\t60\t2\tmany\tmm\t60\t1\t2'), 3, /NumMarkers must be/],
    [line(3, '60\t60\t2\t3\tmm\t60\t1\t2'), 4, /names 2 markers, but NumMarkers says 3/],
    [line(3, '60\t60\t9\t2\tmm\t60\t1\t9'), 3, /NumFrames says 9, but 2 follow/],
    [line(4, 'Frame#\tTime\thip\t\t\thip\t\t'), 4, /names a marker twice/],
    [line(8, '2\t0.0\t1\t2\t3\t4\t5\t6'), 8, /does not rise above/],
    [line(8, '2\tlater\t1\t2\t3\t4\t5\t6'), 8, /Time “later” is not a number/],
    [line(8, '2\t0.02\t1\t2\t3\t4\t5\t6\t7\t8'), 8, /8 coordinates instead of 6/],
    [line(8, '2\t0.02\t1\t2\t3\t4\tx\t6'), 8, /knee Y “x” is not a number/],
    [(l: string[]) => l.slice(0, 6), 6, /no frames follow/],
  ] as [(l: string[]) => string[], number, RegExp][])(
    'refuses what it cannot trust with the line and the reason (%#)',
    (change, at, says) => {
      const found = problem(readTrc(file(change)));
      expect(found.path).toBe(`line ${at}`);
      expect(found.message).toMatch(says);
    },
  );
});

describe('any text at all', () => {
  it('is read or refused with a line, never thrown at', () => {
    const noise = fc.oneof(
      fc.string({ maxLength: 400 }),
      fc.string({ unit: 'binary', maxLength: 200 }),
    );
    const seeds = [
      'time_s,landmark,x_mm,y_mm,z_mm,confidence\n0,hip,1,,2,1\n0.1,hip,1,,2,1\n',
      'PathFileType\t4\t(X/Y/Z)\ta\nNumFrames\tNumMarkers\tUnits\n1\t1\tmm\nFrame#\tTime\thip\t\t\n\t\tX1\tY1\tZ1\n1\t0\t1\t2\t3\n',
    ];
    const hurt = fc
      .tuple(fc.constantFrom(...seeds), fc.nat(200), fc.nat(12), fc.string({ maxLength: 8 }))
      .map(([text, at, cut, put]) => text.slice(0, at) + put + text.slice(at + cut));
    fc.assert(
      fc.property(fc.oneof(noise, hurt), (text) => {
        for (const read of [readLandmarkCsv(text), readTrc(text), readTrc(text, 'z')])
          if (read.ok) {
            const frames = read.capture.timesS.length;
            for (const track of Object.values(read.capture.tracks))
              for (const axis of ['x', 'y', 'z', 'confidence'] as const)
                expect(track[axis]).toHaveLength(frames);
          } else {
            expect(read.problem.path).toMatch(/^line \d+$/);
            expect(read.problem.message).toMatch(/^Line \d+: .*\.$/s);
          }
      }),
      { numRuns: 1500, seed: 122 },
    );
  });

  it('may name a landmark like a property of every object', () => {
    const read = readLandmarkCsv(
      'time_s,landmark,x_mm,y_mm,z_mm,confidence\n0,constructor,1,,2,1\n0,toString,1,,2,1\n',
    );
    if (!read.ok) throw new Error(read.problem.message);
    expect(Object.keys(read.capture.tracks)).toEqual(['constructor', 'toString']);
  });
});
