import { LENGTH_PER_STATURE } from '../body/anthropometry.ts';
import { safeAcos, safeAsin, toDeg, toRad } from '../geometry/angles.ts';
import { SIDES, type Side } from '../linkage/setup.ts';
import type { Channel, Series } from '../motion/series.ts';
import type { RepReading } from './measured.ts';
import {
  dropAt,
  meanOver,
  medianOver,
  peakOf,
  phaseAt,
  standingBefore,
  steady,
  sureOf,
  type RepWindow,
} from './repWindow.ts';
import type { FaultThresholds } from './findings.ts';
import { FAULTS, OTHER_READING, type CameraView, type FaultId } from './table.ts';
import { wobbleMm } from './wobble.ts';

/** A landmark of one side: `knee`, left → `leftKnee`. */
export const sided = (side: Side, name: string): string =>
  `${side}${name.charAt(0).toUpperCase()}${name.slice(1)}`;

/** Everything the front or rear view shows of one leg; lateral values are outward positive. */
export interface LegPicture {
  /** Shank against the line of the foot in the frontal plane, outward positive, degrees. */
  kneeDeg: Channel;
  toeOutDeg: Channel;
  kneeOutMm: Channel;
  navicularMm: Channel;
  /** Tilt of the heel bone, inward positive, degrees. */
  heelBoneDeg: Channel;
  ballHeightMm: Channel;
  /** Thigh against the horizontal, hip below knee positive, degrees; the thigh is as long as it looks while standing. */
  thighDepthDeg: Channel;
}

export interface FrontPicture {
  legs: Record<Side, LegPicture>;
  hipHeightMm: Channel;
  /** Pelvis centre to the client's left of the ankle centre. */
  pelvisLeftMm: Channel;
  /** Left hip above the right. */
  leftHipAboveMm: Channel;
}

const map2 = (
  a: Channel | undefined,
  b: Channel | undefined,
  f: (a: number, b: number) => number,
): (number | null)[] =>
  (a ?? []).map((v, k) => {
    const w = b?.[k] ?? null;
    return v === null || w === null ? null : f(v, w);
  });

/** Height of a mark above the heel; above the floor where the heel is not marked. */
const withinFoot = (mark: Channel | undefined, heel: Channel | undefined): Channel =>
  heel && heel.some((v) => v !== null) ? map2(mark, heel, (m, h) => m - h) : (mark ?? []);

/** The line of the foot is calmed over this long. */
const LINE_S = 0.4;

/** Height of hips in a front or rear view. */
export const frontHipHeight = (series: Series): Channel =>
  map2(series.tracks['leftHip']?.z, series.tracks['rightHip']?.z, (l, r) => (l + r) / 2);

/**
 * Reads a cleaned front or rear view.
 *
 * @param footMm foot length when it was measured; else it is taken from the shank in the picture by average proportions
 * @param ownToeOutDeg how the client stands, for a foot whose toe or heel is not marked; null = not known, then knees are not judged against it
 * @param standing frames in which the client stands: they give the shank's full length and the foot's own line
 */
