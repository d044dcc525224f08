export { asksInAddress } from './asks.ts';
