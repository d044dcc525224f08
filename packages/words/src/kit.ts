import type { KitItem } from '@zither/contract';
import { sayList } from './terms.ts';
import { sayHeight, sayLength } from './units.ts';
import { sayTrimmed } from './numbers.ts';

export const AS_NAMES = { plate: 'Plate', shoe: 'Lifted shoe', board: 'Flat board' } as const;

/** A piece of kit in words; no two different pieces read the same. */
export function sayKit(item: KitItem): string {
  if (item.kind === 'block') return `${AS_NAMES[item.as]} ${sayHeight(item.riseMm)}`;
  if (item.kind === 'box') return `Box ${sayLength(item.heightMm, 1)}`;
  const angle = sayTrimmed(item.angleDeg, 1);
  const size = item.from
    ? ` (${sayHeight(item.from.riseMm)} on ${sayHeight(item.from.lengthMm)})`
    : '';
  return item.pair ? `Pair of wedges ${angle}°${size}` : `Wedge board ${angle}°${size}`;
}

/** Where heels are advised from what is there. */
export const HEELS_FROM_KIT = 'Heels are advised from the rack and the client’s own kit only.';

/** Where nobody said what is there. */
export const ANY_HEEL = (): string =>
  `Nothing said yet: any height in steps of ${sayHeight(5)} may be advised.`;

/** What stands in the rack, in a line. */
export const sayRack = (rack: readonly KitItem[]): string =>
  rack.length === 0
    ? 'The rack of this gym was not said yet.'
    : `In the rack: ${sayList(rack.map(sayKit))}.`;

/** How steep a wedge of these sizes is, and what can be stood on. */
export const sayWedge = (angleDeg: number, canStand: boolean): string =>
  canStand
    ? `That is ${sayTrimmed(angleDeg, 1)}°.`
    : `That is ${sayTrimmed(angleDeg, 1)}°: a wedge to stand on has 1° to 30°.`;
