export * from './body/index.ts';
export * from './linkage/index.ts';
export * from './window/index.ts';
export * from './measure/index.ts';
export * from './setup/index.ts';
export * from './prescribe/index.ts';
export * from './safety/index.ts';
export * from './chance/index.ts';
