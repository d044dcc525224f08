import { DECIDING_FAULTS, FAULTS, HOLDS, type FaultId, type MethodProfile } from '@zither/core';
import { sayDepth } from './instrument.ts';
import { HOLD_NAMES } from './names.ts';
import { sayHeight } from './units.ts';
import { sayPercent, sayTrimmed } from './numbers.ts';

export const HEEL_NAMES = {
  bridge: 'A bridge, then weaned',
  turnedWedge: 'A wedge turned with the foot',
  tool: 'A tool, always fine',
  none: 'Not used',
} as const;

export const KNEE_TRAVEL_NAMES = {
  free: 'As far as the foot stays flat',
  shoeFront: 'To the front of the shoe',
  toes: 'To the toes',
} as const;

export const TOES_NAMES = {
  left: 'Left alone',
  pressed: 'Pressed into the floor',
  lifted: 'Lifted, ball of the foot heavy',
} as const;

export const DEPTH_NAMES = {
  target: 'To the target',
  shape: 'As deep as the shape holds',
} as const;

export const ROUNDING_NAMES = {
  never: 'Never',
  unloaded: 'Some, without load',
} as const;

export const EMPHASIS_NAMES = {
  even: 'Neither more',
  hip: 'Hips',
  knee: 'Knees',
} as const;

export const BREAK_NAMES = {
  together: 'Hip and knee together',
  hipsFirst: 'Hips first',
  kneesFirst: 'Knees first',
} as const;

export const DRILL_NAMES = {
  inTheSquat: 'In the squat itself',
  isolatedFirst: 'By itself first',
} as const;

export const WORKING_NAMES = {
  parallelLines: 'Trunk parallel to the shin',
  shinsUpright: 'Shins as upright as balance allows',
  kneesForward: 'Knees as far forward as the ankle allows',
} as const;

export const PREFERENCE_NAMES = {
  room: 'A degree of room in hand is worth',
  lean: 'A degree of trunk lean costs',
  kneeTravel: 'A centimetre of knee travel costs',
  habit: 'A step away from habit costs',
  heel: 'A centimetre under the heels costs',
  kit: 'Anything under the feet at all costs',
  depth: 'A degree of depth given up costs',
} as const;

const deg = (value: number) => `${sayTrimmed(value, 1)}°`;
const sayKnee = (value: number) => `${deg(Math.abs(value))} ${value < 0 ? 'in' : 'out'}`;
const range = ({ least, most }: { least: number; most: number }, say: (v: number) => string) =>
  `${say(least)} to ${say(most)}`;

const LEAN_ROW = 'Lean limits';

/** Every parameter of a school as lines of name and value, in the order a squat is set up. */
export function schoolRows(school: MethodProfile): { name: string; value: string }[] {
  const own = Object.entries(school.faultThresholds) as [
    FaultId,
    { slight: number; clear: number } | null,
  ][];
  return [
    {
      name: 'Stance between heel centres',
      value: range(school.stancePerShoulderWidth, (v) => `${v} ×`) + ' shoulder width',
    },
    { name: 'Toe-out', value: range(school.toeOutDeg, deg) },
    { name: 'Knee against the foot’s line', value: range(school.kneeBandDeg, sayKnee) },
    { name: 'Balance point', value: `${sayPercent(school.balance)} of the foot` },
    {
      name: LEAN_ROW,
      value: HOLDS.map(
        (hold) => `${HOLD_NAMES[hold].toLowerCase()} ${deg(school.leanLimitDeg[hold])}`,
      ).join(', '),
    },
    { name: 'A heel is', value: HEEL_NAMES[school.heelPolicy].toLowerCase() },
    { name: 'Highest heel', value: sayHeight(school.heelMostMm) },
    { name: 'A heel costs nothing up to', value: sayHeight(school.heelFreeMm) },
    {
      name: 'Ankle kept in reserve',
      value: `${deg(school.bufferDeg)}; ${deg(school.weanedBufferDeg)} before a heel comes down`,
    },
    {
      name: 'Shin angle at most',
      value:
        school.shankMostDeg === null ? 'as far as the foot stays flat' : deg(school.shankMostDeg),
    },
    { name: 'Knees may travel', value: KNEE_TRAVEL_NAMES[school.kneeTravel].toLowerCase() },
    { name: 'Toes', value: TOES_NAMES[school.toes].toLowerCase() },
    {
      name: 'Depth',
      value:
        school.depthPolicy === 'shape'
          ? `as deep as the shape holds, at most to ${sayDepth(school.targetDepthDeg)}`
          : `to ${sayDepth(school.targetDepthDeg)}`,
    },
    { name: 'Rounding at the bottom', value: ROUNDING_NAMES[school.rounding].toLowerCase() },
    { name: 'Stresses', value: EMPHASIS_NAMES[school.emphasis].toLowerCase() },
    {
      name: 'A trial is clean without',
      value: [
        'heels that rise',
        'a tuck',
        ...DECIDING_FAULTS.filter((f) => school.decides.includes(f)).map((f) =>
          FAULTS[f].name.toLowerCase(),
        ),
      ].join(', '),
    },
    { name: 'Working point', value: WORKING_NAMES[school.workingPoint] },
    { name: 'Way down starts', value: BREAK_NAMES[school.breaks] },
    { name: 'Mobility', value: DRILL_NAMES[school.drills] },
    { name: 'Cue words', value: school.cueWords.join(' · ') || 'none' },
    {
      name: 'Own fault sizes',
      value:
        own
          .map(([fault, t]) =>
            t === null
              ? `${FAULTS[fault].name.toLowerCase()}: no fault here`
              : `${FAULTS[fault].name.toLowerCase()} from ${t.slight}, clear from ${t.clear} ${FAULTS[fault].unit}`,
          )
          .join('; ') || 'as the house',
    },
    {
      name: 'Points of the search',
      value: (Object.keys(PREFERENCE_NAMES) as (keyof typeof PREFERENCE_NAMES)[])
        .map((key) => `${PREFERENCE_NAMES[key].toLowerCase()} ${school.prefers[key]}`)
        .join('; '),
    },
  ];
}

/** What differs between two schools, for reading an own one against the one it came from. */
export const differingRows = (a: MethodProfile, b: MethodProfile) => {
  const fine = (school: MethodProfile) => [
    ...schoolRows(school).filter((row) => row.name !== LEAN_ROW),
    ...HOLDS.map((hold) => ({
      name: `Lean limit, ${HOLD_NAMES[hold].toLowerCase()}`,
      value: deg(school.leanLimitDeg[hold]),
    })),
  ];
  const theirs = new Map(fine(b).map((row) => [row.name, row.value]));
  return fine(a)
    .filter((row) => theirs.get(row.name) !== row.value)
    .map((row) => ({ ...row, was: theirs.get(row.name) ?? '' }));
};

/** The methods explained, and the one a new client starts with. */
export const sayMethods = (usual: string): string =>
  `How a squat is set up, by method. Every number is a house default from common practice; copy one to make your own. A client starts with the usual one, now “${usual}”, until another is taken in Set.`;
