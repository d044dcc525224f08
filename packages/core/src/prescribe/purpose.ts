/** What the squat is for. */
export type Purpose = 'strength' | 'sport' | 'barbell' | 'return' | 'kneeSparing' | 'dailyLife';

/** What a heel lift is to a client: something for the first sets, for assistance work, or for the squat that is trained. */
export type HeelRole = 'warmUp' | 'accessory' | 'primary';

/** What follows from a purpose until the coach chooses otherwise (house defaults; common practice, no source). */
export interface PurposePlan {
  /** The method it suggests; null = the practice's usual one. */
  method: string | null;
  /** What a lift under the heels is for, where the method calls it a tool. */
  heelRole: HeelRole;
  /** The squat is to be flat in the end, so a lift is weaned even where the method calls it a tool. */
  isFlat: boolean;
}

export const PURPOSE_PLANS: Readonly<Record<Purpose, PurposePlan>> = {
  strength: { method: null, heelRole: 'accessory', isFlat: false },
  sport: { method: null, heelRole: 'accessory', isFlat: false },
  barbell: { method: null, heelRole: 'warmUp', isFlat: true },
  return: { method: null, heelRole: 'primary', isFlat: false },
  kneeSparing: { method: 'shinsUpright', heelRole: 'warmUp', isFlat: true },
  dailyLife: { method: null, heelRole: 'primary', isFlat: false },
};
