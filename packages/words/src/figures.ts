import { spareOf, type CameraView, type Setup, type SquatMoment, type Window } from '@zither/core';
import { NO_POSE_WORDS, sayDepth, saySupport } from './instrument.ts';
import { CEILING_WORDS, FLOOR_WORDS } from './names.ts';
import { sayNumber } from './numbers.ts';
import { sayLength } from './units.ts';

/** The floor plan as a sentence. */
export function sayFloorPlan({
  stanceWidthMm,
  toeOutDeg: { left, right },
  support,
}: Pick<Setup, 'stanceWidthMm' | 'toeOutDeg' | 'support'>): string {
  const toes =
    left === right
      ? `both feet ${sayNumber(left)}° out`
      : `left foot ${sayNumber(left)}°, right foot ${sayNumber(right)}° out`;
  return `Floor plan: heels ${sayLength(stanceWidthMm)} apart, ${toes}, ${saySupport(support)}.`;
}

/** The figure from the side as a sentence. */
export function sayFigure({ pose, depthDeg }: Pick<SquatMoment, 'pose' | 'depthDeg'>): string {
  if (pose.kind !== 'pose') return NO_POSE_WORDS[pose.kind];
  const knee = pose.kneecapPastToeMm;
  const off = sayLength(Math.abs(knee));
  const place = off.startsWith('0 ') ? 'level with' : `${off} ${knee > 0 ? 'past' : 'behind'}`;
  return `Side view at ${sayDepth(depthDeg)}: shin ${sayNumber(pose.shankDeg)}° forward, trunk ${sayNumber(pose.trunkDeg)}° forward, kneecap ${place} the toes.`;
}

/** The names of a window's ends: what the squat needs, and what the body allows less what the method keeps in reserve. */
export function sayEnds(window: Exclude<Window, { kind: 'stanceTooWide' }>): {
  floor: string;
  ceiling: string;
} {
  const { mostDeg, reserveDeg } = spareOf(window);
  const limit = CEILING_WORDS[window.ceilingBy];
  return {
    floor: `${FLOOR_WORDS[window.floorBy]} needs ${sayNumber(window.floorDeg)}°`,
    ceiling:
      reserveDeg > 0.5
        ? `${limit} ${sayNumber(mostDeg)}° less ${sayNumber(reserveDeg)}°`
        : `${limit} allows ${sayNumber(mostDeg)}°`,
  };
}

/** Where a camera stands, as the picture of it shows. */
export const sayCameraPlace = (view: CameraView): string =>
  `From above: the camera stands ${{ side: 'at the client’s left side', front: 'in front of the client', rear: 'behind the client' }[view]}, square on.`;

/** Where the bead of a gauge lies relative to its target. */
export type BeadPlace = 'inside' | 'nearEdge' | 'outside';

/** The last tenth of a target at either end counts as its edge. */
const EDGE_SHARE = 0.1;

export function beadPlace(
  now: number,
  { least, most }: { least: number; most: number },
): BeadPlace {
  if (now < least || now > most) return 'outside';
  const edge = (most - least) * EDGE_SHARE;
  return now - least < edge || most - now < edge ? 'nearEdge' : 'inside';
}

const PLACE_WORDS: Record<BeadPlace, string> = {
  inside: 'inside',
  nearEdge: 'inside, near the edge of',
  outside: 'outside',
};

/** What a gauge shows. */
export interface Gauge {
  /** What is measured. */
  label: string;
  unit: string;
  now: number | null;
  /** Last time. */
  before?: number | null;
  /** Where the method wants it. */
  target?: { least: number; most: number } | null;
  /** ± this much is measurement error (half a halo each side). */
  error?: number | null;
  digits?: number;
}

/** A gauge as a sentence. */
export function sayGauge({ label, unit, now, before, target, error, digits = 0 }: Gauge): string {
  if (now === null) return `${label}: not measured yet.`;
  const n = (v: number) => sayNumber(v, digits);
  const parts = [`${label}: ${n(now)}${unit}`];
  if (error) parts.push(`give or take ${n(error)}`);
  if (target)
    parts.push(
      `${PLACE_WORDS[beadPlace(now, target)]} the target ${n(target.least)} to ${n(target.most)}`,
    );
  if (before !== null && before !== undefined) parts.push(`last time ${n(before)}`);
  return `${parts.join(', ')}.`;
}
