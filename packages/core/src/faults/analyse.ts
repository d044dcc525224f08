import { resolveBody } from '../body/resolveBody.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import { lowerSide, type Side } from '../linkage/setup.ts';
import { cleaned, CONFIDENCE_LEAST, type SeriesFault } from '../motion/clean.ts';
import { middleOf } from '../motion/middle.ts';
import { repsOf, type Rep } from '../motion/reps.ts';
import type { Quality, Series } from '../motion/series.ts';
import { leanBudget, type LeanBudget } from '../window/leanBudget.ts';
import { limitsForSide } from '../window/limits.ts';
import type { Case } from '../window/solve.ts';
import {
  barPathOf,
  jointOrderOf,
  standingBalanceMm,
  type BarPath,
  type JointOrder,
} from './barPath.ts';
import {
  consistencyOf,
  findingsFrom,
  type Consistency,
  type FaultThresholds,
  type MotionFinding,
} from './findings.ts';
import { frontHipHeight, frontPicture, frontReadings, type FrontPicture } from './frontFaults.ts';
import type { NotJudged, RepReading } from './measured.ts';
import { meanOver, repWindow, standingFrames } from './repWindow.ts';
import { setRight } from './setRight.ts';
import { sideReadings } from './sideFaults.ts';
import { sidePicture, type SidePicture } from './sidePicture.ts';
import { faultsOf, type CameraView } from './table.ts';

/** Where the millimetres of a capture come from. */
export const SCALES = ['none', 'plate', 'foot'] as const;
export type Scale = (typeof SCALES)[number];

export interface AnalysisQuestion {
  view: CameraView;
  /** Whose squat it is: body, measured limits, setup and target. null = nobody known; then nothing that needs a body is said. */
  subject: Case | null;
  /** `none`: the file is in mm. `plate`: landmarks plateTop and plateBottom. `foot`: heel to toe is the client's foot. */
  scale: Scale;
  /** Leg in a side view; null = not said, then the stiffer ankle decides. */
  facing?: Side | null;
  /** False where the screen allows no lock-out under load; absent = asked for. */
  asksLockout?: boolean;
  /** What the method calls slight and clear; absent = house defaults. */
  thresholds?: FaultThresholds;
}

/** Landmarks without which a view cannot be read at all. */
export const NEEDED: Readonly<Record<CameraView, readonly string[]>> = {
  side: ['hip', 'knee', 'ankle'],
  front: ['leftHip', 'rightHip', 'leftKnee', 'rightKnee', 'leftAnkle', 'rightAnkle'],
  rear: ['leftHip', 'rightHip', 'leftAnkle', 'rightAnkle'],
};

/** Landmarks that let a view say more. */
export const USEFUL: Readonly<Record<CameraView, readonly string[]>> = {
  side: ['shoulder', 'heel', 'toe', 'bar', 'lumbar', 'wrist'],
  front: [
    ...['leftHeel', 'rightHeel', 'leftToe', 'rightToe', 'leftShoulder', 'rightShoulder'],
    ...['leftNavicular', 'rightNavicular', 'leftBigToeBall', 'rightBigToeBall'],
  ],
  rear: [
    ...['leftHeel', 'rightHeel', 'leftKnee', 'rightKnee', 'leftShoulder', 'rightShoulder'],
    ...['leftNavicular', 'rightNavicular'],
  ],
};

/** Marks of the picture itself, in every view. */
export const MARKS = ['plumbTop', 'plumbBottom', 'plateTop', 'plateBottom'] as const;

export interface AnalysisQuality extends Quality {
  /** Share of the length of a still capture that was turned or stretched, in words for the coach. */
  notes: string[];
  notJudged: NotJudged[];
}

