/** The entry under a key, worked out when it is first asked for. */
export function once<T>(known: Map<string, T>, key: string, make: () => T): T {
  const held = known.get(key);
  if (held !== undefined) return held;
  const made = make();
  known.set(key, made);
  return made;
}
