export { CAUTIONS } from './cautions.ts';
export * from './screen.ts';
export * from './rules.ts';
export * from './outcome.ts';
export { obeying } from './obey.ts';
