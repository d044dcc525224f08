import { learnedSchema, type Decision, type Dossier } from '@zither/contract';
import { DRILLS, type MeasureId } from '@zither/core';
import { isFew, sayInPlan, sayReaders, sayWorked } from '@zither/words/learned';
import { writeAnswer } from '@zither/words/answer';
import { writePlan } from '@zither/words/plan';
import { answerOf, countsOf, learnedFrom } from '../src/index.ts';
import { dossierOf, drillRow, five, planRow, trial } from './trialRows.ts';

const DRILL = DRILLS.find((d) => d.works.ankleJoint)!;
let n = 0;
/** A client whose plan worked on the ankle, with or without the drill, and how the ankle was at the recheck. */
function client(hasDrill: boolean, word: 'better' | 'same' | 'worse' | 'unknown'): Dossier {
  n += 1;
  const planId = `33333333-3333-4333-8333-${String(n).padStart(12, '0')}`;
  const plan = planRow({ id: planId, drills: hasDrill ? [drillRow(DRILL)] : [] });
  const recheck = {
    id: `r${n}`,
    kind: 'recheck',
    on: '2026-02-02',
    at: '2026-02-02T10:00:00.000Z',
    takenBack: false,
    plan: planId,
    results: [{ aim: { kind: 'reading', measure: 'kneeToWall', side: 'left' }, isAim: true, word }],
  } as unknown as Decision;
  return dossierOf([], { prescriptions: [plan], decisions: [recheck] });
}
const many = (count: number, of: () => Dossier) => Array.from({ length: count }, of);

describe('what worked here', () => {
  it('counts clients with the same cause, with and without; one outcome a client', () => {
    const learned = learnedFrom([
      ...many(6, () => client(true, 'better')),
      ...many(2, () => client(true, 'same')),
      ...many(3, () => client(false, 'better')),
      ...many(5, () => client(false, 'worse')),
      // Not read again: no outcome.
      client(true, 'unknown'),
    ]);
    expect(learnedSchema.parse(learned)).toEqual(learned);
    const [line] = learned.worked;
    expect(line).toMatchObject({
      cause: 'ankleJoint',
      kind: 'drill',
      id: DRILL.id,
      with: { k: 6, n: 8 },
      without: { k: 3, n: 8 },
    });
    expect(sayWorked(line!)).toMatch(
      /better and stayed so in 6 of 8 \(\d+ % to \d+ %\) with it, 3 of 8 \(\d+ % to \d+ %\) without\.$/,
    );
    expect(countsOf(learned)).toEqual([
      { drill: DRILL.id, cause: 'ankleJoint', with: { k: 6, n: 8 }, without: { k: 3, n: 8 } },
    ]);
    expect(sayInPlan(line!, false)).toMatch(/^In the plan it would be × 1\.\d\d\.$/);
    expect(isFew(line!)).toBe(false);
    expect(isFew(learnedFrom([client(true, 'better')]).worked[0]!)).toBe(true);
  });
});

describe('who measured', () => {
  const read = (by: string, value: number, takenOn: string, measure: MeasureId = 'kneeToWall') =>
    trial(measure, 'left', value, { saidBy: by, takenOn });
  const day = (i: number) => `2026-01-0${i + 1}`;

  it('sets the error between two coaches beside that within one, and finds who reads more', () => {
    const dossiers = [0, 1, 2, 3].map((i) =>
      dossierOf([
        ...[80, 81, 82].map((v) => read('CH', v + 9 + (i % 2), day(i))),
        ...[80, 81, 82].map((v) => read('MB', v, day(i))),
      ]),
    );
    const [line] = learnedFrom(dossiers).coaches;
    expect(line).toMatchObject({ measure: 'kneeToWall', one: 'CH', other: 'MB', pairs: 4 });
    expect(sayReaders(line!)).toMatch(
      /^Toe to wall, CH and MB: 4 double readings\. Between them ± .* cm, within one ± .* cm\. CH reads (0\.9|1\.0) cm more/,
    );
  });

  it('pairs only what was read on one day in one state, and says when that is too few', () => {
    const apart = dossierOf([read('CH', 80, day(0)), read('MB', 90, day(1))]);
    expect(learnedFrom([apart]).coaches).toEqual([]);
    // Three who read the same are three pairs.
    const three = dossierOf(['CH', 'MB', 'ZV'].map((by, i) => read(by, 80 + i, day(0))));
    expect(learnedFrom([three]).coaches.map((c) => `${c.one} ${c.other}`)).toEqual([
      'CH MB',
      'CH ZV',
      'MB ZV',
    ]);
    const once = dossierOf([read('CH', 80, day(0)), read('MB', 90, day(0))]);
    expect(sayReaders(learnedFrom([once]).coaches[0]!)).toBe(
      'Toe to wall, CH and MB: 1 double reading. It takes 3 to say anything.',
    );
  });
});

describe('counts the practice lets the plan use', () => {
  it('change the plan, and page, shell and server say by which counts; without the switch they change nothing', () => {
    const stiff = dossierOf(five({ wall: [20, 20] }));
    const on = '2026-01-05';
    const decisions = [
      {
        kind: 'workOn',
        on,
        at: `${on}T10:00:00.000Z`,
        takenBack: false,
        causes: [{ cause: 'ankleJoint', side: 'left', probability: 0.9, because: ['short'] }],
      },
    ] as never;
    const of = (counts?: Dossier['schools']['counts']) =>
      answerOf({
        dossier: {
          ...stiff,
          decisions,
          schools: { ...stiff.schools, ...(counts ? { counts } : {}) },
        },
        on,
        tables: [],
      });
    const plain = of().plan!;
    const first = plain.drills[0]!.drill;
    expect(plain.drills.every((d) => d.counted === null)).toBe(true);
    const [won, lost] = [
      { k: 28, n: 30 },
      { k: 3, n: 30 },
    ];
    const answer = of({
      at: `${on}T08:00:00.000Z`,
      drills: DRILLS.filter((d) => d.works.ankleJoint).map((d) => ({
        drill: d.id,
        cause: 'ankleJoint',
        ...(d.id === first.id ? { with: lost, without: won } : { with: won, without: lost }),
      })),
    });
    const drills = answer.plan!.drills.map((d) => d.drill.id);
    expect(drills).not.toContain(first.id);
    expect(drills.length).toBeGreaterThan(0);
    const counted =
      /; counted here: better and stayed so in 28 of 30 with it, 3 of 30 without \(× 1\.50\)$/;
    const page = writePlan(answer.plan!, on).drills.map((d) => d.because);
    expect(page.every((because) => counted.test(because))).toBe(true);
    expect(writeAnswer(answer).plan!.drills.map((d) => d.because)).toEqual(page);
  });
});
