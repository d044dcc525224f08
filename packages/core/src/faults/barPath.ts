import type { Channel } from '../motion/series.ts';
import { meanOver, medianOver, phaseAt, type RepWindow } from './repWindow.ts';
import type { SidePicture } from './sidePicture.ts';
import type { Phase } from './table.ts';

/** Where a bar travels against the plumb through mid-foot, mm; ahead positive. */
export interface BarPath {
  /** Over all reps, from the start of each to its end. */
  meanMm: number;
  /** The furthest from mid-foot, either way. */
  worst: { mm: number; rep: number; frame: number; phase: Phase };
}

/** The path of the bar over the reps; null without a bar or a foot in the picture. */
export function barPathOf(
  { barAheadMm }: Pick<SidePicture, 'barAheadMm'>,
  windows: readonly RepWindow[],
): BarPath | null {
  let sum = 0;
  let count = 0;
  let worst: BarPath['worst'] | null = null;
  for (const w of windows)
    for (let k = w.rep.start; k <= w.rep.end; k += 1) {
      const mm = barAheadMm[k] ?? null;
      if (mm === null) continue;
      sum += mm;
      count += 1;
      if (!worst || Math.abs(mm) > Math.abs(worst.mm))
        worst = { mm, rep: w.number, frame: k, phase: phaseAt(w, k) };
    }
  return worst ? { meanMm: sum / count, worst } : null;
}

/** Where the weight lies while standing before the first rep, mm ahead of the balance point; null where it was not seen. */
export const standingBalanceMm = (
  { balanceMm }: Pick<SidePicture, 'balanceMm'>,
  standing: readonly number[],
): number | null => medianOver(balanceMm, standing);

/** How the joints share the way down: per cent of what bends that is the hip's, in the first and in the second half of the bending. */
export interface JointOrder {
  firstHalf: number;
  secondHalf: number;
  /** Half way the work swaps from the knees to the hips, or the other way; null where it does not. */
  swap: 'toHips' | 'toKnees' | null;
}

/** So far apart, and on either side of half, the halves of a descent are another order (house default), points. */
const SWAP_FROM = 25;

/** Share of the hip in what bends between two frames; null where hardly anything does. */
function shareBetween(hip: Channel, knee: Channel, from: number, to: number): number | null {
  const at = (channel: Channel, k: number) => meanOver(channel, k - 1, k + 1);
  const [h0, h1] = [at(hip, from), at(hip, to)];
  const [k0, k1] = [at(knee, from), at(knee, to)];
  if (h0 === null || h1 === null || k0 === null || k1 === null) return null;
  const all = h1 - h0 + k1 - k0;
  return all < 10 ? null : (100 * (h1 - h0)) / all;
}

/** The order of hip and knee through the whole descent, the middle of the reps; null where it was not seen. */
export function jointOrderOf(
  { hipFoldDeg, kneeFlexionDeg }: Pick<SidePicture, 'hipFoldDeg' | 'kneeFlexionDeg'>,
  windows: readonly RepWindow[],
): JointOrder | null {
  const halves = windows.flatMap(({ rep }): [number, number][] => {
    const bent = (k: number) => {
      const [h, n] = [hipFoldDeg[k] ?? null, kneeFlexionDeg[k] ?? null];
      return h === null || n === null ? null : h + n;
    };
    const [top, low] = [bent(rep.start), bent(rep.bottom)];
    if (top === null || low === null) return [];
    let middle = rep.start;
    while (middle < rep.bottom && (bent(middle) ?? -Infinity) < (top + low) / 2) middle += 1;
    const first = shareBetween(hipFoldDeg, kneeFlexionDeg, rep.start, middle);
    const second = shareBetween(hipFoldDeg, kneeFlexionDeg, middle, rep.bottom);
    return first === null || second === null ? [] : [[first, second]];
  });
  if (halves.length === 0) return null;
  const middleOf = (list: number[]) => list.sort((a, b) => a - b)[list.length >> 1]!;
  const firstHalf = middleOf(halves.map(([a]) => a));
  const secondHalf = middleOf(halves.map(([, b]) => b));
  const isSwap = (firstHalf - 50) * (secondHalf - 50) < 0;
  const by = secondHalf - firstHalf;
  return {
    firstHalf,
    secondHalf,
    swap: !isSwap || Math.abs(by) < SWAP_FROM ? null : by > 0 ? 'toHips' : 'toKnees',
  };
}
