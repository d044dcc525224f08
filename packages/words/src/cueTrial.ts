import type { TriedValues } from '@zither/contract';
import { sayList } from './terms.ts';
import { sayFault } from './watch.ts';

/** What a cue did to one finding, on its button. */
export const CUE_RESULT_NAMES = {
  clears: 'Gone',
  helps: 'Better',
  same: 'No change',
  worse: 'Worse',
} as const;

/** A finding that the cue is to change. */
export const sayCueFinding = (fault: string, side: 'left' | 'right' | null): string =>
  sayFault(fault as Parameters<typeof sayFault>[0], side);

/** A cue that was tried with what it did: “Keep the laces heavy.”: knee in, left, gone; arch drops, no change. */
export function sayCueTrial({ cue, results }: Pick<TriedValues, 'cue' | 'results'>): string | null {
  if (!cue) return null;
  const did = results.map(
    ({ fault, side, outcome }) =>
      `${sayCueFinding(fault, side).toLowerCase()}: ${CUE_RESULT_NAMES[outcome].toLowerCase()}`,
  );
  return `“${cue.words}”${did.length > 0 ? ` ${sayList(did)}.` : ''}`;
}
