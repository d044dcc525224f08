export * from './seeded.ts';
export * from './normal.ts';
export * from './student.ts';
export * from './difference.ts';
export * from './trend.ts';
export * from './share.ts';
export * from './certain.ts';
