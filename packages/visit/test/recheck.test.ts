import type { Decision, Judgement, Seen } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import { HOUSE_RULES, type Aim, type MeasureId, type Side } from '@zither/core';
import {
  sayKept,
  sayRecheckLine,
  sayRechecked,
  sayRepeat,
  sayTogether,
} from '@zither/words/recheck';
import { calendarEvents } from '@zither/words/week';
import {
  aimsOfPlan,
  dueOn,
  recheckOf,
  stageViews,
  weekGiven,
  type RecheckLine,
} from '../src/index.ts';
import { dossierOf, five, ID, PLAN_ID, planRow, trial } from './trialRows.ts';

const GIVEN = '2026-01-05';
const DAY = '2026-02-02';

const judged = (takenOn: string, seen: Seen[], change: Partial<Judgement> = {}) =>
  ({
    id: `look ${takenOn} ${JSON.stringify(seen)} ${JSON.stringify(change)}`,
    clientId: ID,
    version: 1,
    updatedAt: `${takenOn}T09:30:00.000Z`,
    saidAt: `${takenOn}T09:30:00.000Z`,
    saidBy: 'MB',
    takenOn,
    takenAt: `${takenOn}T09:30:00.000Z`,
    view: 'side',
    condition: 'bodyweight',
    asks: { ...PLAIN_LOOK, state: 'cold' },
    discarded: false,
    reps: 5,
    loadKg: 0,
    lookedAt: ['feet'],
    seen,
    ...change,
  }) as Judgement;
const heels = (severity: 'slight' | 'clear'): Seen => ({
  fault: 'heelsRise',
  severity,
  side: null,
  phase: null,
  reps: [],
});
/** Three trials of one measure on one day, as they are taken. */
const set = (
  measure: MeasureId,
  side: Side | null,
  values: number[],
  takenOn: string,
  state: 'cold' | 'after' = 'cold',
) => values.map((value) => trial(measure, side, value, { takenOn, state }));

/** What a setup needs but for the left ankle. */
const four = () => five().filter((t) => t.measure !== 'kneeToWall' || t.side !== 'left');

const AIMS: Aim[] = [
  { kind: 'reading', measure: 'kneeToWall', side: 'left' },
  { kind: 'finding', fault: 'heelsRise', side: null },
];
const recheck = (on: string, change: object = {}) =>
  ({
    id: `recheck ${on}`,
    clientId: ID,
    version: 1,
    updatedAt: `${on}T10:00:00.000Z`,
    saidAt: `${on}T10:00:00.000Z`,
    saidBy: 'MB',
    kind: 'recheck',
    on,
    at: `${on}T10:00:00.000Z`,
    takenBack: false,
    plan: PLAN_ID,
    method: { id: 'balanced', version: 0 },
    felt: null,
    results: [],
    step: 'keep',
    nextOn: '2026-03-01',
    ...change,
  }) as unknown as Decision;

const dossier = (after: number[], looks: Judgement[], change: object = {}) =>
  dossierOf(
    [
      ...four(),
      ...set('kneeToWall', 'left', [60, 61, 62], GIVEN),
      ...set('kneeToWall', 'left', after, DAY),
    ],
    {
      judgements: [...looks].sort((a, b) => b.takenAt.localeCompare(a.takenAt)),
      prescriptions: [planRow({ aims: AIMS })],
      ...change,
    },
  );
const lineOf = (d: ReturnType<typeof dossier>, aim: Aim): RecheckLine =>
  recheckOf(d, DAY)!.lines.find((l) => JSON.stringify(l.aim) === JSON.stringify(aim))!;
const BEFORE = judged(GIVEN, [heels('clear')]);

