import { MEASURES, MEASURE_IDS, seededRandom, type TiltSample } from '@zither/core';
import { instrumentFor, truthOf } from '../features/instruments/index.ts';
import { simulatedInclinometer, simulatedTape } from '../features/instruments/simulated.ts';
import type { Fault } from '../features/instruments/types.ts';
import { sayValue } from '@zither/words/display';
import {
  bodyRows,
  readTrials,
  sheetDays,
  sheetRows,
  sheetText,
} from '../features/measure/sheetRows.ts';
import { SCALES } from '../features/measure/scales.ts';
import { targetOf } from '@zither/visit';
import {
  sayAsymmetry,
  sayBrief,
  sayChangeSince,
  sayReading,
  saySpread,
  stationLines,
} from '@zither/words/measure';
import { readSettings, settingsReducer } from '../features/data/settings.ts';
import { differences, mergedValues } from '../features/shell/differences.ts';
import { AT, dossierOf, five, ID, trial } from '../../../packages/visit/test/trialRows.ts';

const TODAY = '2026-01-05';
const many = (...args: [Parameters<typeof trial>[0], 'left' | 'right' | null, number[]]) =>
  args[2].map((value) => trial(args[0], args[1], value));

describe('what readings say', () => {
  it('shows values in the coach’s units, a mean with one digit more', () => {
    expect(sayValue('kneeToWall', 85)).toBe('8.5 cm');
    expect(sayValue('heelRise', 15)).toBe('15 mm');
    expect(sayValue('shinAngle', 33)).toBe('33°');
    expect(sayValue('shinAngle', 33.4)).toBe('33.4°');
    expect(sayValue('shinAngle', 33, true)).toBe('33.0°');
    expect(sayValue('abductionReps', 14)).toBe('14 reps');
    expect(sayValue('archForms', 1)).toBe('yes');
  });

  it('asks for another trial only beyond what reading alone explains', () => {
    // One reading of an inclinometer: 1.96 · √2 · 1.4° = 3.9° (Konor et al. 2012, from memory).
    expect(saySpread(many('shinAngle', 'left', [33]), 'shinAngle', 'left', TODAY)).toBeNull();
    expect(saySpread(many('shinAngle', 'left', [33, 36]), 'shinAngle', 'left', TODAY)).toEqual({
      agree: true,
      words: 'The last two left are 3.0° apart, within the 3.9° of reading error.',
    });
    expect(saySpread(many('shinAngle', 'left', [33, 38]), 'shinAngle', 'left', TODAY)?.agree).toBe(
      false,
    );
  });

  it('says how sure a reading is and whose error that is', () => {
    const dossier = dossierOf(many('shinAngle', 'left', [33, 34, 35]));
    const reading = {
      mean: 34,
      trials: 3,
      sem: 0.81,
      mdc: 2.24,
      freedom: Infinity,
      day: TODAY,
      spread: 2,
      pinch: false,
    };
    expect(sayReading('shinAngle', { ...reading, own: false })).toBe(
      '34.0° ± 1.6° (3 trials). A change counts from 2.2° (error from Konor et al. 2012, inclinometer, upper end (from memory)).',
    );
    expect(sayReading('shinAngle', { ...reading, own: true })).toContain(
      '(error from own repeats)',
    );
    expect(sayBrief(dossier, 'shinAngle', TODAY)).toBe('L 34.0°');
    expect(sayBrief(dossier, 'shinAngle', '2026-02-01')).toBeNull();
    expect(sayBrief(dossier, 'shinAngle')).toBe('L 34.0°');
  });

  it('calls a change and a difference by name only beyond their error', () => {
    const before = { takenOn: '2025-12-01' };
    const then = [30, 30, 30].map((v) => trial('shinAngle', 'left', v, before));
    const now = (deg: number) => [...then, ...many('shinAngle', 'left', [deg, deg, deg])];
    expect(sayChangeSince(now(31), 'shinAngle', 'left', TODAY)).toMatch(/no change we can see/);
    expect(sayChangeSince(now(36), 'shinAngle', 'left', TODAY)).toMatch(/6.0° more .* real change/);
    expect(sayChangeSince(now(24), 'shinAngle', 'left', TODAY)).toMatch(/6.0° less .* real change/);
    expect(sayChangeSince(then, 'shinAngle', 'left', '2025-12-01')).toBeNull();
    const pair = (right: number) => [
      ...many('toeOut', 'left', [10, 10]),
      ...many('toeOut', 'right', [right, right]),
    ];
    expect(sayAsymmetry(pair(11), 'toeOut', TODAY)).toMatch(/^No difference/);
    expect(sayAsymmetry(pair(20), 'toeOut', TODAY)).toMatch(/^The left is 10.0° less/);
    expect(sayAsymmetry(pair(20).slice(0, 2), 'toeOut', TODAY)).toBeNull();
  });

  it('speaks of calf, arch, fold, knee and ankle in sentences without holes', () => {
    const fold = [
      ['hipFoldNarrow', 175, 118],
      ['hipFoldWide', 550, 143],
    ] as const;
    const dossier = dossierOf([
      ...five({ wall: [20, 120] }),
      ...many('shinAngleStraight', 'left', [16, 17, 16]),
      ...many('shinAngleStraight', 'right', [12, 13, 12]),
      ...many('navicularSitting', 'left', [45, 45]),
      ...many('navicularStanding', 'left', [33, 33]),
      trial('archForms', 'left', 1),
      trial('archForms', 'right', 0),
      trial('shankAtBottom', null, 60),
      ...fold.flatMap(([m, kneeGapMm, v]) => [trial(m, null, v, { kneeGapMm, pinch: v === 143 })]),
    ]);
    const say = (station: Parameters<typeof stationLines>[1]) =>
      stationLines(dossier, station, TODAY).join(' ');
    expect(say('ankleBent')).toMatch(
      /Right 38\.\d° ± .* from 12 cm to the wall \(rule of thumb 43°\)/,
    );
    expect(say('ankleStraight')).toMatch(/Right short with the knee straight: the calf/);
    expect(say('ankleStraight')).toMatch(/Left short with the knee bent too: soleus or the joint/);
    expect(say('archStanding')).toMatch(
      /drops 12 mm ± .* flexible.*Right: does not form.*orthosis stays in/,
    );
    expect(say('hipFold')).toMatch(
      /Fold limit 11\d° .*wants an open stance.*A pinch ended the range/,
    );
    expect(say('kneeTravel')).toMatch(/which does not fit: look at both again/);
    expect(say('stance')).toBe('');
    for (const station of [
      'ankleBent',
      'ankleStraight',
      'archSitting',
      'hipFold',
      'kneeTravel',
    ] as const)
      expect(say(station)).not.toMatch(/undefined|NaN|null/);
    const beyond = dossierOf([trial('kneeToWall', 'left', 300)]);
    expect(stationLines(beyond, 'ankleBent', TODAY).join()).toMatch(
      /longer than this shin can reach/,
    );
  });

  it('has a target where the method names one, inside its string', () => {
    const dossier = dossierOf(five());
    for (const id of ['stanceWidth', 'toeOut', 'heelRise', 'shinAngle'] as const) {
      const target = targetOf(dossier, id);
      if (!target) throw new Error(id);
      expect(target.least).toBeLessThan(target.most);
      expect(target.most).toBeGreaterThan(SCALES[id]?.least ?? 0);
    }
    expect(targetOf(dossierOf([]), 'shinAngle')).toBeNull();
    expect(targetOf(dossier, 'hipRotationIn')).toBeNull();
  });
});

