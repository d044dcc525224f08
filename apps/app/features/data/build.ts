/** Which build of the app this is, as its page says (`scripts/build.mjs`); empty where it was not built. */
export const BUILD =
  (typeof document !== 'undefined' &&
    document.querySelector('meta[name="build"]')?.getAttribute('content')) ||
  '';

/** Whether this very build kept it: what it has read once needs no second reading. */
export const isOwn = (kept: unknown): boolean =>
  BUILD !== '' && (kept as { by?: unknown }).by === BUILD;
