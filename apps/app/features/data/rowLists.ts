/** Rows known here or there, each in its later version. */
export const merged = <T extends { id: string; version: number }>(
  held: readonly T[],
  fetched: readonly T[],
): T[] => [
  ...fetched.map((row) => {
    const mine = held.find((h) => h.id === row.id);
    return mine && mine.version > row.version ? mine : row;
  }),
  ...held.filter((h) => !fetched.some((f) => f.id === h.id)),
];

/** Puts a row in front, in place of its earlier version. */
export const withRow = <T extends { id: string }>(rows: readonly T[], row: T): T[] => [
  row,
  ...rows.filter((r) => r.id !== row.id),
];
