import fc from 'fast-check';
import type { z } from 'zod';
import { MEASURE_IDS, MEASURES } from '@zither/core';
import {
  clientValuesSchema,
  conflictSchema,
  MEASURE_RANGES,
  trialValuesSchema,
  operationSchema,
  problemOf,
  setupSchema,
  writePath,
} from '../src/index.ts';

const problem = (schema: z.ZodType, value: unknown) => {
  const read = schema.safeParse(value, { reportInput: true });
  if (read.success) throw new Error('was accepted');
  return problemOf(read.error);
};

const client = { name: 'Orla Venn', statureMm: 1720, massKg: 68 };

describe('a problem', () => {
  it('writes paths as a person reads them', () => {
    expect(writePath(['setup', 'toeOutDeg', 'left'])).toBe('setup.toeOutDeg.left');
    expect(writePath([2, 'body', 'massKg'])).toBe('[2].body.massKg');
    expect(writePath([])).toBe('');
  });

  it.each([
    [{ ...client, massKg: undefined }, 'massKg', 'massKg is missing.'],
    [{ ...client, massKg: '68' }, 'massKg', 'massKg must be a number.'],
    [{ ...client, massKg: 5 }, 'massKg', 'massKg must be at least 20 kg.'],
    [{ ...client, name: '' }, 'name', 'name must not be empty.'],
    [
      { ...client, segmentsMm: { thigh: 5 } },
      'segmentsMm.thigh',
      'segmentsMm.thigh must be at least 250 mm.',
    ],
    [
      { ...client, segmentsMm: { elbow: 5 } },
      'segmentsMm.elbow',
      'segmentsMm.elbow is not a known key.',
    ],
    [{ ...client, segmentsMm: 'long' }, 'segmentsMm', 'segmentsMm must be an object.'],
  ])('names the field and says what to do: %j', (value, path, message) => {
    expect(problem(clientValuesSchema, value)).toEqual({ code: 'invalid', path, message });
  });

  it('names a misspelt key rather than the one it hides', () => {
    expect(problem(clientValuesSchema, { name: 'A', statureMm: 1700, mass: 60 }).path).toBe('mass');
  });

  it('always has a sentence, whatever is wrong', () => {
    fc.assert(
      fc.property(fc.anything(), (value) => {
        const read = operationSchema.safeParse(value, { reportInput: true });
        if (read.success) return;
        expect(problemOf(read.error).message).toMatch(/\.$/);
      }),
      { numRuns: 300 },
    );
  });
});

describe('rows', () => {
  it('fill in what may be left out of a client', () => {
    expect(clientValuesSchema.parse(client)).toEqual({
      ...client,
      segmentsMm: {},
      shoulderWidthMm: null,
      interAsisMm: null,
      kit: [],
      notes: '',
    });
    expect(clientValuesSchema.parse({ ...client, name: '  Orla ' }).name).toBe('Orla');
  });

  it('take a trial as it was read, and refuse what cannot be with the field', () => {
    const trial = {
      takenOn: '2026-01-05',
      takenAt: '2026-01-05T09:00:00.000Z',
      measure: 'kneeToWall',
      side: 'left',
      value: 95,
      instrument: 'byHand',
      kneeGapMm: null,
      pinch: false,
      struck: null,
    };
    const wrong = (change: object) => problem(trialValuesSchema, { ...trial, ...change });
    expect(trialValuesSchema.safeParse(trial).success).toBe(true);
    expect(wrong({ takenOn: '5.1.2026' }).message).toContain('yyyy-mm-dd');
    expect(wrong({ value: 400 })).toMatchObject({ path: 'value' });
    expect(wrong({ value: 400 }).message).toContain('-150 to 300 mm');
    expect(wrong({ side: null }).path).toBe('side');
    expect(wrong({ measure: 'stanceWidth', value: 400 }).path).toBe('side');
    expect(wrong({ measure: 'hipFoldWide', side: null, value: 110 }).path).toBe('kneeGapMm');
    expect(wrong({ measure: 'archForms', value: 0.5 }).path).toBe('value');
    expect(wrong({ struck: { reason: ' ', at: trial.takenAt } }).path).toBe('struck.reason');
    expect(wrong({ instrument: 'ruler of thumb' }).path).toBe('instrument');
  });

  it('know the same measures, ranges and sides as the core', () => {
    expect(Object.keys(MEASURE_RANGES).sort()).toEqual([...MEASURE_IDS].sort());
    for (const id of MEASURE_IDS) {
      const { possible, sided, unit } = MEASURES[id];
      const range = MEASURE_RANGES[id];
      expect({ least: range.least, most: range.most, sided: range.sided }).toEqual({
        ...possible,
        sided,
      });
      expect(range.unit).toBe(unit === 'mm' ? ' mm' : unit === 'deg' ? '°' : '');
    }
  });

  it('refuse a setup no foot can stand on', () => {
    const setup = {
      stanceWidthMm: 400,
      toeOutDeg: { left: 10, right: 10 },
      support: { kind: 'floor' },
      hold: 'front',
      loadKg: 20,
    };
    expect(setupSchema.parse(setup)).toMatchObject({ balance: 0.5, trackingOffsetDeg: 0 });
    expect(problem(setupSchema, { ...setup, support: { kind: 'floor', riseMm: 10 } }).path).toBe(
      'support.riseMm',
    );
    expect(
      problem(setupSchema, { ...setup, support: { kind: 'ramp', angleDeg: 80, azimuth: 'foot' } })
        .path,
    ).toBe('support.angleDeg');
    expect(problem(setupSchema, { ...setup, loadKg: Number.NaN }).path).toBe('loadKg');
  });
});

describe('operations', () => {
  it('must say which row, on which version, under which id', () => {
    const operation = {
      kind: 'client.archive',
      operationId: '11111111-1111-4111-8111-111111111111',
      rowId: '22222222-2222-4222-8222-222222222222',
      baseVersion: 3,
      archived: true,
    };
    expect(operationSchema.parse(operation)).toEqual(operation);
    for (const key of ['operationId', 'rowId', 'baseVersion', 'archived'] as const)
      expect(problem(operationSchema, { ...operation, [key]: undefined }).path).toBe(key);
    expect(problem(operationSchema, { ...operation, kind: undefined }).path).toBe('kind');
  });

  it('a conflict carries the row as it stands', () => {
    expect(conflictSchema.safeParse({ code: 'rowChanged', message: 'Changed.' }).success).toBe(
      false,
    );
  });
});
