export * from '../causes/causes.ts';
export * from '../causes/links.ts';
export * from './groups.ts';
export * from '../causes/tests.ts';
export { entropyBits, eliminated, factorOf, type Factor } from '../causes/network.ts';
export {
  causesBehind,
  lookAhead,
  findingChance,
  posterior,
  rangeFits,
  priorOfUse,
  cleanByUse,
  type CleanPart,
  type Evidence,
} from '../causes/model.ts';
export { END_STATES, NODES, USES, type UseKind, type CauseNode } from '../causes/variables.ts';
export { outcomeChances } from '../causes/outcomes.ts';
export { testRatios } from './testRatios.ts';
export {
  evidenceOf,
  SHORT,
  type Measures,
  type SeenFault,
  type Signs,
  type TestDone,
} from './evidence.ts';
export {
  diagnose,
  weighSigns,
  EXPLAINED,
  likelyReferrals,
  type CountedFault,
  type Weighed,
  type WeighedTest,
  type Diagnosis,
  type GroupOpinion,
  type LikelyCause,
} from './diagnose.ts';
export { ledgersOf, type Weight, type WeightReason } from './ledger.ts';
export {
  testBar,
  isThere,
  testKey,
  WORTH_BITS,
  openTests,
  worthTesting,
  type Circumstances,
  type NextTest,
} from './nextTests.ts';
export type { BannedCue, KneesSeen, NotFault } from './verdicts.ts';
export {
  aheadOf,
  mayChangePlan,
  mindChangersOf,
  movesOf,
  PLAN_FROM,
  planOf,
  type Ahead,
  type MindChanger,
  type Move,
} from './foresight.ts';
export {
  EFFECTS,
  entryOf,
  HOUSE_TABLES,
  houseValueOf,
  pullsIn,
  SURE,
  tablesFor,
  tablesWith,
  type Effect,
  type Pull,
  type TableChange,
  type Tables,
} from '../causes/tables.ts';
export { foresee, type ForesightQuestion } from './foresee.ts';
