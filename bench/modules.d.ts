declare module 'fmin' {
  /** Nelder–Mead downhill simplex. */
  export function nelderMead(
    f: (x: number[]) => number,
    start: number[],
    options?: { minErrorDelta?: number; minTolerance?: number; maxIterations?: number },
  ): { x: number[]; fx: number };
}
