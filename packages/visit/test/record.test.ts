import type { ClientRecord, Lock, Screening, SetupTrial, Stop, Trial } from '@zither/contract';
import { BALANCED } from '@zither/core';
import { dossierAt, isHeld, kitHere, safetyOf } from '@zither/visit';
import { dossierOf, five, ID, trial } from './trialRows.ts';

const row = (saidAt: string) => ({
  id: ID,
  clientId: ID,
  version: 1,
  updatedAt: saidAt,
  saidAt,
  saidBy: 'CH',
});

const recordOf = (change: Partial<ClientRecord>): ClientRecord => {
  const { client, trials } = dossierOf(five());
  return {
    format: 'zither-plumb-record',
    version: 1,
    client,
    sessions: [],
    trials,
    captures: [],
    judgements: [],
    tried: [],
    decisions: [],
    setups: [],
    setupTrials: [],
    locks: [],
    prescriptions: [],
    links: [],
    homeReports: [],
    loadSets: [],
    screenings: [],
    clearances: [],
    pains: [],
    stops: [],
    corrections: [],
    moves: [],
    methods: { own: [], choices: [] },
    tables: [],
    practice: {
      cueChange: [],
      drillChange: [],
      emergency: [],
      units: [],
      zone: [],
      rack: [],
      countsUse: [],
    },
    ...change,
  };
};

const at = (record: ClientRecord, on: string) => dossierAt(record, on).dossier;