describe('the sheet', () => {
  const dossier = dossierOf([
    ...five().map((t) => ({ ...t, takenOn: '2025-11-01' })),
    ...five().map((t) => ({ ...t, takenOn: '2025-12-01' })),
    ...many('kneeToWall', 'left', [60, 65, 60]),
  ]);

  it('shows every measure by side over the last three days, today among them', () => {
    expect(sheetDays(dossier, TODAY)).toEqual(['2025-11-01', '2025-12-01', TODAY]);
    expect(sheetDays(dossierOf([]), TODAY)).toEqual([TODAY]);
    const rows = sheetRows(dossier, sheetDays(dossier, TODAY));
    const sided = MEASURE_IDS.filter((id) => MEASURES[id].sided).length;
    expect(rows).toHaveLength(MEASURE_IDS.length + sided);
    const wall = rows.find((r) => r.key === 'kneeToWall left');
    expect(wall?.cells[1]).toBe('2.0 cm ± 1.2 cm (1)');
    expect(wall?.cells[2]).toMatch(/^6\.2 cm ± \d\.\d cm \(3\)$/);
    expect(wall?.change).toMatch(/^\+4\.2 cm, real$/);
  });

  it('reads several trials from one cell, or says what is wrong and takes none', () => {
    expect(readTrials('8,5 9 9.0', 'kneeToWall')).toEqual({ values: [85, 90, 90] });
    expect(readTrials('33;34', 'shinAngle')).toEqual({ values: [33, 34] });
    expect(readTrials('yes', 'archForms')).toEqual({ values: [1] });
    expect(readTrials('perhaps', 'archForms')).toHaveProperty('problem');
    expect(readTrials('8 eight', 'kneeToWall')).toEqual({
      problem: 'Toe to wall must be a number in cm.',
    });
    expect(readTrials('8 80', 'kneeToWall')).toHaveProperty('problem');
    expect(readTrials('  ', 'kneeToWall')).toHaveProperty('problem');
  });

  it('is copied as a rectangle of tabs, with measured and estimated lengths apart', () => {
    const lines = sheetText(dossier, sheetDays(dossier, TODAY)).split('\n');
    const widths = new Set(lines.slice(0, lines.indexOf('')).map((l) => l.split('\t').length));
    expect([...widths]).toEqual([6]);
    expect(bodyRows(dossier).find((r) => r.name === 'Thigh')?.how).toBe('measured');
    expect(bodyRows(dossier).find((r) => r.name === 'Shin')?.how).toBe('estimated');
  });
});

