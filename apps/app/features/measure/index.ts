export { MeasureGauges } from './MeasureGauges.tsx';
