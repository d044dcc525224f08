import type { Dossier, Measurement } from '@zither/contract';
import { clientSetupValuesSchema, prescriptionValuesSchema } from '@zither/contract';
import { BALANCED, prescribe } from '@zither/core';
import {
  ankles,
  bodyOf,
  clientCase,
  dorsiflexionDeg,
  missingOf,
  prescriptionStart,
  semDeg,
  startingSetup,
} from '../features/measure/derive.ts';
import { writePrescription } from '../features/prescription/write.ts';

const ID = '11111111-1111-4111-8111-111111111111';
const AT = '2026-01-05T09:00:00.000Z';

const measurement = (change: Partial<Measurement> = {}): Measurement => ({
  id: ID,
  clientId: ID,
  version: 1,
  updatedAt: AT,
  takenOn: '2026-01-05',
  stanceWidthMm: 420,
  toeOutDeg: { left: 14, right: 12 },
  dorsiflexionMethod: 'kneeToWall',
  kneeToWallMm: { left: 20, right: 90 },
  inclinometerDeg: { left: 30, right: 31 },
  heelRiseMm: 0,
  kneeTravelMm: 30,
  ...change,
});

const dossier = (measurements: Measurement[], setup: Dossier['setup'] = null): Dossier => ({
  client: {
    id: ID,
    version: 1,
    name: 'Orla Venn',
    statureMm: 1750,
    massKg: 70,
    segmentsMm: { thigh: 440 },
    shoulderWidthMm: null,
    notes: '',
    archivedAt: null,
    createdAt: AT,
    updatedAt: AT,
  },
  measurements,
  setup,
  prescription: null,
  screening: null,
  clearance: null,
  pains: [],
});

describe('from measurements to a question', () => {
  const body = bodyOf(dossier([]).client);

  it('reads the ankle with the instrument in use', () => {
    expect(dorsiflexionDeg(body, measurement({ dorsiflexionMethod: 'inclinometer' }), 'left')).toBe(
      30,
    );
    // asin((199.5 + 90 − 50) / 430.5) = 33.8°, by hand.
    expect(dorsiflexionDeg(body, measurement(), 'right')).toBeCloseTo(33.8, 1);
    const none = measurement({ kneeToWallMm: { left: null, right: 90 } });
    expect(dorsiflexionDeg(body, none, 'left')).toBeNull();
    expect(ankles(body, none)).toBeNull();
  });

  it('turns the tape’s error into degrees where the reading lies', () => {
    // 6 mm on a 430.5 mm shank at about 23°: 6 / (430.5 · cos 23°) rad = 0.87°.
    expect(semDeg(body, measurement())).toBeCloseTo(0.87, 1);
    expect(semDeg(body, measurement({ dorsiflexionMethod: 'inclinometer' }))).toBe(1.4);
  });

  it('names what is missing', () => {
    expect(missingOf(undefined)).toHaveLength(5);
    expect(missingOf(measurement())).toEqual([]);
    expect(
      missingOf(measurement({ kneeTravelMm: null, toeOutDeg: { left: 3, right: null } })),
    ).toEqual(['foot angles', 'knee travel']);
    // Zero is a measurement.
    expect(missingOf(measurement({ heelRiseMm: 0, kneeTravelMm: 0 }))).toEqual([]);
  });

  it('starts a setup as the client stands, valid against the contract', () => {
    const { client } = dossier([]);
    const start = startingSetup(client, measurement({ heelRiseMm: 20 }));
    expect(start.setup).toMatchObject({
      stanceWidthMm: 420,
      toeOutDeg: { left: 14, right: 12 },
      support: { kind: 'block', riseMm: 20 },
    });
    expect(clientSetupValuesSchema.safeParse(start).success).toBe(true);
  });

  it('builds on the newest day whose ankles are both known', () => {
    const today = measurement({ takenOn: '2026-02-01', kneeToWallMm: { left: null, right: null } });
    const found = clientCase(dossier([today, measurement()]));
    expect(found.kind === 'ready' && found.measurement.takenOn).toBe('2026-01-05');
    expect(clientCase(dossier([today])).kind).toBe('needsAnkle');
    expect(clientCase(dossier([])).kind).toBe('needsAnkle');
  });

  it('takes buffer and lean limit from the balanced method and the hold', () => {
    const setup = {
      ...startingSetup(dossier([]).client, measurement()),
      id: ID,
      clientId: ID,
      version: 1,
      updatedAt: AT,
    };
    setup.setup = { ...setup.setup, hold: 'lowBar', loadKg: 50 };
    const found = clientCase(dossier([measurement()], setup));
    if (found.kind !== 'ready') throw new Error('needs ankle');
    expect(found.question.limits).toMatchObject({ bufferDeg: 3, trunkLeanDeg: 55 });
  });

  it('wants all five of one day before prescribing', () => {
    const start = prescriptionStart(dossier([measurement({ heelRiseMm: null }), measurement()]));
    expect(start).toEqual({ kind: 'missing', what: ['heel elevation in use'] });
  });
});

describe('the prescription as written', () => {
  const write = (change: Partial<Measurement> = {}) => {
    const start = prescriptionStart(dossier([measurement(change)]));
    if (start.kind !== 'ready') throw new Error(start.what.join());
    return writePrescription(prescribe(start.input, BALANCED), '2026-01-05', start.measurement.id);
  };

  it('is accepted by the contract, whatever the client', () => {
    for (const wall of [-20, 0, 40, 120])
      for (const stanceWidthMm of [200, 420, 700])
        for (const heelRiseMm of [0, 30, 60])
          for (const kneeTravelMm of [-60, 30, 140]) {
            const written = write({
              kneeToWallMm: { left: wall, right: wall + 10 },
              stanceWidthMm,
              heelRiseMm,
              kneeTravelMm,
            });
            expect(prescriptionValuesSchema.safeParse(written).error?.issues ?? []).toEqual([]);
            expect(JSON.stringify(written)).not.toMatch(/undefined|NaN|instead of instead/);
          }
  });

  it('says how to stand in one sentence with every number', () => {
    const { summary, setup } = write();
    expect(summary).toContain(`Heels ${Math.round(setup.stanceWidthMm / 10)} cm apart`);
    expect(summary).toContain(`toes ${setup.toeOutDeg.left}° out`);
    expect(summary).toMatch(/down to crease below knee\.$/);
  });

  it('gives every change its reason and every drill its dose and sides', () => {
    const written = write({ stanceWidthMm: 700, toeOutDeg: { left: 40, right: 40 } });
    expect(written.changes.map((c) => c.what).join('; ')).toMatch(
      /Stance 54 cm instead of 70 cm.*Toes 25° out instead of 40°/,
    );
    for (const change of written.changes) expect(change.because.length).toBeGreaterThan(20);
    for (const drill of written.drills) {
      expect(drill.dose).toMatch(/\d+ (reps|min|s)$/);
      expect(drill.sides).toMatch(/both together|each side, (left|right) first/);
    }
  });

  it('lowers a heel the ankle no longer needs', () => {
    const { changes } = write({ kneeToWallMm: { left: 110, right: 110 }, heelRiseMm: 30 });
    expect(changes.map((c) => c.what)).toContain('Heels flat instead of 30 mm');
  });
});
