import { PLAIN_LOOK } from '@zither/contract/row';
import type { z } from 'zod';
import {
  analyse,
  CAMERA_VIEWS,
  FAULT_IDS,
  OUTCOMES,
  recordedOutcomesOf,
  PHASES,
  reportOf,
  SCALES,
  seededRandom,
  simulateCapture,
  TEST_IDS,
  USUAL_LENS,
} from '@zither/core';
import { cleanSquatter } from '@zither/core/practice';
import { packCapture } from '@zither/formats';
import type { Capture } from '../src/index.ts';
import {
  cameraFaultSchema,
  cameraViewSchema,
  captureLineSchema,
  captureValuesSchema,
  diagnosisFileSchema,
  importSchema,
  judgementValuesSchema,
  phaseSchema,
  problemOf,
  reportSchema,
} from '../src/index.ts';

const ID = '11111111-1111-4111-8111-111111111111';
const AT = '2026-01-05T09:00:00.000Z';
const problem = (schema: z.ZodType, value: unknown) => {
  const read = schema.safeParse(value, { reportInput: true });
  if (read.success) throw new Error('was accepted');
  return problemOf(read.error);
};

const { script, subject } = cleanSquatter(seededRandom(6), 'bodyweight');
const series = simulateCapture(
  { ...script, faults: [{ fault: 'heelsRise', size: 17 }] },
  USUAL_LENS,
  seededRandom(6),
) as Capture;
const found = analyse(series, { view: 'side', subject, scale: 'none' });
if (found.kind !== 'analysis') throw new Error(found.because);
const look = {
  takenOn: '2026-01-05',
  takenAt: AT,
  view: 'side',
  condition: 'bodyweight',
  asks: PLAIN_LOOK,
  discarded: false,
};
const capture = {
  ...look,
  facing: 'left',
  scale: 'none',
  source: 'simulated',
  name: 'Simulated: heels rise',
  report: reportOf(found),
  subject,
  series: packCapture(series),
};

describe('the words of motion', () => {
  it('are the same in the contract as in the core', () => {
    expect(cameraFaultSchema.options).toEqual([...FAULT_IDS]);
    expect(cameraViewSchema.options).toEqual([...CAMERA_VIEWS]);
    expect(phaseSchema.options).toEqual([...PHASES]);
    for (const scale of SCALES)
      expect(captureValuesSchema.safeParse({ ...capture, scale }).success).toBe(true);
    for (const test of TEST_IDS)
      for (const outcome of OUTCOMES)
        // What a test cannot be told by is refused.
        expect([
          test,
          outcome,
          diagnosisFileSchema.safeParse({ tests: [{ test, outcome }] }).success,
        ]).toEqual([test, outcome, recordedOutcomesOf(test).includes(outcome)]);
  });

  it('take what the core finds, every field of it', () => {
    expect(reportSchema.parse(reportOf(found))).toEqual(reportOf(found));
    expect(captureValuesSchema.parse(capture)).toEqual(capture);
  });
});

describe('a capture', () => {
  it('travels with the dossier without its landmarks', () => {
    const { series: _series, subject: _subject, ...line } = capture;
    const row = {
      ...line,
      id: ID,
      clientId: ID,
      version: 1,
      updatedAt: AT,
      saidAt: AT,
      saidBy: '',
    };
    expect(captureLineSchema.parse(row)).toEqual(row);
    expect(problem(captureLineSchema, { ...row, series: capture.series }).path).toBe('series');
  });

  it.each([
    [{ view: 'above' }, 'view', /must be side, front or rear/],
    [{ condition: 'sled' }, 'condition', /bodyweight, load or trial/],
    [{ name: ' ' }, 'name', /./],
    [{ scale: 'feet' }, 'scale', /none, plate or foot/],
    [
      { series: { ...capture.series, timesBase64: 'not base 64!' } },
      'series.timesBase64',
      /base 64/,
    ],
    [
      { report: { ...capture.report, findings: [{ fault: 'slouch' }] } },
      'report.findings[0].fault',
      /known fault/,
    ],
  ])('refuses %j with its path', (change, path, words) => {
    const refused = problem(captureValuesSchema, { ...capture, ...change });
    expect(refused.path).toBe(path);
    expect(refused.message).toMatch(words);
  });
});

describe('a judgement', () => {
  const judged = { ...look, reps: 5, loadKg: 0, lookedAt: ['knees'], seen: [] };
  const knee = { fault: 'kneesIn', severity: 'clear', side: 'left', phase: null, reps: [2, 4] };

  it('may be empty, which is a clean set, or name faults with or without reps', () => {
    expect(judgementValuesSchema.parse(judged)).toEqual(judged);
    expect(judgementValuesSchema.parse({ ...judged, seen: [knee] }).seen).toEqual([knee]);
  });

  it.each([
    [{ reps: 0 }, 'reps'],
    [{ loadKg: -5 }, 'loadKg'],
    [{ seen: [{ ...knee, severity: 'huge' }] }, 'seen[0].severity'],
    [{ seen: [{ ...knee, reps: [0] }] }, 'seen[0].reps[0]'],
    [{ seen: [{ ...knee, fault: 'pain' }] }, 'seen[0].fault'],
  ])('refuses %j with its path', (change, path) => {
    expect(problem(judgementValuesSchema, { ...judged, ...change }).path).toBe(path);
  });
});

describe('an import', () => {
  it('needs only the look and the text; the rest has defaults', () => {
    const { discarded: _d, ...rest } = look;
    const read = importSchema.parse({
      ...rest,
      operationId: ID,
      rowId: ID,
      name: 'a.csv',
      text: 'x',
    });
    expect(read).toMatchObject({
      scale: 'none',
      up: 'y',
      mapping: {},
      subject: null,
      facing: null,
    });
  });
});
