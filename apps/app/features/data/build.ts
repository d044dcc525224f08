/** Which build of the app this is; empty where it was not built. */
export const BUILD = process.env.EXPO_PUBLIC_BUILD ?? '';

/** Whether this very build kept it: what it has read once needs no second reading. */
export const isOwn = (kept: unknown): boolean =>
  BUILD !== '' && (kept as { by?: unknown }).by === BUILD;
