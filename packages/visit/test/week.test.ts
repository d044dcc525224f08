import type { Dossier } from '@zither/contract';
import { writeCalendar } from '@zither/formats/calendar';
import { calendarEvents } from '@zither/words/week';
import { writePlan } from '@zither/words/plan';
import { answerOf, weekGiven } from '../src/index.ts';
import { dossierOf, five } from './trialRows.ts';

const ON = '2026-01-05';
type Decisions = Dossier['decisions'];

const moved = (at: string, days: string[], more: object = {}) =>
  ({
    id: `week ${at}`,
    clientId: 'c',
    version: 1,
    updatedAt: at,
    kind: 'week',
    on: ON,
    at,
    takenBack: false,
    days,
    time: '07:00',
    recheckOn: null,
    ...more,
  }) as unknown as Decisions[number];

const dossierWith = (decisions: Decisions) => dossierOf(five(), { decisions });
const planOf = (dossier: Dossier) => answerOf({ dossier, on: ON, tables: [] }).plan!;

describe('the week of a plan', () => {
  it('is a proposal until the coach moves it; the newest move counts, one taken back does not', () => {
    const proposed = planOf(dossierWith([])).week;
    expect(proposed).toMatchObject({ moved: 0, recheckChosen: null });
    expect(proposed.recheckOn > ON).toBe(true);
    const days = ['rest', 'train', 'rest', 'train', 'rest', 'train', 'rest'];
    const one = moved('2026-01-05T10:00:00.000Z', days);
    const two = moved('2026-01-05T11:00:00.000Z', [...days].reverse(), { takenBack: true });
    expect(planOf(dossierWith([one, two])).week).toMatchObject({
      days,
      time: '07:00',
      moved: 2,
      recheckOn: proposed.recheckOn,
    });
    const late = moved('2026-01-05T12:00:00.000Z', days, { recheckOn: '2026-02-01' });
    expect(planOf(dossierWith([late])).week.recheckOn).toBe('2026-02-01');
    // A day that has passed is no recheck.
    const past = moved('2026-01-05T12:00:00.000Z', days, { recheckOn: '2026-01-02' });
    expect(planOf(dossierWith([past])).week.recheckOn).toBe(proposed.recheckOn);
  });

  it('keeps the calendar in step: the same events, the new days, a higher number; no name in it', () => {
    const given = writePlan(planOf(dossierWith([])), ON);
    const file = (decisions: Decisions) => {
      const week = weekGiven(dossierWith(decisions), given)!;
      return writeCalendar({
        ...calendarEvents(given, week, 'some-id', 10),
        writtenAt: '2026-01-05T10:00:00Z',
      }).replace(/\r\n /g, '');
    };
    const before = file([]);
    const after = file([
      moved('2026-01-06T10:00:00.000Z', ['rest', 'train', 'rest', 'rest', 'train', 'rest', 'rest']),
    ]);
    expect(before).toMatch(/UID:some-id-train@zither-plumb/);
    expect(after).toMatch(/UID:some-id-train@zither-plumb/);
    expect(before).toMatch(/SEQUENCE:0/);
    expect(after).toMatch(/SEQUENCE:1/);
    expect(after).toMatch(/BYDAY=TU,FR/);
    expect(after).toMatch(/DTSTART:20260106T070000/);
    // No day is for the routine alone any more: that event is taken out.
    expect(after).toMatch(/UID:some-id-routine@zither-plumb[\s\S]*STATUS:CANCELLED/);
    expect(before).not.toMatch(/CANCELLED/);
    expect(before).not.toContain(dossierWith([]).client.name);
    // A plan from before weeks were kept has none.
    expect(weekGiven(dossierWith([]), { ...given, week: null })).toBeNull();
  });
});