describe('a recheck', () => {
  it('is nothing before the first plan, and waits on the day a plan is given', () => {
    expect(recheckOf(dossierOf(five()), DAY)).toBeNull();
    const fresh = recheckOf(
      dossierOf(five(), { prescriptions: [planRow({ aims: AIMS })] }),
      GIVEN,
    )!;
    expect(fresh).toMatchObject({ isNew: true, dueOn: '2026-01-26', toRepeat: [] });
    expect(sayRechecked(fresh)).toBe(
      'This plan was given on 5 Jan 2026. Look again on 26 Jan 2026.',
    );
  });

  it('judges the aims together: a gain that counts by itself need not count beside another', () => {
    // Worked by hand: three steady trials each, so the floor of half the tape's 6 mm, and 3 mm for the occasion: √(3 + 3 + 18) = 4.9 mm. At 5 %
    // that is 9.6 mm, for each of two 1.96 becomes 2.2414 and it is 11.0 mm.
    const gain = (mm: number) => lineOf(dossier([60 + mm, 61 + mm, 62 + mm], [BEFORE]), AIMS[0]!);
    expect(gain(10).countsFrom).toBeCloseTo(2.2414 * Math.sqrt(24), 2);
    expect(gain(10).word).toBe('same');
    expect(gain(12).word).toBe('better');
    expect(gain(-12).word).toBe('worse');
    expect(sayTogether(2)).toMatch(
      /^These 2 goals were named with the plan and are judged together/,
    );
  });

  it('compares the same look by eye, and says what stays open', () => {
    const none = lineOf(dossier([60], [BEFORE]), AIMS[1]!);
    expect(none).toMatchObject({ word: 'unknown', before: null });
    expect(sayRecheckLine(none)).toBe('Not repeated since the plan.');
    const gone = lineOf(dossier([60], [BEFORE, judged(DAY, [])]), AIMS[1]!);
    expect(gone).toMatchObject({ word: 'better', by: 'eye' });
    expect(sayRecheckLine(gone)).toBe('By eye, 5 Jan 2026 and 2 Feb 2026.');
  });

  it('does not compare a look taken differently, and says in what', () => {
    const shod = judged(DAY, [], { asks: { ...PLAIN_LOOK, state: 'cold', shod: true } });
    const line = lineOf(dossier([60], [BEFORE, shod]), AIMS[1]!);
    expect(line).toMatchObject({ word: 'unknown', by: null, differs: ['shod'] });
    expect(sayRecheckLine(line)).toBe(
      'Not compared: the look of 2 Feb 2026 was taken in other footwear.',
    );
    // Warm instead of cold is compared, and said.
    const warm = judged(DAY, [], { asks: { ...PLAIN_LOOK, state: 'warm' } });
    const told = lineOf(dossier([60], [BEFORE, warm]), AIMS[1]!);
    expect(told.word).toBe('better');
    expect(sayRecheckLine(told)).toMatch(/The two were taken in another state\.$/);
  });

  it('takes no look and no reading from after a routine, and none of another day than it says', () => {
    const after = judged(DAY, [], { asks: { ...PLAIN_LOOK, state: 'after' } });
    expect(lineOf(dossier([60], [BEFORE, after]), AIMS[1]!).word).toBe('unknown');
    const d = dossierOf(
      [
        ...four(),
        ...set('kneeToWall', 'left', [60, 61, 62], GIVEN),
        ...set('kneeToWall', 'left', [95, 96, 97], DAY, 'after'),
      ],
      { prescriptions: [planRow({ aims: AIMS })] },
    );
    expect(lineOf(d, AIMS[0]!).word).toBe('unknown');
    // What came later is not known on the day.
    const later = dossier([60], [BEFORE, judged('2026-03-01', [])]);
    expect(lineOf(later, AIMS[1]!).word).toBe('unknown');
  });

  it('lists what is to be repeated today exactly as it was, and drops what has been', () => {
    const open = recheckOf(
      dossierOf([...four(), ...set('kneeToWall', 'left', [60, 61, 62], GIVEN)], {
        judgements: [BEFORE],
        prescriptions: [planRow({ aims: AIMS })],
      }),
      DAY,
    )!;
    expect(open.toRepeat.map(sayRepeat)).toEqual(['Side · cold', 'Toe to wall, left · cold']);
    const done = recheckOf(dossier([60, 61, 62], [BEFORE, judged(DAY, [])]), DAY)!;
    expect(done.toRepeat).toEqual([]);
    const shod = judged(DAY, [], { asks: { ...PLAIN_LOOK, state: 'cold', shod: true } });
    expect(recheckOf(dossier([60], [BEFORE, shod]), DAY)!.toRepeat.map(sayRepeat)).toEqual([
      'Side · cold: today’s look was taken in other footwear',
    ]);
  });

  it('judges plans from before aims were kept by what they would have named', () => {
    const d = dossier([60], [BEFORE], { prescriptions: [planRow()] });
    expect(aimsOfPlan(d, planRow())).toEqual([
      { kind: 'reading', measure: 'kneeToWall', side: 'left' },
      { kind: 'finding', fault: 'heelsRise', side: null },
    ]);
  });

  it('keeps checking the same plan on the day the next one is given', () => {
    const next = planRow({ id: '44444444-4444-4444-8444-444444444444', givenOn: DAY, aims: [] });
    const d = dossier([60, 61, 62], [BEFORE, judged(DAY, [])], {
      prescriptions: [next, planRow({ aims: AIMS })],
      decisions: [recheck(DAY)],
    });
    expect(recheckOf(d, DAY)!.plan.id).toBe(PLAN_ID);
    expect(recheckOf({ ...d, decisions: [] }, DAY)!.isNew).toBe(true);
  });

  it('refers after pain, and after getting worse twice', () => {
    const worse = [60 - 20, 61 - 20, 62 - 20];
    const first = (change: object) =>
      recheckOf(dossier(worse, [BEFORE], change), DAY)!.proposals[0];
    expect(first({})).toEqual({ step: 'adjustSetup', because: 'worse' });
    const before = recheck('2026-01-20', {
      results: [
        {
          aim: AIMS[0],
          isAim: true,
          word: 'worse',
          by: 'reading',
          before: 61,
          after: 40,
          unit: 'mm',
          countsFrom: 14,
          call: null,
        },
      ],
    });
    expect(first({ decisions: [before] })).toEqual({ step: 'refer', because: 'worseTwice' });
    const pain = { id: 'p', on: '2026-01-10', level: 4, place: 'knee' };
    expect(first({ pains: [pain] })).toEqual({ step: 'refer', because: 'pain' });
    // Pain told with a set of the load log is pain as well.
    const sore = {
      takenOn: '2026-01-20',
      takenAt: '2026-01-20T10:00:00.000Z',
      pain: 3,
      undone: false,
    };
    expect(first({ loadSets: [sore] })).toEqual({ step: 'refer', because: 'pain' });
    expect(first({ loadSets: [{ ...sore, undone: true }] })?.because).toBe('worse');
  });
});

