export * from './seeded.ts';
