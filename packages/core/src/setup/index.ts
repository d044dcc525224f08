export {
  BALANCED,
  PROFILES,
  KNEE_TRAVELS,
  kneeTravelMostMm,
  profileOf,
  type HeelPolicy,
  type KneeTravel,
  type MethodProfile,
  type Preferences,
} from './profiles.ts';
export { chancesOf, limitsUnder, roundingIn } from './question.ts';
export {
  CHANCE,
  HOUSE_RULES,
  rulesWith,
  SPREAD_RANGES,
  type ChanceRules,
  type RuleChange,
  type SetupRules,
} from '../rules/rules.ts';
export {
  SPREADS,
  uncertaintyOf,
  type SpreadDefaults,
  type Uncertainty,
} from '../rules/uncertainty.ts';
export { depthsTo, reachesWith, reachTables, type Reach } from './reach.ts';
export {
  ABDUCTION_MOST_DEG,
  caseFor,
  depthAsked,
  loadIn,
  OTHER_HOLDS,
  SEARCH_STEP,
  stancesOf,
  supportsOf,
  toesOf,
  isBeyondFoot,
  type FootLost,
  type KitPiece,
  type SetupQuestion,
} from './question.ts';
export {
  chanceOf,
  effectiveGuesses,
  getsDownFor,
  GUESSES,
  limitNow,
  startBelief,
  weighedBy,
  type Belief,
  type SetupReach,
} from './belief.ts';
export { ankleCapOf, foldCapOf, reachOf } from './setupReach.ts';
export { intervalsOf, type Interval } from './interval.ts';
export {
  placed,
  searchSetups,
  type FoundSetup,
  type Placed,
  type SearchOptions,
} from './search.ts';
export {
  chooseSetup,
  type ChoiceOptions,
  isTrulyOther,
  UNEVEN_GAIN,
  type Proposal,
  type SetupChoice,
  type SetupKind,
} from './choice.ts';
export { neededChanges, type NeededChange, type NeededStep } from './needed.ts';
export {
  beliefAfter,
  chanceIn,
  experienceOf,
  asUsed,
  loopAfter,
  saidOfSquat,
  type SaidOfSquat,
  squatsOf,
  TRIALS_A_DAY,
  type LoopState,
  type LoopStop,
} from './loop.ts';
export {
  DECIDING_FAULTS,
  decidingSeen,
  PART_OF_FAULT,
  judgesByFoot,
  partsDeciding,
  partsLookedAt,
  isClean,
  seenOf,
  TRIAL_FAULTS,
  TRIAL_PARTS,
  toleratesRounding,
  verdictOf,
  wentClean,
  type DecidingFault,
  type SetupTried,
  type TrialFault,
  type TrialFaultId,
  type TrialPart,
  type TrialSeen,
  type TrialVerdict,
} from './tried.ts';
export { unreadFoldOf } from './unreadFold.ts';
export { evidenceOfSquats } from './squatSeen.ts';
export { isSame, isSameSupport, isWithinReading, placedOf, supportKey } from './same.ts';
export { type Squat, type SquatsInTests, type TestRatio, type Watched } from './watched.ts';
export { thresholdsOf } from './methodFaults.ts';
export {
  READINGS,
  tellMore,
  waysFor,
  type ReadingToTake,
  type ToTell,
  type Telling,
  type Way,
} from './tellMore.ts';
export { FOOTING_FROM, footingOf, type Footing } from './wedge.ts';
export { weaningSteps, weeksTo, type AnkleTrend, type WeaningStep } from './weaning.ts';
export { sideDifference, turnFurtherBy, ASYMMETRY_MOST, type SideDifference } from './sides.ts';
export { chanceAt, chanceMap, MAP_RANGE, mapAxes, type ChanceMap, type MapAt } from './map.ts';
export { boxFor, HIP_ABOVE_SEAT_MM } from './box.ts';
export {
  floorMarks,
  onFloor,
  supportCorners,
  FOOT_OUTLINE,
  type FloorPoint,
  type FootMarks,
} from './floorMarks.ts';
export type { AsUsed } from './asUsed.ts';
