import { sayDayOn } from '@zither/words/days';
import { dayIn, isSameClock, zoneHere } from '@zither/contract/days';
import { correctedNow, gymZone } from './clock.ts';

/** Today in the gym, wherever this device thinks it is, yyyy-mm-dd. */
export const today = (): string => dayIn(gymZone(), correctedNow());

/** A day as a coach says it, from today. */
export const sayDay = (day: string): string => sayDayOn(day, today());

/** The zone of this device, where its clocks show another time than those of the gym; null where they agree. */
export const otherZone = (gym: string): string | null =>
  isSameClock(gym, zoneHere(), correctedNow()) ? null : zoneHere();
