import { RACKED, type Hold } from '@zither/core';
import type { BeforeLoad } from '@zither/visit';
import { sayLength } from './units.ts';

/** How to get out from under a load that does not go up (common practice, no source). */
const BAIL_OUT: Partial<Record<Hold, string>> = {
  front: 'To bail out: drop the elbows, let the bar roll forward onto the safeties, step back.',
  highBar: 'To bail out: sit down until the safeties take the bar, then step out forward.',
  lowBar: 'To bail out: sit down until the safeties take the bar, then step out forward.',
  overhead:
    'To bail out: push the bar away in front, let go and step back. Nobody stands in front.',
  goblet: 'To bail out: set the weight down between the feet.',
  counterbalance: 'To bail out: set the weight down in front.',
};

/** What has to be ready before a loaded squat, in the order it is done; the heights come from this body in this setup. */
export function sayBeforeLoad({ hold, rack, mayBrace, isFree }: BeforeLoad): string[] {
  const isRacked = RACKED.includes(hold);
  const list: string[] = [];
  if (rack) {
    list.push(
      `Hooks at ${sayLength(rack.hooksMm)}: the bar stands at ${sayLength(rack.barStandingMm)} and lifts off with a small bend of the knees.`,
      `Safeties at ${sayLength(rack.safetiesMm)}: ${sayLength(50)} below the bar at the bottom. Lower one hole and try them with the empty bar.`,
    );
  } else if (isRacked)
    list.push('Set hooks and safeties with the empty bar: this setup gives no height.');
  if (isRacked) list.push('Collars on both ends.');
  list.push(
    isFree
      ? isRacked
        ? 'A spotter, or safeties that were tried.'
        : 'Keep everyone clear of a weight being put down.'
      : 'Only with support, as Clear says.',
  );
  const out = BAIL_OUT[hold];
  if (out) list.push(out);
  if (isRacked)
    list.push(
      hold === 'overhead' ? 'Arms locked, shoulders up.' : 'Upper back tight against the bar.',
    );
  list.push(
    mayBrace
      ? 'Breathe in low and brace before each rep; breathe again standing.'
      : 'No held breath: breathe in on the way down, out on the way up.',
  );
  if (isRacked) list.push('Two or three steps back, no more. Then stance and feet.');
  list.push('Whole foot down before the first rep.');
  return list;
}
