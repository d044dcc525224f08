export * from './caseFile.ts';
export { readLandmarkCsv, writeLandmarkCsv, type CaptureReading } from './landmarkCsv.ts';
export { readTrc, writeTrc, type UpAxis } from './trc.ts';
export { readCaptureFile } from './captureFile.ts';
export { matchLandmarks, renamed, sideOfMarks, type LandmarkMapping } from './landmarkNames.ts';
export { packCapture, unpackCapture } from './packedCapture.ts';
export { readDiagnosisFile } from './diagnosisFile.ts';
export { readSetupFile } from './setupFile.ts';
export { readRecordFile } from './recordFile.ts';
