import type { Unusual } from '@zither/visit';
import { sayLength, sayMass } from './units.ts';

const UNUSUAL_WORDS: Record<Unusual['of'], (said: string) => string> = {
  stature: (said) => `a stature of ${said}`,
  mass: (said) => `a body mass of ${said}`,
  thigh: (said) => `a thigh of ${said} for this stature`,
  trunk: (said) => `a trunk of ${said} for this stature`,
};

/** What lies outside the usual adult range, as a question. */
export const sayUnusualBody = (list: readonly Unusual[]): string =>
  `Outside the usual adult range: ${list.map(({ of, value }) => UNUSUAL_WORDS[of](of === 'mass' ? sayMass(value) : sayLength(value, 1))).join(', ')}. Is that right?`;