describe('instruments', () => {
  const settings = settingsReducer(undefined, { type: 'begin' });

  it('are the one chosen in Settings where it can read, else the coach’s hands', () => {
    const chosen = {
      ...settings,
      angle: 'simulatedInclinometer',
      length: 'simulatedTape',
    } as const;
    expect(instrumentFor(MEASURES.shinAngle, chosen).id).toBe('simulatedInclinometer');
    expect(instrumentFor(MEASURES.stanceWidth, chosen).id).toBe('simulatedTape');
    expect(instrumentFor(MEASURES.toeOut, chosen).id).toBe('byHand');
    expect(instrumentFor(MEASURES.archForms, chosen).id).toBe('byHand');
    expect(instrumentFor(MEASURES.shinAngle, settings).id).toBe('byHand');
    expect(instrumentFor(MEASURES.shinAngle, { ...settings, angle: 'motionSensor' }).way).toBe(
      'streamed',
    );
  });

  it('that are stand-ins find the client’s own value, by whichever way it was read before', () => {
    const known = dossierOf(five({ wall: [20, 90] }).map((t) => ({ ...t, takenOn: '2025-12-01' })));
    expect(truthOf(known, 'shinAngle', 'right', TODAY)).toBeCloseTo(33.8, 1);
    expect(truthOf(known, 'kneeToWall', 'left', TODAY)).toBe(20);
    const unknown = dossierOf([]);
    const made = truthOf(unknown, 'shinAngle', 'left', TODAY);
    expect(made).toBe(truthOf(unknown, 'shinAngle', 'left', TODAY));
    expect(made).toBeGreaterThanOrEqual(MEASURES.shinAngle.usual.least);
    expect(made).not.toBe(truthOf(unknown, 'shinAngle', 'right', TODAY));
  });

  it('stream, fail or freeze as Settings say', () => {
    jest.useFakeTimers();
    const run = (behaves: 'none' | Fault) => {
      const samples: TiltSample[] = [];
      const faults: Fault[] = [];
      const stop = simulatedInclinometer(behaves).start(
        { measure: MEASURES.shinAngle, truth: 30, seed: 'x' },
        { sample: (s) => samples.push(s), fault: (f) => faults.push(f) },
      );
      jest.advanceTimersByTime(2000);
      stop();
      const count = samples.length;
      jest.advanceTimersByTime(1000);
      expect(samples).toHaveLength(count);
      return { count, faults };
    };
    expect(run('none').count).toBeGreaterThan(90);
    expect(run('missing')).toEqual({ count: 0, faults: ['missing'] });
    expect(run('refused')).toEqual({ count: 0, faults: ['refused'] });
    expect(run('frozen').count).toBe(20);
    jest.useRealTimers();
  });

  it('never give what cannot be', () => {
    const random = seededRandom(5);
    for (let i = 0; i < 200; i += 1) {
      const value = simulatedTape.read({
        measure: MEASURES.navicularSitting,
        truth: random() * 90,
        seed: String(i),
      });
      expect(value).toBeGreaterThanOrEqual(0);
      expect(value).toBeLessThanOrEqual(90);
    }
  });

  it('are remembered on the device, and unreadable settings fall back to the usual', async () => {
    expect(settingsReducer(undefined, { type: 'x' })).toMatchObject({
      angle: 'byHand',
      zero: null,
    });
    localStorage.setItem('zither-plumb.settings', '{"angle":"crystal ball"}');
    expect(await readSettings()).toBeNull();
    localStorage.setItem('zither-plumb.settings', '{"angle":"motionSensor"}');
    expect(await readSettings()).toMatchObject({ angle: 'motionSensor', length: 'byHand' });
    localStorage.clear();
    expect(await readSettings()).toBeNull();
  });
});

