export * from './kneeToWall.ts';
export * from './error.ts';
export * from './kneeTravel.ts';
export * from './trials.ts';
