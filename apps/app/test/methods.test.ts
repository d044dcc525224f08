import type { Operation } from '@zither/contract';
import { schoolValuesSchema } from '@zither/contract';
import {
  BALANCED,
  HOUSE_RULES,
  PROFILES,
  profileOf,
  SEARCH_STEP,
  type ChanceMap,
} from '@zither/core';
import { overlay, schoolsWithPending } from '../features/data/overlay.ts';
import { bySchool } from '../features/lab/labCase.ts';
import {
  clientCase,
  methodFrom,
  methodOf,
  wedgeAngleDeg,
  chanceOn,
  heelLevels,
  finderQuestion,
  sidesOf,
  answerMap,
  loopQuestion,
  copyOf,
} from '@zither/visit';
import { sayKit } from '@zither/words/kit';
import { sayChance } from '@zither/words/chance';
import { lockFor } from '@zither/words/locking';
import { differingRows, schoolRows } from '@zither/words/schools';
import { AT, dossierOf, five, ID, trial } from '../../../packages/visit/test/trialRows.ts';
import { OWN, own, setup, values, tried, client } from './setRecords.ts';

describe('schools of the practice', () => {
  it('judge a client without a setup by the usual one, and one who follows an own one by that', () => {
    const schools = { own: [own], usual: OWN };
    expect(methodOf({ setup: null, schools, screenings: [] })).toMatchObject({
      id: OWN,
      bufferDeg: 6,
    });
    const dossier = client({ schools });
    expect(methodOf(dossier).id).toBe('balanced');
    dossier.setup!.profile = OWN;
    const found = clientCase(dossier);
    expect(found.kind === 'ready' && found.question.limits.bufferDeg).toBe(6);
  });

  it('are copied whole under a free name, and only what differs is said', () => {
    const copy = copyOf(profileOf('openHip')!, []);
    expect(schoolValuesSchema.safeParse(copy).success).toBe(true);
    expect(copy).toMatchObject({ name: 'Open hip, ours', copiedFrom: 'openHip' });
    const again = copyOf(methodFrom({ ...own, ...copy, id: OWN }), [{ ...own, ...copy }]);
    expect(again).toMatchObject({ copiedFrom: 'openHip' });
    expect(again.name).not.toBe(copy.name);
    expect(differingRows(methodFrom(own), BALANCED).map((r) => r.name)).toEqual([
      'Ankle kept in reserve',
    ]);
    expect(differingRows(BALANCED, BALANCED)).toEqual([]);
    for (const profile of PROFILES)
      for (const { name, value } of schoolRows(profile))
        expect(`${name} ${value}`).not.toMatch(/undefined|NaN/);
  });

  it('unsent changes show at once, on the Shelf and with every client', () => {
    const { id, version: _v, updatedAt: _u, ...schoolValues } = own;
    const base = { operationId: ID, rowId: id, baseVersion: 0 };
    const queue: Operation[] = [
      { ...base, kind: 'school.put', values: schoolValues },
      { ...base, rowId: ID, kind: 'school.choose', values: { at: AT, by: 'CH', profile: id } },
    ];
    const pending = schoolsWithPending({ own: [], usual: 'balanced' }, queue);
    expect(pending).toMatchObject({ own: [{ name: 'Hut way', version: 0 }], usual: id });
    const seen = overlay(client(), queue, ID)!;
    expect(seen.schools).toMatchObject({ usual: id });
  });

  it('unsent trials and locks show at once; taking back an unsent lock too', () => {
    const base = { operationId: ID, baseVersion: 0, clientId: ID };
    const lockId = '66666666-6666-4666-8666-666666666666';
    const { evidence, ...rest } = lockFor(
      client(),
      { setup, targetDepthDeg: 6 },
      { day: '2026-01-05', at: AT, initials: '', why: 'So.' },
      BALANCED,
      null,
      null,
    );
    const seen = overlay(
      client(),
      [
        { ...base, rowId: OWN, kind: 'setupTrial.put', values: values() },
        { ...base, rowId: lockId, kind: 'lock.put', values: { ...rest, evidence } },
        { ...base, rowId: lockId, kind: 'lock.takeBack', takenBack: true },
      ],
      ID,
    )!;
    expect(seen.setupTrials).toMatchObject([{ id: OWN, version: 0 }]);
    expect(seen.locks).toMatchObject([{ id: lockId, takenBack: true, why: 'So.' }]);
  });
});