export interface Analysis {
  kind: 'analysis';
  view: CameraView;
  reps: Rep[];
  /** Named faults first; then what was measured and is too small to name (severity null). */
  findings: MotionFinding[];
  /** Over the bottoms of all reps; null without a client, or where the lean cannot be split. */
  leanBudget: LeanBudget | null;
  consistency: Consistency;
  quality: AnalysisQuality;
  /** Best and worst rep by the number and weight of their faults, 1-based. */
  best: number;
  worst: number;
  /** The cleaned landmarks and what was read from them, for drawing. */
  series: Series;
  picture:
    | {
        kind: 'side';
        side: SidePicture;
        /** Null without a bar in the picture. */
        bar: BarPath | null;
        /** Of the weight before the first rep, mm ahead of the balance point. */
        standingMm: number | null;
        order: JointOrder | null;
      }
    | { kind: 'front'; front: FrontPicture };
}

export type NoAnalysis =
  | { kind: 'noAnalysis'; because: SeriesFault | 'noReps' }
  /** Every mark of a landmark is less sure than is believed. */
  | { kind: 'noAnalysis'; because: 'unsure'; unsure: string[] }
  /** The lengths look like this unit, not like millimetres. */
  | { kind: 'noAnalysis'; because: 'otherUnit'; unit: 'm' | 'cm' }
  /** The times are thousandths of a second. */
  | { kind: 'noAnalysis'; because: 'milliseconds' }
  | { kind: 'noAnalysis'; because: 'missingLandmarks'; missing: string[] }
  | { kind: 'noAnalysis'; because: 'otherView'; view: CameraView }
  | { kind: 'noAnalysis'; because: 'noScale'; missing: string[] };

/** Depth asked for when nobody says otherwise: crease below knee (house default). */
const USUAL_TARGET_DEG = 6;

/**
 * Everything a capture can say: reps, faults with size, side, phase and reps, the lean budget, and how well it was seen.
 *
 * @param raw landmarks as recorded, mm unless a scale is asked for; frame of docs/model.md
 * @param onProgress called with 0 to 1 as the work goes on
 */
export function analyse(
  raw: Series,
  question: AnalysisQuestion,
  onProgress: (share: number) => void = () => undefined,
): Analysis | NoAnalysis {
  const { view } = question;
  const missing = NEEDED[view].filter((name) => !raw.tracks[name]);
  if (missing.length > 0) return { kind: 'noAnalysis', because: 'missingLandmarks', missing };
  // A front view's marks may carry a side view's names; what tells them apart is the axis they move along.
  const across = view === 'side' ? 'x' : 'y';
  const isBlank = (name: string) => (raw.tracks[name]?.[across] ?? []).every((v) => v === null);
  if (NEEDED[view].some(isBlank)) return { kind: 'noAnalysis', because: 'otherView', view };
  const odd = oddityOf(raw, question);
  if (odd) return odd;
  const right = setRight(raw, question);
  if ('kind' in right) return right;
  onProgress(0.15);
  const wanted = new Set([...NEEDED[view], ...USEFUL[view]]);
  const used: Series = {
    timesS: right.series.timesS,
    tracks: Object.fromEntries(
      Object.entries(right.series.tracks).filter(([name]) => wanted.has(name)),
    ),
  };
  const clean = cleaned(used);
  if (clean.kind === 'fault') return { kind: 'noAnalysis', because: clean.fault };
  const { series, quality } = clean;
  onProgress(0.5);
  const height = view === 'side' ? (series.tracks['hip']?.z ?? []) : frontHipHeight(series);
  const reps = repsOf(height, series.timesS);
  if (reps.length === 0) return { kind: 'noAnalysis', because: 'noReps' };
  const windows = reps.map((rep, i) => repWindow(rep, i + 1, height));
  const standing = standingFrames(reps, height, quality.rateHz);
  const read =
    view === 'side'
      ? readSide(series, windows, standing, quality.rateHz, question)
      : readFront(series, windows, standing, quality.rateHz, view, question);
  onProgress(0.85);
  const { findings, notJudged } = findingsFrom(read.readings, question.thresholds ?? {});
  const [best, worst] = rank(findings, reps.length);
  onProgress(1);
  return {
    kind: 'analysis',
    view,
    reps,
    findings,
    leanBudget: read.leanBudget,
    consistency: read.consistency,
    quality: {
      ...quality,
      notes: right.notes,
      notJudged: [...notJudged, ...unseen(findings, notJudged, question)],
    },
    best,
    worst,
    series,
    picture: read.picture,
  };
}

