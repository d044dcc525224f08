import type { Decision, Dossier, LookAsks } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import { BALANCED, ENTRY_TEST, profileOf, PURPOSE_PLANS, type Setup } from '@zither/core';
import { ladderOf, ownsRange, rungsSeen } from '@zither/visit';
import { ladderLines, sayDose, sayEntryTestDone } from '@zither/words/ladder';
import { AT, dossierOf, five, ID } from './trialRows.ts';

const row = { id: ID, clientId: ID, version: 1, updatedAt: AT, saidAt: AT, saidBy: '' };
const SETUP: Setup = {
  stanceWidthMm: 430,
  toeOutDeg: { left: 15, right: 15 },
  support: { kind: 'floor' },
  hold: 'goblet',
  loadKg: 16,
  balance: 0.5,
  trackingOffsetDeg: 0,
};
const screened: Dossier['screenings'] = [
  { ...row, takenOn: '2026-01-05', purpose: 'strength', asked: [], answers: {}, answeredAt: {} },
];
const client = (change: Partial<Dossier> = {}) =>
  dossierOf(five(), { screenings: screened, ...change });
const ladder = (dossier: Dossier) =>
  ladderOf(dossier, { setup: SETUP, isLikely: true }, BALANCED, []);

const entryTest = (
  change: Partial<Extract<Decision, { kind: 'entryTest' }>> = {},
): Extract<Decision, { kind: 'entryTest' }> => ({
  ...row,
  kind: 'entryTest',
  on: '2026-01-06',
  at: '2026-01-06T09:00:00.000Z',
  takenBack: false,
  rung: 'goblet',
  ...ENTRY_TEST,
  loadKg: 16,
  isLifted: false,
  isClean: true,
  ...change,
});

const setupTrial = (
  change: Partial<Dossier['setupTrials'][number]> = {},
): Dossier['setupTrials'][number] => ({
  ...row,
  takenOn: '2026-01-05',
  takenAt: '2026-01-05T10:00:00.000Z',
  setup: SETUP,
  thighDepthDeg: 6,
  profile: 'balanced',
  why: 'own',
  chance: null,
  depthDeg: 6,
  heelRose: { left: false, right: false },
  knees: { left: 'over', right: 'over' },
  tuckFromDeg: null,
  faults: [],
  lookedAt: ['heels', 'foot', 'knees', 'tuck', 'shift', 'balance', 'rise'],
  comfort: 4,
  pain: false,
  captureIds: [],
  undone: false,
  ...change,
});

