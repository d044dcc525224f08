/** A version-4 UUID from a seeded generator. */
export function seededId(random: () => number): string {
  const hex = Array.from({ length: 32 }, (_, place) => {
    const digit = Math.floor(random() * 16);
    if (place === 12) return '4';
    if (place === 16) return ((digit & 3) | 8).toString(16);
    return digit.toString(16);
  }).join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}
