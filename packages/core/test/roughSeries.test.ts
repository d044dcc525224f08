import {
  analyse,
  seededRandom,
  type Analysis,
  type AnalysisQuestion,
  type Case,
  type Series,
} from '../src/index.ts';

const CLIENT: Case = {
  body: { statureMm: 1700, massKg: 70 },
  limits: { dorsiflexionDeg: { left: 38, right: 38 }, bufferDeg: 3, trunkLeanDeg: 45 },
  setup: {
    stanceWidthMm: 400,
    toeOutDeg: { left: 15, right: 15 },
    support: { kind: 'floor' },
    hold: 'bodyweight',
    loadKg: 0,
    balance: 0.5,
    trackingOffsetDeg: 0,
  },
  target: { thighDepthDeg: 0 },
  workingPoint: 'parallelLines',
};

/**
 * Series written down here by themselves, without the product's simulated camera: stick figures moved by hand-made angles, with what goes wrong
 * in real recordings put in on purpose.
 */
const RATE = 60;
const rad = (deg: number) => (deg * Math.PI) / 180;

interface Pose {
  shank: number;
  thigh: number;
  trunk: number;
}
type Point = Record<string, readonly [across: number, up: number]>;

/** Trunk 480, thigh 410, shank 400, ankle 75 high; foot from −65 to 185 about the ankle. */
function fromTheSide({ shank, thigh, trunk }: Pose): Point {
  const knee = [400 * Math.sin(rad(shank)), 75 + 400 * Math.cos(rad(shank))] as const;
  const hip = [knee[0] - 410 * Math.sin(rad(thigh)), knee[1] + 410 * Math.cos(rad(thigh))] as const;
  const shoulder = [
    hip[0] + 480 * Math.sin(rad(trunk)),
    hip[1] + 480 * Math.cos(rad(trunk)),
  ] as const;
  return { ankle: [0, 75], knee, hip, shoulder, heel: [-65, 0], toe: [185, 0] };
}

/** Marks from the front, the client's left positive: feet `turn` degrees out, knees over them. */
function fromTheFront(share: number, turn: readonly [left: number, right: number]): Point {
  const point: Record<string, readonly [number, number]> = {};
  (['left', 'right'] as const).forEach((side, i) => {
    const out = side === 'left' ? 1 : -1;
    const lean = rad(32 * share);
    const ankle = 200;
    const knee = ankle + 400 * Math.sin(lean) * Math.sin(rad(turn[i]!));
    point[`${side}Heel`] = [out * ankle, 0];
    point[`${side}Toe`] = [out * (ankle + 250 * Math.sin(rad(turn[i]!))), 0];
    point[`${side}Ankle`] = [out * ankle, 75];
    point[`${side}Knee`] = [out * knee, 75 + 400 * Math.cos(lean)];
    point[`${side}Hip`] = [out * 85, 75 + 400 * Math.cos(lean) + 410 * Math.cos(rad(88 * share))];
  });
  return point;
}

/** Share of the way down at every frame: each rep stands, goes down, up and stands, by a cosine in time. */
function shares(reps: readonly { downS: number; upS: number; standS?: number }[]): number[] {
  const list: number[] = [];
  for (const { downS, upS, standS = 1 } of reps) {
    for (let k = 0; k < standS * RATE; k += 1) list.push(0);
    for (let k = 1; k <= downS * RATE; k += 1)
      list.push((1 - Math.cos((Math.PI * k) / (downS * RATE))) / 2);
    for (let k = 1; k <= upS * RATE; k += 1)
      list.push((1 + Math.cos((Math.PI * k) / (upS * RATE))) / 2);
  }
  for (let k = 0; k < RATE; k += 1) list.push(0);
  return list;
}

function seriesOf(
  points: readonly Point[],
  across: 'x' | 'y',
  { noiseMm = 0, times = (k: number) => k / RATE } = {},
): Series {
  const random = seededRandom(41);
  const gauss = () =>
    Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random()) * noiseMm;
  const names = Object.keys(points[0] ?? {});
  const none = points.map(() => null);
  return {
    timesS: points.map((_, k) => times(k)),
    tracks: Object.fromEntries(
      names.map((name) => [
        name,
        {
          x: none,
          y: none,
          [across]: points.map((p) => p[name]![0] + gauss()),
          z: points.map((p) => p[name]![1] + gauss()),
          confidence: points.map(() => 1),
        },
      ]),
    ),
  };
}

function read(series: Series, question: Partial<AnalysisQuestion> = {}): Analysis {
  const found = analyse(series, { view: 'side', subject: null, scale: 'none', ...question });
  if (found.kind !== 'analysis') throw new Error(found.because);
  return found;
}
const named = (found: Analysis) =>
  found.findings.filter((f) => f.severity !== null).map((f) => f.fault);
