export * from './aims.ts';
export * from './drills.ts';
export * from './propose.ts';
