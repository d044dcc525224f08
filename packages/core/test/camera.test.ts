import {
  buildSquatter,
  poseAt,
  buildLinkage,
  resolveBody,
  seededRandom,
  simulateCapture,
  USUAL_LENS,
  type Landmarks,
  type Moment,
} from '../src/index.ts';
import { cleanSquatter } from '../src/practice/index.ts';

const moment = (drop: number, isAscent = false): Moment => ({
  rep: 1,
  isAscent,
  drop,
  inLowerHalf: null,
  timeS: 0,
});
const gap = (marks: Landmarks, a: string, b: string) => {
  const [p, q] = [marks[a], marks[b]];
  if (!p || !q) throw new Error(`${a} or ${b} is missing`);
  return Math.hypot(p.x - q.x, p.y - q.y, p.z - q.z);
};
const people = [1, 2, 3, 4, 5, 6].map((seed) => cleanSquatter(seededRandom(seed), 'bodyweight'));

describe('the simulated client', () => {
  it('keeps the length of every bone from standing to the bottom and back', () => {
    for (const { script } of people) {
      const { thigh, shank, trunk } = resolveBody(script.body).lengthsMm;
      const squatter = buildSquatter(script);
      for (let drop = 0; drop <= 1; drop += 0.05) {
        const marks = squatter.at(moment(drop));
        expect(gap(marks, 'leftHip', 'leftKnee')).toBeCloseTo(thigh, 3);
        expect(gap(marks, 'rightKnee', 'rightAnkle')).toBeCloseTo(shank, 3);
        const [hip, shoulder] = [marks['leftHip'], marks['leftShoulder']];
        expect(
          Math.hypot((hip?.x ?? 0) - (shoulder?.x ?? 0), (hip?.z ?? 0) - (shoulder?.z ?? 0)),
        ).toBeCloseTo(trunk, 3);
      }
    }
  });

  it('reaches the very pose of the linkage at the bottom', () => {
    for (const { script } of people) {
      const squatter = buildSquatter(script);
      const link = buildLinkage(resolveBody(script.body), script.setup, 'left');
      const { shankDeg, thighDepthDeg } = squatter.bottom;
      const pose = poseAt(link, (shankDeg * Math.PI) / 180, (thighDepthDeg * Math.PI) / 180);
      if (pose.kind !== 'pose') throw new Error(pose.kind);
      const marks = squatter.at(moment(1));
      for (const axis of ['x', 'y', 'z'] as const) {
        expect(marks['leftHip']?.[axis]).toBeCloseTo(pose.joints.hip[axis], 1);
        expect(marks['leftKnee']?.[axis]).toBeCloseTo(pose.joints.knee[axis], 1);
        // Left and right mirror each other.
        const mirrored = (marks['rightKnee']?.[axis] ?? NaN) * (axis === 'y' ? -1 : 1);
        expect(marks['leftKnee']?.[axis]).toBeCloseTo(mirrored, 6);
      }
      expect(marks['leftShoulder']?.x).toBeCloseTo(pose.joints.shoulder.x, 0);
    }
  });

  it('balances over mid-foot all the way down: masses summed one by one', () => {
    for (const { script } of people) {
      const squatter = buildSquatter(script);
      const { foot } = resolveBody(script.body).lengthsMm;
      for (let drop = 0.2; drop <= 1; drop += 0.2) {
        const x = (name: string) => squatter.at(moment(drop))[name]?.x ?? NaN;
        const mid = (a: string, b: string, share: number) => x(a) + share * (x(b) - x(a));
        // Winter 2009 table 4.1, from memory, both sides of the body alike.
        const com =
          2 * 0.0145 * ((x('leftAnkle') + mid('leftHeel', 'leftToe', 0.73)) / 2) +
          2 * 0.0465 * mid('leftKnee', 'leftAnkle', 0.433) +
          2 * 0.1 * mid('leftHip', 'leftKnee', 0.433) +
          0.578 * mid('leftHip', 'leftShoulder', 0.66) +
          0.1 * x('leftShoulder');
        const midFoot = mid('leftHeel', 'leftToe', 0.5);
        expect(Math.abs(com - midFoot)).toBeLessThan(0.01 * foot);
      }
    }
  });
});

describe('the simulated camera', () => {
  const { script } = people[0] ?? cleanSquatter(seededRandom(1), 'bodyweight');

  it('gives the same capture for the same seed, and another for another', () => {
    const look = (seed: number) => simulateCapture(script, USUAL_LENS, seededRandom(seed));
    expect(look(4)).toEqual(look(4));
    expect(look(4).tracks['hip']?.z).not.toEqual(look(5).tracks['hip']?.z);
  });

  it('shows what its view can show and nothing else', () => {
    const of = (view: 'side' | 'front' | 'rear') =>
      simulateCapture(script, { ...USUAL_LENS, view, lossChance: 0 }, seededRandom(1));
    expect(of('side').tracks['hip']?.y.every((v) => v === null)).toBe(true);
    expect(Object.keys(of('side').tracks)).toEqual(
      expect.arrayContaining(['hip', 'knee', 'ankle', 'heel', 'toe', 'shoulder', 'lumbar']),
    );
    for (const view of ['front', 'rear'] as const) {
      expect(of(view).tracks['leftHip']?.x.every((v) => v === null)).toBe(true);
      expect(of(view).tracks['lumbar']).toBeUndefined();
    }
  });

  it('scatters by the noise asked for and loses marks at about the chance asked for', () => {
    const lens = { ...USUAL_LENS, tiltDeg: 0, noiseMm: 3, lossChance: 0.01 };
    const noisy = simulateCapture(script, lens, seededRandom(2));
    const heel = noisy.tracks['heel']?.z ?? [];
    const seen = heel.filter((v): v is number => v !== null);
    const mean = seen.reduce((a, b) => a + b, 0) / seen.length;
    const sd = Math.sqrt(seen.reduce((a, b) => a + (b - mean) ** 2, 0) / seen.length);
    expect(sd).toBeGreaterThan(2.7);
    expect(sd).toBeLessThan(3.3);
    const lost = 1 - seen.length / heel.length;
    expect(lost).toBeGreaterThan(0.005);
    expect(lost).toBeLessThan(0.12);
  });
});
