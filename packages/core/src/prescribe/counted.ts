import type { CauseId } from '../causes/causes.ts';

/** Of so many clients, in how many what shows the cause was better at a recheck and stayed so. */
export interface Count {
  k: number;
  n: number;
}

/** What a practice counted of one drill and one cause: clients with it in their plan, and clients with the same cause without it. */
export interface CountedDrill {
  drill: string;
  cause: CauseId;
  with: Count;
  without: Count;
}

/** The counts are drawn towards "it makes no difference" as if so many more clients had shown just that, on each side (house default). */
export const COUNTED_AS_IF = 20;
/** However clear the counts, they move an effect by no more than this, up or down (house default). */
export const COUNTED_MOST = 1.5;

/**
 * By how much a practice's counts move the effect the tables give a drill: the share with it over the share without, each shrunk towards the share of
 * all. 1 without counts on either side. From 1/{@link COUNTED_MOST} to {@link COUNTED_MOST}.
 */
export function countedFactor({
  with: own,
  without,
}: Pick<CountedDrill, 'with' | 'without'>): number {
  if (own.n === 0 || without.n === 0) return 1;
  // Jeffreys' half a client on each side keeps the share of all off 0 and 1.
  const all = (own.k + without.k + 0.5) / (own.n + without.n + 1);
  const shrunk = ({ k, n }: Count) => (k + COUNTED_AS_IF * all) / (n + COUNTED_AS_IF);
  const ratio = shrunk(own) / shrunk(without);
  return Math.min(COUNTED_MOST, Math.max(1 / COUNTED_MOST, ratio));
}

/** By how much the counts move a drill's effect on a cause; 1 where nothing was counted. */
export const factorFrom =
  (counted: readonly CountedDrill[]) =>
  (drill: string, cause: CauseId): number => {
    const found = counted.find((c) => c.drill === drill && c.cause === cause);
    return found ? countedFactor(found) : 1;
  };
