import { CAUSES, kindsBarring, type Drill, type DrillStrength } from '@zither/core';
import { BAR_NAMES } from './probe.ts';
import { DRILL_KIT_NAMES, PART_NAMES } from './plan.ts';
import { sayList } from './terms.ts';

export const POSITION_NAMES = { standing: 'Standing', floor: 'On the floor' } as const;
export const SIDES_NAMES = { perSide: 'Each side', together: 'Both together' } as const;
export const UNIT_NAMES = { seconds: 'Seconds', minutes: 'Minutes', reps: 'Reps' } as const;
export const STRENGTH_NAMES: Record<DrillStrength | 'none', string> = {
  none: 'Not',
  weak: 'A little',
  some: 'Some',
  strong: 'Strongly',
};

/** What a drill works on: "Ankle joint or soleus (strongly), calf (some)." */
export const sayWorks = ({ causes, works }: Pick<Drill, 'causes' | 'works'>): string =>
  `Works on ${sayList(causes.map((c) => `${CAUSES[c].name.toLowerCase()} (${STRENGTH_NAMES[works[c]!].toLowerCase()})`))}.`;

/** Where it belongs and what it takes, in one line. */
export function sayDrillNote({
  part,
  position,
  kit,
}: Pick<Drill, 'part' | 'position' | 'kit'>): string {
  const needs = kit.length === 0 ? 'no kit' : sayList(kit.map((k) => DRILL_KIT_NAMES[k]));
  return `${PART_NAMES[part]} · ${POSITION_NAMES[position].toLowerCase()} · ${needs}`;
}

/** When the screen keeps it from being given; null where it never does. */
export const sayBarred = ({ asks }: Pick<Drill, 'asks'>): string | null => {
  const kinds = kindsBarring(asks);
  return kinds.length === 0
    ? null
    : `Not given while Clear says: ${sayList(kinds.map((k) => BAR_NAMES[k]))}.`;
};
