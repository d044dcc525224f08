export { usePaper } from './usePaper.ts';