describe('the map', () => {
  const map: ChanceMap = {
    stancesMm: [400, 420, 440],
    toesDeg: [10, 15],
    chance: [0, 0.2, 0.4, 0.4, 0.6, 1],
    best: null,
  };

  it('between its points goes in straight lines, and stays at its edges', () => {
    expect(SEARCH_STEP).toEqual({ stanceMm: 20, toeOutDeg: 5 });
    expect(chanceOn(map, { stanceWidthMm: 420, toeOutDeg: 10 })).toBeCloseTo(0.2, 12);
    // By hand: the middle of 0, 0.2, 0.4 and 0.6.
    expect(chanceOn(map, { stanceWidthMm: 410, toeOutDeg: 12.5 })).toBeCloseTo(0.3, 12);
    expect(chanceOn(map, { stanceWidthMm: 900, toeOutDeg: 90 })).toBe(1);
    expect(chanceOn(map, { stanceWidthMm: 0, toeOutDeg: 0 })).toBe(0);
    expect([sayChance(0), sayChance(0.504), sayChance(1)]).toEqual([
      '1 of 100',
      '50 of 100',
      '99 of 100',
    ]);
  });

  it('is answered from the record, trials included', () => {
    const dossier = client();
    const question = finderQuestion(dossier, [], HOUSE_RULES)!;
    const at = { support: setup.support, hold: setup.hold, loadKg: 20, targetDepthDeg: 6 };
    const ask = { question, profile: BALANCED, tried: [], at };
    const before = answerMap(ask);
    const rose = loopQuestion(
      client({ setupTrials: [tried({ heelRose: { left: true, right: true }, depthDeg: -6 })] }),
      question,
      BALANCED,
      '2026-01-05',
      null,
    ).tried;
    const after = answerMap({ ...ask, tried: rose });
    const sum = (m: ChanceMap) => m.chance.reduce((a, b) => a + b, 0);
    expect(sum(after)).toBeLessThan(sum(before));
  });

  it('offers the heels of the kit, lowest first, the one in use always', () => {
    const kit = [
      { kind: 'ramp', angleDeg: 10, pair: true, from: null },
      { kind: 'block', as: 'plate', riseMm: 25 },
      { kind: 'block', as: 'plate', riseMm: 10 },
      { kind: 'box', heightMm: 400 },
    ] as const;
    expect(heelLevels(kit, { kind: 'block', riseMm: 15 })).toEqual([
      { kind: 'floor' },
      { kind: 'block', riseMm: 10 },
      { kind: 'block', riseMm: 15 },
      { kind: 'block', riseMm: 25 },
      { kind: 'ramp', angleDeg: 10, azimuth: 'foot' },
    ]);
    expect(heelLevels([], { kind: 'floor' }).length).toBeGreaterThan(5);
  });
});

describe('kit, sides and the bench', () => {
  it('says each piece so that no two read the same; a wedge’s angle by hand', () => {
    expect(wedgeAngleDeg(60, 300)).toBe(11.3);
    expect(
      sayKit({ kind: 'ramp', angleDeg: 11.3, pair: false, from: { riseMm: 60, lengthMm: 300 } }),
    ).toBe('Wedge board 11.3° (60 mm on 300 mm)');
    expect(sayKit({ kind: 'ramp', angleDeg: 10, pair: true, from: null })).toBe(
      'Pair of wedges 10°',
    );
    expect(sayKit({ kind: 'box', heightMm: 425 })).toBe('Box 42.5 cm');
  });

  it('a measured difference of hip rotation lets the finder turn that foot further', () => {
    const rotation = [38, 39, 37, 20, 21, 19].map((v, i) =>
      trial('hipRotationIn', i < 3 ? 'left' : 'right', v),
    );
    const dossier = dossierOf([...five({ wall: [110, 110] }), ...rotation]);
    const found = clientCase(dossier);
    if (found.kind !== 'ready') throw new Error('needs ankle');
    expect(sidesOf(dossier, found.question)?.asymmetry).toMatchObject({
      side: 'right',
      because: 'rotation',
    });
    expect(finderQuestion(dossier, [], HOUSE_RULES)?.turnFurther).toEqual({
      side: 'right',
      mostDeg: 5,
      because: 'rotation',
    });
    expect(sidesOf(dossierOf([]), found.question)).toBeNull();
  });

  it('the bench takes a school’s limits and leaves the body alone', () => {
    const found = clientCase(client());
    if (found.kind !== 'ready') throw new Error('needs ankle');
    const turned = bySchool(found.question, profileOf('shinsUpright')!);
    expect(turned.limits).toMatchObject({ shankDeg: 12, trunkLeanDeg: 55 });
    expect(turned.setup.balance).toBe(0.4);
    expect(turned.body).toEqual(found.question.body);
  });
});
