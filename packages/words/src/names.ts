import type { CeilingName, FloorName, Hold } from '@zither/core';

/** Load positions as buttons and sentences name them. */
export const HOLD_NAMES: Record<Hold, string> = {
  bodyweight: 'Bodyweight',
  armsForward: 'Arms forward',
  counterbalance: 'Counterbalance',
  overhead: 'Overhead',
  goblet: 'Goblet',
  front: 'Front',
  highBar: 'High bar',
  lowBar: 'Low bar',
};

/** What limits the shank from above, as the subject of "… stops". */
export const CEILING_WORDS: Record<CeilingName, string> = {
  dorsiflexion: 'ankle',
  kneeTravel: 'knee-travel limit',
  shankLimit: 'method’s shin limit',
  hipAbduction: 'hip’s spread',
  kneeFlexion: 'knee’s bend',
  balance: 'balance point',
};

/** What asks for shank inclination, as what the shank must do it for. */
export const FLOOR_WORDS: Record<FloorName, string> = {
  balance: 'balance',
  trunkLean: 'lean',
  hipFold: 'hip fold',
};
