import {
  cueValuesSchema,
  drillValuesSchema,
  type DrillChange,
  type DrillValues,
} from '@zither/contract';
import { CUES, DRILLS } from '@zither/core';
import { homePage } from '@zither/words/planPages';
import { writePlan } from '@zither/words/plan';
import {
  answerOf,
  cuesOf,
  cueValuesOf,
  drillPhotos,
  drillsFor,
  drillsOf,
  drillValuesOf,
  ownDrills,
} from '../src/index.ts';
import { AT, dossierOf, five } from './trialRows.ts';

const PHOTO = 'data:image/jpeg;base64,AAAA';
const own = (change: Partial<DrillValues> = {}): DrillValues => ({
  ...drillValuesOf(
    DRILLS.find((d) => d.id === 'loaded-ankle-rock')!,
    null,
  ),
  name: 'Rock on the low step',
  works: [{ cause: 'ankleJoint', strength: 'strong' }],
  kit: [],
  ...change,
});
const changed = (drillId: string, to: DrillValues | null, saidAt = AT): DrillChange =>
  ({
    id: `${drillId} ${saidAt}`,
    version: 1,
    updatedAt: saidAt,
    saidAt,
    saidBy: '',
    at: saidAt,
    by: 'MB',
    why: 'Tried it.',
    drillId,
    to,
  }) as DrillChange;

describe('a practice’s drills', () => {
  it('a house drill is the same whether read from the table or from a form that changed nothing', () => {
    for (const drill of DRILLS) {
      const values = drillValuesSchema.parse(drillValuesOf(drill, null));
      const [same] = drillsOf({ drills: [{ id: drill.id, values }] }).filter(
        (d) => d.id === drill.id,
      );
      expect(same).toEqual(drill);
    }
  });

  it('the last word on a drill counts; put back, it is the house’s; an own one is gone', () => {
    const later = '2026-01-06T09:00:00.000Z';
    const one = changed('calf-roll', own({ name: 'First' }));
    const two = changed('calf-roll', own({ name: 'Second' }), later);
    expect(ownDrills([one, two])).toMatchObject([{ id: 'calf-roll', values: { name: 'Second' } }]);
    expect(ownDrills([two, one])).toEqual(ownDrills([one, two]));
    expect(ownDrills([one, changed('calf-roll', null, later)])).toEqual([]);
    expect(drillsOf({})).toEqual(DRILLS);
    const added = drillsOf({ drills: [{ id: 'own-1', values: own() }] });
    expect(added).toHaveLength(DRILLS.length + 1);
    expect(added.at(-1)).toMatchObject({ id: 'own-1', causes: ['ankleJoint'] });
  });

  it('an own drill is given like any other, kept in when asked, barred by the screen, and shown by its photo', () => {
    const schools = {
      own: [],
      usual: 'balanced',
      drills: [{ id: 'own-1', values: own({ photo: PHOTO, barredBy: ['verticalShins'] }) }],
    };
    const decisions = [
      {
        kind: 'routine',
        at: AT,
        on: '2026-01-05',
        takenBack: false,
        minutes: 10,
        kit: null,
        pinned: ['own-1'],
        banned: [],
      },
    ];
    const dossier = { ...dossierOf(five({ wall: [20, 20] }), { decisions } as never), schools };
    const plan = answerOf({ dossier, on: '2026-01-05', tables: [] }).plan!;
    expect(plan.asked.drills.at(-1)!.id).toBe('own-1');
    expect(plan.drills.map((d) => d.drill.id)).toContain('own-1');
    const given = writePlan(plan, '2026-01-05');
    expect(given.drills.find((d) => d.id === 'own-1')).toMatchObject({
      name: 'Rock on the low step',
    });
    const page = homePage(
      { ...given, id: 'p' },
      [],
      { photos: drillPhotos(schools), hurt: ['own-1'] },
      null,
    );
    const shown = page.parts.flatMap((p) => p.drills).find((d) => d.id === 'own-1');
    expect(shown).toMatchObject({ photo: PHOTO, picture: null, isStopped: true });
  });

  it('one that grows starts short and grows with the days that went well at home; hard takes a step back, hurt starts over', () => {
    const report = (on: string, felt: 'right' | 'hard', hurts: string[] = []) =>
      ({
        on,
        done: hurts.length > 0 ? [] : ['supported-deep-sit'],
        hurts,
        felt,
        planId: 'p',
      }) as never;
    const minutes = (...reports: never[]) =>
      drillsFor({ ...dossierOf(five()), homeReports: reports }).find(
        (d) => d.id === 'supported-deep-sit',
      )!.dose.amount;
    const days = (count: number) =>
      Array.from({ length: count }, (_, i) =>
        report(`2026-01-${String(i + 1).padStart(2, '0')}`, 'right'),
      );
    expect(minutes()).toBe(2);
    expect(minutes(...days(2))).toBe(2);
    expect(minutes(...days(3))).toBe(3);
    expect(minutes(...[...days(6)].reverse())).toBe(4);
    expect(minutes(...days(28))).toBe(5);
    expect(minutes(...days(6), report('2026-01-10', 'hard'))).toBe(3);
    expect(minutes(...days(6), report('2026-01-10', 'right', ['supported-deep-sit']))).toBe(2);
  });
});

describe('a practice’s cues', () => {
  it('a house cue is the same whether read from the table or from a form that changed nothing', () => {
    for (const cue of CUES) {
      const values = cueValuesSchema.parse(cueValuesOf(cue));
      const same = cuesOf({ cues: [{ id: cue.id, values }] }).find((c) => c.id === cue.id);
      expect(same).toEqual(cue);
    }
    expect(cuesOf({})).toEqual(CUES);
  });

  it('an own cue comes before the house’s, and may not ask the knees out without saying so', () => {
    const values = {
      ...cueValuesOf(CUES.find((c) => c.id === 'heels-as-heavy')!),
      words: 'Stand on the whole tray.',
    };
    const [first] = cuesOf({ cues: [{ id: 'own', values }] });
    expect(first).toMatchObject({ id: 'own', words: 'Stand on the whole tray.' });
    const out = { ...values, words: 'Knees out!' };
    expect(cueValuesSchema.safeParse(out).error?.issues[0]?.path).toEqual(['asksFor']);
    const said = cueValuesSchema.parse({ ...out, asksFor: 'kneesOut' });
    expect(cuesOf({ cues: [{ id: 'own', values: said }] })[0]!.bannedAs).toBe('kneesOut');
    const dossier = {
      ...dossierOf(five({ wall: [20, 20] })),
      schools: { own: [], usual: 'balanced', cues: [{ id: 'own', values }] },
    };
    const plan = answerOf({ dossier, on: '2026-01-05', tables: [] }).plan!;
    expect(plan.cues.map((c) => c.cue.id)).toContain('own');
  });
});
