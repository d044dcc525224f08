import { Fhir } from 'fhir';
import Papa from 'papaparse';
import type { ReadingOut } from '@zither/contract';
import { readingsBundle } from '@zither/formats/fhir';
import { READINGS_HEADER, writeReadingsCsv } from '@zither/formats/readingsCsv';

const PATIENT = '11111111-1111-4111-8111-111111111111';
const reading = (change: Partial<ReadingOut> = {}): ReadingOut => ({
  measure: 'kneeToWall',
  name: 'Toe to wall',
  side: 'left',
  on: '2026-01-05',
  value: 83.333,
  errorOf: 6.8,
  unit: 'mm',
  trials: 3,
  state: 'cold',
  by: 'MB',
  ...change,
});
const ALL: ReadingOut[] = [
  reading(),
  reading({
    measure: 'stature',
    name: 'Stature',
    side: null,
    value: 1750,
    errorOf: null,
    trials: 1,
  }),
  reading({
    measure: 'mass',
    name: 'Body mass',
    side: null,
    value: 70.4,
    errorOf: null,
    unit: 'kg',
  }),
  reading({
    measure: 'shinAngle',
    name: 'Shin angle',
    side: 'right',
    unit: 'deg',
    value: 34,
    state: null,
    by: '',
  }),
  reading({ measure: 'abductionReps', name: 'Lifts', unit: 'reps', value: 14 }),
  reading({ measure: 'archForms', name: 'Arch forms', unit: 'yesNo', value: 1, errorOf: null }),
];
const bundle = readingsBundle(
  PATIENT,
  ALL,
  ALL.map((_, i) => `22222222-2222-4222-8222-22222222222${i}`),
);
const observation = (i: number) =>
  bundle.entry[i + 1]!.resource as unknown as Record<string, unknown>;

describe('readings as FHIR R4', () => {
  it('have the published structure (HL7 FHIR R4, checked by the package fhir)', () => {
    const found = new Fhir().validate(bundle);
    expect(found.messages.filter((m) => m.severity === 'error')).toEqual([]);
    expect(found.valid).toBe(true);
    // The validator refuses what is not of that structure: the check can fail.
    expect(new Fhir().validate({ resourceType: 'Observation', status: 'done' }).valid).toBe(false);
  });

  it('carry value, unit, side, day and interval, and no name of the client', () => {
    expect(observation(0)).toMatchObject({
      resourceType: 'Observation',
      status: 'final',
      effectiveDateTime: '2026-01-05',
      subject: { reference: `urn:uuid:${PATIENT}` },
      valueQuantity: {
        value: 83.33,
        code: 'mm',
        system: 'http://unitsofmeasure.org',
        extension: [{ valueDecimal: 6.8 }],
      },
      bodySite: { coding: [{ system: 'http://snomed.info/sct', code: '7771000' }] },
    });
    expect(bundle.entry[0]!.resource).toEqual({ resourceType: 'Patient' });
    // Every reference points to an entry that is there.
    const there = new Set(bundle.entry.map((e) => e.fullUrl));
    for (let i = 0; i < ALL.length; i += 1)
      expect(there).toContain((observation(i)['subject'] as { reference: string }).reference);
  });

  it('use codes only where they are known, beside our own', () => {
    const codes = (i: number) =>
      (observation(i)['code'] as { coding: { system: string; code: string }[] }).coding.map(
        (c) => `${c.system} ${c.code}`,
      );
    expect(codes(1)).toEqual(['http://loinc.org 8302-2', 'urn:zither-plumb:measure stature']);
    expect(codes(2)[0]).toBe('http://loinc.org 29463-7');
    expect(codes(0)).toEqual(['urn:zither-plumb:measure kneeToWall']);
    expect(observation(5)).toMatchObject({ valueBoolean: true });
  });
});

describe('readings as CSV', () => {
  it('are one line a reading, oldest first, as a general-purpose reader sees them', () => {
    const text = writeReadingsCsv([reading({ on: '2026-02-01' }), ...ALL]);
    const { data } = Papa.parse<Record<string, string>>(text, {
      header: true,
      skipEmptyLines: true,
    });
    expect(Object.keys(data[0]!)).toEqual([...READINGS_HEADER]);
    expect(data).toHaveLength(ALL.length + 1);
    expect(data.at(-1)).toMatchObject({
      day: '2026-02-01',
      value: '83.33',
      half_interval_95: '6.8',
      side: 'left',
    });
  });
});
