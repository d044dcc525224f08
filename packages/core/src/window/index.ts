export * from './limits.ts';
export { windowAt, type Window } from './window.ts';
export { reaches, spareOf, type Spare } from './spare.ts';
export { deepestThighDepthDeg } from './deepest.ts';
export { WORKING_POINTS, workingShankDeg, type WorkingPoint } from './workingPoint.ts';
export { solve, solveSide, type Case, type SideSolution, type Solution } from './solve.ts';
export { RACKED, rackHeights, type RackHeights } from './rack.ts';
export * from './levers.ts';
export * from './leanBudget.ts';
