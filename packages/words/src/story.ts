import { MEASURES } from '@zither/core';
import type { MeasureTrend, StoryEvent } from '@zither/visit';
import { sayDayOn, sayShortDay } from './days.ts';
import { displayOf } from './display.ts';
import { sayEvent } from './history.ts';
import { sayKept } from './recheck.ts';
import { STOP_NAMES } from './stop.ts';
import { capital, count, sayList } from './terms.ts';
import { sayMass } from './units.ts';
import { saySigned } from './numbers.ts';

/** One event of the story: what, when, and the little there is to say of it. */
export function sayStory(
  event: StoryEvent,
  today: string,
  methodName: (id: string) => string,
): { title: string; when: string; note: string } {
  const when = sayDayOn(event.on, today);
  switch (event.kind) {
    case 'visit': {
      const parts = [
        event.readings > 0 ? count(event.readings, 'reading') : null,
        event.looks > 0 ? count(event.looks, 'look') : null,
        event.tests > 0 ? count(event.tests, 'test') : null,
      ].filter((p) => p !== null);
      return { title: 'Visit', when, note: parts.length > 0 ? capital(sayList(parts)) : '' };
    }
    case 'setup': {
      const said = sayEvent(event.event, today);
      return { title: `Setup: ${said.title.toLowerCase()}`, when: said.when, note: said.note };
    }
    case 'plan':
      return { title: 'Plan given', when, note: event.plan.summary };
    case 'recheck':
      return {
        title: 'Recheck',
        when,
        note: sayKept(event.recheck, methodName(event.recheck.method.id)),
      };
    case 'loads':
      return {
        title: 'Loads',
        when,
        note: `${count(event.sets, 'set')}, up to ${sayMass(event.heaviestKg)}`,
      };
    case 'pain':
      return { title: `Pain ${event.level} of 10`, when, note: event.movement };
    case 'stop':
      return { title: `Stop: ${STOP_NAMES[event.what].toLowerCase()}`, when, note: '' };
    case 'home':
      return {
        title: 'From home',
        when,
        note: `${count(event.done, 'drill')} done${event.hurts > 0 ? `, ${event.hurts} hurt` : ''}`,
      };
  }
}

/** The pace of a measure: "+0.8° a week (+0.3 to +1.3°), 4 readings since 5 Jan 2026." */
export function sayTrend({ measure, side, points, trend }: MeasureTrend): string {
  const { perWeek, errorOf } = trend;
  const isReal = Math.abs(perWeek) > errorOf;
  const { unit, per, digits } = displayOf(measure);
  const say = (v: number) => saySigned(v / per, digits + 1);
  const tail = unit === '°' || unit === '×' ? unit : ` ${unit}`;
  const what = `${MEASURES[measure].name}${side === null ? '' : `, ${side}`}`;
  const from = `${points.length} readings since ${sayShortDay(points[0]!.on)}`;
  return `${what}: ${say(perWeek)}${tail} a week (${say(perWeek - errorOf)} to ${say(perWeek + errorOf)}${tail}), ${from}.${isReal ? '' : ' No steady trend.'}`;
}

/** What a band around a line means. */
export const TREND_MEANS =
  'The line runs through all readings, the band is its 95 % interval. Uprights mark a new plan (P) or a locked setup (S). A change after an event need not come from it.';
