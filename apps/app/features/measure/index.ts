export { clientCase, prescriptionStart } from './derive.ts';
