import type { CueValues, Schools } from '@zither/contract';
import { CUES, kindsBarring, withBars, type BannedCue, type Cue } from '@zither/core';

const ASKS: readonly CueValues['asksFor'][] = ['kneesOut', 'chestUp', 'forcedTuck'];
const isAsked = (ban: BannedCue | undefined): ban is NonNullable<CueValues['asksFor']> =>
  ASKS.some((a) => a === ban);

/** A practice's cue as the prescriber reads it; to which methods a house cue belongs stays as it is. */
function asCue(id: string, { asksFor, barredBy, ...told }: CueValues, house: Cue | undefined): Cue {
  return {
    id,
    ...told,
    // What the house's version asks stays asked.
    asks: withBars(house?.asks ?? {}, barredBy),
    ...(house?.onlyIn ? { onlyIn: house.onlyIn } : {}),
    ...(house?.onlyFor ? { onlyFor: house.onlyFor } : {}),
    ...(asksFor === null ? {} : { bannedAs: asksFor }),
  };
}

/** The cues of a practice: its own first, then the house's with its own versions in their place. */
export function cuesOf({ cues = [] }: Pick<Schools, 'cues'>): Cue[] {
  const own = new Map(cues.map((c) => [c.id, c.values]));
  const added = cues.filter((c) => !CUES.some((h) => h.id === c.id));
  return [
    ...added.map((c) => asCue(c.id, c.values, undefined)),
    ...CUES.map((c) => {
      const values = own.get(c.id);
      return values ? asCue(c.id, values, c) : c;
    }),
  ];
}

/** A cue as a form shows it. */
export const cueValuesOf = (of: Cue): CueValues => ({
  words: of.words,
  kind: of.kind,
  phase: of.phase,
  causes: [...of.causes],
  precaution: of.precaution,
  barredBy: kindsBarring(of.asks),
  asksFor: isAsked(of.bannedAs) ? of.bannedAs : null,
});
