import { addDays } from 'date-fns/addDays';
import { format } from 'date-fns/format';
import { formatDistanceStrict } from 'date-fns/formatDistanceStrict';
import { formatISO } from 'date-fns/formatISO';
import { parseISO } from 'date-fns/parseISO';
import { sayDayOn, sayLongDay, sayMonth, sayShortDay } from '../src/days.ts';

const TODAY = '2026-03-29';
const dayAt = (by: number) => formatISO(addDays(parseISO(TODAY), by), { representation: 'date' });

it('says today, and how long ago or how soon another day is', () => {
  expect(sayDayOn(TODAY, TODAY)).toBe('today, 29 Mar 2026');
  expect(sayDayOn('2026-03-28', TODAY)).toBe('1 day ago, 28 Mar 2026');
  expect(sayDayOn('2026-04-01', TODAY)).toBe('in 3 days, 1 Apr 2026');
  expect(sayDayOn('2025-09-29', TODAY)).toBe('6 months ago, 29 Sep 2025');
});

it('agrees with a general-purpose library over ten years', () => {
  for (let by = -3650; by <= 3650; by += 5) {
    if (by === 0) continue;
    const day = dayAt(by);
    const at = parseISO(day);
    expect(sayDayOn(day, TODAY)).toBe(
      `${formatDistanceStrict(at, parseISO(TODAY), { addSuffix: true })}, ${format(at, 'd MMM yyyy')}`,
    );
    expect(sayShortDay(day)).toBe(format(at, 'd MMM yyyy'));
    expect(sayLongDay(day)).toBe(format(at, 'd MMMM yyyy'));
    expect(sayMonth(day.slice(0, 7))).toBe(format(at, 'MMM yyyy'));
  }
});
