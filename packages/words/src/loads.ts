import type { LoadsCompared, SeenAtLoad } from '@zither/visit';
import { sayShortDay } from './days.ts';
import { sayList, count } from './terms.ts';
import { sayFault, VIEW_NAMES } from './watch.ts';
import { sayMass } from './units.ts';

/** What a set showed of a fault, in a word. */
export const SEEN_AT_LOAD: Record<SeenAtLoad, string> = {
  clear: 'clear',
  slight: 'slight',
  notSeen: 'not seen',
  notLookedAt: 'not looked at',
};

export const sayLoadOfSet = ({ loadKg, belt }: LoadsCompared['sets'][number]): string =>
  `${loadKg === 0 ? 'no load' : sayMass(loadKg)}${belt ? ', belt' : ''}`;

export const sayLoadsTitle = ({ view, on }: LoadsCompared): string =>
  `${VIEW_NAMES[view]}, ${sayShortDay(on)}, the lightest set first`;

/** From which set on each fault was seen, where lighter sets were looked at and did not show it. */
export function sayRising({ sets, rows }: LoadsCompared): string {
  if (rows.length === 0) return 'No fault was named in any of these sets.';
  const begins = rows.flatMap(({ fault, side, at }) => {
    const first = at.findIndex((s) => s === 'slight' || s === 'clear');
    const wasNotSeen = at.slice(0, first).some((s) => s === 'notSeen');
    const set = sets[first];
    return set && wasNotSeen
      ? [`${sayFault(fault, side).toLowerCase()} from ${sayLoadOfSet(set)}`]
      : [];
  });
  return begins.length === 0
    ? 'Nothing in these sets begins with the load.'
    : `Seen only from a load on: ${sayList(begins)}. One set each tells little.`;
}

/** No fault so far, or nobody looked. */
export const sayNoFaults = (watched: number): string =>
  watched === 0
    ? 'No set was watched yet, so the form is not known.'
    : `No fault was seen in ${count(watched, 'set')} watched.`;

/** Sets nobody watched say nothing. */
export const sayUnwatched = (sets: number): string =>
  `${count(sets, 'set')} nobody watched: missing here, not clean.`;
