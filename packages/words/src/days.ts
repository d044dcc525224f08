import { format } from 'date-fns/format';
import { formatDistanceStrict } from 'date-fns/formatDistanceStrict';
import { parseISO } from 'date-fns/parseISO';

/** A day as a coach says it: how long ago, and which: "6 days ago, 2 Jan 2026". Days are yyyy-mm-dd. */
export function sayDayOn(day: string, today: string): string {
  const date = parseISO(day);
  // From midnight to midnight: by the hour, six days become seven in the evening.
  const distance =
    day === today ? 'today' : formatDistanceStrict(date, parseISO(today), { addSuffix: true });
  return `${distance}, ${format(date, 'd MMM yyyy')}`;
}

/** A day without how long ago it was: "2 Jan 2026". */
export const sayShortDay = (day: string): string => format(parseISO(day), 'd MMM yyyy');
