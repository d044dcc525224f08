export { eyeChange, type EyeChange, type EyeSeen } from './eyeChange.ts';
export { changeOf, occasionOf, type FaultChange, type Measured } from './change.ts';
export { chanceBeyond, marksErrorOf, NAMED_FROM } from './sureness.ts';
export * from './table.ts';
export * from './measured.ts';
export * from './findings.ts';
export { analyse, MARKS, NEEDED, SCALES, USEFUL } from './analyse.ts';
export { PLATE_MM } from './setRight.ts';
export type { Analysis, AnalysisQuestion, NoAnalysis, Scale } from './analyse.ts';
export { hipShareOf } from './sideFaults.ts';
export { KNEES_FROM, sided, type FrontPicture, type LegPicture } from './frontFaults.ts';
export type { SidePicture } from './sidePicture.ts';
export {
  barPathOf,
  jointOrderOf,
  standingBalanceMm,
  type BarPath,
  type JointOrder,
} from './barPath.ts';
export { detrended, wobbleMm } from './wobble.ts';
export { reportOf, type Report } from './report.ts';
export { agreementOf, type Agreement, type AgreementLine, type Named } from './agreement.ts';
