import type { BarPath, JointOrder, Phase } from '@zither/core';
import { sayLength } from './units.ts';
import { sayNumber } from './numbers.ts';

const PHASE_SAYS: Record<Phase, string> = {
  descent: 'on the way down',
  bottom: 'at the bottom',
  ascent: 'on the way up',
};
/** From here an offset of a bar is worth a word, mm (house default). */
const WORTH_MM = 15;

const where = (mm: number): string =>
  Math.abs(mm) < 5
    ? 'over mid-foot'
    : `${sayLength(Math.abs(mm), 1)} ${mm > 0 ? 'ahead of' : 'behind'} mid-foot`;

/** Where the bar travels, in a sentence. */
export const sayBarPath = ({ meanMm, worst }: BarPath): string =>
  Math.abs(worst.mm) < WORTH_MM
    ? `The bar stays within ${sayLength(Math.abs(worst.mm), 1)} of mid-foot.`
    : `On average the bar is ${where(meanMm)}; furthest in rep ${worst.rep} ${PHASE_SAYS[worst.phase]}: ${where(worst.mm)}.`;

/** Where the weight lies before anything moves. */
export const sayStanding = (mm: number): string =>
  Math.abs(mm) < WORTH_MM
    ? 'Standing, before the first rep, the weight is over mid-foot.'
    : `Standing, before the first rep, the weight is ${where(mm)}. Judge pressure here, not at the bottom.`;

/** In which order hip and knee bend on the way down. */
export function sayOrder({ firstHalf, secondHalf, swap }: JointOrder): string {
  const share = (v: number) => `${sayNumber(v)} %`;
  const shares = `the hips do ${share(firstHalf)} of the bending in the first half of the way down and ${share(secondHalf)} in the second`;
  if (swap === 'toHips') return `Starts with the knees and swaps to the hips half way: ${shares}.`;
  if (swap === 'toKnees') return `Starts with the hips and swaps to the knees half way: ${shares}.`;
  return `Hip and knee keep their order: ${shares}.`;
}

/** What a side view says beside its faults: pressure before the first rep, the path of the bar, the order of the joints. */
export const sideSays = ({
  bar,
  standingMm,
  order,
}: {
  bar: BarPath | null;
  standingMm: number | null;
  order: JointOrder | null;
}): string[] => [
  ...(standingMm === null ? [] : [sayStanding(standingMm)]),
  ...(bar ? [sayBarPath(bar)] : []),
  ...(order ? [sayOrder(order)] : []),
];
