// Clients of whom everything is known, for benches and tests alone: nothing that ships asks them.
export {
  beyondFor,
  cleanSquatter,
  faultAt,
  faultOfSize,
  holdFor,
  viewFor,
  type Size,
} from '../camera/population.ts';
export { examine, knownClient, type KnownClient, type Order } from '../diagnose/simulate.ts';
export { simulateTrial, simulateUse } from './simulateTrial.ts';
