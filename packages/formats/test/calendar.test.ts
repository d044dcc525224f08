import fc from 'fast-check';
import ICAL from 'ical.js';
import { writeCalendar, type CalendarAsked } from '../src/calendar.ts';

const asked = (change: Partial<CalendarAsked> = {}): CalendarAsked => ({
  weekly: [
    {
      uid: 'a-train',
      title: 'Squat: routine and training',
      description: 'Slow calf press; knee forward and hold, 2 × 6 reps.',
      days: [0, 2, 4],
      time: '18:00',
      minutes: 75,
    },
    {
      uid: 'a-micro',
      title: 'Squat: micro-doses',
      description: '',
      days: [1],
      time: null,
      minutes: 0,
    },
  ],
  once: [{ uid: 'a-recheck', title: 'Squat: recheck', description: '', on: '2027-04-09' }],
  gone: [],
  // Clocks change on 28 March 2027 in Europe and on 14 March in North America.
  from: '2027-03-11',
  until: '2027-04-09',
  sequence: 0,
  writtenAt: '2027-03-11T10:00:00Z',
  ...change,
});

const eventsOf = (text: string) =>
  new ICAL.Component(ICAL.parse(text) as unknown as unknown[])
    .getAllSubcomponents('vevent')
    .map((component) => new ICAL.Event(component));

/** Every occurrence, as another library expands them. */
function occurrences(event: ICAL.Event): ICAL.Time[] {
  const list: ICAL.Time[] = [];
  const next = event.iterator();
  for (let at = next.next(); at && list.length < 200; at = next.next()) list.push(at);
  return list;
}

const WEEKDAY = (iso: string) => (new Date(`${iso}T12:00:00Z`).getUTCDay() + 6) % 7;

describe('the calendar file', () => {
  it('is read by another library: the days, the time, how long, and the recheck', () => {
    const [train, micro, recheck] = eventsOf(writeCalendar(asked()));
    expect(train!.summary).toBe('Squat: routine and training');
    expect(train!.description).toBe('Slow calf press; knee forward and hold, 2 × 6 reps.');
    expect(train!.duration.toSeconds()).toBe(75 * 60);
    const days = occurrences(train!).map((t) => t.toString().slice(0, 10));
    expect(days[0]).toBe('2027-03-12');
    expect(days.at(-1)).toBe('2027-04-09');
    expect(days).toHaveLength(13);
    expect(new Set(days.map(WEEKDAY))).toEqual(new Set([0, 2, 4]));
    expect(micro!.startDate.isDate).toBe(true);
    expect(occurrences(micro!).map((t) => t.toString())).toEqual([
      '2027-03-16',
      '2027-03-23',
      '2027-03-30',
      '2027-04-06',
    ]);
    expect(recheck!.startDate.toString()).toBe('2027-04-09');
  });

  it('keeps the time on the wall when the clocks change: 18:00 before and after, in no zone', () => {
    const [train] = eventsOf(writeCalendar(asked()));
    for (const at of occurrences(train!)) {
      expect([at.hour, at.minute]).toEqual([18, 0]);
      expect(at.zone).toBe(ICAL.Timezone.localTimezone);
    }
    const days = occurrences(train!).map((t) => t.toString().slice(0, 10));
    expect(days.some((d) => d < '2027-03-28') && days.some((d) => d > '2027-03-28')).toBe(true);
  });

  it('stays the same event with a higher number when a day is moved', () => {
    const [before] = eventsOf(writeCalendar(asked()));
    const moved = asked({ sequence: 1 });
    const [after] = eventsOf(
      writeCalendar({ ...moved, weekly: [{ ...moved.weekly[0]!, days: [1, 3, 5] }] }),
    );
    expect(after!.uid).toBe(before!.uid);
    expect(after!.sequence).toBe(before!.sequence + 1);
    expect(new Set(occurrences(after!).map((t) => WEEKDAY(t.toString().slice(0, 10))))).toEqual(
      new Set([1, 3, 5]),
    );
  });

  it('takes out of a calendar what the week no longer has', () => {
    const file = writeCalendar(
      asked({ sequence: 2, gone: [{ uid: 'a-micro', title: 'Squat: micro-doses' }] }),
    );
    const gone = eventsOf(file).at(-1)!;
    expect(gone.uid).toBe('a-micro');
    expect(gone.sequence).toBe(2);
    expect(gone.component.getFirstPropertyValue('status')).toBe('CANCELLED');
  });

  it('has exactly the days that were asked for, whatever the week', () => {
    fc.assert(
      fc.property(
        fc.subarray([0, 1, 2, 3, 4, 5, 6], { minLength: 1 }),
        fc.integer({ min: 0, max: 364 }),
        fc.integer({ min: 6, max: 60 }),
        (days, start, length) => {
          const day = (k: number) => new Date(Date.UTC(2026, 0, 1 + k)).toISOString().slice(0, 10);
          const [from, until] = [day(start), day(start + length)];
          const one = { ...asked().weekly[0]!, days };
          const [event] = eventsOf(writeCalendar(asked({ weekly: [one], once: [], from, until })));
          const expected = Array.from({ length: length + 1 }, (_, k) => day(start + k)).filter(
            (d) => days.includes(WEEKDAY(d)),
          );
          expect(occurrences(event!).map((t) => t.toString().slice(0, 10))).toEqual(expected);
        },
      ),
      { numRuns: 120, seed: 171 },
    );
  });
});
