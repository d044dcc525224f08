/** One line of the table. */
export interface BenchLine {
  what: string;
  measured: string;
  goal: string;
}
