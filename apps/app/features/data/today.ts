import { sayDayOn } from '@zither/words/days';
import { formatISO } from 'date-fns/formatISO';
import { correctedNow } from './clock.ts';

/** Today where the coach stands, yyyy-mm-dd. */
export const today = (): string => formatISO(correctedNow(), { representation: 'date' });

/** A day as a coach says it, from today. */
export const sayDay = (day: string): string => sayDayOn(day, today());
