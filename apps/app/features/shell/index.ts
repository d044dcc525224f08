export { Shell } from './Shell.tsx';
export { keepApp, versions } from './update.ts';
