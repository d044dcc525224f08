export { PainPanel } from './PainPanel.tsx';