describe('a record as known on a day', () => {
  it('leaves out what was said later, whatever day it is of', () => {
    const late: Screening = {
      ...row('2026-02-10T09:00:00.000Z'),
      takenOn: '2026-01-10',
      purpose: 'strength',
      asked: ['swelling'],
      answers: { swelling: true },
      answeredAt: {},
    };
    const record = recordOf({ screenings: [late] });
    expect(at(record, '2026-01-20').screenings).toEqual([]);
    expect(safetyOf(at(record, '2026-01-20'), '2026-01-20').state).toBe('notScreened');
    expect(at(record, '2026-02-10').screenings).toEqual([late]);
  });

  it('tells what is dated ahead once it is said: what it tightens holds that day already', () => {
    const ahead: Screening = {
      ...row('2026-02-10T09:00:00.000Z'),
      takenOn: '2026-02-12',
      purpose: 'strength',
      asked: ['nerve'],
      answers: { nerve: true },
      answeredAt: {},
    };
    const record = recordOf({ screenings: [ahead] });
    expect(at(record, '2026-02-09').screenings).toEqual([]);
    expect(at(record, '2026-02-10').screenings).toEqual([ahead]);
    expect(isHeld(safetyOf(at(record, '2026-02-10'), '2026-02-10'))).toBe(true);
  });

  it.each([
    ['Pacific/Auckland', '2026-02-09T19:30:00.000Z', '2026-02-10'],
    ['America/Los_Angeles', '2026-02-11T06:30:00.000Z', '2026-02-10'],
  ])('has a stop on the day it was in the gym, in %s', (zone, said, on) => {
    const stop: Stop = {
      ...row(said),
      on,
      at: said,
      movement: 'Squat',
      what: 'alarm',
      after: null,
    };
    const record = recordOf({ stops: [stop] });
    record.practice.zone = [{ ...row('2026-01-01T00:00:00.000Z'), zone }];
    expect(isHeld(safetyOf(at(record, '2026-02-09'), '2026-02-09'))).toBe(false);
    expect(isHeld(safetyOf(at(record, on), on))).toBe(true);
  });

  it('has the practice’s rack, drills and counts as they were then', () => {
    const rack = (saidAt: string, riseMm: number) => ({
      ...row(saidAt),
      at: saidAt,
      by: 'CH',
      items: [{ kind: 'block' as const, as: 'plate' as const, riseMm }],
    });
    const record = recordOf({});
    record.practice.rack = [
      rack('2026-01-05T09:00:00.000Z', 10),
      rack('2026-02-05T09:00:00.000Z', 20),
    ];
    const rises = (on: string) =>
      kitHere(at(record, on)).map((k) => (k.kind === 'block' ? k.riseMm : 0));
    expect(rises('2025-12-31')).toEqual([]);
    expect(rises('2026-01-20')).toEqual([10]);
    expect(rises('2026-02-05')).toEqual([20]);
    // What the client brings comes beside it; the same piece counts once.
    record.client = {
      ...record.client,
      kit: [
        { kind: 'block', as: 'plate', riseMm: 20 },
        { kind: 'block', as: 'shoe', riseMm: 25 },
      ],
    };
    expect(rises('2026-02-05')).toEqual([20, 25]);
  });

  it('a trial, a lock and a reading taken back later still count then', () => {
    const setup = {
      stanceWidthMm: 400,
      toeOutDeg: { left: 15, right: 15 },
      support: { kind: 'floor' as const },
      hold: 'highBar' as const,
      loadKg: 40,
      balance: 0.5,
      trackingOffsetDeg: 0,
    };
    const tried: SetupTrial = {
      ...row('2026-03-01T09:00:00.000Z'),
      takenOn: '2026-01-06',
      takenAt: '2026-01-06T09:00:00.000Z',
      setup,
      thighDepthDeg: 0,
      profile: 'balanced',
      load: 'usual',
      depthDeg: 0,
      heelRose: { left: false, right: false },
      knees: { left: 'over', right: 'over' },
      tuckFromDeg: null,
      comfort: null,
      pain: false,
      chance: null,
      captureIds: [],
      undone: true,
    } as never;
    const lock: Lock = {
      ...row('2026-03-01T09:00:00.000Z'),
      on: '2026-01-06',
      at: '2026-01-06T10:00:00.000Z',
      by: 'CH',
      why: 'Tried and clean.',
      setup,
      thighDepthDeg: 0,
      profile: 'balanced',
      workingPoint: 'parallelLines',
      profileName: BALANCED.name,
      evidence: { chance: null, trials: [], limits: null, says: [] },
      takenBack: true,
    } as never;
    const struck: Trial = {
      ...trial('kneeToWall', 'left', 90),
      struck: { reason: 'Typed wrong', at: '2026-03-01T09:00:00.000Z' },
    };
    const record = recordOf({ setupTrials: [tried], locks: [lock], trials: [struck] });
    const then = at(record, '2026-01-20');
    expect(then.setupTrials[0]!.undone).toBe(false);
    expect(then.locks[0]!.takenBack).toBe(false);
    expect(then.trials[0]!.struck).toBeNull();
    const now = at(record, '2026-03-01');
    expect(now.setupTrials[0]!.undone).toBe(true);
    expect(now.locks[0]!.takenBack).toBe(true);
    expect(now.trials[0]!.struck).not.toBeNull();
  });

  it('uses the usual method and the tables in force then', () => {
    const record = recordOf({
      methods: {
        own: [],
        choices: [
          {
            ...row('2026-01-01T09:00:00.000Z'),
            at: '2026-01-01T09:00:00.000Z',
            by: '',
            profile: 'upright',
          },
          {
            ...row('2026-02-01T09:00:00.000Z'),
            at: '2026-02-01T09:00:00.000Z',
            by: '',
            profile: 'openHip',
          },
        ] as never,
      },
      tables: [
        {
          ...row('2026-02-01T09:00:00.000Z'),
          at: '2026-02-01T09:00:00.000Z',
          by: '',
          why: 'x',
          changes: [],
        },
      ] as never,
    });
    expect(at(record, '2026-01-15').schools.usual).toBe('upright');
    expect(dossierAt(record, '2026-01-15').tables).toEqual([]);
    expect(at(record, '2026-02-15').schools.usual).toBe('openHip');
    expect(dossierAt(record, '2026-02-15').tables).toHaveLength(1);
  });
});
