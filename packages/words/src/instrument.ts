import { spareOf } from '@zither/core';
import type {
  FloorName,
  LeverEffect,
  LeverMove,
  NoPose,
  Pose,
  Solution,
  Support,
  Window,
} from '@zither/core';
import { CEILING_WORDS, HOLD_NAMES } from './names.ts';
import { sayHeight, sayLength } from './units.ts';
import { sayLeftOver, sayMargin, sayNumber, saySigned } from './numbers.ts';

export const DEPTH_NAMES = {
  chair: 'Chair',
  parallel: 'Parallel',
  crease: 'Crease below knee',
  full: 'Full',
} as const;

/** A thigh depth in words: the nearest named depth, or degrees above or below parallel. */
export function sayDepth(deg: number): string {
  if (Math.abs(deg) < 0.5) return 'parallel';
  if (Math.abs(deg + 20) < 0.5) return 'chair height';
  if (Math.abs(deg - 6) < 0.5) return 'crease below knee';
  if (Math.abs(deg - 25) < 0.5) return 'full depth';
  return deg > 0 ? `${sayNumber(deg)}° below parallel` : `${sayNumber(-deg)}° above parallel`;
}

const forFloor = (by: FloorName, leanLimitDeg: number): string =>
  ({
    balance: 'To balance over mid-foot',
    trunkLean: `To stay under the ${sayNumber(leanLimitDeg)}° lean limit`,
    hipFold: 'To keep within the hip fold',
  })[by];

/**
 * The binding pair in sentences: what limits the shin angle, what it is needed for, and by how much it misses or clears. The limit and
 * the method's reserve are told apart: what eats into the reserve is not short.
 */
export function sayWindow(
  window: Window,
  depthDeg: number,
  leanLimitDeg: number,
  bufferDeg: number,
): string {
  const at = sayDepth(depthDeg);
  if (window.kind === 'stanceTooWide')
    return `This stance is too wide: at ${at} the thigh cannot reach from knee to hip. Bring the feet closer.`;
  const { mostDeg, reserveDeg, spareDeg } = spareOf(window);
  const kept = reserveDeg > 0.5 ? `; the method keeps ${sayNumber(bufferDeg)}° in reserve` : '';
  const stop = `The ${CEILING_WORDS[window.ceilingBy]} allows a shin angle of ${sayNumber(mostDeg)}°${kept}.`;
  if (window.floorDeg <= -4.9)
    return `${stop} At ${at} no shin angle is needed, so all of it is room.`;
  const need = `${forFloor(window.floorBy, leanLimitDeg)} it needs ${sayNumber(window.floorDeg)}°.`;
  if (window.kind === 'open')
    return `${stop} ${need} That leaves ${sayMargin(window.widthDeg)} of room at ${at}.`;
  if (reserveDeg > 0 && spareDeg >= 0)
    return `${stop} ${need} It reaches ${at} with ${sayLeftOver(spareDeg)} in reserve.`;
  return `${stop} ${need} Short by ${sayMargin(spareDeg)} at ${at}.`;
}

/** How deep each side gets, and whether the way down is clear to the target. */
export function sayDeepest(solution: Solution, targetDeg: number): string {
  const { left, right } = solution.sides;
  const a = left.deepestThighDepthDeg;
  const b = right.deepestThighDepthDeg;
  const say = (deg: number | null) =>
    deg === null
      ? 'cannot start down'
      : deg >= 44.9
        ? 'clears every depth'
        : `gets to ${sayDepth(deg)}`;
  const lower = Math.min(a ?? -90, b ?? -90);
  const sides =
    a !== null && b !== null && Math.abs(a - b) < 1
      ? `Coming down, this setup ${say(lower)}.`
      : `Coming down, the left side ${say(a)}; the right ${say(b)}.`;
  const windowOpen = left.window.kind === 'open' && right.window.kind === 'open';
  const gap =
    windowOpen && lower < targetDeg - 1e-6
      ? ' There is room at the target, but not on the way there.'
      : '';
  return sides + gap;
}

/** Which side sets the limit and by how much, or null when they are alike. */
export function saySideDifference(solution: Solution): string | null {
  const { left, right } = solution.sides;
  if (left.window.kind === 'stanceTooWide' || right.window.kind === 'stanceTooWide') return null;
  const difference = Math.abs(left.window.ceilingDeg - right.window.ceilingDeg);
  if (difference < 0.5) return null;
  const tight = solution.governingSide;
  return `The ${tight} side governs: its shin stops ${sayNumber(difference)}° before the ${tight === 'left' ? 'right' : 'left'} one.`;
}

