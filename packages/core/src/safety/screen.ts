import type { Hold, Side } from '../linkage/setup.ts';
import type { StopFact } from './stop.ts';

/** Where it hurts. Coarse on purpose: the coach records, a clinician diagnoses. */
export const PAIN_PLACES = [
  'ankle',
  'knee',
  'hip',
  'lowBack',
  'shoulder',
  'arm',
  'elsewhere',
] as const;

export type PainPlace = (typeof PAIN_PLACES)[number];

/** Which side of the body; what lies in the middle has none. */
export type PainSide = Side | 'both';
/** Places that have a left and a right. */
export const hasSides = (place: PainPlace): boolean => place !== 'lowBack' && place !== 'elsewhere';

/** One card of the screen: a question in plain words and what a "yes" leads to asking. */
export interface ScreenQuestion {
  id: QuestionId;
  words: string;
  /** What is asked next, only after a "yes". */
  detail: 'pain' | 'placeAndCleared' | 'clearedByClinician' | 'guardianPresent' | null;
  /** May have changed since last time, so a repeat screen asks it again. */
  changes: boolean;
}

export const QUESTION_IDS = [
  'pain',
  'heart',
  'nerve',
  'swelling',
  'jointGives',
  'recentInjury',
  'pregnancy',
  'boneOrBalance',
  'medication',
  'heartDisease',
  'bloodPressure',
  'hernia',
  'pelvicFloor',
  'under16',
] as const;

export type QuestionId = (typeof QUESTION_IDS)[number];

/** The screen, in the order it is asked. Common practice, no source. */
export const SCREEN_QUESTIONS: readonly ScreenQuestion[] = [
  { id: 'pain', words: 'Does anything hurt right now?', detail: 'pain', changes: true },
  {
    id: 'heart',
    words: 'Chest pain, dizziness or unusual breathlessness with effort?',
    detail: null,
    changes: true,
  },
  {
    id: 'nerve',
    words: 'Numbness, tingling or weakness in a leg?',
    detail: null,
    changes: true,
  },
  {
    id: 'swelling',
    words: 'A swollen joint or leg without a known reason?',
    detail: null,
    changes: true,
  },
  {
    id: 'jointGives',
    words: 'Does a knee, hip or ankle lock or give way?',
    detail: null,
    changes: true,
  },
  {
    id: 'recentInjury',
    words: 'An injury or surgery to legs, hips or back in the last six months?',
    detail: 'placeAndCleared',
    changes: true,
  },
  {
    id: 'pregnancy',
    words: 'Pregnant, or a birth within six months?',
    detail: null,
    changes: true,
  },
  {
    id: 'boneOrBalance',
    words: 'Low bone density, or trouble with balance?',
    detail: null,
    changes: false,
  },
  {
    id: 'medication',
    words: 'Medicine that makes you dizzy or unsteady?',
    detail: null,
    changes: true,
  },
  // What a held breath, bracing and load can hurt.
  {
    id: 'heartDisease',
    words: 'A known heart disease?',
    detail: 'clearedByClinician',
    changes: true,
  },
  {
    id: 'bloodPressure',
    words: 'High blood pressure?',
    detail: 'clearedByClinician',
    changes: true,
  },
  {
    id: 'hernia',
    words: 'A hernia, or an operation for one within a year?',
    detail: 'clearedByClinician',
    changes: true,
  },
  {
    id: 'pelvicFloor',
    words: 'Trouble with the pelvic floor: leaking, heaviness or pain with effort?',
    detail: 'clearedByClinician',
    changes: true,
  },
  { id: 'under16', words: 'Under 16 years old?', detail: 'guardianPresent', changes: false },
];

/** The question to ask next, null when all were asked; and how many are left. Each is asked by itself: one answer never covers several questions. */
export function nextQuestion(asked: readonly QuestionId[]): {
  question: ScreenQuestion | null;
  left: number;
} {
  const open = SCREEN_QUESTIONS.filter((q) => !asked.includes(q.id));
  return { question: open[0] ?? null, left: open.length };
}

/** A client's answers; absent = no. */
export interface ScreenAnswers {
  pain?: { place: PainPlace; level: number; side?: PainSide | undefined } | undefined;
  recentInjury?:
    | {
        clearedByClinician: boolean;
        place?: PainPlace | undefined;
        side?: PainSide | undefined;
      }
    | undefined;
  under16?: { guardianPresent: boolean } | undefined;
  heart?: boolean | undefined;
  nerve?: boolean | undefined;
  swelling?: boolean | undefined;
  jointGives?: boolean | undefined;
  pregnancy?: boolean | undefined;
  boneOrBalance?: boolean | undefined;
  medication?: boolean | undefined;
  heartDisease?: { clearedByClinician: boolean } | undefined;
  bloodPressure?: { clearedByClinician: boolean } | undefined;
  hernia?: { clearedByClinician: boolean } | undefined;
  pelvicFloor?: { clearedByClinician: boolean } | undefined;
}

/** A pinch that ended a range, in a test or a reading. */
export type PinchFact = 'hipPinch' | 'anklePinch';

/** Answers, what stops during the work told, and pinches. */
export type ToldAnswers = ScreenAnswers & { readonly [K in StopFact]?: boolean | undefined } & {
  /** Fold at which the front of the hip pinched, degrees; null = not read. */
  hipPinch?: { atDeg: number | null } | undefined;
  /** Dorsiflexion at which the front of an ankle pinched, degrees. */
  anklePinch?: { side: Side; atDeg: number } | undefined;
};

/** What later stages must obey, as values. Angles in degrees as in the linkage. */
export type SafetyLimit =
  | { kind: 'noLoad' }
  | { kind: 'depthCap'; thighDepthDeg: number }
  | { kind: 'verticalShins'; shankDeg: number }
  | { kind: 'noDeepFold'; hipFoldDeg: number }
  | { kind: 'noLoadedLockout' }
  | { kind: 'supportedOnly' }
  /** No held breath and no bracing against it. */
  | { kind: 'noBracing' }
  /** Load positions that are not used. */
  | { kind: 'noPositions'; positions: Hold[] }
  /** Of one joint, as a clinician allows it after an operation or injury: how far it may bend, degrees. */
  | {
      kind: 'jointRange';
      joint: LimitedJoint;
      side: Side;
      mostDeg: number;
      /** Days, yyyy-mm-dd: a stage of the way back. Absent = as long as the clearance. */
      fromOn?: string | undefined;
      untilOn?: string | undefined;
    };

/** Joints of which one side may be limited: ankle by dorsiflexion, knee by flexion, hip by fold. */
export const LIMITED_JOINTS = ['ankle', 'knee', 'hip'] as const;
export type LimitedJoint = (typeof LIMITED_JOINTS)[number];

/** What a limited joint may be set to, degrees: least and most. */
export const JOINT_RANGES: Readonly<Record<LimitedJoint, readonly [number, number]>> = {
  ankle: [-10, 45],
  knee: [30, 150],
  hip: [45, 140],
};
