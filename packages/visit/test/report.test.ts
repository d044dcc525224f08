import type { Judgement } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import { progressReport, visitReport, type Consent } from '@zither/words/report';
import { readingsOut } from '../src/index.ts';
import { AT, dossierOf, five, ID, trial } from './trialRows.ts';

const DAY = '2026-01-05';
const consent = { kind: 'consent', on: '2026-01-04', who: 'A. Clinician' } as Consent;
const look = {
  id: 'look',
  clientId: ID,
  version: 1,
  updatedAt: AT,
  saidAt: AT,
  saidBy: 'MB',
  takenOn: DAY,
  takenAt: AT,
  view: 'side',
  condition: 'bodyweight',
  asks: PLAIN_LOOK,
  discarded: false,
  reps: 5,
  loadKg: 0,
  lookedAt: ['feet'],
  seen: [{ fault: 'heelsRise', severity: 'clear', side: null, phase: null, reps: [] }],
} as unknown as Judgement;
const linesOf = (report: { parts: { title: string; lines: string[] }[] }, title: string) =>
  report.parts.find((p) => p.title === title)?.lines ?? [];

describe('the report of a visit', () => {
  const dossier = dossierOf(five(), { judgements: [look] });

  it('gives readings with their interval, what was seen and by whom, and no diagnosis', () => {
    const report = visitReport(dossier, DAY, 'client', null);
    expect(report.title).toBe('Visit of 5 Jan 2026, Orla Venn');
    expect(linesOf(report, 'Measured')[0]).toMatch(/ ± /);
    expect(linesOf(report, 'Measured').at(-1)).toBe(
      'The number after ± is the 95 % interval of the value.',
    );
    expect(linesOf(report, 'Seen')).toEqual(['Side · bodyweight: heels rise (clear, by eye)']);
    expect(JSON.stringify(report)).not.toMatch(/ankle joint or soleus|likely/i);
  });

  it('says for whom it is, and for a clinician by whose consent', () => {
    expect(linesOf(visitReport(dossier, DAY, 'client', consent), 'Take care')).toHaveLength(1);
    expect(linesOf(visitReport(dossier, DAY, 'clinician', consent), 'Take care')).toEqual([
      'Measured by a strength coach for training. This report names no disease and makes no diagnosis.',
      'Shared with the client’s consent, given on 4 Jan 2026, with A. Clinician.',
    ]);
  });

  it('leaves out parts of which there is nothing', () => {
    expect(visitReport(dossier, '2026-01-06', 'client', null).parts.map((p) => p.title)).toEqual([
      'Take care',
    ]);
    expect(progressReport(dossierOf([]), DAY, 'client', null).parts.map((p) => p.title)).toEqual([
      'Take care',
    ]);
  });
});

it('the report of progress holds the lines through all readings', () => {
  const later = ['2026-01-19', '2026-02-02'].flatMap((takenOn, i) =>
    [0, 1, 2].map((off) => trial('kneeToWall', 'left', 40 + 20 * i + off, { takenOn })),
  );
  const report = progressReport(dossierOf([...five(), ...later]), '2026-02-02', 'client', null);
  expect(linesOf(report, 'Over time').join()).toMatch(/Toe to wall, left: \+1\.\d\d cm a week/);
});

it('readings go out with interval, trials and state; what was struck out does not', () => {
  const struck = trial('kneeToWall', 'left', 300, { struck: { reason: 'Heel lifted', at: AT } });
  const out = readingsOut(dossierOf([...five(), struck]), null);
  const wall = out.find((r) => r.measure === 'kneeToWall' && r.side === 'left')!;
  expect(wall).toMatchObject({ value: 20, unit: 'mm', trials: 1, on: DAY });
  expect(wall.errorOf!).toBeGreaterThan(5);
  expect(out.filter((r) => r.measure === 'stature')).toMatchObject([{ value: 1750, unit: 'mm' }]);
  expect(readingsOut(dossierOf(five()), '2020-01-01').map((r) => r.measure)).toEqual([
    'stature',
    'mass',
  ]);
});
