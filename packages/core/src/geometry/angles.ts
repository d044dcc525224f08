/** Radians in one degree. */
export const RAD_PER_DEG = Math.PI / 180;

/** Degrees to radians. */
export const toRad = (deg: number): number => deg * RAD_PER_DEG;

/** Radians to degrees. */
export const toDeg = (rad: number): number => rad / RAD_PER_DEG;

/** Limits a value to [low, high]; used before asin/acos, where rounding can step just outside [-1, 1]. */
export const clamp = (value: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, value));

/** asin in radians for a ratio that rounding may have pushed just outside [-1, 1]. */
export const safeAsin = (ratio: number): number => Math.asin(clamp(ratio, -1, 1));

/** acos in radians for a ratio that rounding may have pushed just outside [-1, 1]. */
export const safeAcos = (ratio: number): number => Math.acos(clamp(ratio, -1, 1));
