import { lusolve, multiply, transpose } from 'mathjs';
import {
  analyse,
  detrended,
  FAULT_IDS,
  FAULTS,
  faultsOf,
  severityOf,
  wobbleMm,
  type Series,
} from '../src/index.ts';

/** A stick figure by hand: trunk 500, thigh 400, shank 400, ankle 70 high; foot from −60 to 190 about the ankle. */
function figure(angles: { shank: number; thigh: number; trunk: number }) {
  const rad = (deg: number) => (deg * Math.PI) / 180;
  const ankle = { x: 0, z: 70 };
  const knee = { x: 400 * Math.sin(rad(angles.shank)), z: 70 + 400 * Math.cos(rad(angles.shank)) };
  // Thigh from vertical, the hip behind the knee.
  const hip = {
    x: knee.x - 400 * Math.sin(rad(angles.thigh)),
    z: knee.z + 400 * Math.cos(rad(angles.thigh)),
  };
  const shoulder = {
    x: hip.x + 500 * Math.sin(rad(angles.trunk)),
    z: hip.z + 500 * Math.cos(rad(angles.trunk)),
  };
  return { ankle, knee, hip, shoulder, heel: { x: -60, z: 0 }, toe: { x: 190, z: 0 } };
}

/** A hand-written squat at 60 frames a second: standing, down in 1.5 s, up in 1.5 s; angles by the share of the way and its direction. */
function squat(
  at: (share: number, isAscent: boolean) => { shank: number; thigh: number; trunk: number },
): Series {
  const rate = 60;
  const poses: ReturnType<typeof figure>[] = [];
  const stand = 60;
  for (let k = 0; k < stand; k += 1) poses.push(figure(at(0, false)));
  for (let k = 0; k < 90; k += 1) poses.push(figure(at((k + 1) / 90, false)));
  for (let k = 0; k < 90; k += 1) poses.push(figure(at(1 - (k + 1) / 90, true)));
  for (let k = 0; k < stand; k += 1) poses.push(figure(at(0, true)));
  const names = ['ankle', 'knee', 'hip', 'shoulder', 'heel', 'toe'] as const;
  return {
    timesS: poses.map((_, k) => k / rate),
    tracks: Object.fromEntries(
      names.map((name) => [
        name,
        {
          x: poses.map((p) => p[name].x),
          y: poses.map(() => null),
          z: poses.map((p) => p[name].z),
          confidence: poses.map(() => 1),
        },
      ]),
    ),
  };
}

const reading = (series: Series, fault: (typeof FAULT_IDS)[number]) => {
  const found = analyse(series, { view: 'side', subject: null, scale: 'none' });
  if (found.kind !== 'analysis') throw new Error(found.because);
  const finding = found.findings.find((f) => f.fault === fault);
  if (!finding) throw new Error(`${fault} was not read`);
  return finding;
};

describe('hips and knees breaking, worked by hand', () => {
  // Hip fold is trunk lean plus the thigh's angle from vertical; knee flexion the thigh's plus the shank's.
  it('one half each: thigh 80, shank 30, trunk 30, all linear: hip 110 of 220', () => {
    const even = squat((s) => ({ shank: 30 * s, thigh: 80 * s, trunk: 30 * s }));
    expect(reading(even, 'hipsFirst').value).toBeCloseTo(50, 0);
    expect(reading(even, 'hipsFirst').severity).toBeNull();
    expect(reading(even, 'kneesFirst').severity).toBeNull();
  });

  it('hips first: for the first fifth only the trunk tips and the thigh swings back, the knee keeps its angle', () => {
    // Thigh and shank turn against each other by 10°, so the knee flexes 0 net while the hip folds 10 + 30.
    const hinge = squat((s) => {
      const u = Math.min(1, s / 0.2);
      const rest = Math.max(0, (s - 0.2) / 0.8);
      return { shank: -10 * u + 40 * rest, thigh: 10 * u + 70 * rest, trunk: 30 * u };
    });
    const found = reading(hinge, 'hipsFirst');
    expect(found.severity).toBe('clear');
    expect(found.value).toBeGreaterThan(90);
    expect(found.phase).toBe('descent');
  });

  it('knees first: shank 24 of the first 15 %, trunk and thigh 6 each way: 20 hip to 44 knee is less than a third', () => {
    const dive = squat((s) => {
      const u = Math.min(1, s / 0.2);
      const rest = Math.max(0, (s - 0.2) / 0.8);
      return { shank: 30 * u, thigh: 12 * u + 70 * rest, trunk: 0 * u + 34 * rest };
    });
    const found = reading(dive, 'kneesFirst');
    // 12 of 12 + 42 is 22 %.
    expect(found.value).toBeCloseTo(22, -1);
    expect(found.severity).not.toBeNull();
  });
});

