import { sayDayOn } from '@zither/words/days';
import { format } from 'date-fns/format';

/** Today where the coach stands, yyyy-mm-dd. */
export const today = (): string => format(new Date(), 'yyyy-MM-dd');

/** A day as a coach says it, from today. */
export const sayDay = (day: string): string => sayDayOn(day, today());
