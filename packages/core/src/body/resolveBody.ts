import { LENGTH_PER_STATURE, SHOULDER_WIDTH_PER_STATURE } from './anthropometry.ts';

/** Segments whose length can be measured; keys as in the case file. */
export const SEGMENT_NAMES = [
  'foot',
  'shank',
  'thigh',
  'trunk',
  'ankleHeight',
  'hipSeparation',
] as const;

export type SegmentName = (typeof SEGMENT_NAMES)[number];

/** What is known of a body: mm and kg; unmeasured segments are left out. */
export interface Body {
  statureMm: number;
  massKg: number;
  segmentsMm?: { [K in SegmentName]?: number | undefined } | undefined;
  /** Biacromial width, mm; only a yardstick for stance ranges. */
  shoulderWidthMm?: number | undefined;
}

/** A body with every length filled in, and a record of which ones were measured. */
export interface ResolvedBody {
  statureMm: number;
  massKg: number;
  lengthsMm: Record<SegmentName, number>;
  measured: Record<SegmentName, boolean>;
  shoulderWidthMm: number;
  shoulderWidthMeasured: boolean;
}

/**
 * Fills unmeasured segments from average proportions; a measured segment always replaces its default.
 *
 * @example resolveBody({ statureMm: 1750, massKg: 75 }).lengthsMm.thigh // 428.75
 */
export function resolveBody(body: Body): ResolvedBody {
  const lengthsMm = {} as Record<SegmentName, number>;
  const measured = {} as Record<SegmentName, boolean>;
  for (const name of SEGMENT_NAMES) {
    const own = body.segmentsMm?.[name];
    measured[name] = own !== undefined;
    lengthsMm[name] = own ?? LENGTH_PER_STATURE[name] * body.statureMm;
  }
  return {
    statureMm: body.statureMm,
    massKg: body.massKg,
    lengthsMm,
    measured,
    shoulderWidthMm: body.shoulderWidthMm ?? SHOULDER_WIDTH_PER_STATURE * body.statureMm,
    shoulderWidthMeasured: body.shoulderWidthMm !== undefined,
  };
}