/** Nobody's hip is so close to the ankle while standing, mm; nobody films so slowly, s a frame. */
const LEG_LEAST_MM = 250;
const STEP_MOST_S = 2;

/** What is the matter with a file as a whole: nothing else it says could be believed. */
function oddityOf(raw: Series, { view, scale }: AnalysisQuestion): NoAnalysis | null {
  const steps = raw.timesS.slice(1).map((t, k) => t - (raw.timesS[k] ?? NaN));
  if ((middleOf(steps) ?? 0) > STEP_MOST_S) return { kind: 'noAnalysis', because: 'milliseconds' };
  const unsure = NEEDED[view].filter((name) =>
    (raw.tracks[name]?.confidence ?? []).every((c) => c < CONFIDENCE_LEAST),
  );
  if (unsure.length > 0) return { kind: 'noAnalysis', because: 'unsure', unsure };
  if (scale !== 'none') return null;
  const [hip, ankle] =
    view === 'side'
      ? [raw.tracks['hip'], raw.tracks['ankle']]
      : [raw.tracks['leftHip'], raw.tracks['leftAnkle']];
  const legs = (hip?.z ?? []).flatMap((z, k) => {
    const low = ankle?.z[k] ?? null;
    return z === null || low === null ? [] : [z - low];
  });
  const leg = legs.reduce((most, l) => Math.max(most, l), 0);
  if (leg <= 0 || leg >= LEG_LEAST_MM) return null;
  return { kind: 'noAnalysis', because: 'otherUnit', unit: leg < LEG_LEAST_MM / 100 ? 'm' : 'cm' };
}

/** Faults the view could show but this capture had nothing to read from. */
function unseen(
  findings: readonly MotionFinding[],
  already: readonly NotJudged[],
  { view, subject, asksLockout = true }: AnalysisQuestion,
): NotJudged[] {
  return faultsOf(view)
    .filter(({ id }) => id !== 'pain' && ![...findings, ...already].some((f) => f.fault === id))
    .filter(({ id }) => id !== 'armsFall' || subject?.setup.hold === 'overhead')
    .map(({ id }) => ({
      fault: id,
      side: null,
      because:
        id === 'noLockout' && !asksLockout
          ? 'the screen asks for no lock-out under load'
          : id === 'outerEdge'
            ? 'needs the ball of the big toe: the tip of a toe may be lifted on purpose'
            : id === 'kneesIn' || id === 'kneesOut'
              ? 'needs the line of the foot: toe and heel marks, or the client’s foot angle'
              : id !== 'excessLean'
                ? 'its landmarks are not in the capture'
                : subject
                  ? 'this stance and depth have no balanced pose to split the lean by'
                  : 'needs the client’s body and ankles',
    }));
}

/** The rep with least and the one with most against it: clear counts two, slight one; size within that. */
function rank(findings: readonly MotionFinding[], count: number): [number, number] {
  const weights = Array.from({ length: count }, (_, i) =>
    findings.reduce((sum, f) => {
      const here = f.perRep.find((r) => r.rep === i + 1);
      if (!here) return sum;
      const named = here.severity === 'clear' ? 2 : here.severity === 'slight' ? 1 : 0;
      const size = Math.abs(here.value) / Math.max(1, Math.abs(f.thresholds.clear));
      return sum + named + 0.01 * Math.min(2, size);
    }, 0),
  );
  return [weights.indexOf(Math.min(...weights)) + 1, weights.indexOf(Math.max(...weights)) + 1];
}

type Read = Pick<Analysis, 'leanBudget' | 'consistency' | 'picture'> & { readings: RepReading[] };
type Windows = ReturnType<typeof repWindow>[];

