import type { Decision, HomeReport } from '@zither/contract';
import { asMaintained, DRILLS, drillVerdict, type Aim } from '@zither/core';
import { sayKeeping } from '@zither/words/recheck';
import { drillsFor, keepingOf } from '../src/index.ts';
import { dossierOf, drillRow, five, planRow } from './trialRows.ts';

const ANKLE = DRILLS.find((d) => d.works.ankleJoint && d.dose.sets > 1)!;
const OTHER = DRILLS.find((d) => d.works.abductors && !d.works.ankleJoint)!;
const plan = planRow({
  drills: [ANKLE, OTHER].map(drillRow),
  // Two days a week without anything: Saturday and Sunday.
  week: { days: ['train', 'routine', 'train', 'routine', 'train', 'rest', 'rest'], time: '18:00' },
});
const report = (on: string, change: Partial<HomeReport> = {}) =>
  ({
    id: on,
    planId: plan.id,
    on,
    by: 'link',
    done: [ANKLE.id],
    hurts: [],
    felt: 'right',
    ...change,
  }) as HomeReport;

describe('how a plan was kept', () => {
  it('is nothing known where nothing came back', () => {
    expect(keepingOf(dossierOf([]), plan, '2026-01-19')).toBeNull();
    expect(sayKeeping(null)).toEqual([
      'Nothing came back from home. That does not say whether the routine was done.',
    ]);
  });

  it('counts days against the planned ones, each day once, and says it drill by drill', () => {
    const homeReports = [
      report('2026-01-06'),
      // The same day told twice is one day.
      report('2026-01-06', { done: [OTHER.id], felt: 'hard' }),
      report('2026-01-08'),
      report('2026-01-09', { done: [], hurts: [OTHER.id], felt: null }),
      // Another plan, and a day that has not come.
      report('2026-01-10', { planId: 'another' }),
      report('2026-02-20'),
    ];
    const found = keepingOf({ homeReports }, plan, '2026-01-19')!;
    // 6 to 19 January: two whole weeks, five planned days each.
    expect(found).toMatchObject({
      plannedDays: 10,
      doneDays: 2,
      share: 0.2,
      felt: { right: 2, hard: 1, easy: 0 },
    });
    expect(sayKeeping(found)).toEqual([
      'Done on 2 of 10 planned days. It felt right on 2 and hard on 1.',
      `${ANKLE.name}: 2 days.`,
      `${OTHER.name}: 1 day, hurt on 1.`,
    ]);
  });
});

describe('a drill at a recheck', () => {
  const wall: Aim = { kind: 'reading', measure: 'kneeToWall', side: 'left' };
  const heels: Aim = { kind: 'finding', fault: 'heelsRise', side: null };

  it('is questioned after four weeks without change, retained once what it works on is better', () => {
    const verdict = (
      words: ['better' | 'same' | 'worse' | 'unknown', 'better' | 'same' | 'worse' | 'unknown'],
      days = 28,
    ) =>
      drillVerdict(
        ['ankleJoint'],
        [
          { aim: wall, word: words[0] },
          { aim: heels, word: words[1] },
        ],
        days,
      );
    expect(verdict(['same', 'same'])).toBe('questioned');
    expect(verdict(['same', 'same'], 27)).toBe('open');
    expect(verdict(['better', 'same'], 7)).toBe('retained');
    expect(verdict(['better', 'worse'])).toBe('open');
    expect(verdict(['unknown', 'unknown'])).toBe('open');
    // What it does not work on says nothing of it.
    expect(drillVerdict(['trunkBracing'], [{ aim: wall, word: 'better' }], 28)).toBe('open');
  });

  it('is eased in the next plan once the coach kept a recheck that found it retained', () => {
    const kept = {
      kind: 'recheck',
      id: 'r',
      on: '2026-02-02',
      at: '2026-02-02T10:00:00.000Z',
      takenBack: false,
      plan: plan.id,
      results: [{ aim: wall, isAim: true, word: 'better' }],
    } as unknown as Decision;
    const of = (decisions: Decision[], id: string) =>
      drillsFor(dossierOf(five(), { decisions, prescriptions: [plan] })).find((d) => d.id === id)!;
    expect(of([], ANKLE.id).dose.sets).toBe(ANKLE.dose.sets);
    expect(of([kept], ANKLE.id)).toMatchObject({ dose: { sets: 1 }, easedFrom: ANKLE.dose.sets });
    expect(of([kept], OTHER.id).dose).toEqual(OTHER.dose);
    // Of a drill that was not in the plan nothing is known.
    const absent = DRILLS.find((d) => d.works.ankleJoint && d.id !== ANKLE.id && d.dose.sets > 1);
    if (absent) expect(of([kept], absent.id).dose).toEqual(absent.dose);
    expect(asMaintained({ ...ANKLE, dose: { ...ANKLE.dose, sets: 1 } }).easedFrom).toBeUndefined();
  });
});
