export { clientCase, knownOf, prescriptionStart, startingSetup } from './derive.ts';
