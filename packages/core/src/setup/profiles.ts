import type { FaultThresholds } from '../faults/findings.ts';
import type { Hold } from '../linkage/setup.ts';
import type { WorkingPoint } from '../window/workingPoint.ts';

/** What a school does with something under the heels. */
export type HeelPolicy =
  /** Used while the ankle is trained, then weaned. */
  | 'bridge'
  /** Only to finish a screen, never to train on. */
  | 'finishScreen'
  /** A wedge, turned with the foot. */
  | 'turnedWedge'
  /** A tool like any other, always fine. */
  | 'tool'
  | 'none'
  | 'asNeeded';

/** How much a school cares, in points; see {@link scoreOf} in the finder. */
export interface Preferences {
  /** For each degree of window kept in hand, up to the cap. */
  room: number;
  /** For each degree of trunk lean at the bottom. */
  lean: number;
  /** For each 10 mm the kneecap passes the toes. */
  kneeTravel: number;
  /** For each standard step away from the habitual stance (20 mm, 5°). */
  habit: number;
  /** For each 10 mm of lift, or its pitch. */
  heel: number;
  /** For anything under the feet at all: nobody carries a wedge along who can do without. */
  kit: number;
  /** For each degree of depth short of the school's. */
  depth: number;
}

/** How a school sets a squat up. Every number is a house default that a coach can edit. */
export interface MethodProfile {
  id: string;
  name: string;
  /** What the school holds, in a sentence. */
  holds: string;
  /** Stance between heel centres as a multiple of shoulder width. */
  stancePerShoulderWidth: { least: number; most: number };
  toeOutDeg: { least: number; most: number };
  leanLimitDeg: Record<Hold, number>;
  /** Share of foot length from the heel. */
  balance: number;
  /** Ankle range kept in hand, degrees. */
  bufferDeg: number;
  /** Buffer asked before a heel comes down, degrees. */
  weanedBufferDeg: number;
  heelPolicy: HeelPolicy;
  /** Highest heel the school will use, mm; 0 = none. */
  heelMostMm: number;
  /** Furthest the shank may lean; null = as far as the foot stays flat. */
  shankMostDeg: number | null;
  /** Where the knee may point against the foot's line, degrees; positive outward. */
  kneeBandDeg: { least: number; most: number };
  targetDepthDeg: number;
  workingPoint: WorkingPoint;
  /** Which joint starts the way down. */
  breaks: 'together' | 'hipsFirst' | 'kneesFirst';
  /** Mobility inside the squat, or by itself first. */
  drills: 'inTheSquat' | 'isolatedFirst';
  cueWords: readonly string[];
  prefers: Preferences;
  /** Where the school calls other sizes a fault than the house does; null = it is none there. */
  faultThresholds: FaultThresholds;
}

const LEAN: Record<Hold, number> = {
  front: 35,
  overhead: 40,
  goblet: 40,
  bodyweight: 45,
  armsForward: 45,
  counterbalance: 45,
  highBar: 45,
  lowBar: 55,
};

/** The balanced school's lean limits, so many degrees stricter or laxer. */
const leanBy = (deg: number): Record<Hold, number> =>
  Object.fromEntries(Object.entries(LEAN).map(([hold, limit]) => [hold, limit + deg])) as Record<
    Hold,
    number
  >;

const USUAL: Preferences = {
  room: 1,
  lean: 0.2,
  kneeTravel: 0,
  habit: 1,
  heel: 1.5,
  kit: 5,
  depth: 1.5,
};

/** The balanced school: shoulder width, toes a little out, trunk parallel to shank, over mid-foot. */
export const BALANCED: MethodProfile = {
  id: 'balanced',
  name: 'Balanced',
  holds:
    'Shoulder width, toes a little out, knees over the second toe, trunk parallel to the shin; a heel bridges while the ankle is trained.',
  stancePerShoulderWidth: { least: 0.8, most: 1.2 },
  toeOutDeg: { least: 5, most: 25 },
  leanLimitDeg: LEAN,
  balance: 0.5,
  bufferDeg: 3,
  weanedBufferDeg: 5,
  heelPolicy: 'bridge',
  heelMostMm: 40,
  shankMostDeg: null,
  kneeBandDeg: { least: -8, most: 5 },
  targetDepthDeg: 6,
  workingPoint: 'parallelLines',
  breaks: 'together',
  drills: 'isolatedFirst',
  cueWords: ['mid-foot heavy', 'knees over the second toe'],
  prefers: USUAL,
  faultThresholds: {},
};

