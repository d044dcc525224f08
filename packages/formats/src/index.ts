export * from './caseFile.ts';
export { readLandmarkCsv, writeLandmarkCsv, type CaptureReading } from './landmarkCsv.ts';
export { readTrc, writeTrc, type UpAxis } from './trc.ts';
