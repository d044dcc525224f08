export * from './series.ts';
export * from './butterworth.ts';
export * from './clean.ts';
export * from './frame.ts';
export * from './reps.ts';
export * from './sideAngles.ts';
