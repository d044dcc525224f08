export * from './anthropometry.ts';
export * from './resolveBody.ts';
