export { CAUTIONS } from './cautions.ts';
