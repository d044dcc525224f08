export { buildSquatter } from './squat.ts';
export type { Squatter } from './squat.ts';
export type { Landmarks, MadeFault, Moment, SquatScript } from './script.ts';
export { simulateCapture, USUAL_LENS, type Lens } from './lens.ts';
export { GYM_ROOM, NO_ROOM, type Room } from './room.ts';
export { frontalOffset, kneeOf, type LegSpan } from './leg.ts';
