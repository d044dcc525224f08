export { clientCase, prescriptionStart, startingSetup } from './derive.ts';
