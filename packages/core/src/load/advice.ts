/** Why a load is advised and not more. */
export type LoadReason =
  /** No watched set went clean yet. */
  | 'none'
  /** Pain, and no set clean and painless since. */
  | 'pain'
  /** Pain at a load that was not clean and painless again since. */
  | 'painBefore'
  | 'clearFault'
  | 'formCap'
  | 'limit'
  /** No more than the position carries. */
  | 'position'
  /** Clearly faulty without a load already. */
  | 'faulty'
  /** An easier variation did not go clean, and nothing as hard has since. */
  | 'easierFailed'
  /** Nothing was seen yet: the load of the setup in use. */
  | 'inUse'
  /** As much as went clean, where no sets are logged. */
  | 'clean'
  | 'step';

/** A set with a load as it was seen. */
export interface LoadedSet {
  loadKg: number;
  /** Watched, without a clear fault. */
  isClean: boolean;
  hasClearFault: boolean;
  isPainful: boolean;
  /** Of the variation that is asked about; else of one above it on the ladder, which only holds back. */
  isHere: boolean;
  /** Of the load log, where a step more follows from a clean set. */
  isLogged: boolean;
}

export interface LoadAsked {
  /** Oldest first. */
  sets: readonly LoadedSet[];
  /** Load of the setup in use in this variation, kg; null = none. */
  inUseKg: number | null;
  /** The lowest load at which a fault becomes likely, kg; null = not enough sets. */
  likelyKg: number | null;
  /** Something is clearly faulty without a load, in the setup that would carry one. */
  isFaultyWithout: boolean;
  /** The screen allows no load. */
  isBarred: boolean;
  /** The most this load position is used with, kg; Infinity = as much as the bar takes. */
  mostInPositionKg: number;
  /** The smallest step of this rack, kg. */
  stepKg: number;
}

export interface LoadAdvice {
  /** The most to load, kg; null = no load is advised, for want of anything seen. */
  mostKg: number | null;
  because: LoadReason;
}

const isGood = (s: LoadedSet): boolean => s.isClean && !s.hasClearFault && !s.isPainful;

/** The lightest load at which a clear fault or pain was seen that was not lifted clean and painless since, in this variation or one above; null = none. */
function lightestOpen(sets: readonly LoadedSet[]): LoadedSet | null {
  const open = sets.filter(
    (s, i) =>
      (s.hasClearFault || s.isPainful) &&
      !sets
        .slice(i + 1)
        .some((later) => isGood(later) && later.loadKg >= s.loadKg && (later.isHere || !s.isHere)),
  );
  return open.reduce<LoadedSet | null>(
    (least, s) => (least === null || s.loadKg < least.loadKg ? s : least),
    null,
  );
}

/**
 * The most to load next, kg. One step more than what went clean; below a load at which there was a clear fault or pain until that load itself was
 * clean and painless again; below the load at which a fault becomes likely; no more than the position carries; none after pain until a set was
 * clean and painless, with a clear fault without load, or where the screen says none. A fault or pain more never gives a heavier load.
 */
export function loadAdvice(asked: LoadAsked): LoadAdvice {
  const { sets, inUseKg, likelyKg, isFaultyWithout, isBarred, mostInPositionKg, stepKg } = asked;
  if (isBarred) return { mostKg: 0, because: 'limit' };
  if (mostInPositionKg <= 0) return { mostKg: 0, because: 'position' };
  if (isFaultyWithout) return { mostKg: 0, because: 'faulty' };
  const lastPain = sets.findLastIndex((s) => s.isPainful);
  if (lastPain >= 0 && !sets.slice(lastPain + 1).some(isGood))
    return { mostKg: 0, because: 'pain' };
  const from = baseOf(sets, inUseKg, stepKg);
  if (from === null) return { mostKg: null, because: 'none' };
  const below = (kg: number) => Math.max(0, (Math.ceil(kg / stepKg - 1e-9) - 1) * stepKg);
  const open = lightestOpen(sets);
  const caps: { mostKg: number; because: LoadReason }[] = [
    from,
    { mostKg: mostInPositionKg, because: 'position' },
    ...(likelyKg === null ? [] : [{ mostKg: below(likelyKg), because: 'formCap' as const }]),
    ...(open
      ? [
          {
            mostKg: below(open.loadKg),
            because: open.isPainful ? ('painBefore' as const) : ('clearFault' as const),
          },
        ]
      : []),
  ];
  // Of equal loads the plainest reason: the base first.
  return caps.reduce((least, cap) => (cap.mostKg < least.mostKg ? cap : least));
}

/** What a load starts from: a step more than what went clean, or no more than that after a clear fault; else the setup in use. */
function baseOf(
  sets: readonly LoadedSet[],
  inUseKg: number | null,
  stepKg: number,
): { mostKg: number; because: LoadReason } | null {
  const here = sets.filter((s) => s.isHere);
  const seen = here.filter((s) => s.isClean || s.hasClearFault || s.isPainful);
  if (seen.length === 0)
    return inUseKg !== null && inUseKg > 0 ? { mostKg: inUseKg, because: 'inUse' } : null;
  const heaviest = (list: readonly LoadedSet[]) =>
    list.filter(isGood).reduce<number | null>((kg, s) => Math.max(kg ?? 0, s.loadKg), null);
  const logged = heaviest(here.filter((s) => s.isLogged));
  const shown = heaviest(here.filter((s) => !s.isLogged));
  const isAfterFault = seen.at(-1)!.hasClearFault;
  const down = (kg: number) => Math.floor(kg / stepKg + 1e-9) * stepKg;
  const more: { mostKg: number; because: LoadReason }[] = [
    ...(logged === null
      ? []
      : isAfterFault
        ? [{ mostKg: down(logged), because: 'clearFault' as const }]
        : [{ mostKg: down(logged + stepKg), because: 'step' as const }]),
    ...(shown === null ? [] : [{ mostKg: shown, because: 'clean' as const }]),
  ];
  return more.reduce<(typeof more)[number] | null>(
    (most, m) => (most === null || m.mostKg > most.mostKg ? m : most),
    null,
  );
}
