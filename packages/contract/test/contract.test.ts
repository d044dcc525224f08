import fc from 'fast-check';
import type { z } from 'zod';
import {
  clientValuesSchema,
  conflictSchema,
  measurementValuesSchema,
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
      notes: '',
    });
    expect(clientValuesSchema.parse({ ...client, name: '  Orla ' }).name).toBe('Orla');
  });

  it('let measurements be taken one at a time, but never half wrong', () => {
    const nothing = {
      takenOn: '2026-01-05',
      stanceWidthMm: null,
      toeOutDeg: { left: null, right: null },
      dorsiflexionMethod: 'kneeToWall',
      kneeToWallMm: { left: null, right: null },
      inclinometerDeg: { left: null, right: null },
      heelRiseMm: null,
      kneeTravelMm: null,
    };
    expect(measurementValuesSchema.safeParse(nothing).success).toBe(true);
    expect(problem(measurementValuesSchema, { ...nothing, takenOn: '5.1.2026' }).message).toContain(
      'yyyy-mm-dd',
    );
    expect(problem(measurementValuesSchema, { ...nothing, kneeToWallMm: { left: 4 } }).path).toBe(
      'kneeToWallMm.right',
    );
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
