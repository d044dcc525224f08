import type { Drill } from './drill.ts';
import { MAKE_ROOM } from './drillsMakeRoom.ts';
import { OWN_IT } from './drillsOwnIt.ts';
import { USE_IT } from './drillsUseIt.ts';

export * from './drill.ts';

/** Every drill of the house, by part. */
export const DRILLS: readonly Drill[] = [...MAKE_ROOM, ...OWN_IT, ...USE_IT];
