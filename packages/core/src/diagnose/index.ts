export * from './causes.ts';
export * from './links.ts';
export * from './tests.ts';
export { entropyBits, factorOf, jointOf, type Factor } from './network.ts';
export {
  causesBehind,
  expectedGain,
  findingChance,
  NODES,
  outcomeChances,
  posterior,
  posteriorOf,
  type CauseNode,
  type Evidence,
} from './model.ts';
export {
  evidenceOf,
  SHORT,
  SURE,
  type Measures,
  type SeenFault,
  type Signs,
  type TestDone,
} from './evidence.ts';
export {
  diagnose,
  ledgerOf,
  sayEvidence,
  WORTH_BITS,
  worthTesting,
  wouldShow,
  type BannedCue,
  type Diagnosis,
  type LikelyCause,
  type NextTest,
  type Weight,
} from './diagnose.ts';
export { examine, knownClient, type KnownClient, type Order } from './simulate.ts';
