import { CAUSES, type CauseId, type Purpose, type Side } from '@zither/core';
import { PURPOSE_NAMES } from './safety.ts';
import { sayList } from './terms.ts';

/** Why the client came, and what follows in the note: reasons that were said, with the session on hold or not. */
export function sayWhyCame(
  client: string,
  purpose: Purpose | null,
  reasons: { hasAny: boolean; isHold: boolean },
): string {
  const what = purpose === null ? '' : ` (${PURPOSE_NAMES[purpose].toLowerCase()})`;
  const said = reasons.hasAny
    ? ` Before or during the session the following was said${reasons.isHold ? ', so the session is on hold' : ''}:`
    : '';
  return `${client} came for coaching of a bilateral squat${what}.${said}`;
}

/** "Front-of-ankle block, left". */
export const sayReferredCause = (cause: CauseId, sides: readonly Side[]): string =>
  sides.length > 0 ? `${CAUSES[cause].name}, ${sayList(sides)}` : CAUSES[cause].name;

/** What goes to a clinician, with what it means; no drill is given for it. */
export const sayReferred = (causes: readonly CauseId[]): string =>
  `For a clinician: ${sayList(causes.map((c) => CAUSES[c].name.toLowerCase()))}. ${causes.map((c) => CAUSES[c].means).join(' ')} This plan has no drill for it.`;
