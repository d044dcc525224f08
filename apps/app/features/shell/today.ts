import { format } from 'date-fns/format';

/** Today where the coach stands, yyyy-mm-dd. */
export const today = (): string => format(new Date(), 'yyyy-MM-dd');
