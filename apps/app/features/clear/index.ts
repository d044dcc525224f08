export { PainButton } from './PainButton.tsx';
export { LevelChoice, PlaceChoice } from './painChoices.tsx';
export { SafetyNotice } from './SafetyNotice.tsx';
