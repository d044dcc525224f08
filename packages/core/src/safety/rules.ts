import { NAMED_DEPTHS_DEG } from '../window/limits.ts';
import type {
  PainPlace,
  PainSide,
  PinchFact,
  QuestionId,
  SafetyLimit,
  ToldAnswers,
} from './screen.ts';
import type { StopFact } from './stop.ts';

/** When a rule applies. Everything named must hold. */
interface When {
  /** A question of the screen, what a stop during the work told, or a pinch that ended a range. */
  question: QuestionId | StopFact | PinchFact;
  painAtLeast?: number;
  painAt?: PainPlace;
  /** Places that are no reason for it. */
  painNotAt?: readonly PainPlace[];
  clearedByClinician?: boolean;
  guardianPresent?: boolean;
}

/** One rule of the screen: a condition, and what it brings. */
export interface ScreenRule {
  id: string;
  when: When;
  outcome: 'withinLimits' | 'hold';
  limits: readonly SafetyLimit[];
  /** A sentence; `{where}` is filled with the side, or side and joint, as far as they were said. */
  because: string;
  /** Limits that depend on what was told, beside the fixed ones. */
  limitsBy?: (answers: ToldAnswers) => readonly SafetyLimit[];
  /** What ends it, beside a clearance that names it. */
  lifts: LiftedBy;
  /** A clearance that names one of these names this too: the same thing, told further on. */
  alsoNamedAs?: readonly string[];
  /** Asks about the day itself, so that only the newest screen counts: no clinician can clear it. */
  isOfTheDay?: boolean;
}

/** What ends a rule beside a clearance that names it. */
export type LiftedBy =
  /** Nothing else: no later answer. */
  | 'clearance'
  /** The question answered with no, on another day. */
  | 'answer'
  /** Saying where it hurts and how much. */
  | 'painSaid'
  /** A guardian being there; no clearance does. */
  | 'guardian'
  /** A screen on a later day. */
  | 'nextDay'
  /** The same test or reading without the pinch. */
  | 'withoutPinch';

const NO_LOAD: SafetyLimit = { kind: 'noLoad' };
const SUPPORTED: SafetyLimit = { kind: 'supportedOnly' };
const NO_BRACING: SafetyLimit = { kind: 'noBracing' };
const SHINS: SafetyLimit = { kind: 'verticalShins', shankDeg: 12 };
const FOLD: SafetyLimit = { kind: 'noDeepFold', hipFoldDeg: 100 };
const LOCKOUT: SafetyLimit = { kind: 'noLoadedLockout' };
const TO_PARALLEL: SafetyLimit = {
  kind: 'depthCap',
  thighDepthDeg: NAMED_DEPTHS_DEG.parallel,
};
const TO_CHAIR: SafetyLimit = { kind: 'depthCap', thighDepthDeg: NAMED_DEPTHS_DEG.chair };

/** Positions that a sore shoulder does not carry, and those that a sore elbow, wrist or hand does not hold (house defaults). */
const SHOULDER: SafetyLimit = {
  kind: 'noPositions',
  positions: ['counterbalance', 'highBar', 'lowBar', 'overhead'],
};
const ARM: SafetyLimit = {
  kind: 'noPositions',
  positions: ['counterbalance', 'front', 'goblet', 'lowBar', 'overhead'],
};

/** Each kind of limit at its usual value, strict where there is a choice: what a clearance may carry (house defaults). */
export const USUAL_LIMITS: readonly SafetyLimit[] = [
  NO_LOAD,
  TO_PARALLEL,
  TO_CHAIR,
  SHINS,
  FOLD,
  LOCKOUT,
  SUPPORTED,
  NO_BRACING,
  SHOULDER,
  ARM,
];

/** Pain from here on holds the session, 0–10 (house default). */
export const PAIN_HOLDS_FROM = 4;

