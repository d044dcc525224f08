export * from './setup.ts';
export * from './holds.ts';
export { equivalentRiseMm, footTilt, type Foot } from './foot.ts';
export { buildLinkage, type Linkage } from './linkage.ts';
export { poseAt, type NoPose, type Point, type Pose } from './pose.ts';