describe('what the record shows of the ladder', () => {
  it('a clean trial is seen on the rung of its load position; what was not looked at shows nothing', () => {
    expect(rungsSeen(client({ setupTrials: [setupTrial()] }))).toEqual([
      {
        rung: 'goblet',
        isClean: true,
        reps: 3,
        pauseS: 0,
        loadKg: 16,
        isLifted: false,
        on: '2026-01-05',
      },
    ]);
    const raised = { ...SETUP, support: { kind: 'block' as const, riseMm: 20 } };
    expect(rungsSeen(client({ setupTrials: [setupTrial({ setup: raised })] }))[0]!.rung).toBe(
      'gobletHeels',
    );
    expect(
      rungsSeen(
        client({ setupTrials: [setupTrial({ heelRose: { left: true, right: false } })] }),
      )[0]!.isClean,
    ).toBe(false);
    expect(rungsSeen(client({ setupTrials: [setupTrial({ lookedAt: ['knees'] })] }))).toEqual([]);
    expect(rungsSeen(client({ setupTrials: [setupTrial({ undone: true })] }))).toEqual([]);
  });

  it('looks at a load show the load position chosen by then: a clear fault, or nothing at all from two sides', () => {
    const judged = (
      view: 'side' | 'front',
      severity: 'slight' | 'clear' | null,
    ): Dossier['judgements'][number] => ({
      ...row,
      takenOn: '2026-01-07',
      takenAt: '2026-01-07T10:00:00.000Z',
      view,
      condition: 'load',
      asks: { ...PLAIN_LOOK, loadKg: 40 },
      discarded: false,
      reps: 5,
      loadKg: 40,
      lookedAt: ['feet'],
      seen: severity
        ? [
            {
              fault: view === 'side' ? 'heelsRise' : 'archDrops',
              severity,
              side: null,
              phase: null,
              reps: [],
            },
          ]
        : [],
    });
    const setup: Dossier['setup'] = {
      ...row,
      setup: { ...SETUP, hold: 'highBar', loadKg: 40 },
      thighDepthDeg: 6,
      workingPoint: 'parallelLines',
      profile: 'balanced',
    };
    const shows = (...judgements: Dossier['judgements']) =>
      rungsSeen(client({ setup, judgements })).map((s) => [s.rung, s.isClean, s.loadKg]);
    expect(shows(judged('side', null), judged('front', null))).toEqual([['highBar', true, 40]]);
    expect(shows(judged('side', 'clear'))).toEqual([['highBar', false, 40]]);
    expect(shows(judged('side', 'slight'), judged('front', null))).toEqual([]);
    // From one side alone nothing at all was seen of half of it.
    expect(shows(judged('side', null))).toEqual([]);
    expect(rungsSeen(client({ judgements: [judged('side', 'clear')] }))).toEqual([]);
  });

  it('short tests show the lowest rungs, and only a low seat shows a failure', () => {
    const tried = (
      test: 'supportedSit' | 'counterbalance' | 'lowBox',
      outcome: Dossier['tried'][number]['outcome'],
    ): Dossier['tried'][number] => ({
      ...row,
      takenOn: '2026-01-05',
      takenAt: AT,
      test,
      side: null,
      outcome,
      cue: null,
      felt: null,
      results: [],
      undone: false,
    });
    const shows = (...list: Dossier['tried']) =>
      rungsSeen(client({ tried: list })).map((s) => [s.rung, s.isClean]);
    expect(
      shows(
        tried('supportedSit', 'nothing'),
        tried('counterbalance', 'clean'),
        tried('lowBox', 'worse'),
      ),
    ).toEqual([
      ['supported', true],
      ['counterweight', true],
      ['box', false],
    ]);
    // Barefoot at the end of the range heels come up; the squat on a lift has not failed.
    expect(shows(tried('supportedSit', 'heelsUp'), tried('counterbalance', 'heelsUp'))).toEqual([]);
  });

  it('the range is owned by a flat squat barefoot in which the heels stayed down, or by a clean trial on the floor', () => {
    const look = (asks: Partial<LookAsks>, isUp = false): Dossier['judgements'][number] => ({
      ...row,
      takenOn: '2026-01-05',
      takenAt: AT,
      view: 'side',
      condition: 'bodyweight',
      asks: { ...PLAIN_LOOK, ...asks },
      discarded: false,
      reps: 5,
      loadKg: 0,
      lookedAt: ['feet'],
      seen: isUp
        ? [{ fault: 'heelsRise', severity: 'slight', side: null, phase: null, reps: [] }]
        : [],
    });
    const owns = (...judgements: Dossier['judgements']) =>
      ownsRange(client({ judgements }), BALANCED);
    expect(owns()).toBe(false);
    expect(owns(look({}))).toBe(true);
    expect(owns(look({}, true))).toBe(false);
    expect(owns(look({ shod: true }))).toBe(false);
    expect(owns(look({ heelRiseMm: 20 }))).toBe(false);
    expect(owns({ ...look({}), lookedAt: ['knees'] })).toBe(false);
    const raised = { ...SETUP, support: { kind: 'block' as const, riseMm: 20 } };
    const tried = (setup: Setup) =>
      ownsRange(client({ setupTrials: [setupTrial({ setup })] }), BALANCED);
    expect(tried(SETUP)).toBe(true);
    expect(tried(raised)).toBe(false);
    // A lift that is a tool for good asks for no range without it, unless the purpose is flat.
    expect(ownsRange(client(), profileOf('heelTool')!)).toBe(true);
    const barbell = client({ screenings: [{ ...screened[0]!, purpose: 'barbell' }] });
    expect(ownsRange(barbell, profileOf('heelTool')!)).toBe(false);
  });

  it('an entry test opens the next rung until it is taken back', () => {
    const setup = { ...SETUP, hold: 'highBar' as const, loadKg: 0 };
    const at = (decisions: Decision[]) =>
      ladderOf(client({ decisions }), { setup, isLikely: true }, BALANCED, []);
    expect(at([entryTest()]).now).toBe('front');
    expect(at([entryTest({ takenBack: true })]).now).toBe('goblet');
    expect(sayEntryTestDone(entryTest())).toBe(
      '6 Jan 2026: Goblet squat, 5 reps, 2 s still, 16 kg: all clean.',
    );
  });

  it('purpose sets the start and the dose; the coach’s choice comes before both, the newest first', () => {
    expect(ladder(client())).toMatchObject({ now: 'goblet', dose: PURPOSE_PLANS.strength.dose });
    const train = (
      at: string,
      change: Partial<Extract<Decision, { kind: 'train' }>>,
    ): Extract<Decision, { kind: 'train' }> => ({
      ...row,
      kind: 'train',
      on: '2026-01-06',
      at,
      takenBack: false,
      rung: null,
      dose: null,
      heelRole: null,
      ...change,
    });
    const chosen = [
      train('2026-01-06T09:00:00.000Z', { rung: 'box' }),
      train('2026-01-06T10:00:00.000Z', { rung: 'supported', dose: PURPOSE_PLANS.return.dose }),
    ];
    expect(ladder(client({ decisions: chosen }))).toMatchObject({
      now: 'supported',
      dose: PURPOSE_PLANS.return.dose,
    });
    expect(
      ladder(client({ decisions: [chosen[0]!, { ...chosen[1]!, takenBack: true }] })),
    ).toMatchObject({ now: 'box', dose: PURPOSE_PLANS.strength.dose });
  });

  it('says what, why and what is next, in plain words', () => {
    expect(ladderLines(ladder(client()))).toEqual([
      'Goblet squat: 4 sets of 3 to 5 good reps, 1 s still at the bottom.',
      'Up to 16 kg for now.',
      'Hold the weight against the breastbone, elbows inside the knees.',
      'General strength starts here while no variation was seen.',
      'Next: front squat, after 5 clean reps and 2 s still at the bottom of each with the goblet squat.',
    ]);
    expect(sayDose(PURPOSE_PLANS.return.dose)).toBe(
      '2 sets of 10 to 20 easy reps, 5 s on the way down',
    );
  });
});
