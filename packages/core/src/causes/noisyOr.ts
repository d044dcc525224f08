/** Something that pulls toward an outcome or a finding, and how strongly. */
export interface Pulling {
  node: number;
  strength: number;
}

/** Chance that something shows for any of what pulls toward it, or for no reason. */
export function noisyOr(
  leak: number,
  pulls: readonly Pulling[],
  isTrue: (node: number) => boolean,
): number {
  let rest = 1 - leak;
  for (const { node, strength } of pulls) if (isTrue(node)) rest *= 1 - strength;
  return 1 - rest;
}
