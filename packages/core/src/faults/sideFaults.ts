import type { Channel, Series } from '../motion/series.ts';
import { SURE_LEAST } from './findings.ts';
import type { RepReading } from './measured.ts';
import {
  dropAt,
  frameUpAt,
  meanOver,
  medianOver,
  peakOf,
  phaseAt,
  steady,
  sureOf,
  valueDownAt,
  type RepWindow,
} from './repWindow.ts';
import type { SidePicture } from './sidePicture.ts';
import { FAULTS, OTHER_READING, type FaultId, type Phase } from './table.ts';

/** Limits that the measures of a side view are compared with. */
export interface SideQuestion {
  targetDepthDeg: number;
  /** Arms are held overhead. */
  isOverhead: boolean;
  /** False where the screen allows no lock-out under load: it is neither asked for nor named. */
  asksLockout: boolean;
  /** The method wants trunk and shin parallel. */
  wantsParallel: boolean;
  /** Parts 3 and 4 of the lean budget at this depth, shank and lean; null when it cannot be split. */
  excessLeanDeg: ((depthDeg: number, shankDeg: number, trunkDeg: number) => number | null) | null;
}

const LEG = ['hip', 'knee', 'ankle'];
const TRUNK = ['hip', 'shoulder'];
/** Peaks are taken over this long, so that noise does not make them. */
const PEAK_S = 0.15;
/** A heel that lifts stays up a while; a mark that jumps does not. */
const LIFT_S = 0.3;
/** Balance is judged from this share of the depth on, not while standing between reps (house default). */
const LOADED_FROM = 0.3;
/** From this much rounding on the tuck has begun, degrees (house default). */
export const TUCK_BEGINS_DEG = 5;

