import { PUBLISHED_SEM } from './error.ts';

/** Everything a coach can measure, one reading at a time. */
export const MEASURE_IDS = [
  'heelRise',
  'heelWedge',
  'stanceWidth',
  'toeOut',
  'kneeTravel',
  'shankAtBottom',
  'navicularStanding',
  'archForms',
  'abductionAngle',
  'abductionReps',
  'kneeToWall',
  'shinAngle',
  'shinAngleStraight',
  'navicularSitting',
  'hipRotationIn',
  'hipRotationOut',
  'hipFoldNarrow',
  'hipFoldMiddle',
  'hipFoldWide',
] as const;

export type MeasureId = (typeof MEASURE_IDS)[number];

/** Unit in which a reading is kept. `yesNo`: 1 = yes, 0 = no. */
export type MeasureUnit = 'mm' | 'deg' | 'reps' | 'yesNo';

interface Range {
  least: number;
  most: number;
}

/** A measure as known before any client is measured. Ranges and grain in its unit. */
export interface Measure {
  id: MeasureId;
  name: string;
  sided: boolean;
  unit: MeasureUnit;
  /** Readings that make a full set on one side. */
  trials: number;
  /** Step in which it is read. */
  grain: number;
  /** Outside is impossible and refused. */
  possible: Range;
  /** Outside is asked about once. */
  usual: Range;
  /** Standard error of a single reading until there are enough of the client's own repeats; null for a yes or no. */
  sem: number | null;
  semSource: string;
  /** A phone on the limb can read it. */
  byInclinometer?: boolean;
  /** Where to start when there is no earlier reading. */
  startAt: number;
}

const HOUSE = 'house default';

/**
 * The measures. Usual ranges: common practice, no source, save where the AAOS normal ranges stand behind them (hip rotations 45°,
 * abduction 45°; from memory), which serve as a plausibility note only.
 */
export const MEASURES: Record<MeasureId, Measure> = {
  heelRise: mm('heelRise', 'Lift under the heels', false, 1, 1, [0, 80], [0, 50], 2, 0),
  heelWedge: deg('heelWedge', 'Wedge under the feet', false, 1, [0, 30], [0, 20], 1, 5),
  stanceWidth: mm('stanceWidth', 'Stance width', false, 2, 5, [50, 1200], [150, 750], 8, 400),
  toeOut: deg('toeOut', 'Toe-out', true, 2, [-30, 80], [-5, 45], 2, 15),
  kneeTravel: mm('kneeTravel', 'Kneecap past toe', false, 2, 5, [-300, 300], [-120, 180], 8, 40),
  shankAtBottom: {
    ...deg('shankAtBottom', 'Shin angle at the bottom', false, 1, [-10, 60], [0, 50], 2, 30),
    byInclinometer: true,
  },
  navicularStanding: mm(
    'navicularStanding',
    'Navicular height, standing',
    true,
    2,
    1,
    [0, 90],
    [20, 65],
    1.5,
    40,
  ),
  archForms: {
    id: 'archForms',
    name: 'Arch forms when the heels rise',
    sided: true,
    unit: 'yesNo',
    trials: 1,
    grain: 1,
    possible: { least: 0, most: 1 },
    usual: { least: 0, most: 1 },
    sem: null,
    semSource: 'seen, not measured',
    startAt: 1,
  },
  abductionAngle: {
    ...deg('abductionAngle', 'Leg lifts aside', true, 2, [0, 90], [15, 55], 3, 35),
    byInclinometer: true,
  },
  abductionReps: {
    id: 'abductionReps',
    name: 'Lifts until form is lost',
    sided: true,
    unit: 'reps',
    trials: 1,
    grain: 1,
    possible: { least: 0, most: 100 },
    usual: { least: 0, most: 50 },
    sem: 2,
    semSource: HOUSE,
    startAt: 15,
  },
  kneeToWall: {
    ...mm('kneeToWall', 'Toe to wall', true, 3, 5, [-150, 300], [-20, 170], 0, 80),
    sem: PUBLISHED_SEM.kneeToWallMm,
    semSource: 'Konor et al. 2012, tape, upper end (from memory)',
  },
  shinAngle: {
    ...deg('shinAngle', 'Shin angle, knee bent', true, 3, [-20, 60], [10, 50], 0, 34),
    sem: PUBLISHED_SEM.inclinometerDeg,
    semSource: 'Konor et al. 2012, inclinometer, upper end (from memory)',
    byInclinometer: true,
  },
  shinAngleStraight: {
    ...deg('shinAngleStraight', 'Shin angle, knee straight', true, 3, [-20, 60], [5, 45], 0, 26),
    sem: PUBLISHED_SEM.inclinometerDeg,
    semSource: 'as knee bent (Konor et al. 2012, from memory)',
    byInclinometer: true,
  },
  navicularSitting: mm(
    'navicularSitting',
    'Navicular height, sitting',
    true,
    2,
    1,
    [0, 90],
    [25, 70],
    1.5,
    46,
  ),
  hipRotationIn: {
    ...deg('hipRotationIn', 'Hip rotation inward', true, 2, [-10, 90], [10, 60], 3, 35),
    byInclinometer: true,
  },
  hipRotationOut: {
    ...deg('hipRotationOut', 'Hip rotation outward', true, 2, [-10, 90], [15, 70], 3, 40),
    byInclinometer: true,
  },
  // Rocking back starts at 90° with the thighs upright; a squat to the crease folds about 140°.
  hipFoldNarrow: deg(
    'hipFoldNarrow',
    'Hip fold, knees narrow',
    false,
    2,
    [30, 170],
    [95, 160],
    4,
    130,
  ),
  hipFoldMiddle: deg(
    'hipFoldMiddle',
    'Hip fold, knees middle',
    false,
    2,
    [30, 170],
    [95, 160],
    4,
    135,
  ),
  hipFoldWide: deg('hipFoldWide', 'Hip fold, knees wide', false, 2, [30, 170], [95, 165], 4, 140),
};

function mm(
  id: MeasureId,
  name: string,
  sided: boolean,
  trials: number,
  grain: number,
  possible: [number, number],
  usual: [number, number],
  sem: number,
  startAt: number,
): Measure {
  return {
    id,
    name,
    sided,
    unit: 'mm',
    trials,
    grain,
    possible: { least: possible[0], most: possible[1] },
    usual: { least: usual[0], most: usual[1] },
    sem,
    semSource: HOUSE,
    startAt,
  };
}

function deg(
  id: MeasureId,
  name: string,
  sided: boolean,
  trials: number,
  possible: [number, number],
  usual: [number, number],
  sem: number,
  startAt: number,
): Measure {
  return { ...mm(id, name, sided, trials, 1, possible, usual, sem, startAt), unit: 'deg' };
}

/** The three knee widths of the hip fold, narrow to wide. */
export const HIP_FOLD_MEASURES = ['hipFoldNarrow', 'hipFoldMiddle', 'hipFoldWide'] as const;
