import { weeksTo, type AnkleTrend, type WeaningStep } from '@zither/core';

const whole = (value: number) => Math.round(value).toString();

/** One step in words: the threshold first; when it may be reached only as a span. */
export function sayStep(step: WeaningStep, trend: AnkleTrend): string {
  const to = step.riseMm === 0 ? 'Flat' : `${step.riseMm} mm`;
  const from = `${to} from ${step.fromDorsiflexionDeg.toFixed(0)}° of dorsiflexion`;
  if (step.isReached) return `${from}: reached (${whole(100 * step.chance)} of 100 by the error).`;
  const weeks = weeksTo(step, trend);
  if (!weeks) return `${from}: not yet, and no gain to go by.`;
  const span =
    weeks.most === null
      ? `${whole(weeks.least)} weeks or more`
      : `${whole(weeks.least)} to ${whole(weeks.most)} weeks`;
  return `${from}: not yet; ${span} at the pace so far.`;
}
