export { LockedPart } from './LockPart.tsx';
export { useAnswer, useInUse } from './useSet.ts';
