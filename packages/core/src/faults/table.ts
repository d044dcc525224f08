/** How the camera stands: at the client's side, in front of them, behind them. */
export const CAMERA_VIEWS = ['side', 'front', 'rear'] as const;
export type CameraView = (typeof CAMERA_VIEWS)[number];

export const PHASES = ['descent', 'bottom', 'ascent'] as const;
export type Phase = (typeof PHASES)[number];

export type Severity = 'slight' | 'clear';

/** Where the eye looks for a fault, as it travels: from the floor up, then the rep as a whole. */
export const AREAS = ['feet', 'knees', 'hips', 'back', 'arms', 'rhythm'] as const;
export type Area = (typeof AREAS)[number];

export const FAULT_IDS = [
  'depthShort',
  'heelsRise',
  'toesFloat',
  'weightForward',
  'feetTurnOut',
  'archDrops',
  'outerEdge',
  'kneesIn',
  'kneesOut',
  'kneeWobble',
  'excessLean',
  'trunkShinMismatch',
  'lowBackArch',
  'pelvisTuck',
  'hipsFirst',
  'kneesFirst',
  'hipsRiseEarly',
  'kneesSlideBack',
  'sideShift',
  'unevenTouch',
  'chestDrop',
  'armsFall',
  'noLockout',
  'dropsIn',
  'pain',
] as const;
export type FaultId = (typeof FAULT_IDS)[number];

export type FaultUnit = '°' | 'mm' | '%' | '×' | '0–10';

/** One fault of the trade: what it is called, where it is seen, and from what size it is slight or clear. */
export interface Fault {
  id: FaultId;
  name: string;
  area: Area;
  views: readonly CameraView[];
  /** Name of the value, in a few words. */
  measuredAs: string;
  unit: FaultUnit;
  /**
   * From this size on it is slight, from the other on clear. Where clear is the smaller one, small values are the fault. House defaults.
   */
  slight: number;
  clear: number;
  /** Said of the client's left or right. */
  sided: boolean;
  /** Negative values are as much a fault as positive ones. */
  eitherWay: boolean;
}

const fault = (
  id: FaultId,
  name: string,
  area: Area,
  views: readonly CameraView[],
  measuredAs: string,
  unit: FaultUnit,
  slight: number,
  clear: number,
  sided = false,
): Fault => ({
  id,
  name,
  area,
  views,
  measuredAs,
  unit,
  slight,
  clear,
  sided,
  eitherWay: id === 'trunkShinMismatch',
});

/** What a shoe hides from every eye. */
export const HIDDEN_BY_SHOES: readonly FaultId[] = ['archDrops', 'outerEdge'];

