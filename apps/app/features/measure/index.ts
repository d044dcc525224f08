export {
  clientCase,
  lockOf,
  methodById,
  methodFrom,
  methodOf,
  prescriptionStart,
} from './derive.ts';
