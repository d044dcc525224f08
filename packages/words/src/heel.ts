import { weeksTo, type AnkleTrend, type HeelRole, type WeaningStep } from '@zither/core';
import type { HeelCourse } from '@zither/visit';
import { sayHeight } from './units.ts';
import { sayNumber } from './numbers.ts';

/** One step in words: the threshold first; when it may be reached only as a span. */
export function sayStep(step: WeaningStep, trend: AnkleTrend): string {
  const { support } = step;
  const to =
    support.kind === 'floor'
      ? 'Flat'
      : support.kind === 'block'
        ? sayHeight(support.riseMm)
        : `${sayNumber(support.angleDeg)}° wedge`;
  const from = `${to} from ${sayNumber(step.fromDorsiflexionDeg)}° of dorsiflexion`;
  if (step.isReached)
    return `${from}: reached (${sayNumber(100 * step.chance)} of 100 by the error).`;
  const weeks = weeksTo(step, trend);
  if (!weeks) return `${from}: not yet, and no gain to judge by.`;
  const span =
    weeks.most !== null && Math.round(weeks.most) <= 1
      ? 'within a week'
      : weeks.most === null
        ? `${sayNumber(weeks.least)} weeks or more`
        : `${sayNumber(weeks.least)} to ${sayNumber(weeks.most)} weeks`;
  return `${from}: not yet; ${span} at the pace so far.`;
}

/** A lift so low that the method leaves it. */
const HEEL_FREE = 'So little under the heels suits this method. It may stay.';

/** Purpose of a lift, for methods that call it a tool. */
const HEEL_ROLE_NAMES: Record<HeelRole, string> = {
  warmUp: 'A warm-up tool: first sets on the lift, the work sets flat.',
  accessory: 'An accessory: flat for the main sets, on the lift for the ones after.',
  primary: 'For the main sets: it may stay for good.',
};

/** Purpose of a lift, as far as it holds: flat sets are named only where flat is likely to work. */
export const sayHeelRole = ({
  role,
  isFree,
  isFlatLikely,
}: Pick<Extract<HeelCourse, { kind: 'tool' }>, 'role' | 'isFree' | 'isFlatLikely'>): string =>
  isFree
    ? HEEL_FREE
    : role === 'primary' || isFlatLikely
      ? HEEL_ROLE_NAMES[role]
      : 'For every set for now: flat is hardly likely to work yet.';

/** The same in a word or two, to choose from. */
export const HEEL_ROLE_LABELS: Record<HeelRole, string> = {
  warmUp: 'Warm-up sets',
  accessory: 'Sets after the main ones',
  primary: 'Main sets',
};
