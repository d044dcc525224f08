import { addDays } from 'date-fns/addDays';
import { getISODay } from 'date-fns/getISODay';
import { parseISO } from 'date-fns/parseISO';
import { createEvents, type DateArray, type EventAttributes } from 'ics';

/** The library takes the time of writing (DTSTAMP), which its types leave out. */
type Event = EventAttributes & { timestamp: number };

/** Something that comes on the same days every week, at the same time by the clock on the wall. */
export interface WeeklyEvent {
  /** The same for as long as it is the same thing, so that a calendar replaces what it had. */
  uid: string;
  title: string;
  description: string;
  /** Days of the week, 0 = Monday. */
  days: readonly number[];
  /** "18:00"; null = on the day, without a time. */
  time: string | null;
  minutes: number;
}

/** Something on one day. */
export interface DayEvent {
  uid: string;
  title: string;
  description: string;
  /** yyyy-mm-dd. */
  on: string;
}

/** What goes into a calendar: from a day on until another, both included. */
export interface CalendarAsked {
  weekly: readonly WeeklyEvent[];
  once: readonly DayEvent[];
  /** Events of an earlier file that this one no longer has: a calendar takes it out. */
  gone: readonly { uid: string; title: string }[];
  from: string;
  until: string;
  /** How often it was changed: the newest wins in a calendar that has an older one. */
  sequence: number;
  /** When the file is written, UTC: yyyy-mm-ddThh:mm:ssZ. */
  writtenAt: string;
}

const BY_DAY = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const;
const dayParts = (date: Date): [number, number, number] => [
  date.getFullYear(),
  date.getMonth() + 1,
  date.getDate(),
];
const two = (n: number) => String(n).padStart(2, '0');
const basic = (parts: readonly number[]) => parts.map((n) => two(n)).join('');

/** The first day of these, from a day on. */
function firstOf(days: readonly number[], from: string): Date | null {
  for (let k = 0; k < 7; k += 1) {
    const date = addDays(parseISO(from), k);
    if (days.includes(getISODay(date) - 1)) return date;
  }
  return null;
}

/**
 * A calendar file (RFC 5545, from memory). Times are local without a zone: 18:00 stays 18:00 where the client is, also after the clocks change.
 * Throws where the library refuses what it is given.
 */
export function writeCalendar(asked: CalendarAsked): string {
  const { weekly, once, gone, from, until, sequence, writtenAt } = asked;
  const stamp = new Date(writtenAt).getTime();
  const shared = {
    productId: 'zither-plumb',
    calName: 'Squat plan',
    sequence,
    timestamp: stamp,
    startInputType: 'local',
    startOutputType: 'local',
  } satisfies Partial<Event>;
  const events = weekly.flatMap((event): Event[] => {
    const first = firstOf(event.days, from);
    if (!first || first > parseISO(until)) return [];
    const start = dayParts(first);
    const end = dayParts(parseISO(until));
    const byDay = [...event.days].sort((a, b) => a - b).map((d) => BY_DAY[d]);
    const [hour, minute] = (event.time ?? '00:00').split(':').map(Number) as [number, number];
    const last = event.time === null ? basic(end) : `${basic(end)}T235959`;
    return [
      {
        ...shared,
        uid: event.uid,
        title: event.title,
        description: event.description,
        recurrenceRule: `FREQ=WEEKLY;BYDAY=${byDay.join(',')};UNTIL=${last}`,
        ...(event.time === null
          ? { start, duration: { days: 1 } }
          : {
              start: [...start, hour, minute] as DateArray,
              duration: { hours: Math.floor(event.minutes / 60), minutes: event.minutes % 60 },
            }),
      },
    ];
  });
  const days = once.map((event): Event => ({
    ...shared,
    uid: event.uid,
    title: event.title,
    description: event.description,
    start: dayParts(parseISO(event.on)),
    duration: { days: 1 },
  }));
  const ended = gone.map((event): Event => ({
    ...shared,
    uid: event.uid,
    title: event.title,
    status: 'CANCELLED',
    start: dayParts(parseISO(from)),
    duration: { days: 1 },
  }));
  const { error, value } = createEvents([...events, ...days, ...ended]);
  if (error || !value) throw error ?? new Error('The calendar is empty.');
  return value;
}
