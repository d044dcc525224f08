export * from './advice.ts';
export * from './formAtLoad.ts';