function readSide(
  series: Series,
  windows: Windows,
  standing: readonly number[],
  rateHz: number,
  { subject, facing, asksLockout = true }: AnalysisQuestion,
): Read {
  const side = facing ?? (subject ? lowerSide(subject.limits.dorsiflexionDeg) : 'left');
  const setup = subject?.setup;
  const carried = {
    statureMm: subject?.body.statureMm ?? 1750,
    massKg: subject?.body.massKg ?? 75,
    hold: setup?.hold ?? 'bodyweight',
    loadKg: setup?.loadKg ?? 0,
  };
  const picture = sidePicture(series, carried, setup?.balance ?? 0.5, setup?.toeOutDeg[side] ?? 0);
  const budgetAt = subject && budgetOf(subject, side);
  const near = Math.max(1, Math.round(0.06 * rateHz));
  const bottoms = windows.map(({ rep }) => {
    const at = (channel: readonly (number | null)[]) =>
      meanOver(channel, rep.bottom - near, rep.bottom + near);
    return {
      depthDeg: at(picture.thighDepthDeg),
      shankDeg: at(picture.shankDeg),
      leanDeg: at(picture.trunkDeg),
      kneeTravelMm: at(picture.kneePastToeMm),
      seconds: rep.endS - rep.startS,
    };
  });
  const wrist = series.tracks['wrist'];
  const shoulder = series.tracks['shoulder'];
  const handsUp = standing.some(
    (k) => (wrist?.z[k] ?? -Infinity) > (shoulder?.z[k] ?? Infinity) + 100,
  );
  const readings = sideReadings(series, picture, windows, standing, rateHz, {
    targetDepthDeg: subject?.target.thighDepthDeg ?? USUAL_TARGET_DEG,
    asksLockout,
    isOverhead: setup ? setup.hold === 'overhead' : handsUp,
    wantsParallel: (subject?.workingPoint ?? 'parallelLines') === 'parallelLines',
    excessLeanDeg:
      budgetAt &&
      ((depth, shank, lean) => {
        const budget = budgetAt(depth, shank, lean);
        return budget && budget.unusedAnkleDeg + budget.offBalanceDeg;
      }),
  });
  const mean = (key: 'depthDeg' | 'shankDeg' | 'leanDeg') => {
    const known = bottoms.map((b) => b[key]).filter((v): v is number => v !== null);
    return known.length === 0 ? null : known.reduce((a, b) => a + b, 0) / known.length;
  };
  const [depth, shank, lean] = [mean('depthDeg'), mean('shankDeg'), mean('leanDeg')];
  return {
    readings,
    picture: {
      kind: 'side',
      side: picture,
      bar: barPathOf(picture, windows),
      standingMm: standingBalanceMm(picture, standing),
      order: jointOrderOf(picture, windows),
    },
    leanBudget:
      budgetAt && depth !== null && shank !== null && lean !== null
        ? budgetAt(depth, shank, lean)
        : null,
    consistency: consistencyOf(bottoms),
  };
}

/** Splits a lean with this client's body, hold, stance and measured ankle. */
function budgetOf(subject: Case, side: Side) {
  const link = buildLinkage(resolveBody(subject.body), subject.setup, side);
  const limits = limitsForSide(subject.limits, side);
  return (depthDeg: number, shankDeg: number, trunkDeg: number): LeanBudget | null => {
    const found = leanBudget(link, limits, depthDeg, { shankDeg, trunkDeg });
    return found.kind === 'budget' ? found : null;
  };
}

function readFront(
  series: Series,
  windows: Windows,
  standing: readonly number[],
  rateHz: number,
  view: Exclude<CameraView, 'side'>,
  { subject, thresholds }: AnalysisQuestion,
): Read {
  const foot = subject ? resolveBody(subject.body).lengthsMm.foot : null;
  const picture = frontPicture(series, foot, standing, rateHz, subject?.setup.toeOutDeg ?? null);
  return {
    readings: frontReadings(series, picture, windows, standing, rateHz, view, thresholds ?? {}),
    picture: { kind: 'front', front: picture },
    leanBudget: null,
    consistency: consistencyOf(
      windows.map(({ rep }) => ({
        depthDeg: null,
        leanDeg: null,
        kneeTravelMm: null,
        seconds: rep.endS - rep.startS,
      })),
    ),
  };
}