describe('two versions of a row', () => {
  it('are told apart in words to choose by', () => {
    const theirs = trial('shinAngle', 'left', 33, { struck: { reason: 'Heel lifted', at: AT } });
    const { id, clientId: _c, version: _v, updatedAt: _u, ...values } = theirs;
    const mine = {
      kind: 'trial.put' as const,
      operationId: id,
      rowId: id,
      baseVersion: 1,
      clientId: ID,
      values: { ...values, side: 'right' as const, struck: null },
    };
    expect(differences(mine, { entity: 'trial', row: theirs })).toEqual([
      {
        key: 'value',
        usual: 'mine',
        what: 'Trial',
        mine: 'Shin angle, knee bent right 33°, counts',
        other: 'Shin angle, knee bent left 33°, struck out (heel lifted)',
      },
    ]);
    const { client } = dossierOf([]);
    const {
      id: rowId,
      version,
      archivedAt: _a,
      createdAt: _d,
      updatedAt: _e,
      ...clientValues
    } = client;
    const mine2 = {
      kind: 'client.put' as const,
      operationId: id,
      rowId,
      baseVersion: version,
      values: { ...clientValues, massKg: 71, segmentsMm: {} },
    };
    const found = differences(mine2, { entity: 'client', row: client });
    expect(found.map((d) => [d.what, d.mine, d.other])).toEqual([
      ['mass', '71', '70'],
      ['segments', 'nothing', 'thigh: 440'],
    ]);
    // With what the row said before: the side that alone changed a field is chosen first, and can be taken field by field.
    const base = { ...clientValues, segmentsMm: {} };
    const usual = differences(mine2, { entity: 'client', row: client }, base);
    expect(usual.map((d) => d.usual)).toEqual(['mine', 'other']);
    expect(
      mergedValues(
        mine2,
        { entity: 'client', row: client },
        { massKg: 'mine', segmentsMm: 'other' },
      ),
    ).toMatchObject({ massKg: 71, segmentsMm: { thigh: 440 }, name: client.name });
  });
});
