import type { ResolvedBody } from '../body/resolveBody.ts';
import { safeAsin, toDeg, toRad } from '../geometry/angles.ts';
import type { HipFoldLimit } from '../window/limits.ts';
import { halfInterval } from './error.ts';
import { HIP_FOLD_MEASURES } from './measures.ts';
import { keptTrials, measuredDays, readingError, type Trial } from './record.ts';

/**
 * Hip abduction on hands and knees with the knee centres so far apart, degrees: each thigh leans out from its hip centre.
 *
 * @param kneeGapMm between the knee centres, mm
 * @returns null when the gap is wider than the thighs allow
 */
export function abductionAtKneeGapDeg(body: ResolvedBody, kneeGapMm: number): number | null {
  const { hipSeparation, thigh } = body.lengthsMm;
  const ratio = (kneeGapMm - hipSeparation) / 2 / thigh;
  return Math.abs(ratio) > 1 ? null : toDeg(safeAsin(ratio));
}

/** Knee gap that belongs to an abduction, mm: what to set before reading. */
export const kneeGapAtAbductionMm = (body: ResolvedBody, abductionDeg: number): number =>
  body.lengthsMm.hipSeparation + 2 * body.lengthsMm.thigh * Math.sin(toRad(abductionDeg));

/** Abductions at which the three knee widths are asked for, degrees (house default). */
export const HIP_FOLD_AT_DEG = { hipFoldNarrow: 0, hipFoldMiddle: 12, hipFoldWide: 25 } as const;

/** A hip fold limit read off trials. */
export interface FoldLine extends HipFoldLimit {
  /** Standard error of the slope; null when two points leave nothing over to tell. */
  slopeSem: number | null;
  /** Readings it rests on. */
  trials: number;
  /** Standard error of the fold at zero abduction, from the reading error. */
  sem: number;
  /** A pinch ended some range: the line is where the pinch was, not where the back rounds. */
  pinch: boolean;
  /** What the slope says of the stance this hip wants. */
  wants: 'open' | 'narrow' | 'noPreference' | 'cannotTell';
  day: string;
}

/** Slope from which an open stance buys fold worth having, degrees of fold a degree of abduction (house default). */
export const OPEN_FROM_SLOPE = 0.25;

/** Least abduction between the readings for a slope to mean anything, degrees (house default). */
const APART_DEG = 4;

/**
 * Fits the fold limit `atZero + slope · abduction` through all trials of the newest day that has readings at two knee widths or more
 * (ordinary least squares). One width alone gives a level line. null when nothing was read.
 *
 * The slope is called a preference only when 1.96 of its standard errors keep clear of zero, the standard error coming from the reading
 * error of a single trial, not from the few residuals.
 */
export function foldLine(body: ResolvedBody, trials: readonly Trial[]): FoldLine | null {
  const all = HIP_FOLD_MEASURES.flatMap((measure) => keptTrials(trials, measure, null));
  const sem = Math.max(...HIP_FOLD_MEASURES.map((m) => readingError(trials, m)?.sem ?? 0));
  let level: FoldLine | null = null;
  for (const day of measuredDays(all)) {
    const points = all
      .filter((t) => t.takenOn === day)
      .map((t) => ({
        at: t.kneeGapMm === null ? null : abductionAtKneeGapDeg(body, t.kneeGapMm),
        fold: t.value,
        pinch: t.pinch,
      }))
      .filter((p): p is { at: number; fold: number; pinch: boolean } => p.at !== null);
    if (points.length === 0) continue;
    const line = fit(points, sem, day);
    if (line.slopeSem !== null) return line;
    level ??= line;
  }
  return level;
}

function fit(
  points: readonly { at: number; fold: number; pinch: boolean }[],
  sem: number,
  day: string,
): FoldLine {
  const n = points.length;
  const meanAt = points.reduce((s, p) => s + p.at, 0) / n;
  const meanFold = points.reduce((s, p) => s + p.fold, 0) / n;
  // Centred before the products: the sums stay small and the slope exact.
  const spread = points.reduce((s, p) => s + (p.at - meanAt) ** 2, 0);
  const together = points.reduce((s, p) => s + (p.at - meanAt) * (p.fold - meanFold), 0);
  const apart = Math.max(...points.map((p) => p.at)) - Math.min(...points.map((p) => p.at));
  const pinch = points.some((p) => p.pinch);
  if (apart < APART_DEG)
    return {
      atZeroAbductionDeg: meanFold,
      perAbductionDeg: 0,
      slopeSem: null,
      sem: sem / Math.sqrt(n),
      trials: n,
      pinch,
      wants: 'cannotTell',
      day,
    };
  const slope = together / spread;
  const slopeSem = sem / Math.sqrt(spread);
  return {
    atZeroAbductionDeg: meanFold - slope * meanAt,
    perAbductionDeg: slope,
    slopeSem,
    sem: sem * Math.sqrt(1 / n + meanAt ** 2 / spread),
    trials: n,
    pinch,
    wants:
      Math.abs(slope) <= halfInterval(slopeSem)
        ? 'noPreference'
        : slope >= OPEN_FROM_SLOPE
          ? 'open'
          : slope <= -OPEN_FROM_SLOPE
            ? 'narrow'
            : 'noPreference',
    day,
  };
}

/**
 * The limit as the linkage can take it. The window rests on floors that fall as the shank leans further, and leaning opens the hips once
 * the toes turn out; a fold that shrinks with opening would break that. So a falling line is taken level, at what it allows in the middle
 * width: a little strict for narrow feet, a little free for wide ones (house default).
 */
export const foldLimitOf = (line: HipFoldLimit): HipFoldLimit =>
  line.perAbductionDeg >= 0
    ? { atZeroAbductionDeg: line.atZeroAbductionDeg, perAbductionDeg: line.perAbductionDeg }
    : {
        atZeroAbductionDeg:
          line.atZeroAbductionDeg + line.perAbductionDeg * HIP_FOLD_AT_DEG.hipFoldMiddle,
        perAbductionDeg: 0,
      };
