import type { Window } from './window.ts';

/** What a window leaves when the method's reserve is counted as usable. */
export interface Spare {
  /** Shin angle that the lowest limit allows with nothing kept back, degrees. */
  mostDeg: number;
  /** What the method keeps back of it and the depth could use, degrees; 0 where another limit than the ankle comes first. */
  reserveDeg: number;
  /** Degrees between what is needed and what is allowed with nothing kept back; below 0 it is short. */
  spareDeg: number;
}

/**
 * Tells the limit from the reserve: a window that is shut by less than the reserve reaches its depth, with less in reserve than the method
 * wants.
 */
export function spareOf({
  ceilingDeg,
  freeCeilingDeg,
  widthDeg,
}: Exclude<Window, { kind: 'stanceTooWide' }>): Spare {
  const reserveDeg = freeCeilingDeg - ceilingDeg;
  return { mostDeg: freeCeilingDeg, reserveDeg, spareDeg: widthDeg + reserveDeg };
}

/** Whether the depth is reached, be it out of the reserve. */
export const reaches = (window: Window): boolean =>
  window.kind !== 'stanceTooWide' && (window.kind === 'open' || spareOf(window).spareDeg >= 0);
