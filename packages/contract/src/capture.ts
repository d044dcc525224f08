/** One coordinate over time, mm; null where nothing was seen or the view does not show the axis. */
type Channel = (number | null)[];

/** One landmark over time. */
export interface CaptureTrack {
  x: Channel;
  y: Channel;
  z: Channel;
  /** 0 to 1; 0 where nothing was seen. */
  confidence: number[];
}

/** Landmarks on a common clock, as read from a file. Frame of docs/model.md: x forward, y to the client's left, z up, mm. */
export interface Capture {
  /** Seconds, rising. */
  timesS: number[];
  tracks: Record<string, CaptureTrack>;
}
