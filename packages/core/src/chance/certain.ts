/** Every chance that is said, sent or kept lies within these: what people do is never certain (house default). */
const LEAST = 0.005;
const MOST = 0.995;

/** A chance as it may be said: never 0 and never 1. */
export const neverCertain = (chance: number): number => Math.min(MOST, Math.max(LEAST, chance));
