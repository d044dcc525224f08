/** The part of qrcode that makes a code without drawing it. */
declare module 'qrcode/lib/core/qrcode.js' {
  export function create(
    data: string,
    options: { errorCorrectionLevel: 'L' | 'M' | 'Q' | 'H' },
  ): { modules: { size: number; get(row: number, column: number): number } };
}
