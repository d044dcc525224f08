export * from './aims.ts';
export * from './propose.ts';
