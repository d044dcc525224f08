import type { KitItem } from '@zither/contract';

export const AS_NAMES = { plate: 'Plate', shoe: 'Lifted shoe', board: 'Flat board' } as const;

/** A piece of kit in words; no two different pieces read the same. */
export function sayKit(item: KitItem): string {
  if (item.kind === 'block') return `${AS_NAMES[item.as]} ${item.riseMm} mm`;
  if (item.kind === 'box') return `Box ${item.heightMm / 10} cm`;
  const angle = Number(item.angleDeg.toFixed(1));
  const size = item.from ? ` (${item.from.riseMm} on ${item.from.lengthMm} mm)` : '';
  return item.pair ? `Pair of wedges ${angle}°${size}` : `Wedge board ${angle}°${size}`;
}
