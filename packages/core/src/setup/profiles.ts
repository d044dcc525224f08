import { KNEECAP_AHEAD_MM } from '../body/anthropometry.ts';
import type { FaultThresholds } from '../faults/findings.ts';
import type { Hold } from '../linkage/setup.ts';
import type { WorkingPoint } from '../window/workingPoint.ts';
import type { DecidingFault } from './tried.ts';

/** What a school does with something under the heels. */
export type HeelPolicy =
  /** Used while the ankle is trained, then weaned. */
  | 'bridge'
  /** A wedge, turned with the foot; weaned as well. */
  | 'turnedWedge'
  /** A tool like any other, always fine: neither the lowest is looked for nor is it weaned. */
  | 'tool'
  /** Nothing under the heels, whatever the highest heel says. */
  | 'none';

/** How far ahead of the longest toe a shoe ends, mm (house default). */
const SHOE_FRONT_MM = 15;

/** How far the kneecap may travel: to the toes, to the front of the shoe, or as far as the foot stays flat. */
export const KNEE_TRAVELS = ['toes', 'shoeFront', 'free'] as const;
export type KneeTravel = (typeof KNEE_TRAVELS)[number];

/** Furthest a knee centre may pass the longest toe under a method, mm: the kneecap, which is meant, lies ahead of it; null = free. */
export const kneeTravelMostMm = (travel: KneeTravel): number | null =>
  ({
    toes: -KNEECAP_AHEAD_MM,
    shoeFront: SHOE_FRONT_MM - KNEECAP_AHEAD_MM,
    free: null,
  })[travel];

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
  /** Up to this height a heel costs nothing and stays, mm. */
  heelFreeMm: number;
  /** Furthest the shank may lean; null = as far as the foot stays flat. */
  shankMostDeg: number | null;
  /** Where the knee may point against the foot's line, degrees; positive outward. */
  kneeBandDeg: { least: number; most: number };
  /** How far the knee may travel; what that costs is shown. */
  kneeTravel: KneeTravel;
  /** What the toes do: their own business, pressed into the floor, or lifted so that the ball of the foot bears the weight. */
  toes: 'left' | 'pressed' | 'lifted';
  targetDepthDeg: number;
  /** To the target; or as deep as the shape holds, which knows no short depth. */
  depthPolicy: 'target' | 'shape';
  /** Rounding at the bottom: never, or tolerated while nothing is carried. A method that tolerates it is followed without load only. */
  rounding: 'never' | 'unloaded';
  /** Which joint the work should go to. */
  emphasis: 'even' | 'hip' | 'knee';
  workingPoint: WorkingPoint;
  /** Which joint starts the way down. */
  breaks: 'together' | 'hipsFirst' | 'kneesFirst';
  /** Mobility inside the squat, or by itself first. */
  drills: 'inTheSquat' | 'isolatedFirst';
  cueWords: readonly string[];
  prefers: Preferences;
  /** By which faults of a trial it judges; heels, tuck and depth decide in every method. Where one was not looked at, no trial is clean. */
  decides: readonly DecidingFault[];
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
  heelFreeMm: 0,
  shankMostDeg: null,
  kneeBandDeg: { least: -8, most: 5 },
  kneeTravel: 'free',
  toes: 'left',
  targetDepthDeg: 6,
  depthPolicy: 'target',
  rounding: 'never',
  emphasis: 'even',
  workingPoint: 'parallelLines',
  breaks: 'together',
  drills: 'isolatedFirst',
  cueWords: ['mid-foot heavy', 'knees over the second toe'],
  prefers: USUAL,
  decides: ['kneesIn', 'kneesOut', 'archDrops', 'sideShift'],
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
    heelPolicy: 'none',
    heelMostMm: 0,
    toes: 'pressed',
    depthPolicy: 'shape',
    drills: 'isolatedFirst',
    cueWords: ['feet straight', 'big toes and heels press, thighs stay quiet'],
    prefers: { ...USUAL, habit: 0.5, depth: 1 },
    decides: ['kneesIn', 'kneesOut', 'archDrops', 'feetTurnOut', 'outerEdge'],
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
    toes: 'pressed',
    emphasis: 'hip',
    cueWords: ['sit between the hips', 'big toe stays down'],
    prefers: { ...USUAL, lean: 0.1, habit: 0.5 },
    decides: ['kneesIn', 'outerEdge', 'sideShift'],
    faultThresholds: { trunkShinMismatch: null },
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
    emphasis: 'knee',
    workingPoint: 'kneesForward',
    breaks: 'together',
    drills: 'inTheSquat',
    cueWords: ['knees stay forward', 'chest over the hips'],
    prefers: { ...USUAL, lean: 0.6, heel: 0.3, kit: 1, kneeTravel: -0.1 },
    decides: ['kneesIn', 'kneesOut', 'archDrops', 'hipsRiseEarly', 'weightForward'],
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
    kneeTravel: 'toes',
    targetDepthDeg: 0,
    emphasis: 'hip',
    workingPoint: 'shinsUpright',
    breaks: 'hipsFirst',
    drills: 'inTheSquat',
    cueWords: ['belt moves back first', 'shins stay quiet'],
    prefers: { ...USUAL, lean: 0.05, kneeTravel: 1 },
    decides: ['kneesIn', 'weightForward', 'sideShift'],
    faultThresholds: { trunkShinMismatch: null, toesFloat: null },
  },
  {
    ...BALANCED,
    id: 'footFirst',
    name: 'Foot first',
    holds:
      'Any stance in which the foot keeps its shape, even from ball to heel; it stops where the arch is lost.',
    stancePerShoulderWidth: { least: 0.6, most: 1.6 },
    toeOutDeg: { least: 0, most: 35 },
    heelPolicy: 'bridge',
    kneeBandDeg: { least: -10, most: 10 },
    toes: 'lifted',
    depthPolicy: 'shape',
    drills: 'isolatedFirst',
    cueWords: ['three points down', 'arch awake'],
    prefers: { ...USUAL, habit: 1.5, depth: 0.75 },
    decides: ['archDrops', 'feetTurnOut', 'outerEdge', 'weightForward', 'toesFloat'],
    faultThresholds: { archDrops: { slight: 4, clear: 8 }, trunkShinMismatch: null },
  },
  {
    ...BALANCED,
    id: 'lowBar',
    name: 'Low bar, hips first',
    holds:
      'A little wider than the shoulders, the bar low on the back: reach back with the hips, accept the lean, stop at parallel; the shin stays modest.',
    stancePerShoulderWidth: { least: 0.95, most: 1.5 },
    toeOutDeg: { least: 10, most: 30 },
    leanLimitDeg: leanBy(8),
    kneeTravel: 'shoeFront',
    targetDepthDeg: 0,
    emphasis: 'hip',
    breaks: 'hipsFirst',
    drills: 'inTheSquat',
    cueWords: ['reach back, then down', 'drive the upper back into the bar'],
    prefers: { ...USUAL, lean: 0.05, kneeTravel: 0.3 },
    decides: ['kneesIn', 'hipsRiseEarly', 'sideShift', 'weightForward'],
    faultThresholds: { trunkShinMismatch: null },
  },
  {
    ...BALANCED,
    id: 'heelTool',
    name: 'Heel as a tool',
    holds:
      'A few millimetres under the heels suit nearly everyone; a wedge up to 15 mm is training equipment whose role the purpose decides: warm-up, accessory or main work.',
    heelPolicy: 'tool',
    heelMostMm: 15,
    heelFreeMm: 5,
    emphasis: 'knee',
    drills: 'inTheSquat',
    cueWords: ['whole foot heavy on the wedge', 'knees over the second toe'],
    prefers: { ...USUAL, heel: 0.5, kit: 1 },
  },
  {
    ...BALANCED,
    id: 'restoreRange',
    name: 'Restore range',
    holds:
      'Without load only: some rounding at the bottom is tolerated while range is built, as deep as the feet keep their shape. With load the usual method applies again.',
    stancePerShoulderWidth: { least: 0.7, most: 1.4 },
    toeOutDeg: { least: 0, most: 35 },
    leanLimitDeg: leanBy(10),
    bufferDeg: 0,
    targetDepthDeg: 25,
    depthPolicy: 'shape',
    rounding: 'unloaded',
    drills: 'isolatedFirst',
    cueWords: ['sink with the breath out', 'feet stay where they are'],
    prefers: { ...USUAL, lean: 0.05, habit: 0.5 },
    decides: ['kneesIn', 'archDrops'],
    faultThresholds: { trunkShinMismatch: null, excessLean: null },
  },
];

/** A school by its id; null when there is none of that name. */
export const profileOf = (id: string): MethodProfile | null =>
  PROFILES.find((p) => p.id === id) ?? null;
