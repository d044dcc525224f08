export * from './scalars.ts';
export * from './linkage.ts';
export * from './caseFile.ts';
export * from './problem.ts';
export * from './safety.ts';
export * from './rows.ts';
export * from './operations.ts';
export * from './session.ts';
