/** One coordinate over time; null where the landmark was not seen, or where the view cannot show this axis. */
export type Channel = readonly (number | null)[];

/** One landmark over time, mm in the frame of docs/model.md (x forward, y to the client's left, z up). */
export interface Track {
  x: Channel;
  y: Channel;
  z: Channel;
  /** 0 to 1 as the source gave it; 0 where nothing was seen. */
  confidence: readonly number[];
}

/** Landmarks of one capture on a common clock. */
export interface Series {
  /** Seconds, rising. */
  timesS: readonly number[];
  tracks: Readonly<Record<string, Track>>;
}

export const AXES = ['x', 'y', 'z'] as const;
export type Axis = (typeof AXES)[number];

/** Quality of a capture: how much of it was seen, and how it was corrected before use. */
export interface Quality {
  rateHz: number;
  /** Share of frames, 0 to 1, in which a landmark was seen, the worst of those used. */
  seen: number;
  /** Share of values that were bridged over short gaps. */
  bridged: number;
}
