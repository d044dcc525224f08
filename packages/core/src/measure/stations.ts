import { END_OF_RANGE_DEG, type Asks } from '../safety/asks.ts';
import type { MeasureId } from './measures.ts';

/** Where the client is while something is measured, in the order in which the visit passes through them. */
export const POSITIONS = [
  { id: 'shoes', name: 'Standing, as they came' },
  { id: 'barefoot', name: 'Standing barefoot' },
  { id: 'wall', name: 'At the wall' },
  { id: 'seated', name: 'Seated' },
  { id: 'allFours', name: 'On hands and knees' },
] as const;

export type Position = (typeof POSITIONS)[number]['id'];

export type StationId =
  | 'body'
  | 'heel'
  | 'stance'
  | 'kneeTravel'
  | 'archStanding'
  | 'abduction'
  | 'ankleBent'
  | 'ankleStraight'
  | 'archSitting'
  | 'hipRotation'
  | 'hipFold';

/** `setup`: no setup without it. `more`: the causes and the setup get surer by it. `optional`: only some findings ask for it (house default). */
export type StationNeed = 'setup' | 'more' | 'optional';

/** One stop of the measuring: what is read there, how, and what goes wrong. */
export interface Station {
  id: StationId;
  name: string;
  position: Position;
  need: StationNeed;
  /** Measures read here; `body` has none, its lengths belong to the client. */
  measures: readonly MeasureId[];
  /** Measures that are two ways to the same thing: one of them is enough. */
  either?: readonly MeasureId[];
  usedFor: string;
  landmarks: readonly string[];
  how: readonly string[];
  errors: readonly string[];
  /** What ends it at once. */
  stop?: string;
  /** The demands of the reading on the body, as of a drill: what a limit names is read no further than it allows. */
  asks?: Asks;
}

/** A bend to its end. */
const FULL = END_OF_RANGE_DEG;

/**
 * The stations, in the order that moves the client least: each position is entered once, from standing to the floor, shoes off once
 * (common practice, no source).
 */
