/** The upper middle of some values; null when there are none. Numbers in a typed array sort without asking a comparator. */
export function middleOf(values: readonly number[]): number | null {
  return Float64Array.from(values).sort()[Math.floor(values.length / 2)] ?? null;
}
