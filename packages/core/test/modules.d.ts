declare module 'newton-raphson-method' {
  /** scijs Newton–Raphson: root of f near x0, or false when it does not converge. */
  export default function newtonRaphson(
    f: (x: number) => number,
    x0: number,
    options?: { tolerance?: number; maxIterations?: number },
  ): number | false;
}