export const STATIONS: readonly Station[] = [
  {
    id: 'body',
    name: 'Body',
    position: 'shoes',
    need: 'more',
    measures: [],
    usedFor: 'The linkage: how long the parts are, and what they weigh.',
    landmarks: [
      'Shin: ankle bone to the gap of the knee joint, outside',
      'Thigh: gap of the knee joint to the bony bump of the hip, outside',
      'Trunk: bump of the hip to the tip of the shoulder',
      'Between the two front points of the pelvis (inter-ASIS)',
      'Shoulder width: from bony tip to bony tip',
    ],
    how: ['Stand tall, weight on both feet.', 'Tape straight, not around the curve of the limb.'],
    errors: ['Tape follows the skin', 'Landmark found through thick clothing'],
  },
  {
    id: 'heel',
    name: 'Heel in use',
    position: 'shoes',
    need: 'setup',
    measures: ['heelRise', 'heelWedge'],
    either: ['heelRise', 'heelWedge'],
    usedFor: 'Where Set starts from, and the kit it may choose from.',
    landmarks: ['Sole under the heel, sole under the ball'],
    how: [
      'Shoe: height of the sole under the heel less that under the ball.',
      'Plate or board: its thickness. Wedge: its angle.',
    ],
    errors: ['Whole sole measured instead of the difference', 'Soft heel measured unloaded'],
  },
  {
    id: 'stance',
    name: 'Stance and foot angle',
    position: 'barefoot',
    need: 'setup',
    measures: ['stanceWidth', 'toeOut'],
    usedFor: 'The starting point: where this client goes unprompted.',
    landmarks: ['Middle of the back of each heel', 'Tip of the second toe'],
    how: [
      'Say “Stand how you would squat” and nothing more; let the client step off and on again for each trial.',
      'Tape from heel centre to heel centre.',
      'Foot angle: heel centre to second toe against straight ahead.',
    ],
    errors: ['Feet placed for the client', 'Angle read at the big toe', 'Width read at the toes'],
  },
  {
    id: 'kneeTravel',
    name: 'Knee travel',
    position: 'barefoot',
    need: 'more',
    measures: ['kneeTravel', 'shankAtBottom'],
    asks: {
      free: true,
      depthDeg: FULL,
      hipFoldDeg: FULL,
      kneeFlexionDeg: FULL,
      ankleDeg: FULL,
      shinDeg: FULL,
    },
    usedFor: 'How much of the ankle the squat uses today.',
    landmarks: ['Front of the kneecap', 'Tip of the longest toe', 'Shin, a hand below the knee'],
    how: [
      'Bottom of the usual squat, seen square from the side.',
      'Plumb from the kneecap: ahead of the toe is plus, behind is minus.',
      'Shin angle: phone or inclinometer on the shin bone.',
    ],
    errors: ['Seen at a slant', 'Client corrects the squat while watched'],
    stop: 'Pain on the way down: stop and record it.',
  },
  {
    id: 'archStanding',
    name: 'Arch, standing',
    position: 'barefoot',
    need: 'optional',
    measures: ['navicularStanding', 'archForms'],
    usedFor: 'Tells a foot that can be trained from one that is built flat.',
    landmarks: ['Navicular: the bony bump on the inside of the foot, ahead of the ankle'],
    how: [
      'Mark the bump with a pen once; leave the mark for the sitting reading.',
      'Ruler upright on the floor, weight on both feet: height of the mark.',
      'Then rise on the toes: does the arch form?',
    ],
    errors: ['Ruler tilted', 'Mark moved with the skin', 'Toes clawed'],
  },
  {
    id: 'abduction',
    name: 'Leg lift aside',
    position: 'barefoot',
    need: 'optional',
    measures: ['abductionAngle', 'abductionReps'],
    usedFor: 'Strength and stamina of the muscles that keep the knees out.',
    landmarks: ['Outside of the thigh, a hand above the knee', 'Both front points of the pelvis'],
    how: [
      'One hand on the wall, lift the straight leg aside without leaning.',
      'Angle at the highest point; then count lifts until the trunk leans or the foot turns out.',
    ],
    errors: ['Trunk leans', 'Pelvis hitches up', 'Foot turns out and the hip bends'],
  },
  {
    id: 'ankleBent',
    name: 'Dorsiflexion, knee bent',
    position: 'wall',
    need: 'setup',
    measures: ['kneeToWall', 'shinAngle'],
    either: ['kneeToWall', 'shinAngle'],
    asks: { ankleDeg: FULL },
    usedFor: 'What limits the shin angle: how far the knee may go forward.',
    landmarks: ['Second toe', 'Heel', 'Shin bone, just below the knee'],
    how: [
      'Foot straight at the wall, knee over the second toe, heel down.',
      'Tape: the furthest toe-to-wall distance at which the knee still touches.',
      'Shin: phone flat on the shin bone, as far as the heel stays down.',
    ],
    errors: ['Heel lifts', 'Knee falls inside the big toe', 'Foot turns out'],
    stop: 'A pinch in front of the ankle ends the range: refer, do not stretch it.',
  },
  {
    id: 'ankleStraight',
    name: 'Dorsiflexion, knee straight',
    position: 'wall',
    need: 'more',
    measures: ['shinAngleStraight'],
    asks: { ankleDeg: FULL },
    usedFor: 'Tells the calf (gastrocnemius) from soleus or the joint.',
    landmarks: ['Heel of the back foot', 'Shin bone of the back leg'],
    how: [
      'Long step at the wall, back knee locked straight, back foot straight, heel down.',
      'Lean in until the heel wants to lift; read the back shin.',
    ],
    errors: ['Knee softens', 'Foot turns out', 'Arch drops'],
    stop: 'A pinch in front of the ankle ends the range: refer, do not stretch it.',
  },
  {
    id: 'archSitting',
    name: 'Arch, sitting',
    position: 'seated',
    need: 'optional',
    measures: ['navicularSitting'],
    usedFor: 'With the standing height: how far the arch drops under load.',
    landmarks: ['The same pen mark on the navicular'],
    how: ['Sit, foot flat, no weight on it, knee over the foot.', 'Height of the mark.'],
    errors: ['Client leans on the foot', 'Another mark used than standing'],
  },
  {
    id: 'hipRotation',
    name: 'Hip rotation',
    position: 'seated',
    need: 'more',
    measures: ['hipRotationIn', 'hipRotationOut'],
    usedFor: 'Which hip turns less, and how far the feet should open.',
    landmarks: ['Shin bone', 'Middle of the kneecap'],
    how: [
      'Seated, thighs level, knee bent to a right angle; hold the thigh still.',
      'Foot swings out: the hip turns inward. Foot swings in: it turns outward.',
      'Angle of the shin from plumb when the pelvis starts to move.',
    ],
    errors: ['Pelvis lifts on that side', 'Thigh slides', 'Inward and outward exchanged'],
    stop: 'A pinch in the groin ends the range.',
  },
  {
    id: 'hipFold',
    name: 'Hip fold',
    position: 'allFours',
    need: 'more',
    measures: ['hipFoldNarrow', 'hipFoldMiddle', 'hipFoldWide'],
    asks: { hipFoldDeg: FULL },
    usedFor: 'Where the back starts to round, and how open a stance this hip wants.',
    landmarks: ['Side of the trunk', 'Outside of the thigh', 'Low back'],
    how: [
      'Hands and knees, back flat; rock the hips back toward the heels.',
      'Stop where the low back starts to round: angle between trunk and thigh, from straight.',
      'Three knee widths. Type the gap between the knees as it is.',
    ],
    errors: ['Reading taken after the back has rounded', 'Head looks up', 'Knees slide apart'],
    stop: 'A pinch at the front of the hip ends the range there: mark it, do not push on.',
  },
];

/** The station at which a measure is read. */
export const stationOf = (measure: MeasureId): Station => {
  const station = STATIONS.find((s) => s.measures.includes(measure));
  // Every measure stands at one station; a test holds the two tables together.
  if (!station) throw new Error(`No station reads ${measure}.`);
  return station;
};

/** The stations of a five-minute look, in their order: what no setup can do without. */
export const QUICK_STATIONS: readonly Station[] = STATIONS.filter((s) => s.need === 'setup');
