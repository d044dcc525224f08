declare module 'newton-raphson-method' {
  /** scijs Newton–Raphson: root of f near x0, or false when it does not converge. */
  export default function newtonRaphson(
    f: (x: number) => number,
    x0: number,
    options?: { tolerance?: number; maxIterations?: number },
  ): number | false;
}

declare module 'jstat' {
  interface Fit {
    coef: number[];
    df_resid: number;
    SSE: number;
    t: { se: number[]; p: number[]; sigmaHat: number };
  }
  /** jStat: distributions and least squares. */
  export const jStat: {
    studentt: { inv(p: number, freedom: number): number };
    normal: {
      inv(p: number, mean: number, sd: number): number;
      pdf(x: number, mean: number, sd: number): number;
    };
    beta: { inv(p: number, a: number, b: number): number };
    models: { ols(y: number[], x: number[][]): Fit };
  };
}

declare module 'fmin' {
  export function nelderMead(
    f: (x: number[]) => number,
    x0: number[],
    options?: { maxIterations?: number; minErrorDelta?: number; minTolerance?: number },
  ): { x: number[]; fx: number };
}
