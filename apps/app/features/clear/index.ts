export { StopButton } from './StopButton.tsx';
export { PainChoices, type ToldPain } from './painChoices.tsx';
export { SafetyNotice } from './SafetyNotice.tsx';
