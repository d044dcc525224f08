import type { ReadingOut } from '@zither/contract';

/** UCUM codes (from memory). */
const UCUM: Readonly<Record<'mm' | 'deg' | 'kg' | 'reps', { unit: string; code: string }>> = {
  mm: { unit: 'mm', code: 'mm' },
  deg: { unit: 'deg', code: 'deg' },
  kg: { unit: 'kg', code: 'kg' },
  reps: { unit: 'repetitions', code: '{repetitions}' },
};

/** LOINC codes that are known here (from memory); everything else goes by our own name alone. */
const LOINC: Readonly<Record<string, { code: string; display: string }>> = {
  stature: { code: '8302-2', display: 'Body height' },
  mass: { code: '29463-7', display: 'Body weight' },
};
/** SNOMED CT sides (from memory). */
const SIDES = {
  left: { code: '7771000', display: 'Left' },
  right: { code: '24028007', display: 'Right' },
} as const;

const OWN_SYSTEM = 'urn:zither-plumb:measure';
const ERROR_URL = 'urn:zither-plumb:half-interval-95';

const observation = (r: ReadingOut, patientId: string) => ({
  resourceType: 'Observation' as const,
  status: 'final' as const,
  category: [
    {
      coding: [
        {
          system: 'http://terminology.hl7.org/CodeSystem/observation-category',
          code: 'exam',
          display: 'Exam',
        },
      ],
    },
  ],
  code: {
    coding: [
      ...(LOINC[r.measure] ? [{ system: 'http://loinc.org', ...LOINC[r.measure] }] : []),
      { system: OWN_SYSTEM, code: r.measure, display: r.name },
    ],
    text: r.name,
  },
  subject: { reference: `urn:uuid:${patientId}` },
  effectiveDateTime: r.on,
  ...(r.by === '' ? {} : { performer: [{ display: r.by }] }),
  ...(r.unit === 'yesNo'
    ? { valueBoolean: r.value >= 0.5 }
    : {
        valueQuantity: {
          value: Number(r.value.toFixed(2)),
          system: 'http://unitsofmeasure.org',
          ...UCUM[r.unit],
          ...(r.errorOf === null
            ? {}
            : { extension: [{ url: ERROR_URL, valueDecimal: Number(r.errorOf.toFixed(2)) }] }),
        },
      }),
  ...(r.side === null
    ? {}
    : {
        bodySite: {
          coding: [{ system: 'http://snomed.info/sct', ...SIDES[r.side] }],
          text: r.side,
        },
      }),
  note: [
    {
      text: `Mean of ${r.trials} ${r.trials === 1 ? 'trial' : 'trials'}${r.state === null ? '' : `, ${r.state}`}. Measured for training, no diagnosis.`,
    },
  ],
});

/**
 * A client's readings as a FHIR R4 Bundle of Observations (HL7 FHIR R4, 4.0.1, from memory): a collection with one Patient who has an id and no
 * name. A measure without a known code gets our own, under a URN, and its name as text.
 *
 * @param patientId a UUID
 * @param ids one UUID for each reading, in their order
 */
export const readingsBundle = (
  patientId: string,
  readings: readonly ReadingOut[],
  ids: readonly string[],
) => ({
  resourceType: 'Bundle' as const,
  type: 'collection' as const,
  entry: [
    { fullUrl: `urn:uuid:${patientId}`, resource: { resourceType: 'Patient' as const } },
    ...readings.map((r, i) => ({
      fullUrl: `urn:uuid:${ids[i]!}`,
      resource: observation(r, patientId),
    })),
  ],
});
