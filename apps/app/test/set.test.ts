import { BALANCED, HOUSE_RULES } from '@zither/core';
import {
  methodOf,
  settledSetup,
  basisOf,
  finderQuestion,
  answerLoop,
  cleanTo,
  countingTrials,
  freshCaptures,
  loopQuestion,
  showedIn,
} from '@zither/visit';
import { sayShowed } from '@zither/words/trials';
import { five, trial } from '../../../packages/visit/test/trialRows.ts';
import { OWN, own, setup, values, tried, client, capture, finding } from './setRecords.ts';

describe('trials that count', () => {
  it('are those since the ankles were last measured, not taken back, oldest first', () => {
    const old = tried({ takenOn: '2026-01-01', takenAt: '2026-01-01T10:00:00.000Z' });
    const late = tried({ takenAt: '2026-01-05T12:00:00.000Z' });
    const early = tried();
    const back = tried({ undone: true });
    const dossier = client({ setupTrials: [late, back, early, old] });
    expect(countingTrials(dossier).map((t) => t.id)).toEqual([early.id, late.id]);
    const remeasured = {
      ...dossier,
      trials: [
        ...dossier.trials,
        trial('kneeToWall', 'left', 70, { takenOn: '2026-02-01' }),
        trial('kneeToWall', 'right', 95, { takenOn: '2026-02-01' }),
      ],
    };
    expect(countingTrials(remeasured)).toEqual([]);
  });

  it('are asked of the engine with their own school, and the answer is the same twice', () => {
    const dossier = client({
      setupTrials: [tried({ profile: OWN, heelRose: { left: true, right: false } })],
      schools: { own: [own], usual: 'balanced' },
    });
    const question = finderQuestion(dossier, [], HOUSE_RULES)!;
    const ask = loopQuestion(
      dossier,
      question,
      methodOf(dossier),
      '2026-01-05',
      settledSetup(dossier, [], HOUSE_RULES),
    );
    expect(ask.tried[0]?.profile).toMatchObject({ name: 'Hut way', bufferDeg: 6 });
    expect(ask.today).toEqual({ count: 1, hurt: false });
    const answer = answerLoop(ask);
    expect(answer).toEqual(answerLoop(JSON.parse(JSON.stringify(ask)) as typeof ask));
    expect(answer.limits.left.deg).toBeLessThan(question.dorsiflexionDeg.left);
    expect(answer.limits.fold).toBeNull();
    expect(answer.advice!.chance).toBeGreaterThanOrEqual(0.6);
    expect(answer.now!.chance).toBeGreaterThanOrEqual(0);
    // One trial looked at what the method judges by: now use is known as well.
    expect(answer.now!.asUsed!.chance).toBeGreaterThan(0.5);
    // What the screen forbids is not tried: no load, whatever the setup in use has.
    const unloaded = finderQuestion(dossier, [{ kind: 'noLoad' }], HOUSE_RULES)!;
    expect(unloaded.safety).toEqual([{ kind: 'noLoad' }]);
    const free = client({ trials: five({ wall: [110, 120] }) });
    expect(settledSetup(free, [{ kind: 'noLoad' }], HOUSE_RULES)?.setup.loadKg).toBe(0);
    // Tried with a goblet while the bar is in use: both stay to choose from.
    const bar = client({ setupTrials: [tried()] });
    bar.setup!.setup = { ...setup, hold: 'lowBar' };
    expect(finderQuestion(bar, [], HOUSE_RULES)?.holds).toEqual([
      'lowBar',
      'highBar',
      'front',
      'goblet',
    ]);
    bar.setup!.setup = { ...setup, hold: 'bodyweight', loadKg: 0 };
    expect(finderQuestion(bar, [], HOUSE_RULES)?.holds).toContain('goblet');
    // On another day the same trial counts, but not for the day.
    expect(loopQuestion(dossier, question, BALANCED, '2026-01-06', null).today.count).toBe(0);
  });
});

