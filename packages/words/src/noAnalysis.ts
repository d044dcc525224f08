import type { NoAnalysis } from '@zither/core';
import { sayLength } from './units.ts';

/** Why a capture says nothing, in a sentence for the coach. */
export function sayNoAnalysis(found: NoAnalysis): string {
  switch (found.because) {
    case 'tooShort':
      return 'The capture is too short: at least eight frames are needed.';
    case 'timesNotRising':
      return 'The times of the capture do not rise from frame to frame.';
    case 'noReps':
      return `No whole repetition was found: the hips must sink at least ${sayLength(120)} and come back up, in view all the way.`;
    case 'unsure':
      return `The file is sure of no mark of ${found.unsure.join(', ')} (confidence below 0.3 in every frame). Track it again in better light, or leave the confidence out.`;
    case 'otherUnit':
      return `The lengths look like ${found.unit === 'm' ? 'metres' : 'centimetres'}: the file must be in millimetres. Multiply them by ${found.unit === 'm' ? '1,000' : '10'}, or choose a scale.`;
    case 'milliseconds':
      return 'The times look like milliseconds: the file must be in seconds. Divide them by 1,000.';
    case 'missingLandmarks':
      return `This view cannot be read without ${found.missing.join(', ')}.`;
    case 'otherView':
      return found.view === 'side'
        ? 'This is no side view: the marks have no positions forward (x). Choose the view it was taken from.'
        : 'This is no view from the front or behind: the marks have no positions across (y). Choose the view it was taken from.';
    case 'noScale':
      return `The picture cannot be scaled: ${found.missing.join(' and ')} are not both in it, or the length is not known.`;
  }
}
