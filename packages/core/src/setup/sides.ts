import { resolveBody } from '../body/resolveBody.ts';
import { toDeg, toRad } from '../geometry/angles.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import type { BothSides, Side } from '../linkage/setup.ts';
import type { SetupQuestion } from './question.ts';
import { compareReadings, type Asymmetry } from '../measure/error.ts';
import { limitsForSide } from '../window/limits.ts';
import { solveSide, type Case, type SideSolution } from '../window/solve.ts';

/** A reading with the standard error of its mean. */
interface Reading {
  deg: number;
  sem: number;
}

/** How far the stance may be asymmetric, and only for a measured reason (common practice, no source). */
export const ASYMMETRY_MOST = { toeOutDeg: 5, forwardMm: 20 } as const;
/** Below this nothing is worth turning or moving (house defaults). */
const ASYMMETRY_LEAST = { toeOutDeg: 2, forwardMm: 5 } as const;
/** A side short by less than this is not seen to drift, degrees of shank (house default). */
const DRIFT_FROM = { shankDeg: 1 } as const;

/** What the two sides allow in a setup, where the squat drifts for it, and whether the stance may be asymmetric. mm, degrees. */
export interface SideDifference {
  /** Furthest each shank may lean, by its own limits. */
  ceilingDeg: BothSides<number | null>;
  deepestDeg: BothSides<number | null>;
  ankle: Asymmetry;
  /** Inward rotation of the hips; null = not measured on both sides. */
  rotation: Asymmetry | null;
  /** Expected when the squat goes on to its target although one side is spent: that heel rises so far, or the pelvis turns so far; null = none to expect. */
  drift: { toward: Side; heelMm: number; turnDeg: number } | null;
  /** null = set them alike. */
  asymmetry: {
    side: Side;
    /** So much further out than the other foot; 0 = not for this reason. */
    toeOutDeg: number;
    /** Or so much further forward; 0 = not for this reason. */
    forwardMm: number;
    /** What was cut off by the limit of {@link ASYMMETRY_MOST}. */
    isCapped: boolean;
    because: 'ankle' | 'rotation';
  } | null;
}

const other = (side: Side): Side => (side === 'left' ? 'right' : 'left');

/**
 * The squat goes on to its target although one side is short of shank: that heel comes up by what makes the lean possible, or its knee and
 * hip stay back, and the pelvis turns toward it and leans on the other side.
 */
function driftOf(question: Case, solved: BothSides<SideSolution>): SideDifference['drift'] {
  const missing = (side: Side): number => {
    const { window } = solved[side];
    return window.kind === 'shut' ? -window.widthDeg : 0;
  };
  const spent: Side = missing('left') >= missing('right') ? 'left' : 'right';
  // What both lack alike does not pull to either side.
  const byDeg = missing(spent) - missing(other(spent));
  const { window } = solved[spent];
  if (byDeg < DRIFT_FROM.shankDeg || window.kind === 'stanceTooWide') return null;
  const body = resolveBody(question.body);
  const link = buildLinkage(body, question.setup, spent);
  const back =
    link.shankMm *
    (Math.sin(toRad(window.ceilingDeg + byDeg)) - Math.sin(toRad(window.ceilingDeg))) *
    link.cosKneeAzimuth;
  return {
    toward: other(spent),
    heelMm: link.foot.ballAlongMm * Math.sin(toRad(byDeg)),
    turnDeg: toDeg(Math.atan2(back, body.lengthsMm.hipSeparation)),
  };
}

/** How far ahead to set the stiffer foot so that both ankles reach their end together, mm: its shank then leans that much less. */
function staggerOf(question: Case, stiffer: Side): number {
  const lean = (side: Side) => {
    const link = buildLinkage(resolveBody(question.body), question.setup, side);
    const { dorsiflexionDeg, bufferDeg } = limitsForSide(question.limits, side);
    const shank = toRad(dorsiflexionDeg - bufferDeg) + link.foot.pitch;
    return link.shankMm * Math.sin(shank) * link.cosKneeAzimuth;
  };
  return lean(other(stiffer)) - lean(stiffer);
}

/**
 * Compares the sides of a setup: each one's ceiling, the drift to expect, and whether a slightly asymmetric stance is justified. It is only where
 * the readings differ beyond what they can tell (their minimal detectable change), and only up to 5° or 20 mm.
 *
 * A hip with less inward rotation stands turned out further; a stiffer ankle, where it is what stops the squat, further out or further forward.
 */
export function sideDifference(
  question: Case,
  ankles: BothSides<Reading>,
  hipRotationIn: BothSides<Reading | null>,
): SideDifference {
  const value = ({ deg, sem }: Reading) => ({ value: deg, sem });
  const ankle = compareReadings(value(ankles.left), value(ankles.right));
  const { left: inL, right: inR } = hipRotationIn;
  const rotation = inL && inR ? compareReadings(value(inL), value(inR)) : null;
  const solved = { left: solveSide(question, 'left'), right: solveSide(question, 'right') };
  const ceiling = (side: Side) => {
    const { window } = solved[side];
    return window.kind === 'stanceTooWide' ? null : window.ceilingDeg;
  };
  const deepestDeg = {
    left: solved.left.deepestThighDepthDeg,
    right: solved.right.deepestThighDepthDeg,
  };
  const difference: SideDifference = {
    ceilingDeg: { left: ceiling('left'), right: ceiling('right') },
    deepestDeg,
    ankle,
    rotation,
    drift: driftOf(question, solved),
    asymmetry: null,
  };
  difference.asymmetry = asymmetryOf(question, difference);
  return difference;
}

function asymmetryOf(
  question: Case,
  { ankle, rotation, drift }: SideDifference,
): SideDifference['asymmetry'] {
  if (rotation?.kind === 'different') {
    const wanted = Math.abs(rotation.differenceDeg) / 2;
    return {
      side: rotation.lower,
      toeOutDeg: Math.min(ASYMMETRY_MOST.toeOutDeg, Math.round(wanted)),
      forwardMm: 0,
      isCapped: wanted > ASYMMETRY_MOST.toeOutDeg,
      because: 'rotation',
    };
  }
  if (ankle.kind !== 'different' || !drift) return null;
  const wanted = staggerOf(question, ankle.lower);
  if (wanted < ASYMMETRY_LEAST.forwardMm) return null;
  return {
    side: ankle.lower,
    toeOutDeg: ASYMMETRY_MOST.toeOutDeg,
    forwardMm: Math.min(ASYMMETRY_MOST.forwardMm, Math.round(wanted / 5) * 5),
    isCapped: wanted > ASYMMETRY_MOST.forwardMm,
    because: 'ankle',
  };
}

/** What the finder may do with it: the side that may be turned out further, and how far. */
export const turnFurtherBy = ({
  asymmetry,
}: Pick<SideDifference, 'asymmetry'>): NonNullable<SetupQuestion['turnFurther']> | null =>
  asymmetry && asymmetry.toeOutDeg >= ASYMMETRY_LEAST.toeOutDeg
    ? { side: asymmetry.side, mostDeg: asymmetry.toeOutDeg, because: asymmetry.because }
    : null;