const finding = (found: Analysis, fault: string) => found.findings.find((f) => f.fault === fault);

/** An even squat: stands with the knee bent by `stands` and the trunk at `tilt`. */
const even =
  (stands = 4, tilt = 2) =>
  (s: number): Pose => ({
    shank: stands / 2 + 28 * s,
    thigh: stands / 2 + 86 * s,
    trunk: tilt + 34 * s,
  });
const side = (way: readonly number[], pose: (s: number, k: number) => Pose, more = {}) =>
  seriesOf(
    way.map((s, k) => fromTheSide(pose(s, k))),
    'x',
    more,
  );

/** One track of a series changed. */
const withTrack = (
  series: Series,
  name: string,
  change: (v: number | null, k: number, axis: 'x' | 'y' | 'z') => number | null,
): Series => {
  const track = series.tracks[name]!;
  const turned = (axis: 'x' | 'y' | 'z') => track[axis].map((v, k) => change(v, k, axis));
  return {
    ...series,
    tracks: {
      ...series.tracks,
      [name]: { ...track, x: turned('x'), y: turned('y'), z: turned('z') },
    },
  };
};
const withAll = (series: Series, change: (v: number, k: number) => number): Series =>
  Object.keys(series.tracks).reduce(
    (s, name) =>
      withTrack(s, name, (v, k, axis) => (axis === 'z' && v !== null ? change(v, k) : v)),
    series,
  );

describe('slow squats, as they are prescribed', () => {
  it.each([5, 6, 7])('of %i s down begin and end where they do, under 3.5 mm of noise', (downS) => {
    const way = shares([
      { downS, upS: 2 },
      { downS, upS: 4 },
      { downS, upS: 3 },
    ]);
    const found = read(side(way, even(), { noiseMm: 3.5 }));
    expect(found.reps).toHaveLength(3);
    for (const { start, end } of found.reps) {
      // Of the whole drop no more than a twentieth is lost on either side.
      expect(way[start]!).toBeLessThan(0.25);
      expect((1 - Math.cos(rad(86 * way[start]!))) / 1).toBeLessThan(0.05);
      expect((1 - Math.cos(rad(86 * way[end]!))) / 1).toBeLessThan(0.05);
    }
    expect(named(found)).not.toContain('noLockout');
    expect(finding(found, 'noLockout')?.value ?? 0).toBeLessThan(8);
    expect(named(found)).not.toContain('dropsIn');
  });

  it('a quick squat still begins within a few frames of where it begins', () => {
    const found = read(side(shares([{ downS: 1, upS: 0.9 }]), even(), { noiseMm: 2 }));
    expect(Math.abs(found.reps[0]!.start - RATE)).toBeLessThan(10);
    expect(Math.abs(found.reps[0]!.end - 2.9 * RATE)).toBeLessThan(10);
  });
});

describe('what a recording does on its own', () => {
  const way = shares([
    { downS: 1.4, upS: 1.2 },
    { downS: 1.4, upS: 1.2 },
    { downS: 1.4, upS: 1.2 },
  ]);

  it('one wild frame is no repetition', () => {
    const wild = withTrack(side(way, even(), { noiseMm: 2 }), 'hip', (v, k, axis) =>
      k === 20 && axis === 'z' && v !== null ? v - 1000 : v,
    );
    const found = read(wild);
    expect(found.reps).toHaveLength(3);
    expect(found.quality.bridged).toBeGreaterThan(0);
  });

  it('a dip too short to be a squat is none', () => {
    const dip = [...Array<number>(60).fill(0), ...shares([{ downS: 0.15, upS: 0.15, standS: 0 }])];
    expect(
      analyse(side(dip, even()), { view: 'side', subject: null, scale: 'none' }),
    ).toMatchObject({
      kind: 'noAnalysis',
      because: 'noReps',
    });
  });

  it('times rounded to thousandths are an even clock, and what was lost is counted', () => {
    const rounded = side(way, even(), {
      times: (k: number) => Math.round((1000 * k) / RATE) / 1000,
    });
    const holed = withTrack(rounded, 'knee', (v, k) => (k >= 100 && k < 105 ? null : v));
    const { quality } = read(holed);
    expect(quality.rateHz).toBeCloseTo(60, 1);
    expect(quality.bridged).toBeGreaterThan(0);
    // Five of one landmark's frames, in two axes of six landmarks.
    expect(quality.bridged).toBeCloseTo(5 / way.length / 6, 4);
  });

  it('frames dropped from an even clock are bridged and counted too', () => {
    const full = side(way, even());
    const keep = full.timesS.map((_, k) => k < 110 || k >= 114);
    const pick = <T>(list: readonly T[]) => list.filter((_, k) => keep[k]);
    const dropped: Series = {
      timesS: pick(full.timesS),
      tracks: Object.fromEntries(
        Object.entries(full.tracks).map(([name, t]) => [
          name,
          { x: pick(t.x), y: pick(t.y), z: pick(t.z), confidence: pick(t.confidence) },
        ]),
      ),
    };
    const { quality } = read(dropped);
    expect(quality.rateHz).toBeCloseTo(60, 2);
    expect(quality.bridged).toBeCloseTo(4 / way.length, 4);
  });

  it('a phone that slips lifts no heel', () => {
    const slipped = withAll(side(way, even(), { noiseMm: 1 }), (v, k) => (k > 200 ? v + 8 : v));
    expect(named(read(slipped))).not.toContain('heelsRise');
  });

  it('and no big toe either, seen from the front', () => {
    const front = seriesOf(
      way.map((s) => ({
        ...fromTheFront(s, [12, 12]),
        leftBigToeBall: [190, 0] as const,
        rightBigToeBall: [-190, 0] as const,
      })),
      'y',
    );
    const slipped = withAll(front, (v, k) => (k > 200 ? v + 8 : v));
    const found = read(slipped, { view: 'front' });
    expect(finding(found, 'outerEdge')?.value).toBe(0);
    expect(named(found)).toEqual([]);
  });
});

