export * from './seeded.ts';
export * from './normal.ts';