/** The rule table. House defaults on common practice (no source); local rules and clinicians come first. */
export const SCREEN_RULES: readonly ScreenRule[] = [
  {
    id: 'heart',
    lifts: 'clearance',
    when: { question: 'heart' },
    outcome: 'hold',
    limits: [],
    because:
      'Chest pain, dizziness or breathlessness with effort must be looked at by a doctor before any exercise.',
  },
  {
    id: 'nerve',
    lifts: 'clearance',
    when: { question: 'nerve' },
    outcome: 'hold',
    limits: [],
    because: 'Numbness, tingling or weakness in a leg is for a clinician to look at first.',
  },
  {
    id: 'swelling',
    lifts: 'clearance',
    when: { question: 'swelling' },
    outcome: 'hold',
    limits: [],
    because: 'Swelling without a known reason is for a clinician to look at first.',
  },
  {
    id: 'jointGives',
    lifts: 'clearance',
    when: { question: 'jointGives' },
    outcome: 'hold',
    limits: [],
    because: 'A joint that locks or gives way is for a clinician to look at first.',
  },
  {
    id: 'strongPain',
    lifts: 'clearance',
    when: { question: 'pain', painAtLeast: PAIN_HOLDS_FROM },
    outcome: 'hold',
    limits: [],
    because: `Pain of ${PAIN_HOLDS_FROM} or more out of 10 stops the work until a clinician has looked.`,
  },
  {
    id: 'somePain',
    lifts: 'answer',
    when: { question: 'pain', painNotAt: ['shoulder', 'arm'] },
    outcome: 'withinLimits',
    limits: [NO_LOAD, TO_PARALLEL],
    because: 'With pain today nothing is loaded and nothing goes below parallel.',
  },
  {
    id: 'anklePain',
    lifts: 'answer',
    when: { question: 'pain', painAt: 'ankle' },
    outcome: 'withinLimits',
    limits: [TO_CHAIR],
    because: 'A sore {where}ankle keeps to chair height.',
  },
  {
    id: 'kneePain',
    lifts: 'answer',
    when: { question: 'pain', painAt: 'knee' },
    outcome: 'withinLimits',
    limits: [SHINS, LOCKOUT],
    because: 'A sore {where}knee: shins upright, to a box, and no lock-out under load.',
  },
  {
    id: 'hipPain',
    lifts: 'answer',
    when: { question: 'pain', painAt: 'hip' },
    outcome: 'withinLimits',
    limits: [FOLD],
    because: 'A sore {where}hip is not folded deeply.',
  },
  {
    id: 'backPain',
    lifts: 'answer',
    when: { question: 'pain', painAt: 'lowBack' },
    outcome: 'withinLimits',
    limits: [FOLD, SUPPORTED],
    because: 'A sore low back is not folded deeply and squats with support.',
  },
  {
    id: 'shoulderPain',
    lifts: 'answer',
    when: { question: 'pain', painAt: 'shoulder' },
    outcome: 'withinLimits',
    limits: [SHOULDER],
    because:
      'A sore {where}shoulder carries nothing overhead, on the back or at arm’s length. It does not limit the depth.',
  },
  {
    id: 'armPain',
    lifts: 'answer',
    when: { question: 'pain', painAt: 'arm' },
    outcome: 'withinLimits',
    limits: [ARM],
    because:
      'A sore {where}arm or hand holds no weight and no front, low or overhead bar. It does not limit the depth.',
  },
  {
    id: 'uncleared',
    lifts: 'clearance',
    when: { question: 'recentInjury', clearedByClinician: false },
    outcome: 'hold',
    limits: [],
    because: 'A recent injury or surgery{where} needs a clinician’s word before squatting.',
  },
  {
    id: 'clearedInjury',
    lifts: 'answer',
    alsoNamedAs: ['uncleared'],
    when: { question: 'recentInjury', clearedByClinician: true },
    outcome: 'withinLimits',
    limits: [NO_LOAD],
    because: 'After a recent injury{where} the positions come back without load first.',
  },
  {
    id: 'pregnancy',
    lifts: 'answer',
    when: { question: 'pregnancy' },
    outcome: 'withinLimits',
    limits: [NO_LOAD, SUPPORTED, NO_BRACING],
    because:
      'In pregnancy and soon after: supported, unloaded and without held breath unless a clinician says more.',
  },
  {
    id: 'boneOrBalance',
    lifts: 'answer',
    when: { question: 'boneOrBalance' },
    outcome: 'withinLimits',
    limits: [NO_LOAD, SUPPORTED],
    because:
      'Low bone density or poor balance: supported and unloaded unless a clinician says more.',
  },
  {
    id: 'medication',
    lifts: 'answer',
    when: { question: 'medication' },
    outcome: 'withinLimits',
    limits: [SUPPORTED],
    because: 'Medicine that makes unsteady: squat with support.',
  },
  {
    id: 'heartUncleared',
    lifts: 'clearance',
    when: { question: 'heartDisease', clearedByClinician: false },
    outcome: 'hold',
    limits: [],
    because: 'A known heart disease needs a doctor’s word before squatting.',
  },
  {
    id: 'heartCleared',
    lifts: 'answer',
    alsoNamedAs: ['heartUncleared'],
    when: { question: 'heartDisease', clearedByClinician: true },
    outcome: 'withinLimits',
    limits: [NO_LOAD, NO_BRACING],
    because: 'With a known heart disease nothing is loaded and no breath is held.',
  },
  ...(
    [
      ['bloodPressure', 'high blood pressure'],
      ['hernia', 'a hernia'],
      ['pelvicFloor', 'pelvic-floor trouble'],
    ] as const
  ).flatMap(([question, words]): ScreenRule[] => [
    {
      id: `${question}Uncleared`,
      lifts: 'answer',
      when: { question, clearedByClinician: false },
      outcome: 'withinLimits',
      limits: [NO_LOAD, NO_BRACING],
      because: `With ${words} nothing is loaded and no breath is held until a clinician has cleared it.`,
    },
    {
      id: `${question}Cleared`,
      lifts: 'answer',
      when: { question, clearedByClinician: true },
      outcome: 'withinLimits',
      limits: [NO_BRACING],
      because: `With ${words} no breath is held: breathe out on the way up.`,
    },
  ]),
  {
    id: 'painUnsaid',
    lifts: 'painSaid',
    when: { question: 'painUnsaid' },
    outcome: 'hold',
    limits: [],
    because: 'Pain stopped the work. Say where and how much before anything follows.',
  },
  {
    id: 'fell',
    lifts: 'clearance',
    when: { question: 'fell' },
    outcome: 'hold',
    limits: [],
    because: 'After a fall that left anything behind a clinician looks first.',
  },
  {
    id: 'fellUnhurt',
    lifts: 'nextDay',
    when: { question: 'fellUnhurt' },
    outcome: 'withinLimits',
    limits: [NO_LOAD, SUPPORTED],
    because: 'After a fall today: without load and with support, even where nothing hurts.',
  },
  {
    id: 'hipPinch',
    lifts: 'withoutPinch',
    when: { question: 'hipPinch' },
    outcome: 'withinLimits',
    limits: [],
    limitsBy: ({ hipPinch }) =>
      hipPinch?.atDeg == null
        ? [FOLD, TO_PARALLEL]
        : [{ kind: 'noDeepFold', hipFoldDeg: hipPinch.atDeg }],
    because:
      'A pinch at the front of the hip ends that range: nothing goes beyond it, nothing stretches it, and a clinician should look.',
  },
  {
    id: 'anklePinch',
    lifts: 'withoutPinch',
    when: { question: 'anklePinch' },
    outcome: 'withinLimits',
    limits: [],
    limitsBy: ({ anklePinch }) =>
      anklePinch
        ? [{ kind: 'jointRange', joint: 'ankle', side: anklePinch.side, mostDeg: anklePinch.atDeg }]
        : [],
    because:
      'A pinch in front of the {where}ankle ends that range: nothing goes beyond it, nothing stretches it, and a clinician should look.',
  },
  {
    id: 'childAlone',
    lifts: 'guardian',
    when: { question: 'under16', guardianPresent: false },
    outcome: 'hold',
    limits: [],
    because: 'Under 16 a guardian must be present.',
    isOfTheDay: true,
  },
  {
    id: 'child',
    lifts: 'answer',
    when: { question: 'under16', guardianPresent: true },
    outcome: 'withinLimits',
    limits: [NO_LOAD],
    because: 'Under 16: learn the positions without load.',
  },
];

