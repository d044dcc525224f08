import { clientSetupValuesSchema, prescriptionValuesSchema } from '@zither/contract';
import { BALANCED, prescribe } from '@zither/core';
import {
  bodyOf,
  clientCase,
  knownOf,
  missingOf,
  prescriptionStart,
  startingSetup,
} from '@zither/visit';
import { writePrescription } from '@zither/words/plan';
import { AT, dossierOf, five, ID, trial } from './trialRows.ts';

describe('from trials to a question', () => {
  it('reads the ankle the way it was taken last', () => {
    // asin((199.5 + 90 − 50) / 430.5) = 33.8°, by hand.
    expect(knownOf(dossierOf(five())).ankle.right).toMatchObject({ by: 'kneeToWall' });
    expect(knownOf(dossierOf(five())).ankle.right?.deg).toBeCloseTo(33.8, 1);
    const again = [...five(), trial('shinAngle', 'right', 31)];
    expect(knownOf(dossierOf(again)).ankle.right).toMatchObject({ deg: 31, by: 'inclinometer' });
    const beyond = dossierOf([trial('kneeToWall', 'left', 300)]);
    expect(knownOf(beyond).ankle.left).toBeNull();
  });

  it('turns the tape’s error into degrees where the reading lies, less with more trials', () => {
    // 6 mm on a 430.5 mm shank at about 23°: 6 / (430.5 · cos 23°) rad = 0.87°.
    expect(knownOf(dossierOf(five())).ankle.left?.sem).toBeCloseTo(0.87, 1);
    const three = [20, 20, 20].map((mm) => trial('kneeToWall', 'left', mm));
    expect(knownOf(dossierOf(three)).ankle.left?.sem).toBeCloseTo(0.87 / Math.sqrt(3), 1);
  });

  it('counts nothing that was struck out, and everything once it is put back', () => {
    const struck = { reason: 'Heel lifted', at: AT };
    const trials = [trial('kneeToWall', 'left', 20), trial('kneeToWall', 'left', 90, { struck })];
    const left = knownOf(dossierOf(trials)).ankle.left;
    expect(left?.trials).toBe(1);
    const back = trials.map((t) => ({ ...t, struck: null }));
    expect(knownOf(dossierOf(back)).ankle.left?.trials).toBe(2);
  });

  it('names what is missing', () => {
    expect(missingOf(dossierOf([]))).toHaveLength(5);
    // Zero is a measurement.
    expect(missingOf(dossierOf(five({ heel: 0, travel: 0 })))).toEqual([]);
    const some = five().filter(
      (t) => t.measure !== 'kneeTravel' && !(t.measure === 'toeOut' && t.side === 'right'),
    );
    expect(missingOf(dossierOf(some))).toEqual(['foot angles', 'knee travel']);
  });

  it('starts a setup as the client stands, valid against the contract, block or wedge', () => {
    const onBlock = dossierOf(five({ heel: 20 }));
    const start = startingSetup(onBlock.client, knownOf(onBlock), BALANCED);
    expect(start.setup).toMatchObject({
      stanceWidthMm: 420,
      toeOutDeg: { left: 14, right: 12 },
      support: { kind: 'block', riseMm: 20 },
    });
    expect(clientSetupValuesSchema.safeParse(start).success).toBe(true);
    const onWedge = dossierOf([...five({ heel: 20 }), trial('heelWedge', null, 10)]);
    expect(startingSetup(onWedge.client, knownOf(onWedge), BALANCED).setup.support).toEqual({
      kind: 'ramp',
      angleDeg: 10,
      azimuth: 'foot',
    });
    // The kit says that it is one board under both feet.
    const board = { kind: 'ramp', angleDeg: 10, pair: false, from: null } as const;
    const onBoard = { ...onWedge, client: { ...onWedge.client, kit: [board] } };
    expect(startingSetup(onBoard.client, knownOf(onBoard), BALANCED).setup.support).toMatchObject({
      azimuth: 'straight',
    });
  });

  it('takes of each measure the newest reading, so a recheck of the ankles alone keeps the stance', () => {
    const recheck = [
      trial('kneeToWall', 'left', 60, { takenOn: '2026-02-01' }),
      trial('kneeToWall', 'right', 95, { takenOn: '2026-02-01' }),
    ];
    const known = knownOf(dossierOf([...recheck, ...five()]));
    expect(known.ankle.left?.day).toBe('2026-02-01');
    expect(known.stanceWidthMm).toBe(420);
    expect(clientCase(dossierOf([])).kind).toBe('needsAnkle');
    expect(clientCase(dossierOf(recheck.slice(0, 1))).kind).toBe('needsAnkle');
  });

  it('takes buffer and lean limit from the balanced method and the hold', () => {
    const dossier = dossierOf(five());
    const start = startingSetup(dossier.client, knownOf(dossier), BALANCED);
    const setup = { ...start, id: ID, clientId: ID, version: 1, updatedAt: AT };
    setup.setup = { ...setup.setup, hold: 'lowBar', loadKg: 50 };
    const found = clientCase({ ...dossier, setup });
    if (found.kind !== 'ready') throw new Error('needs ankle');
    expect(found.question.limits).toMatchObject({ bufferDeg: 3, trunkLeanDeg: 55 });
    expect(found.question.limits.hipFold).toBeUndefined();
  });

  it('gives the linkage the fold limit once it was read', () => {
    const fold = (
      [
        ['hipFoldNarrow', 175, 96],
        ['hipFoldWide', 550, 121],
      ] as const
    ).flatMap(([measure, kneeGapMm, deg]) => [
      trial(measure, null, deg, { kneeGapMm }),
      trial(measure, null, deg, { kneeGapMm }),
    ]);
    const found = clientCase(dossierOf([...five(), ...fold]));
    if (found.kind !== 'ready') throw new Error('needs ankle');
    expect(found.question.limits.hipFold?.atZeroAbductionDeg).toBeCloseTo(96, 0);
    expect(found.question.limits.hipFold?.perAbductionDeg).toBeGreaterThan(0.8);
    const start = prescriptionStart(dossierOf([...five(), ...fold]));
    expect(start.kind === 'ready' && start.input.hipFold).toEqual(found.question.limits.hipFold);
  });

  it('puts the hip centres where the measured pelvis says: 0.72 of inter-ASIS (Bell et al. 1990, from memory)', () => {
    const { client } = dossierOf([]);
    expect(bodyOf({ ...client, interAsisMm: 250 }).segmentsMm?.hipSeparation).toBe(180);
    expect(bodyOf(client).segmentsMm?.hipSeparation).toBeUndefined();
  });

  it('wants all five before prescribing', () => {
    const start = prescriptionStart(dossierOf(five().filter((t) => t.measure !== 'heelRise')));
    expect(start).toEqual({ kind: 'missing', what: ['heel elevation in use'] });
  });

  it('advises only heels of the kit once the kit is said', () => {
    const dossier = dossierOf(five({ wall: [-20, -20] }));
    const kit = [
      { kind: 'block', as: 'plate', riseMm: 12 },
      { kind: 'block', as: 'shoe', riseMm: 33 },
    ] as const;
    const heelOf = (given: typeof dossier) => {
      const start = prescriptionStart(given);
      if (start.kind !== 'ready') throw new Error('missing');
      const { support } = prescribe(start.input, BALANCED).recommendation.question.setup;
      return support.kind === 'block' ? support.riseMm : 0;
    };
    expect(heelOf(dossier) % 5).toBe(0);
    expect(heelOf(dossier)).toBeGreaterThan(0);
    const withKit = { ...dossier, client: { ...dossier.client, kit: [...kit] } };
    expect([0, 12, 33]).toContain(heelOf(withKit));
    expect(heelOf(withKit)).toBeGreaterThan(0);
  });
});

describe('the prescription as written', () => {
  const write = (change: Parameters<typeof five>[0] = {}) => {
    const start = prescriptionStart(dossierOf(five(change)));
    if (start.kind !== 'ready') throw new Error(start.what.join());
    return writePrescription(prescribe(start.input, BALANCED), '2026-01-05', start.measuredOn);
  };

  it('is accepted by the contract, whatever the client', () => {
    for (const wall of [-20, 0, 40, 120])
      for (const stance of [200, 420, 700])
        for (const heel of [0, 30, 60])
          for (const travel of [-60, 30, 140]) {
            const written = write({
              wall: [wall, wall + 10],
              stance,
              heel,
              travel,
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
    const written = write({ stance: 700, toes: [40, 40] });
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
    const { changes } = write({ wall: [110, 110], heel: 30 });
    expect(changes.map((c) => c.what)).toContain('Heels flat instead of 30 mm');
  });
});
