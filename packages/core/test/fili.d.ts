/** The little of the filter package that the tests use; it ships no types. */
declare module 'fili' {
  export class CalcCascades {
    lowpass(of: {
      order: number;
      characteristic: 'butterworth';
      Fs: number;
      Fc: number;
    }): { k: number; a: [number, number]; b: [number, number, number] }[];
  }
}