/** The place as it is said: "left knee", "both hips", "low back". */
export function placeWords(place: PainPlace, side: PainSide | undefined): string {
  if (place === 'elsewhere') return 'elsewhere';
  if (place === 'lowBack') return 'low back';
  if (side === undefined) return place;
  return side === 'both' ? `both ${place}s` : `${side} ${place}`;
}

/** A rule's reason with the place and side that were told. */
export function reasonOf(
  { because, when }: ScreenRule,
  { pain, recentInjury, anklePinch }: ToldAnswers,
): string {
  if (when.question === 'anklePinch')
    return because.replace('{where}', anklePinch ? `${anklePinch.side} ` : '');
  if (when.question === 'recentInjury') {
    const place = recentInjury?.place;
    const where =
      place && place !== 'elsewhere' ? ` (${placeWords(place, recentInjury.side)})` : '';
    return because.replace('{where}', where);
  }
  const side = pain?.side === 'left' || pain?.side === 'right' ? `${pain.side} ` : '';
  return because.replace('{where}', side);
}

/** Whether a rule applies to the answers. */
export function applies({ when }: ScreenRule, answers: ToldAnswers): boolean {
  const answer = answers[when.question];
  if (answer === undefined || answer === false) return false;
  if (when.painAtLeast !== undefined && (answers.pain?.level ?? 0) < when.painAtLeast) return false;
  if (when.painAt !== undefined && answers.pain?.place !== when.painAt) return false;
  if (answers.pain && when.painNotAt?.includes(answers.pain.place)) return false;
  if (
    when.clearedByClinician !== undefined &&
    (typeof answer !== 'object' ||
      !('clearedByClinician' in answer) ||
      answer.clearedByClinician !== when.clearedByClinician)
  )
    return false;
  return (
    when.guardianPresent === undefined || answers.under16?.guardianPresent === when.guardianPresent
  );
}

/** The limits a rule brings under what was told. */
export const limitsOfRule = (
  { limits, limitsBy }: ScreenRule,
  answers: ToldAnswers,
): readonly SafetyLimit[] => (limitsBy ? [...limits, ...limitsBy(answers)] : limits);
