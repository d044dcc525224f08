export * from './drills.ts';
export * from './cues.ts';
export * from './prescribe.ts';
export * from './counted.ts';
export * from './firstHelp.ts';
export * from './routine.ts';
export * from './run.ts';
export * from './types.ts';
export * from './ladder.ts';
export * from './week.ts';
export { asTolerated, DAYS_A_STEP, type WentAtHome } from './tolerance.ts';
export { setupPicture } from './pictures/stands.ts';
export { drillPicture, PICTURED } from './pictures/pictures.ts';
export type { Figure } from './pictures/figure.ts';
export {
  HEEL_ROLES,
  PURPOSE_PLANS,
  type Dose,
  type HeelRole,
  type Purpose,
  type PurposePlan,
} from './purpose.ts';
export { footPositions, type FootPosition } from './footPositions.ts';
export * from './bars.ts';
