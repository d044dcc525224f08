import { sayList } from './terms.ts';
import type { NeededMeasure } from '@zither/visit';

/** The five measurements as they are named in a sentence. */
export const MISSING_NAMES: Record<NeededMeasure, string> = {
  stanceWidth: 'stance width',
  toeOut: 'foot angles',
  dorsiflexion: 'ankle dorsiflexion, both sides',
  heelElevation: 'heel elevation in use',
  kneeTravel: 'knee travel',
};

/** What is still missing, as a list in a sentence; empty text when nothing is. */
export const sayMissing = (missing: readonly NeededMeasure[]): string =>
  sayList(missing.map((what) => MISSING_NAMES[what]));
