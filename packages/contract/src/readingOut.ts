/** One reading of one side on one day, ready to leave the house. */
export interface ReadingOut {
  /** A measure by its own id, and its name in English. */
  measure: string;
  name: string;
  side: 'left' | 'right' | null;
  /** Day, yyyy-mm-dd. */
  on: string;
  value: number;
  /** Half of the 95 % interval of the value, in its unit; null for a yes or no. */
  errorOf: number | null;
  unit: 'mm' | 'deg' | 'kg' | 'reps' | 'yesNo';
  trials: number;
  /** Cold, warm, or after the routine; null = not recorded. */
  state: string | null;
  /** Initials; empty = not said. */
  by: string;
}
