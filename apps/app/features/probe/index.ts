export { MovedPart } from './MovedPart.tsx';
export { PainPanel } from './PainPanel.tsx';