export function frontPicture(
  series: Series,
  footMm: number | null,
  standing: readonly number[],
  rateHz: number,
  ownToeOutDeg: Readonly<Record<Side, number>> | null,
): FrontPicture {
  const of = (side: Side, name: string) => series.tracks[sided(side, name)];
  const leg = (side: Side): LegPicture => {
    const out = side === 'left' ? 1 : -1;
    const [hip, knee, ankle, heel, toe] = [
      of(side, 'hip'),
      of(side, 'knee'),
      of(side, 'ankle'),
      of(side, 'heel'),
      of(side, 'toe'),
    ];
    const across = map2(knee?.y, ankle?.y, (k, a) => out * (k - a));
    const rise = map2(knee?.z, ankle?.z, (k, a) => k - a);
    const shank = medianOver(
      map2(across, rise, (a, r) => Math.hypot(a, r)),
      standing,
    );
    const thigh = medianOver(
      map2(
        map2(hip?.y, knee?.y, (h, k) => h - k),
        map2(hip?.z, knee?.z, (h, k) => h - k),
        (a, r) => Math.hypot(a, r),
      ),
      standing,
    );
    const foot =
      footMm ??
      (shank === null ? null : (shank * LENGTH_PER_STATURE.foot) / LENGTH_PER_STATURE.shank);
    const toeOutDeg = map2(toe?.y, heel?.y, (t, h) =>
      foot === null ? 0 : toDeg(safeAsin((out * (t - h)) / foot)),
    );
    // The foot may turn while it carries, so its line is that of the moment, calmed; where toe or heel is hidden, that of the stand.
    const stood = medianOver(toeOutDeg, standing) ?? ownToeOutDeg?.[side] ?? null;
    const line = steady(toeOutDeg, rateHz, LINE_S);
    return {
      toeOutDeg,
      kneeOutMm: (knee?.y ?? []).map((v) => (v === null ? null : out * v)),
      // Where the foot points is where the knee should go: a shank that leans α along it shows atan(tan α · sin θ) from the front.
      kneeDeg: across.map((a, k) => {
        const r = rise[k] ?? null;
        const at = line[k] ?? stood;
        // A foot nobody saw points somewhere: a knee is not compared with a guess.
        if (a === null || r === null || at === null) return null;
        const lean = shank === null ? 0 : safeAcos(r / shank);
        const foot = toRad(at);
        return toDeg(Math.atan2(a, r) - Math.atan(Math.tan(lean) * Math.sin(foot)));
      }),
      // Within the foot: a phone that slips lifts every mark alike.
      navicularMm: withinFoot(of(side, 'navicular')?.z, heel?.z),
      heelBoneDeg: map2(
        map2(ankle?.y, heel?.y, (a, h) => -out * (a - h)),
        map2(ankle?.z, heel?.z, (a, h) => a - h),
        (inward, up) => toDeg(Math.atan2(inward, up)),
      ),
      // The ball of the big toe bears the weight; its tip may be lifted on purpose.
      ballHeightMm: withinFoot(of(side, 'bigToeBall')?.z, heel?.z),
      thighDepthDeg: map2(knee?.z, hip?.z, (k, h) => k - h).map((rise) =>
        rise === null || thigh === null ? null : toDeg(safeAsin(rise / thigh)),
      ),
    };
  };
  const centre = (name: string) =>
    map2(of('left', name)?.y, of('right', name)?.y, (l, r) => (l + r) / 2);
  return {
    legs: { left: leg('left'), right: leg('right') },
    hipHeightMm: frontHipHeight(series),
    pelvisLeftMm: map2(centre('hip'), centre('ankle'), (h, a) => h - a),
    leftHipAboveMm: map2(of('left', 'hip')?.z, of('right', 'hip')?.z, (l, r) => l - r),
  };
}

/** Knees are judged once they bend enough to have a direction: a straight leg leans inward to the hip by itself (house default). */
export const KNEES_FROM = 0.4;
/** So high the ball of the big toe counts as lifted, mm (house default). */
export const BALL_LIFTED_MM = 5;
const PEAK_S = 0.15;
/** A pelvis shifts slowly; what moves faster is cloth. */
const SHIFT_S = 0.4;
const ARCH_S = 0.25;
const BONE_S = 0.45;
/** The wobble is looked for where the knee carries, below this share of the drop (house default). */
const WOBBLES_FROM = 0.22;

/** Thigh depth in the first frame of a rep in which a channel is beyond this, degrees; null where neither is known there. */
function depthFrom(w: RepWindow, channel: Channel, depth: Channel, beyond: number): number | null {
  for (let k = w.rep.start; k <= w.rep.end; k += 1)
    if ((channel[k] ?? -Infinity) >= beyond) return depth[k] ?? null;
  return null;
}

/**
 * Every fault of a front or rear view, however small; what cannot be read is left out.
 *
 * @param thresholds of the method: they tell from which depth on an arch counts as given way
 */
