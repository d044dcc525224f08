export { StageBead } from './StageBeads.tsx';
export { stageOf } from './stages.ts';
