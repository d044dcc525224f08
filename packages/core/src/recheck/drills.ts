import type { CauseId } from '../causes/causes.ts';
import type { Drill } from '../prescribe/drill.ts';
import { isAimOf, type Aim } from './aims.ts';
import { QUESTIONED_AFTER_DAYS, type RecheckWord } from './propose.ts';

/**
 * The change that followed a drill. `retained`: what it works on is better at a cold recheck, and nothing of it worse. `questioned`: four weeks without a
 * change we can see in anything it works on. `open`: too early, not read again, or mixed. None of it says that the drill was the reason.
 */
export type DrillVerdict = 'retained' | 'questioned' | 'open';

/** Verdict on a drill from the aims that show its causes; `days` since the plan with it was given. */
export function drillVerdict(
  causes: readonly CauseId[],
  lines: readonly { aim: Aim; word: RecheckWord }[],
  days: number,
): DrillVerdict {
  const words = lines
    .filter(({ aim }) => causes.some((cause) => isAimOf(cause, aim)))
    .map((l) => l.word)
    .filter((w) => w !== 'unknown');
  if (words.length === 0 || words.includes('worse')) return 'open';
  if (words.includes('better')) return 'retained';
  return days >= QUESTIONED_AFTER_DAYS ? 'questioned' : 'open';
}

/** A drill at its maintenance dose: one set, as much of it as before (common practice, no source). */
export const asMaintained = (drill: Drill): Drill =>
  drill.dose.sets === 1
    ? drill
    : { ...drill, dose: { ...drill.dose, sets: 1 }, easedFrom: drill.dose.sets };