/** Every fault, in the order a coach looks from the feet up. All thresholds are house defaults. */
export const FAULTS: Readonly<Record<FaultId, Fault>> = {
  heelsRise: fault('heelsRise', 'Heels rise', 'feet', ['side'], 'heel height', 'mm', 5, 12, true),
  toesFloat: fault(
    'toesFloat',
    'Toes float, weight back',
    'feet',
    ['side'],
    'balance point behind mid-foot',
    'mm',
    30,
    50,
  ),
  weightForward: fault(
    'weightForward',
    'Weight rolls forward',
    'feet',
    ['side'],
    'balance point ahead of mid-foot',
    'mm',
    30,
    50,
  ),
  feetTurnOut: fault(
    'feetTurnOut',
    'Foot turns out during the rep',
    'feet',
    ['front'],
    'change of foot angle',
    '°',
    5,
    10,
    true,
  ),
  archDrops: fault(
    'archDrops',
    'Arch drops, foot rolls in',
    'feet',
    ['front', 'rear'],
    'navicular drop, or tilt of the heel bone',
    'mm',
    6,
    10,
    true,
  ),
  outerEdge: fault(
    'outerEdge',
    'Weight on the outer edge of the foot',
    'feet',
    ['front'],
    'share of the lower half of the rep with the ball of the big toe off the floor',
    '%',
    10,
    50,
    true,
  ),
  kneesIn: fault(
    'kneesIn',
    'Knee in',
    'knees',
    ['front'],
    'shin inside the line of the foot, frontal plane',
    '°',
    8,
    15,
    true,
  ),
  kneesOut: fault(
    'kneesOut',
    'Knee too far out',
    'knees',
    ['front'],
    'shin outside the line of the foot, frontal plane',
    '°',
    5,
    10,
    true,
  ),
  kneeWobble: fault(
    'kneeWobble',
    'Knee wobbles',
    'knees',
    ['front'],
    'SD of the lateral knee path about its trend',
    'mm',
    4,
    8,
    true,
  ),
  kneesSlideBack: fault(
    'kneesSlideBack',
    'Knees slide back early',
    'knees',
    ['side'],
    'knee travel lost in the first fifth of the ascent',
    '%',
    25,
    45,
  ),
  hipsFirst: fault(
    'hipsFirst',
    'Hips break first',
    'rhythm',
    ['side'],
    'hip share of the angle used in the first 15 % of the descent',
    '%',
    65,
    80,
  ),
  kneesFirst: fault(
    'kneesFirst',
    'Knees break first',
    'rhythm',
    ['side'],
    'hip share of the angle used in the first 15 % of the descent',
    '%',
    35,
    20,
  ),
  hipsRiseEarly: fault(
    'hipsRiseEarly',
    'Hips rise early',
    'rhythm',
    ['side'],
    'lean gained in the first third of the ascent',
    '°',
    6,
    12,
  ),
  sideShift: fault(
    'sideShift',
    'Pelvis shifts aside',
    'hips',
    ['front', 'rear'],
    'pelvis centre against ankle centre',
    'mm',
    10,
    20,
    true,
  ),
  unevenTouch: fault(
    'unevenTouch',
    'One side touches first',
    'hips',
    ['rear'],
    'hip height difference at the bottom',
    'mm',
    6,
    13,
    true,
  ),
  pelvisTuck: fault(
    'pelvisTuck',
    'Pelvis tucks under',
    'hips',
    ['side'],
    'rounding of the lumbar line; clear when it starts before the target depth',
    '°',
    8,
    8,
  ),
  lowBackArch: fault(
    'lowBackArch',
    'Low back over-arches',
    'back',
    ['side'],
    'lumbar line against standing',
    '°',
    8,
    15,
  ),
  excessLean: fault(
    'excessLean',
    'Leans more than build and ankle ask',
    'back',
    ['side'],
    'unused ankle and off-balance parts of the lean',
    '°',
    6,
    12,
  ),
  trunkShinMismatch: fault(
    'trunkShinMismatch',
    'Trunk and shin not parallel',
    'back',
    ['side'],
    'trunk lean less shin angle',
    '°',
    8,
    15,
  ),
  chestDrop: fault(
    'chestDrop',
    'Chest drops',
    'back',
    ['side'],
    'trunk lean against the own best rep',
    '°',
    6,
    12,
  ),
  armsFall: fault(
    'armsFall',
    'Arms fall forward',
    'arms',
    ['side'],
    'arm against the trunk line',
    '°',
    10,
    20,
  ),
  depthShort: fault(
    'depthShort',
    'Depth short',
    'rhythm',
    ['side'],
    'thigh short of the target depth',
    '°',
    5,
    12,
  ),
  noLockout: fault(
    'noLockout',
    'No full lock-out',
    'rhythm',
    ['side'],
    'knee still bent at the top, or pelvis pushed forward',
    '°',
    8,
    15,
  ),
  dropsIn: fault(
    'dropsIn',
    'Drops into the bottom',
    'rhythm',
    ['side'],
    'fastest against mean downward speed',
    '×',
    1.8,
    2.5,
  ),
  pain: fault('pain', 'Pain', 'rhythm', CAMERA_VIEWS, 'as the client says', '0–10', 1, 4),
};

/** Faults a view can show, in the order of the table; it says nothing about the rest. */
export const faultsOf = (view: CameraView): Fault[] =>
  Object.values(FAULTS).filter((f) => f.views.includes(view));

/** Second thresholds, for the two faults that may be read in another unit (house defaults). */
export const OTHER_READING = {
  /** Heel bone tipping inward, degrees. */
  heelBone: { unit: '°', slight: 6, clear: 10 },
  /** Hip ahead of the plumb through mid-foot at the end of a rep, mm. */
  pelvisForward: { unit: 'mm', slight: 30, clear: 60 },
  /** Knee past straight at the end of a rep, degrees. */
  pastStraight: { unit: '°', slight: 5, clear: 10 },
} as const;

export interface Thresholds {
  slight: number;
  clear: number;
}

/** How severe a value of a fault is; null = too small to name. */
export function severityOf(
  fault: FaultId,
  value: number,
  { slight, clear }: Thresholds = FAULTS[fault],
): Severity | null {
  if (clear < slight) return value <= clear ? 'clear' : value <= slight ? 'slight' : null;
  const size = FAULTS[fault].eitherWay ? Math.abs(value) : value;
  return size >= clear ? 'clear' : size >= slight ? 'slight' : null;
}