describe('the day of the next look', () => {
  it('is the plan’s, then what was said last at a recheck; the calendar follows with a higher number', () => {
    const d = dossier([60], [BEFORE]);
    expect(dueOn(d, planRow())).toBe('2026-01-26');
    const kept = { ...d, decisions: [recheck(DAY)] };
    expect(dueOn(kept, planRow())).toBe('2026-03-01');
    const [was, is] = [d, kept].map((of) => weekGiven(of, planRow())!);
    expect(is!.moved).toBeGreaterThan(was!.moved);
    const events = calendarEvents(planRow(), is!, 'x', 15);
    expect(JSON.stringify(events)).toContain('2026-03-01');
    // Taken back, it is the plan's again.
    expect(dueOn({ ...d, decisions: [recheck(DAY, { takenBack: true })] }, planRow())).toBe(
      '2026-01-26',
    );
  });

  it('shows on the bead: later, due, done', () => {
    const note = (change: object, day: string) =>
      stageViews(dossier([60], [BEFORE], { screenings: [], ...change }), day, HOUSE_RULES).recheck;
    expect(note({}, '2026-01-10')).toEqual({
      state: 'open',
      note: { kind: 'recheckOn', on: '2026-01-26' },
    });
    expect(note({}, DAY).state).toBe('attention');
    expect(note({ decisions: [recheck(DAY)] }, DAY)).toMatchObject({ state: 'done' });
    expect(note({ prescriptions: [] }, DAY)).toMatchObject({ note: { kind: 'noPlan' } });
  });
});

it('a kept recheck says its verdicts, the coach’s own call, and by which method', () => {
  const kept = recheck(DAY, {
    method: { id: 'own', version: 3 },
    results: [
      {
        aim: AIMS[0],
        isAim: true,
        word: 'better',
        by: 'reading',
        before: 60,
        after: 80,
        unit: 'mm',
        countsFrom: 14,
        call: null,
      },
      {
        aim: AIMS[1],
        isAim: true,
        word: 'same',
        by: 'camera',
        before: 12,
        after: 11,
        unit: 'mm',
        countsFrom: 5,
        call: 'better',
      },
    ],
  });
  expect(sayKept(kept as never, 'Loaded carry')).toBe(
    '1 better and 1 no change we can see. The coach’s call: heels rise better. Keep the plan; next look 1 Mar 2026. Judged by Loaded carry, version 3. Kept by MB.',
  );
});