describe('a trial filled in from the camera', () => {
  it('each view gives what it can see', () => {
    const side = capture({
      report: {
        ...capture({}).report,
        findings: [finding('depthShort', 8), finding('heelsRise', 14), finding('pelvisTuck', 12)],
      },
    });
    const front = capture({
      view: 'front',
      facing: null,
      report: { ...capture({}).report, findings: [finding('kneesIn', 17, 'right')] },
    });
    expect(showedIn([side, front], 6, BALANCED)).toEqual({
      depthDeg: -2,
      heelRose: { left: true, right: false },
      knees: { left: 'over', right: 'in' },
      tuckFromDeg: -4,
      faults: [],
      lookedAt: ['heels', 'foot', 'knees', 'tuck', 'shift', 'balance', 'rise'],
    });
    // A camera that saw nothing looked at nothing.
    expect(showedIn([], 6, BALANCED)).toEqual({ ...cleanTo(6, BALANCED), lookedAt: [] });
  });

  it('a part counts as looked at only where the marks allowed it, and faults keep their side', () => {
    const seen = capture({
      view: 'front',
      facing: null,
      report: {
        ...capture({}).report,
        findings: [finding('sideShift', 25, 'left'), finding('sideShift', 25, 'right')],
        quality: {
          ...capture({}).report.quality,
          notJudged: [{ fault: 'archDrops', side: null, because: 'needs the navicular.' }],
        },
      },
    });
    const showed = showedIn([seen], 6, BALANCED);
    expect(showed.lookedAt).toEqual(['knees', 'shift']);
    expect(showed.faults).toEqual([
      { fault: 'sideShift', side: 'left' },
      { fault: 'sideShift', side: 'right' },
    ]);
  });

  it('takes the newest of each view since the last trial, nothing discarded, no baseline; and is no baseline itself', () => {
    const dossier = client({
      setupTrials: [tried()],
      captures: [
        capture({ takenAt: '2026-01-05T12:00:00.000Z' }),
        capture({ takenAt: '2026-01-05T11:00:00.000Z' }),
        capture({ view: 'front', discarded: true }),
        capture({ view: 'rear', condition: 'load' }),
        capture({ view: 'front', takenAt: '2026-01-05T09:30:00.000Z' }),
      ],
    });
    expect(freshCaptures(dossier, '2026-01-05').map((c) => c.takenAt)).toEqual([
      '2026-01-05T12:00:00.000Z',
    ]);
    expect(freshCaptures(dossier, '2026-01-06')).toEqual([]);
    // What a setup on trial showed is no sign of how the client squats unprompted.
    const rose = capture({
      report: { ...capture({}).report, findings: [finding('heelsRise', 14)] },
    });
    expect(basisOf(client({ captures: [rose] }), '2026-01-05', [], []).seen).toEqual([]);
    const baseline = { ...rose, condition: 'load' as const };
    expect(
      basisOf(client({ captures: [baseline] }), '2026-01-05', [], []).seen.map((l) => l.fault),
    ).toEqual(['heelsRise']);
  });

  it('is said in a sentence: only what went wrong', () => {
    expect(sayShowed(values())).toBe(
      'Clean in heels, arch and big toe, knees, pelvis tuck, and side to side.',
    );
    expect(sayShowed(values({ lookedAt: null }))).toBe(
      'Nothing went wrong. The parts watched were not recorded.',
    );
    expect(
      sayShowed(
        values({
          depthDeg: -4,
          heelRose: { left: true, right: true },
          knees: { left: 'in', right: 'over' },
          tuckFromDeg: -10,
          faults: [
            { fault: 'sideShift', side: 'left' },
            { fault: 'sideShift', side: 'right' },
            { fault: 'archDrops', side: 'left' },
          ],
          comfort: 1,
          lookedAt: ['knees'],
        }),
      ),
    ).toBe(
      '10° short, at 4° above parallel, both heels rose, left knee in, arch dropped, left, pelvis shifted, changing sides, pelvis tucked from 10° above parallel, not comfortable. Looked at: knees.',
    );
  });
});
