export { BALANCED, type MethodProfile } from './profiles.ts';
export {
  recommendSetup,
  type Recommendation,
  type SetupChange,
  type SetupWish,
} from './recommend.ts';
export { PROFILES, profileOf, type HeelPolicy, type Preferences } from './profiles.ts';
export {
  limitDraws,
  normalQuantile,
  radicalInverse,
  USUAL_UNCERTAINTY,
  type Uncertainty,
} from './draws.ts';
export { depthsTo, reachesWith, reachTables, type Reach } from './reach.ts';
export { caseFor, SEARCH_STEP, supportsOf, type KitPiece, type SetupQuestion } from './question.ts';
export { DRAWS, lookAtSetup, searchSetups, type FoundSetup } from './finder.ts';
export { findSetups, proposalsOf, type Found, type Proposal, type SetupKind } from './proposals.ts';
export { FOOTING_FROM, footingOf, type Footing } from './wedge.ts';
export { weaningSteps, weeksTo, type AnkleTrend, type WeaningStep } from './weaning.ts';
export {
  OTHER_HOLDS,
  smallestChanges,
  type NeededChange,
  type SmallestChanges,
} from './smallest.ts';
export {
  afterTrial,
  cleanChance,
  drawsFrom,
  isClean,
  limitNow,
  nextTrial,
  PARTICLES,
  reachOf,
  simulateTrial,
  startBelief,
  TRIAL_FROM,
  trueChance,
  type LimitBelief,
  type SetupReach,
  type TrialAdvice,
  type TrialOption,
  type TrialSeen,
} from './belief.ts';
export { reasonsOf, roomOf, sayNeeded } from './reasons.ts';
export { sideDifference, turnFurtherBy, UNLIKE_MOST, type SideDifference } from './sides.ts';
export { chanceAt, chanceMap, MAP_RANGE, mapAxes, type ChanceMap, type MapAt } from './map.ts';
export { boxFor, HIP_ABOVE_SEAT_MM, sayBox } from './box.ts';
export {
  beliefAfter,
  loopAfter,
  seenOf,
  TRIALS_A_DAY,
  wentClean,
  type LoopState,
  type LoopStop,
  type SetupTried,
} from './loop.ts';
export {
  foretold,
  optionsFor,
  practiceClient,
  trialsToClean,
  type PracticeClient,
  type TrialOrder,
} from './practice.ts';
