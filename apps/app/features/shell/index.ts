export { Shell } from './Shell.tsx';
export { readMode } from './mode.ts';
