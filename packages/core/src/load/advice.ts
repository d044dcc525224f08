/** Why a load is advised and not more. */
export type LoadReason = 'none' | 'pain' | 'clearFault' | 'formCap' | 'limit' | 'step';

export interface LoadAsked {
  /** Heaviest watched set without a clear fault, kg; null = none yet. */
  cleanKg: number | null;
  /** The newest watched set. */
  last: { loadKg: number; hasClearFault: boolean } | null;
  /** Pain in the newest set, watched or not. */
  isPainful: boolean;
  /** The lowest load at which a fault becomes likely, kg; null = not enough sets. */
  likelyKg: number | null;
  /** The screen allows no load. */
  isBarred: boolean;
  /** The smallest step of this rack, kg. */
  stepKg: number;
}

/**
 * The most to load next, kg: one step more than what went clean, never at or above the load at which a fault becomes likely, no more than what went
 * clean after a clear fault, none with pain or where the screen says none.
 */
export function loadAdvice({ cleanKg, last, isPainful, likelyKg, isBarred, stepKg }: LoadAsked): {
  mostKg: number | null;
  because: LoadReason;
} {
  if (isBarred) return { mostKg: 0, because: 'limit' };
  if (isPainful) return { mostKg: 0, because: 'pain' };
  if (cleanKg === null) return { mostKg: null, because: 'none' };
  const down = (kg: number) => Math.max(0, Math.floor(kg / stepKg + 1e-9) * stepKg);
  // The largest whole step that stays below the load at which a fault becomes likely.
  const cap =
    likelyKg === null ? Infinity : Math.max(0, (Math.ceil(likelyKg / stepKg - 1e-9) - 1) * stepKg);
  if (last?.hasClearFault) {
    const kept = Math.min(cleanKg, Math.max(0, last.loadKg - stepKg));
    return cap < kept
      ? { mostKg: cap, because: 'formCap' }
      : { mostKg: down(kept), because: 'clearFault' };
  }
  const more = down(cleanKg + stepKg);
  return cap < more ? { mostKg: cap, because: 'formCap' } : { mostKg: more, because: 'step' };
}