describe('the front view', () => {
  const way = shares([
    { downS: 1.3, upS: 1.2 },
    { downS: 1.3, upS: 1.2 },
  ]);
  const without = (series: Series, ...gone: string[]): Series => ({
    ...series,
    tracks: Object.fromEntries(
      Object.entries(series.tracks).filter(([name]) => !gone.some((g) => name.endsWith(g))),
    ),
  });
  const subject = (turn: number): Case => ({
    ...CLIENT,
    setup: { ...CLIENT.setup, toeOutDeg: { left: turn, right: turn } },
  });

  it('a foot put down anew between two reps has not turned out', () => {
    const second = way.indexOf(0, RATE + 2 * RATE);
    const anew = seriesOf(
      way.map((s, k) => fromTheFront(s, k >= second + 20 ? [24, 12] : [12, 12])),
      'y',
    );
    expect(named(read(anew, { view: 'front' }))).not.toContain('feetTurnOut');
  });

  it('a foot that turns within the rep has', () => {
    const turning = seriesOf(
      way.map((s) => fromTheFront(s, [12 + 14 * s, 12])),
      'y',
    );
    const found = read(turning, { view: 'front' });
    expect(finding(found, 'feetTurnOut')).toMatchObject({ side: 'left', severity: 'clear' });
  });

  it('a big toe lifted on purpose is no weight on the outer edge: only its ball tells', () => {
    const toes = (name: string) =>
      seriesOf(
        way.map((s) => ({ ...fromTheFront(s, [12, 12]), [`left${name}`]: [190, 20 * s] as const })),
        'y',
      );
    const tip = read(toes('BigToe'), { view: 'front' });
    expect(named(tip)).toEqual([]);
    expect(tip.quality.notJudged).toContainEqual({
      fault: 'outerEdge',
      side: null,
      because: 'needs the ball of the big toe: the tip of a toe may be lifted on purpose',
    });
    expect(finding(read(toes('BigToeBall'), { view: 'front' }), 'outerEdge')).toMatchObject({
      side: 'left',
      severity: 'clear',
    });
  });

  it('knees are not held against a foot nobody saw, nor against one taken as straight', () => {
    const bare = without(
      seriesOf(
        way.map((s) => fromTheFront(s, [22, 22])),
        'y',
      ),
      'Heel',
      'Toe',
    );
    const unknown = read(bare, { view: 'front' });
    expect(named(unknown)).toEqual([]);
    expect(finding(unknown, 'kneesOut')).toBeUndefined();
    expect(unknown.quality.notJudged).toContainEqual({
      fault: 'kneesOut',
      side: null,
      because: 'needs the line of the foot: toe and heel marks, or the client’s foot angle',
    });
    // Known to stand 22° open these knees are over the feet; known to stand straight they are outside.
    const open = read(bare, { view: 'front', subject: subject(22) });
    expect(named(open)).toEqual([]);
    expect(finding(open, 'kneesOut')).toBeDefined();
    expect(named(read(bare, { view: 'front', subject: subject(0) }))).toContain('kneesOut');
  });
});