export function frontReadings(
  series: Series,
  picture: FrontPicture,
  windows: readonly RepWindow[],
  standing: readonly number[],
  rateHz: number,
  view: Exclude<CameraView, 'side'>,
  thresholds: FaultThresholds,
): RepReading[] {
  const smooth = (channel: Channel) => steady(channel, rateHz, PEAK_S);
  const change = (channel: Channel, sign: 1 | -1, calmS = PEAK_S): Channel => {
    const level = medianOver(channel, standing);
    return steady(
      channel.map((v) => (v === null || level === null ? null : sign * (v - level))),
      rateHz,
      calmS,
    );
  };
  const list: RepReading[] = [];
  const shift = {
    left: change(picture.pelvisLeftMm, 1, SHIFT_S),
    right: change(picture.pelvisLeftMm, -1, SHIFT_S),
  };
  const legs = SIDES.map((side) => {
    const leg = picture.legs[side];
    return {
      side,
      leg,
      inward: smooth(leg.kneeDeg.map((v) => (v === null ? null : -v))),
      outward: smooth(leg.kneeDeg),
      arch: steady(change(leg.navicularMm, -1), rateHz, ARCH_S),
      // Ankle and heel are close together: their line needs a longer look than a single mark.
      bone: steady(change(leg.heelBoneDeg, 1), rateHz, BONE_S),
      lifted: change(leg.ballHeightMm, 1),
      depth: smooth(leg.thighDepthDeg),
    };
  });
  for (const [i, w] of windows.entries()) {
    const { rep } = w;
    const stands = standingBefore(rep, windows[i - 1]?.rep.end ?? 0, picture.hipHeightMm, rateHz);
    const put = (
      fault: FaultId,
      side: Side,
      needs: readonly string[],
      found: { value: number; frame: number } | null,
      more: Partial<RepReading> = {},
    ) => {
      if (!found) return;
      const sure = sureOf(w, series, needs);
      const phase = phaseAt(w, found.frame);
      list.push({ fault, side, rep: w.number, ...found, phase, sure, ...more });
    };
    const isBent = (k: number) => dropAt(w, k) >= KNEES_FROM;
    const pelvis = SIDES.flatMap((side) => [sided(side, 'hip'), sided(side, 'ankle')]);
    for (const side of SIDES) put('sideShift', side, pelvis, peakOf(w, shift[side]));
    if (view === 'rear') {
      const near = Math.max(1, Math.round(0.06 * rateHz));
      const tilt = meanOver(picture.leftHipAboveMm, rep.bottom - near, rep.bottom + near);
      const level = medianOver(picture.leftHipAboveMm, standing);
      if (tilt !== null && level !== null)
        for (const side of SIDES) {
          // The lower side touches first.
          const lower = side === 'left' ? level - tilt : tilt - level;
          put('unevenTouch', side, ['leftHip', 'rightHip'], { value: lower, frame: rep.bottom });
        }
    }
    for (const { side, leg, inward, outward, arch, bone, lifted, depth } of legs) {
      const names = (...list: string[]) => list.map((n) => sided(side, n));
      const drop = peakOf(w, arch);
      const tip = peakOf(w, bone);
      // The navicular says it best; the heel bone stands in where it is not marked.
      const gaveWay = (channel: Channel, beyond: number) => {
        const from = depthFrom(w, channel, depth, beyond);
        return from === null ? {} : { fromDepthDeg: from };
      };
      if (drop)
        put(
          'archDrops',
          side,
          names('navicular'),
          drop,
          gaveWay(arch, (thresholds.archDrops ?? FAULTS.archDrops).slight),
        );
      else
        put('archDrops', side, names('ankle', 'heel'), tip, {
          reading: OTHER_READING.heelBone,
          ...gaveWay(bone, OTHER_READING.heelBone.slight),
        });
      if (view === 'rear') continue;
      const shank = names('knee', 'ankle');
      put('kneesIn', side, shank, peakOf(w, inward, isBent));
      put('kneesOut', side, shank, peakOf(w, outward, isBent));
      // Against the stand before the same rep: a foot put down anew in between has not turned.
      const stood = medianOver(leg.toeOutDeg, stands);
      const turned = smooth(
        leg.toeOutDeg.map((v) => (v === null || stood === null ? null : v - stood)),
      );
      put('feetTurnOut', side, names('heel', 'toe'), peakOf(w, turned));
      const share = liftedShare(w, lifted);
      const highest = peakOf(w, lifted, (k) => dropAt(w, k) >= 0.5);
      if (share !== null && highest)
        put('outerEdge', side, names('bigToeBall'), { value: share, frame: highest.frame });
      const half = (from: number, to: number) =>
        wobbleMm(
          leg.kneeOutMm.slice(from, to + 1).filter((_, i) => dropAt(w, from + i) >= WOBBLES_FROM),
        );
      const halves = [half(rep.start, rep.bottom), half(rep.bottom, rep.end)];
      const [down, up] = halves;
      if (down != null && up != null) {
        const isDown = down >= up;
        put(
          'kneeWobble',
          side,
          names('knee'),
          { value: Math.max(down, up), frame: rep.bottom },
          { phase: isDown ? 'descent' : 'ascent', frame: null },
        );
      }
    }
  }
  return list;
}

/** Share of the lower half of a rep, per cent, in which the ball of the big toe is off the floor; null when it was not seen. */
function liftedShare(w: RepWindow, lifted: Channel): number | null {
  let off = 0;
  let frames = 0;
  for (let k = w.rep.start; k <= w.rep.end; k += 1) {
    const v = lifted[k] ?? null;
    if (v === null || dropAt(w, k) < 0.5) continue;
    frames += 1;
    if (v >= BALL_LIFTED_MM) off += 1;
  }
  return frames === 0 ? null : (100 * off) / frames;
}