/** Every fault of a side view in one rep, however small; what cannot be read is left out. */
export function sideReadings(
  series: Series,
  picture: SidePicture,
  windows: readonly RepWindow[],
  standing: readonly number[],
  rateHz: number,
  question: SideQuestion,
): RepReading[] {
  const smooth = (channel: Channel) => steady(channel, rateHz, PEAK_S);
  const rest = (channel: Channel) => medianOver(channel, standing);
  const from = (channel: Channel, level: number | null, sign: 1 | -1): Channel =>
    channel.map((v) => (v === null || level === null ? null : sign * (v - level)));
  // Above the toe where that is marked: a phone that slips lifts both.
  const heelMm = picture.heelAboveToeMm.some((v) => v !== null)
    ? picture.heelAboveToeMm
    : picture.heelHeightMm;
  const heel = steady(from(heelMm, rest(heelMm), 1), rateHz, LIFT_S);
  const forward = smooth(picture.balanceMm);
  const backward = smooth(from(picture.balanceMm, 0, -1));
  const hollow = smooth(from(picture.lumbarDeg, rest(picture.lumbarDeg), 1));
  const round = smooth(from(picture.lumbarDeg, rest(picture.lumbarDeg), -1));
  const trunk = smooth(picture.trunkDeg);
  const arms = smooth(picture.armDeg);
  const depth = smooth(picture.thighDepthDeg);
  // The best rep is one in which the trunk was seen: where it was hidden the greatest lean may be missing.
  const bestLean = Math.min(
    ...windows
      .filter((w) => sureOf(w, series, TRUNK) >= SURE_LEAST)
      .map((w) => peakOf(w, trunk)?.value ?? Infinity),
  );
  // Standing after a rep lasts until the next begins, or two seconds at most.
  const untilOf = (w: RepWindow) =>
    Math.min(
      windows[w.number]?.rep.start ?? Infinity,
      w.rep.end + 2 * rateHz,
      series.timesS.length - 1,
    );
  const list: RepReading[] = [];
  for (const w of windows) {
    const { rep } = w;
    const near = Math.max(1, Math.round(0.06 * rateHz));
    const bottom = (channel: Channel) => meanOver(channel, rep.bottom - near, rep.bottom + near);
    const put = (
      fault: FaultId,
      needs: readonly string[],
      value: number | null,
      frame: number | null,
      phase: Phase | null,
      more: Partial<RepReading> = {},
    ) => {
      if (value === null || !Number.isFinite(value)) return;
      const sure = sureOf(w, series, needs);
      list.push({ fault, side: null, rep: w.number, value, frame, phase, sure, ...more });
    };
    const peak = (
      fault: FaultId,
      needs: readonly string[],
      channel: Channel,
      isAsked?: (k: number) => boolean,
    ) => {
      const found = peakOf(w, channel, isAsked);
      if (found) put(fault, needs, found.value, found.frame, phaseAt(w, found.frame));
    };
    const isLoaded = (k: number) => dropAt(w, k) >= LOADED_FROM;

    const reached = bottom(picture.thighDepthDeg);
    put(
      'depthShort',
      ['hip', 'knee'],
      reached === null ? null : question.targetDepthDeg - reached,
      rep.bottom,
      'bottom',
    );
    peak('heelsRise', ['heel'], heel);
    const weighed = [...LEG, 'shoulder', 'heel', 'toe'];
    peak('weightForward', weighed, forward, isLoaded);
    peak('toesFloat', weighed, backward, isLoaded);
    peak('lowBackArch', [...TRUNK, 'lumbar'], hollow);
    if (question.isOverhead) peak('armsFall', [...TRUNK, 'wrist'], arms);

    const rounding = peakOf(w, round);
    if (rounding) {
      let begins = rounding.frame;
      for (let k = rep.start; k <= rounding.frame; k += 1)
        if ((round[k] ?? 0) >= TUCK_BEGINS_DEG && isLoaded(k)) {
          begins = k;
          break;
        }
      const at = depth[begins] ?? null;
      const isBefore =
        at !== null && begins <= rep.bottom && at < question.targetDepthDeg && reached !== null;
      put('pelvisTuck', [...TRUNK, 'lumbar'], rounding.value, begins, phaseAt(w, begins), {
        severity: rounding.value < 8 ? null : isBefore ? 'clear' : 'slight',
      });
    }

    const [shank, lean] = [bottom(picture.shankDeg), bottom(picture.trunkDeg)];
    if (shank !== null && lean !== null) {
      if (question.wantsParallel)
        put('trunkShinMismatch', [...LEG, 'shoulder'], lean - shank, rep.bottom, 'bottom');
      if (question.excessLeanDeg && reached !== null)
        put(
          'excessLean',
          [...LEG, 'shoulder'],
          question.excessLeanDeg(reached, shank, lean),
          rep.bottom,
          'bottom',
        );
    }

    const broke = breakOf(w, picture, rateHz);
    const share = broke && hipShareOf(broke.hipDeg, broke.kneeDeg);
    if (share !== null)
      for (const fault of ['hipsFirst', 'kneesFirst'] as const)
        put(fault, [...LEG, 'shoulder'], share, broke?.frame ?? null, 'descent');

    const third = frameUpAt(w, 1 / 3);
    let gained: { value: number; frame: number } | null = null;
    for (let k = rep.bottom; k <= third; k += 1) {
      // The lean asked for changes with depth by itself: what counts is lean beyond that of the way down at the same height.
      const down = valueDownAt(w, trunk, dropAt(w, k));
      const up = trunk[k] ?? null;
      if (down === null || up === null) continue;
      if (!gained || up - down > gained.value) gained = { value: up - down, frame: k };
    }
    put('hipsRiseEarly', TRUNK, gained?.value ?? null, gained?.frame ?? null, 'ascent');

    const fifth = frameUpAt(w, 1 / 5);
    const knee = (k: number) => meanOver(picture.kneeXMm, k - 1, k + 1);
    const [stood, deep, then] = [knee(rep.start), knee(rep.bottom), knee(fifth)];
    // A shin that hardly moved has no travel to lose.
    if (stood !== null && deep !== null && then !== null && deep - stood >= 40)
      put('kneesSlideBack', ['knee'], (100 * (deep - then)) / (deep - stood), fifth, 'ascent');

    const leanest = peakOf(w, trunk);
    if (leanest && windows.length > 1 && Number.isFinite(bestLean))
      put('chestDrop', TRUNK, leanest.value - bestLean, leanest.frame, phaseAt(w, leanest.frame));

    if (question.asksLockout) lockout(w, picture, standing, rateHz, untilOf(w), put);

    const speed = peakDownSpeed(w, picture.hipHeightMm, rateHz);
    put('dropsIn', ['hip'], speed, null, 'descent');
  }
  return list;
}

/** A joint has begun to bend once it leaves its standing angle by so much, degrees: above the noise of a picture (house default). */
const BREAK_DEG = 2.5;

/**
 * What hip and knee bent in the first 15 % of the way down. The way begins where either leaves its standing angle: a hip that hinges moves
 * long before it sinks.
 */
export function breakOf(
  { rep }: RepWindow,
  picture: Pick<SidePicture, 'hipFoldDeg' | 'kneeFlexionDeg'>,
  rateHz: number,
): { hipDeg: number; kneeDeg: number; frame: number } | null {
  const frames = (from: number, to: number) => {
    const first = Math.max(0, Math.round(from));
    return Array.from({ length: Math.max(1, Math.round(to) - first) }, (_, i) => first + i);
  };
  const before = frames(rep.start - 0.6 * rateHz, rep.start - 0.25 * rateHz);
  const hip = medianOver(picture.hipFoldDeg, before);
  const knee = medianOver(picture.kneeFlexionDeg, before);
  if (hip === null || knee === null) return null;
  const near = (channel: Channel, k: number, level: number) => {
    const v = channel[k] ?? null;
    return v !== null && Math.abs(v - level) < BREAK_DEG;
  };
  let begins = rep.bottom;
  const first = Math.max(0, Math.round(rep.start - 0.6 * rateHz));
  while (
    begins > first &&
    !(near(picture.hipFoldDeg, begins, hip) && near(picture.kneeFlexionDeg, begins, knee))
  )
    begins -= 1;
  const frame = begins + Math.round(0.15 * (rep.bottom - begins));
  const [hipThen, kneeThen] = [
    meanOver(picture.hipFoldDeg, frame - 1, frame + 1),
    meanOver(picture.kneeFlexionDeg, frame - 1, frame + 1),
  ];
  if (hipThen === null || kneeThen === null) return null;
  return { hipDeg: hipThen - hip, kneeDeg: kneeThen - knee, frame };
}

