import { sayDayOn } from '@zither/words/days';
import { format } from 'date-fns/format';
import { correctedNow } from './clock.ts';

/** Today where the coach stands, yyyy-mm-dd. */
export const today = (): string => format(correctedNow(), 'yyyy-MM-dd');

/** A day as a coach says it, from today. */
export const sayDay = (day: string): string => sayDayOn(day, today());