describe('the top of the rep', () => {
  const way = shares([
    { downS: 1.4, upS: 1.2 },
    { downS: 1.4, upS: 1.2 },
  ]);

  it('a trunk that leans back while standing does not make a clean break knees first', () => {
    const clean = read(side(way, even(4, 0)));
    const back = read(side(way, even(4, -6)));
    expect(finding(clean, 'kneesFirst')?.severity).toBeNull();
    expect(finding(back, 'kneesFirst')?.severity).toBeNull();
    expect(finding(back, 'kneesFirst')!.value).toBeCloseTo(finding(clean, 'kneesFirst')!.value, -1);
  });

  it('a knee past straight at the end is named, as much as one left bent', () => {
    const ends = (deg: number) =>
      read(
        side(way, (s, k) => {
          const { shank, thigh, trunk } = even(4, 2)(s);
          const isTop = s < 0.05 && k > RATE;
          return isTop ? { shank: deg / 2, thigh: deg / 2, trunk } : { shank, thigh, trunk };
        }),
      );
    expect(finding(ends(-12), 'noLockout')).toMatchObject({ severity: 'clear', unit: '°' });
    expect(finding(ends(3), 'noLockout')?.severity).toBeNull();
    expect(finding(ends(18), 'noLockout')?.severity).toBe('clear');
  });

  it('a pelvis ahead of the plumb is named although it stood there from the first frame', () => {
    const pushed = seriesOf(
      way.map((s) => {
        const pose = fromTheSide(even()(s));
        const push = 150 * (1 - s);
        return {
          ...pose,
          // The whole body leans forward in one line from the ankle.
          knee: [pose['knee']![0] + push / 2, pose['knee']![1]] as const,
          hip: [pose['hip']![0] + push, pose['hip']![1]] as const,
          shoulder: [pose['shoulder']![0] + push, pose['shoulder']![1]] as const,
        };
      }),
      'x',
    );
    expect(finding(read(pushed), 'noLockout')).toMatchObject({ unit: 'mm' });
    expect(named(read(pushed))).toContain('noLockout');
  });

  it('is neither asked for nor named where the screen allows no lock-out under load', () => {
    const bent = side(way, even(30));
    expect(named(read(bent))).toContain('noLockout');
    const barred = read(bent, { asksLockout: false });
    expect(finding(barred, 'noLockout')).toBeUndefined();
    expect(barred.quality.notJudged).toContainEqual({
      fault: 'noLockout',
      side: null,
      because: 'the screen asks for no lock-out under load',
    });
  });

  it('the best rep is one in which the trunk was seen', () => {
    const three = shares([
      { downS: 1.4, upS: 1.2 },
      { downS: 1.4, upS: 1.2 },
      { downS: 1.4, upS: 1.2 },
    ]);
    const full = side(three, even());
    const [first] = read(full).reps;
    // In the first rep the shoulder is hidden all around the bottom: what is left of its lean is small.
    const hidden = withTrack(full, 'shoulder', (v, k) =>
      k > first!.start + 15 && k < first!.end - 15 ? null : v,
    );
    expect(named(read(hidden))).not.toContain('chestDrop');
  });
});

describe('a file that is something else says what', () => {
  const way = shares([{ downS: 1.4, upS: 1.2 }]);
  const good = side(way, even());
  const scaledBy = (by: number): Series => {
    const each = (channel: readonly (number | null)[]) =>
      channel.map((v) => (v === null ? null : v * by));
    return {
      ...good,
      tracks: Object.fromEntries(
        Object.entries(good.tracks).map(([name, t]) => [
          name,
          { ...t, x: each(t.x), y: each(t.y), z: each(t.z) },
        ]),
      ),
    };
  };
  const told = (series: Series) => analyse(series, { view: 'side', subject: null, scale: 'none' });

  it('metres and centimetres', () => {
    expect(told(scaledBy(0.001))).toMatchObject({ because: 'otherUnit', unit: 'm' });
    expect(told(scaledBy(0.1))).toMatchObject({ because: 'otherUnit', unit: 'cm' });
    // A short client is not a file in centimetres.
    expect(told(scaledBy(0.6)).kind).toBe('analysis');
  });

  it('times in milliseconds', () => {
    const series = { ...good, timesS: good.timesS.map((t) => Math.round(t * 1000)) };
    expect(told(series)).toMatchObject({ because: 'milliseconds' });
  });

  it('marks nobody is sure of', () => {
    const unsure: Series = {
      ...good,
      tracks: Object.fromEntries(
        Object.entries(good.tracks).map(([name, t]) => [
          name,
          { ...t, confidence: t.confidence.map(() => 0.1) },
        ]),
      ),
    };
    expect(told(unsure)).toMatchObject({ because: 'unsure', unsure: ['hip', 'knee', 'ankle'] });
  });
});
