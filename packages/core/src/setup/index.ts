export { BALANCED, type MethodProfile } from './profiles.ts';
export {
  recommendSetup,
  type Recommendation,
  type SetupChange,
  type SetupWish,
} from './recommend.ts';
