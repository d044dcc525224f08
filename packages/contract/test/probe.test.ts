import {
  CAUSE_IDS,
  GROUP_IDS,
  DECIDING_FAULTS,
  EFFECTS,
  LINKS,
  OTHER_FINDINGS,
  OUTCOMES,
  DAY_KINDS,
  RUNGS,
  SIDES,
  STRENGTH,
  tablesWith,
  TEST_IDS,
  TRIAL_FAULTS,
  TRIAL_PARTS,
  type TableChange,
} from '@zither/core';
import {
  causeIdSchema,
  groupIdSchema,
  decidingFaultSchema,
  decisionValuesSchema,
  findingIdSchema,
  outcomeSchema,
  rungIdSchema,
  tableChangeSchema,
  testIdSchema,
  trialFaultSchema,
  trialPartSchema,
  triedValuesSchema,
  weekDaysSchema,
} from '../src/index.ts';

const AT = '2026-01-05T09:00:00.000Z';

describe('the words of Probe', () => {
  it('are the same in the contract as in the core', () => {
    expect(causeIdSchema.options).toEqual([...CAUSE_IDS]);
    expect(groupIdSchema.options).toEqual([...GROUP_IDS]);
    expect(testIdSchema.options).toEqual([...TEST_IDS]);
    expect(rungIdSchema.options).toEqual([...RUNGS]);
    expect(weekDaysSchema.element.options).toEqual([...DAY_KINDS]);
    expect(trialPartSchema.options).toEqual([...TRIAL_PARTS]);
    expect(trialFaultSchema.options).toEqual([...TRIAL_FAULTS]);
    expect(decidingFaultSchema.options).toEqual([...DECIDING_FAULTS]);
    expect([...outcomeSchema.options].sort()).toEqual([...OUTCOMES].sort());
    for (const finding of [...OTHER_FINDINGS, ...LINKS.map((l) => l.finding)])
      expect(findingIdSchema.safeParse(finding).success).toBe(true);
  });

  it('every entry of the tables can be changed, and what the contract takes the core understands', () => {
    const changes: TableChange[] = [
      ...CAUSE_IDS.map((cause): TableChange => ({ kind: 'prior', cause, to: 0.3 })),
      ...LINKS.map(({ finding, cause }): TableChange => ({
        kind: 'link',
        finding,
        cause,
        to: 'none',
      })),
      ...TEST_IDS.flatMap((test): TableChange[] => [
        { kind: 'minutes', test, to: 2.5 },
        ...EFFECTS.map((effect): TableChange => ({
          kind: 'testLink',
          test,
          cause: 'ankleJoint',
          effect,
          to: 'weak',
        })),
      ]),
      ...(Object.keys(STRENGTH) as (keyof typeof STRENGTH)[]).map((strength): TableChange => ({
        kind: 'strength',
        strength,
        to: 0.5,
      })),
      { kind: 'sureness', by: 'eye', severity: 'clear', to: 0.8 },
    ];
    const read = changes.map((c) => tableChangeSchema.parse(c));
    expect(read).toEqual(changes);
    const tables = tablesWith(read as TableChange[]);
    expect(tables.links).toEqual([]);
    expect(tables.priors.quadsWeak).toBe(0.3);
    expect(tables.strength.strong).toBe(0.5);
  });

  it('a test has a side or none, and a conclusion names what it is about', () => {
    for (const side of [...SIDES, null])
      expect(
        triedValuesSchema.parse({
          takenOn: '2026-01-05',
          takenAt: AT,
          test: 'footCue',
          side,
          outcome: 'helps',
        }).undone,
      ).toBe(false);
    const base = { on: '2026-01-05', at: AT };
    expect(
      decisionValuesSchema.safeParse({ ...base, kind: 'workOn', causes: [] }).error?.issues[0]
        ?.message,
    ).toBe('must name a cause.');
    expect(
      decisionValuesSchema.safeParse({ ...base, kind: 'forget' }).error?.issues[0]?.message,
    ).toBe(
      'must be leaveAlone, workOn, choose, train, entryTest, routine, week, afterRoutine, recheck or consent.',
    );
  });
});