/** The schools, by the trade's description (common practice, no source); every number a house default. */
export const PROFILES: readonly MethodProfile[] = [
  BALANCED,
  {
    ...BALANCED,
    id: 'straightFoot',
    name: 'Straight foot',
    holds:
      'Hip to shoulder width, feet straight; feet that turn out are a fault. Depth is what keeps shape.',
    stancePerShoulderWidth: { least: 0.6, most: 1.0 },
    toeOutDeg: { least: 0, most: 7 },
    heelPolicy: 'finishScreen',
    heelMostMm: 0,
    drills: 'isolatedFirst',
    cueWords: ['feet straight', 'big toes and heels press, thighs stay quiet'],
    prefers: { ...USUAL, habit: 0.5, depth: 1 },
    faultThresholds: { feetTurnOut: { slight: 3, clear: 7 } },
  },
  {
    ...BALANCED,
    id: 'openHip',
    name: 'Open hip',
    holds:
      'As wide and open as the hip asks, both feet alike; more lean is accepted, a wedge is turned with the foot, hips start and knees follow.',
    stancePerShoulderWidth: { least: 0.9, most: 1.6 },
    toeOutDeg: { least: 10, most: 35 },
    leanLimitDeg: leanBy(5),
    heelPolicy: 'turnedWedge',
    kneeBandDeg: { least: -5, most: 10 },
    targetDepthDeg: 25,
    breaks: 'hipsFirst',
    drills: 'inTheSquat',
    cueWords: ['sit between the hips', 'big toe stays down'],
    prefers: { ...USUAL, lean: 0.1, habit: 0.5 },
    faultThresholds: { trunkShinMismatch: null, hipsFirst: null },
  },
  {
    ...BALANCED,
    id: 'upright',
    name: 'Upright, knees forward',
    holds:
      'Shoulder width, knees as far forward as the flat foot allows, least lean; a heel is a tool and always fine.',
    stancePerShoulderWidth: { least: 0.75, most: 1.1 },
    toeOutDeg: { least: 10, most: 30 },
    leanLimitDeg: leanBy(-8),
    bufferDeg: 2,
    heelPolicy: 'tool',
    heelMostMm: 60,
    targetDepthDeg: 25,
    workingPoint: 'kneesForward',
    breaks: 'together',
    drills: 'inTheSquat',
    cueWords: ['knees stay forward', 'chest over the hips'],
    prefers: { ...USUAL, lean: 0.6, heel: 0.3, kit: 1, kneeTravel: -0.1 },
    faultThresholds: { trunkShinMismatch: null, kneesFirst: null },
  },
  {
    ...BALANCED,
    id: 'shinsUpright',
    name: 'Shins upright',
    holds:
      'Wider than the hips, straight outer edges, shins upright over a heel-biased foot, hips back first; for sparing the knees to a box.',
    stancePerShoulderWidth: { least: 0.9, most: 1.3 },
    toeOutDeg: { least: 0, most: 10 },
    leanLimitDeg: leanBy(15),
    balance: 0.4,
    heelPolicy: 'none',
    heelMostMm: 0,
    shankMostDeg: 12,
    targetDepthDeg: 0,
    workingPoint: 'shinsUpright',
    breaks: 'hipsFirst',
    drills: 'inTheSquat',
    cueWords: ['belt moves back first', 'shins stay quiet'],
    prefers: { ...USUAL, lean: 0.05, kneeTravel: 1 },
    faultThresholds: { trunkShinMismatch: null, hipsFirst: null, toesFloat: null },
  },
  {
    ...BALANCED,
    id: 'footFirst',
    name: 'Foot first',
    holds:
      'Any stance in which the foot keeps its shape, even from ball to heel; it stops where the arch is lost.',
    stancePerShoulderWidth: { least: 0.6, most: 1.6 },
    toeOutDeg: { least: 0, most: 35 },
    heelPolicy: 'asNeeded',
    kneeBandDeg: { least: -10, most: 10 },
    drills: 'isolatedFirst',
    cueWords: ['three points down', 'arch awake'],
    prefers: { ...USUAL, habit: 1.5, depth: 0.75 },
    faultThresholds: { archDrops: { slight: 4, clear: 8 }, trunkShinMismatch: null },
  },
];

/** A school by its id; null when there is none of that name. */
export const profileOf = (id: string): MethodProfile | null =>
  PROFILES.find((p) => p.id === id) ?? null;
