import type { KitItem } from '@zither/contract';
import { sayHeight, sayLength } from './units.ts';

export const AS_NAMES = { plate: 'Plate', shoe: 'Lifted shoe', board: 'Flat board' } as const;

/** A piece of kit in words; no two different pieces read the same. */
export function sayKit(item: KitItem): string {
  if (item.kind === 'block') return `${AS_NAMES[item.as]} ${sayHeight(item.riseMm)}`;
  if (item.kind === 'box') return `Box ${sayLength(item.heightMm, 1)}`;
  const angle = Number(item.angleDeg.toFixed(1));
  const size = item.from
    ? ` (${sayHeight(item.from.riseMm)} on ${sayHeight(item.from.lengthMm)})`
    : '';
  return item.pair ? `Pair of wedges ${angle}°${size}` : `Wedge board ${angle}°${size}`;
}