export const NO_POSE_WORDS: Record<NoPose['kind'], string> = {
  stanceTooWide: 'The stance is too wide for this thigh here: no pose exists.',
  fallsBack: 'Falls back: no lean brings the weight over the balance point.',
  fallsForward: 'Falls forward: no lean brings the weight back over the balance point.',
};

export const saySupport = (support: Support): string =>
  support.kind === 'floor'
    ? 'flat floor'
    : support.kind === 'block'
      ? `heel lift ${sayHeight(support.riseMm)}`
      : `${sayNumber(support.angleDeg)}° ramp, ${support.azimuth === 'foot' ? 'turned with the foot' : 'straight ahead'}`;

/** A move as an instruction. */
export function sayMove(move: LeverMove): string {
  if (move.lever === 'hold') return `Load position: ${HOLD_NAMES[move.hold].toLowerCase()}`;
  const size = Math.abs(move.dose);
  const up = move.dose > 0;
  switch (move.lever) {
    case 'heelRiseMm':
      return `Heel lift ${sayHeight(size)}`;
    case 'rampDeg':
      return `Ramp ${size}° steeper`;
    case 'stanceWidthMm':
      return `Stance ${sayLength(size)} ${up ? 'wider' : 'narrower'}`;
    case 'toeOutDeg':
      return `Toes ${size}° further ${up ? 'out' : 'in'}`;
    case 'dorsiflexionDeg':
      return `Gain ${size}° of ankle`;
    case 'leanAllowedDeg':
      return `Allow ${size}° more lean`;
    case 'shallowerDeg':
      return `Stop ${size}° higher`;
  }
}

/** What a move brings, in words. */
export function sayEffect(effect: LeverEffect): string {
  if (effect.window.kind === 'stanceTooWide') return 'The stance would be too wide.';
  const width =
    effect.widthChangeDeg === null
      ? 'opens a stance that was too wide'
      : Math.abs(effect.widthChangeDeg) < 0.05
        ? 'changes nothing here'
        : `${saySigned(effect.widthChangeDeg, 1)}° of room`;
  const depth =
    effect.deepestChangeDeg === null || Math.abs(effect.deepestChangeDeg) < 0.5
      ? ''
      : effect.reaches
        ? // A gain ends at the target: how far beyond it goes is of no use.
          ', reaches the target'
        : `, ${saySigned(effect.deepestChangeDeg)}° of depth`;
  return `${width}${depth}`;
}

/** "15°", or each foot where they differ. */
export const sayToes = ({ left, right }: { left: number; right: number }): string =>
  Math.round(left) === Math.round(right)
    ? `${sayNumber(left)}°`
    : `L ${sayNumber(left)}° R ${sayNumber(right)}°`;

/** What the body does at the bottom, by name and value; empty where there is no pose. */
export function sayPose(bottom: Pose | NoPose): [string, string][] {
  if (bottom.kind !== 'pose') return [];
  const one = (deg: number) => `${sayNumber(deg, 1)}°`;
  return [
    ['Ankle used (dorsiflexion)', one(bottom.dorsiflexionDeg)],
    ['Trunk lean', one(bottom.trunkDeg)],
    ['Hip fold (trunk to thigh, in front)', one(bottom.hipFoldDeg)],
    ['Hip abduction', one(bottom.hipAbductionDeg)],
    [
      'Hip rotation',
      `${one(Math.abs(bottom.hipRotationDeg))} ${bottom.hipRotationDeg >= 0 ? 'outward' : 'inward'}`,
    ],
    ['Knee flexion', one(bottom.kneeFlexionDeg)],
    ['Kneecap past toe', sayLength(bottom.kneecapPastToeMm, 1)],
    ['Sole pitch · cross-tilt', `${one(bottom.footPitchDeg)} · ${one(bottom.footRollDeg)}`],
    [
      'Hip · knee moment',
      `${sayNumber(bottom.hipMomentNm)} · ${sayNumber(bottom.kneeMomentNm)} N·m`,
    ],
  ];
}

/** A file of cases was opened in the Lab. */
export const sayOpened = (file: string, cases: number): string =>
  cases > 1 ? `Opened the first of ${cases} cases in ${file}.` : `Opened ${file}.`;
