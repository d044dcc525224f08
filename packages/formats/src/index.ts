export * from './caseFile.ts';
