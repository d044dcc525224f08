export * from './drills.ts';
export * from './cues.ts';
export * from './prescribe.ts';
export * from './types.ts';
export { BARRED_BY_REFERRAL } from './referral.ts';
export { footPositions, type FootPosition } from './footPositions.ts';
