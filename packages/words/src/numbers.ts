/** Numbers as people read them: a real minus and none before a zero, thousands grouped. */

const made = new Map<string, Intl.NumberFormat>();

function formatted(
  value: number,
  least: number,
  most: number,
  signDisplay: 'negative' | 'exceptZero',
): string {
  const key = `${least} ${most} ${signDisplay}`;
  let format = made.get(key);
  if (!format) {
    format = new Intl.NumberFormat('en', {
      minimumFractionDigits: least,
      maximumFractionDigits: most,
      signDisplay,
    });
    made.set(key, format);
  }
  return format.format(value).replace('-', '−');
}

/**
 * With so many digits behind the point: "1.5", "−3", "5,400".
 *
 * @param digits from 0 to 20
 */
export const sayNumber = (value: number, digits = 0): string =>
  formatted(value, digits, digits, 'negative');

/** With so many digits behind the point at most, and no zeros at the end: "1.5", "2". */
export const sayTrimmed = (value: number, digits: number): string =>
  formatted(value, 0, digits, 'negative');

/** With its sign, plus too; what rounds to nothing has none: "+1.5", "−3", "0". */
export const saySigned = (value: number, digits = 0): string =>
  formatted(value, digits, digits, 'exceptZero');

/** A share from 0 to 1 in hundredths: "45 %". */
export const sayPercent = (share: number, digits = 0): string =>
  `${sayNumber(100 * share, digits)} %`;

/** Below this a margin is as good as none, and never said as 0, degrees. */
const NONE_DEG = 0.95;

/** Degrees of room, or short of it: "3°", "less than 1°". */
export const sayMargin = (deg: number): string =>
  Math.abs(deg) < NONE_DEG ? 'less than 1°' : `${sayNumber(Math.abs(deg))}°`;

/** Degrees left in reserve: "2°", "nothing". */
export const sayLeftOver = (deg: number): string => (deg < NONE_DEG ? 'nothing' : sayMargin(deg));