describe('hips that rise early, worked by hand', () => {
  const even = (s: number) => ({ shank: 28 * s, thigh: 88 * s, trunk: 38 * s });

  it('a way up that mirrors the way down gains no lean', () => {
    expect(Math.abs(reading(squat(even), 'hipsRiseEarly').value)).toBeLessThan(1);
  });

  it('a trunk that tips 10° further in the first of the way up is slight, 16° is clear', () => {
    const tipping = (deg: number) =>
      squat((s, isAscent) => {
        const angles = even(s);
        // The tip is full once a fifth of the time is gone, and lost toward the top.
        const u = isAscent ? Math.min(1, (1 - s) / 0.2) * Math.min(1, s / 0.4) : 0;
        return { ...angles, trunk: angles.trunk + deg * u };
      });
    const slight = reading(tipping(9.5), 'hipsRiseEarly');
    expect(slight.value).toBeCloseTo(9.5, 0);
    expect(slight.severity).toBe('slight');
    expect(slight.phase).toBe('ascent');
    expect(reading(tipping(16), 'hipsRiseEarly').severity).toBe('clear');
  });
});

describe('severities', () => {
  it('begin exactly at the thresholds of the table, every fault', () => {
    for (const id of FAULT_IDS) {
      const { slight, clear } = FAULTS[id];
      const step = clear < slight ? -1e-6 : 1e-6;
      expect(severityOf(id, slight - step)).toBeNull();
      expect(severityOf(id, clear)).toBe('clear');
      if (slight !== clear) expect(severityOf(id, slight)).toBe('slight');
    }
  });

  it('do not call the opposite of a fault a fault: deeper than asked, knees that stay forward', () => {
    expect(severityOf('depthShort', -20)).toBeNull();
    expect(severityOf('kneesSlideBack', -60)).toBeNull();
    // Only trunk and shin may part both ways.
    expect(severityOf('trunkShinMismatch', -16)).toBe('clear');
  });

  it('every view shows some of the table and every fault is shown by a view', () => {
    const shown = new Set(
      (['side', 'front', 'rear'] as const).flatMap((v) => faultsOf(v).map((f) => f.id)),
    );
    expect([...shown].sort()).toEqual([...FAULT_IDS].sort());
  });
});

describe('the trend under a wobble', () => {
  it('is the least-squares polynomial of a general-purpose package (mathjs)', () => {
    const values = Array.from({ length: 70 }, (_, i) => Math.sin(i / 3) * 5 + i * 0.4 + (i % 7));
    const degree = 3;
    const design = values.map((_, i) =>
      Array.from({ length: degree + 1 }, (_u, d) => (i / 35 - 1) ** d),
    );
    const normal = multiply(transpose(design), design);
    const right = multiply(transpose(design), values);
    const weights = (lusolve(normal, right) as number[][]).map(([w]) => w ?? 0);
    const theirs = values.map(
      (v, i) => v - design[i]!.reduce((sum, x, d) => sum + x * (weights[d] ?? 0), 0),
    );
    detrended(values, degree).forEach((v, i) => expect(v).toBeCloseTo(theirs[i] ?? NaN, 6));
  });

  it('leaves one bulge in and out unnamed, and names what goes back and forth', () => {
    const bulge = Array.from({ length: 80 }, (_, i) => 40 * Math.sin((Math.PI * i) / 79) ** 2);
    expect(wobbleMm(bulge)).toBe(0);
    const shake = bulge.map((v, i) => v + 9 * Math.SQRT2 * Math.sin((2 * Math.PI * i) / 16));
    expect(wobbleMm(shake)).toBeGreaterThan(8);
    expect(wobbleMm(bulge.slice(0, 10))).toBeNull();
  });
});
