/** A source of numbers in [0, 1). Chance always comes in as an argument, so that the same seed gives the same answer. */
export type Random = () => number;

/** A seeded generator: mulberry32, 32 bits of state. */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** One draw of a normal distribution with mean 0 and standard deviation 1 (Box & Muller 1958, from memory). */
export function normal(random: Random): number {
  // 1 − u lies in (0, 1], so the logarithm is finite.
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** A seed from a text, the same on every device: FNV-1a, 32 bits. */
export function seedOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1)
    hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193) >>> 0;
  return hash;
}
