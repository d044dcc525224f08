export { CAUTIONS } from './cautions.ts';
export * from './screen.ts';
export * from './rules.ts';
export * from './outcome.ts';
export * from './asks.ts';
export { AFTER_OF, AFTER_STOP, STOPS, toldByStop, type AfterStop, type StopKind } from './stop.ts';
export { allowedAnkles, obeying } from './obey.ts';
