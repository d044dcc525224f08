import type { Schools } from '@zither/contract';
import { dayIn } from '@zither/contract/days';

/** The day it was in the gym at a moment, yyyy-mm-dd; of records of before a zone was kept, by UTC. */
export const gymDayOf = ({ zone }: Pick<Schools, 'zone'>, moment: string): string =>
  dayIn(zone ?? 'UTC', moment);
