export { clientCase, methodOf, prescriptionStart } from './derive.ts';