/** Share of the hip in what hip and knee bent, per cent; null when neither bent. */
export function hipShareOf(hipDeg: number | null, kneeDeg: number | null): number | null {
  if (hipDeg === null || kneeDeg === null || hipDeg + kneeDeg < 5) return null;
  return (100 * hipDeg) / (hipDeg + kneeDeg);
}

/** First frame of the stretch of this length, between two frames, in which a knee is least bent. */
function straightestAt(kneeDeg: Channel, from: number, until: number, length: number): number {
  let best = { frame: from, deg: meanOver(kneeDeg, from, from + length) ?? Infinity };
  for (let k = from + 1; k + length <= until; k += 1) {
    const deg = meanOver(kneeDeg, k, k + length);
    if (deg !== null && deg < best.deg) best = { frame: k, deg };
  }
  return best.frame;
}

/** A knee left bent or pushed past straight, or a pelvis ahead of the plumb; whichever weighs most. */
function lockout(
  w: RepWindow,
  picture: SidePicture,
  standing: readonly number[],
  rateHz: number,
  until: number,
  put: (
    fault: FaultId,
    needs: readonly string[],
    value: number | null,
    frame: number,
    phase: Phase,
    more?: Partial<RepReading>,
  ) => void,
): void {
  const pause = Math.round(0.2 * rateHz);
  // Where the leg is straightest before the next rep: near the top the hips hardly rise while the knee still straightens.
  const end = straightestAt(picture.kneeFlexionDeg, w.rep.end, until, pause);
  const bent = meanOver(picture.kneeFlexionDeg, end, end + pause);
  // The plumb through mid-foot where the foot is marked; else where the hip stood over the ankle before the first rep.
  const plumb = meanOver(picture.hipAheadOfPlumbMm, end, end + pause);
  const stood = medianOver(picture.hipAheadOfAnkleMm, standing);
  const now = meanOver(picture.hipAheadOfAnkleMm, end, end + pause);
  const ahead = plumb ?? (stood === null || now === null ? null : now - stood);
  const { pelvisForward, pastStraight } = OTHER_READING;
  const leg = ['hip', 'knee', 'ankle'];
  const past = bent === null ? 0 : -bent;
  const weights = {
    pelvis: ahead === null ? 0 : ahead / pelvisForward.slight,
    past: past / pastStraight.slight,
    bent: bent === null ? 0 : bent / FAULTS.noLockout.slight,
  };
  if (ahead !== null && weights.pelvis >= Math.max(1, weights.past, weights.bent))
    put('noLockout', ['hip', 'ankle'], ahead, end, 'ascent', { reading: pelvisForward });
  else if (weights.past >= Math.max(1, weights.bent))
    put('noLockout', leg, past, end, 'ascent', { reading: pastStraight });
  else put('noLockout', leg, bent, end, 'ascent');
}

/** The way down is over once its speed has fallen to this share of its fastest: a pause at the bottom is not part of it. */
const ARRIVED_AT = 0.08;

/** Fastest moment in the lower part of the way down against its mean speed; null when the hip was lost on the way. */
function peakDownSpeed(w: RepWindow, height: Channel, rateHz: number): number | null {
  const { rep } = w;
  const [top, low] = [height[rep.start] ?? null, height[rep.bottom] ?? null];
  if (rep.bottom - rep.start < 4 || top === null || low === null) return null;
  // Over a few frames, so that the picture's noise is not read as speed; over more of them the slower the squat.
  const step = Math.max(1, Math.round(0.03 * rateHz), Math.round(0.05 * (rep.bottom - rep.start)));
  const speeds: (number | null)[] = [];
  for (let k = rep.start; k <= rep.bottom; k += 1) {
    const [a, b] = [height[k - step] ?? null, height[k + step] ?? null];
    speeds.push(a === null || b === null ? null : (a - b) / (2 * step));
  }
  let fastest = 0;
  speeds.forEach((v, i) => {
    if (v !== null && dropAt(w, rep.start + i) >= 0.4) fastest = Math.max(fastest, v);
  });
  const peak = speeds.indexOf(fastest);
  let arrived = peak;
  while (arrived < speeds.length - 1 && (speeds[arrived] ?? 0) > ARRIVED_AT * fastest) arrived += 1;
  return arrived < 2 ? null : fastest / ((top - low) / arrived);
}
