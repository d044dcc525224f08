import { sayStory, sayTrend } from '@zither/words/story';
import { ankleTrend, storyOf, trendsOf } from '../src/index.ts';
import { dossierOf, five, trial } from './trialRows.ts';

const DAYS = ['2026-01-05', '2026-01-19', '2026-02-02', '2026-02-16'];
/** A left ankle that gains 5 mm a week at the wall, three trials a visit. */
const gaining = (perWeek: number) =>
  DAYS.flatMap((takenOn, i) =>
    [0, 1, -1].map((off) => trial('kneeToWall', 'left', 60 + 2 * i * perWeek + off, { takenOn })),
  );

describe('trends', () => {
  it('run through all readings: a steady gain is real, a steady ankle is not', () => {
    const [gain] = trendsOf(dossierOf(gaining(5)));
    expect(gain).toMatchObject({ measure: 'kneeToWall', side: 'left' });
    expect(gain!.trend.perWeek).toBeCloseTo(5, 6);
    expect(gain!.points).toHaveLength(4);
    expect(sayTrend(gain!)).toMatch(
      /^Toe to wall, left: \+0\.50 cm a week \(\+0\.\d\d to \+0\.\d\d cm\), 4 readings since 5 Jan 2026\.$/,
    );
    const [still] = trendsOf(dossierOf(gaining(0)));
    expect(sayTrend(still!)).toMatch(/No steady trend\.$/);
  });

  it('leave out what was read after a routine, and need two days', () => {
    const after = gaining(5).map((t) => ({ ...t, state: 'after' as const }));
    expect(trendsOf(dossierOf(after))).toEqual([]);
    expect(trendsOf(dossierOf(gaining(5).slice(0, 3)))).toEqual([]);
  });

  it('give the heel its pace: one engine', () => {
    const right = DAYS.map((takenOn) => trial('kneeToWall', 'right', 120, { takenOn }));
    const trials = [...gaining(5), ...right];
    const pace = ankleTrend(dossierOf(trials))!.perWeekDeg!;
    // About 1.6° a centimetre at this length of shank, so 5 mm a week are 0.8°.
    expect(pace.mean).toBeGreaterThan(0.6);
    expect(pace.mean).toBeLessThan(1);
    expect(pace.sem).toBeGreaterThan(0);
  });
});

describe('the story', () => {
  it('holds every visit, plan and set in order, the newest first, and loses none', () => {
    const dossier = dossierOf([...five(), ...gaining(5)]);
    const story = storyOf(dossier);
    expect(story.filter((e) => e.kind === 'visit').map((e) => e.on)).toEqual([...DAYS].reverse());
    expect(new Set(story.map((e) => e.key)).size).toBe(story.length);
    expect(sayStory(story.at(-1)!, '2026-02-16', () => '').note).toMatch(/^\d readings$/);
  });
});
