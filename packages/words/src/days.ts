const DAY_MS = 86_400_000;
const MONTH_DAYS = 30;
const YEAR_DAYS = 365;

// Made when first needed: a browser takes a while to open its language tables. Days are read as midnights in UTC, so no zone moves them.
let distance: Intl.RelativeTimeFormat | undefined;
const dates = new Map<string, Intl.DateTimeFormat>();

/** A day or month in words, in the order day, month, year whatever the language's own order. */
function inWords(day: string, month: 'short' | 'long', hasDay: boolean): string {
  const key = `${month}${hasDay}`;
  const format =
    dates.get(key) ??
    new Intl.DateTimeFormat('en', {
      timeZone: 'UTC',
      year: 'numeric',
      month,
      ...(hasDay && { day: 'numeric' }),
    });
  dates.set(key, format);
  const parts = format.formatToParts(Date.parse(day));
  const part = (type: string) => parts.find((p) => p.type === type)?.value;
  return [hasDay ? part('day') : null, part('month'), part('year')]
    .filter((p) => p !== null)
    .join(' ');
}

/** How long ago a day was or how soon it comes: "6 days ago", "in 2 months"; a month counts as 30 days. */
function sayDistance(day: string, today: string): string {
  distance ??= new Intl.RelativeTimeFormat('en');
  const days = Math.round((Date.parse(day) - Date.parse(today)) / DAY_MS);
  // Rounded away from today on both sides, so that past and future read alike.
  const rounded = (value: number) => Math.sign(value) * Math.round(Math.abs(value));
  if (Math.abs(days) < MONTH_DAYS) return distance.format(days, 'day');
  const months = rounded(days / MONTH_DAYS);
  return Math.abs(months) < 12
    ? distance.format(months, 'month')
    : distance.format(rounded(days / YEAR_DAYS) || Math.sign(days), 'year');
}

/** A day as a coach says it: how long ago, and which: "6 days ago, 2 Jan 2026". Days are yyyy-mm-dd. */
export const sayDayOn = (day: string, today: string): string =>
  `${day === today ? 'today' : sayDistance(day, today)}, ${sayShortDay(day)}`;

/** A day without how long ago it was: "2 Jan 2026". */
export const sayShortDay = (day: string): string => inWords(day, 'short', true);

/** The same with the month in full, for papers: "2 January 2026". */
export const sayLongDay = (day: string): string => inWords(day, 'long', true);

/** A month (yyyy-mm): "Jan 2026". */
export const sayMonth = (month: string): string => inWords(`${month}-01`, 'short', false);
