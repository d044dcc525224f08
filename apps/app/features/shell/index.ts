export { Shell } from './Shell.tsx';
export { ErrorBoundary } from './Trouble.tsx';
export { keepApp, versions } from './update.ts';
export { Units } from './Units.tsx';
