import type { CauseId } from '../causes/causes.ts';
import type { BannedCue } from '../diagnose/verdicts.ts';
import { limitOn, type Asks } from '../safety/asks.ts';
import type { SafetyLimit } from '../safety/screen.ts';

/** Work withheld while a clinician is consulted: whatever works on these causes, and single entries besides. */
interface Withheld {
  causes: readonly CauseId[];
  /** What is best at these causes. */
  bestAt: readonly CauseId[];
  entries: readonly string[];
}

/** Causes that are for a clinician, with what is left out for them. Guarding is left to the screen, which holds or limits the whole plan. */
export const WITHHELD_BY_REFERRAL: Readonly<Partial<Record<CauseId, Withheld>>> = {
  ankleBlock: { causes: ['ankleJoint', 'gastrocnemius'], bestAt: [], entries: [] },
  structuralFlatFoot: { causes: [], bestAt: [], entries: ['arch-lift', 'sole-roll'] },
  // A hip that pinches is not stretched into its fold.
  hipFoldRoom: { causes: [], bestAt: ['hipFoldRoom'], entries: [] },
};

/** Causes that are not worked on while others are for a clinician: those themselves, and what is withheld for them. */
export const withheldFor = (referred: readonly CauseId[]): CauseId[] => [
  ...new Set(referred.flatMap((c) => [c, ...(WITHHELD_BY_REFERRAL[c]?.causes ?? [])])),
];

/** Everything that may keep an entry from a client. */
export interface Barring {
  limits: readonly SafetyLimit[];
  /** Sent to a clinician: nothing is given for them. */
  referred: readonly CauseId[];
  /** Cues that must not be used with this client. */
  banned: readonly BannedCue[];
  /** The squat is to spare the knees, by its purpose or its method: they are not sent forward. */
  sparesKnees: boolean;
  /** The feet stand at different angles, and the setup does not ask them to. */
  feetDiffer: boolean;
}

/** Nothing bars anything. */
export const NO_BARS: Barring = {
  limits: [],
  referred: [],
  banned: [],
  sparesKnees: false,
  feetDiffer: true,
};

/** Why an entry may not be given. */
export type Bar =
  | { kind: 'limit'; limit: SafetyLimit }
  | { kind: 'referred'; cause: CauseId }
  | { kind: 'banned'; cue: BannedCue }
  | { kind: 'sparesKnees' }
  /** It is for feet that differ, and these do not, or the setup asks for it. */
  | { kind: 'notNeeded' };

/** Something that may be given to a client, or asked of one. */
export interface Barrable {
  id: string;
  asks: Asks;
  causes?: readonly CauseId[];
  /** Not given while this is banned for the client. */
  bannedAs?: BannedCue | undefined;
  /** Given only to clients of whom this holds. */
  onlyFor?: 'feetDiffer' | undefined;
}

/** Why a drill, cue, test or variation may not be given; null = it may. The one place that decides it. */
export function barOf(
  { id, asks, causes = [], bannedAs, onlyFor }: Barrable,
  { limits, referred, banned, sparesKnees, feetDiffer }: Barring,
): Bar | null {
  const limit = limitOn(asks, limits);
  if (limit) return { kind: 'limit', limit };
  for (const cause of referred) {
    const withheld = WITHHELD_BY_REFERRAL[cause];
    if (!withheld) continue;
    const [best] = causes;
    if (
      withheld.entries.includes(id) ||
      causes.some((c) => withheld.causes.includes(c)) ||
      (best !== undefined && withheld.bestAt.includes(best))
    )
      return { kind: 'referred', cause };
  }
  if (onlyFor === 'feetDiffer' && !feetDiffer) return { kind: 'notNeeded' };
  if (sparesKnees && asks.kneesToLine) return { kind: 'sparesKnees' };
  return bannedAs && banned.includes(bannedAs) ? { kind: 'banned', cue: bannedAs } : null;
}
