export { StopButton } from './StopButton.tsx';
export { LevelChoice, PlaceChoice } from './painChoices.tsx';
export { SafetyNotice } from './SafetyNotice.tsx';
