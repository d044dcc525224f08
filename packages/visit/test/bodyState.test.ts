import type { Dossier, Judgement, LookAsks } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import {
  evidenceOf,
  keptTrials,
  newestDorsiflexion,
  readingError,
  readingOn,
  resolveBody,
} from '@zither/core';
import {
  ankleTrend,
  basisOf,
  bodyOf,
  changeShown,
  knownOf,
  loadsCompared,
  looksOf,
  numberInDay,
  optionsBefore,
  readingOnIn,
  subjectFor,
} from '@zither/visit';
import { sayRising } from '@zither/words/loads';
import { sayLook } from '@zither/words/watch';
import { AT, dossierOf, five, ID, trial } from './trialRows.ts';

const DAY = '2026-01-05';
let count = 0;
const look = (asks: Partial<LookAsks>, change: Partial<Judgement> = {}): Judgement => ({
  id: `66666666-6666-4666-8666-${String((count += 1)).padStart(12, '0')}`,
  clientId: ID,
  version: 1,
  updatedAt: AT,
  saidAt: AT,
  saidBy: '',
  takenOn: DAY,
  takenAt: `${DAY}T10:${String(count).padStart(2, '0')}:00.000Z`,
  view: 'side',
  condition: 'bodyweight',
  asks: { ...PLAIN_LOOK, ...asks },
  discarded: false,
  reps: 5,
  loadKg: 0,
  lookedAt: ['feet'],
  seen: [],
  ...change,
});
const heels = [
  { fault: 'heelsRise' as const, severity: 'clear' as const, side: null, phase: null, reps: [] },
];
const newest = (list: Judgement[]) => [...list].reverse();

describe('cold, warm, after the routine', () => {
  it('readings after the routine are compared with those of before, never averaged with them', () => {
    const cold = [trial('kneeToWall', 'left', 80, { state: 'cold' })];
    const after = [trial('kneeToWall', 'left', 110, { state: 'after' })];
    const both = [...cold, ...after];
    expect(readingOn(both, 'kneeToWall', 'left', DAY)?.mean).toBe(80);
    expect(keptTrials(both, 'kneeToWall', 'left')).toHaveLength(1);
    // Alone on its day it counts all the same, and not recorded counts as before.
    expect(readingOn(after, 'kneeToWall', 'left', DAY)?.mean).toBe(110);
    const body = resolveBody(bodyOf(dossierOf([]).client));
    expect(newestDorsiflexion(body, both, 'left')!.deg).toBe(
      newestDorsiflexion(body, cold, 'left')!.deg,
    );
    // While the coach reads on after the routine, the page shows what is read now.
    const dossier = dossierOf(both);
    expect(
      readingOn(readingOnIn(dossier, DAY, 'after').trials, 'kneeToWall', 'left', DAY)?.mean,
    ).toBe(110);
    expect(readingOnIn(dossier, DAY, 'warm')).toBe(dossier);
  });

  it('before and after the routine are two looks, numbered, and causes are weighed by the one before', () => {
    const judgements = newest([
      look({ state: 'cold' }, { seen: heels }),
      look({ state: 'after' }, { seen: [] }),
    ]);
    const dossier = dossierOf(five(), { judgements });
    const looks = looksOf(dossier, DAY);
    expect(looks).toHaveLength(2);
    expect(looks.map((l) => numberInDay(dossier, l))).toEqual([2, 1]);
    expect(sayLook(looks[0]!.look)).toMatch(/after the routine/);
    expect(basisOf(dossier, DAY, [], []).seen.map((l) => l.fault)).toEqual(['heelsRise']);
    // Alone it counts.
    const only = dossierOf(five(), { judgements: [look({ state: 'after' }, { seen: heels })] });
    expect(basisOf(only, DAY, [], []).seen).toHaveLength(1);
  });

  it('the options of the visit before are offered again: those of its first look from this view, without its load and warmth', () => {
    const on = (takenOn: string) => ({ takenOn, takenAt: `${takenOn}T11:00:00.000Z` });
    const judgements = newest([
      look({ arms: 'up' }, on('2025-12-01')),
      look(
        { shod: true, state: 'warm' },
        { takenOn: '2025-12-20', takenAt: '2025-12-20T10:00:00.000Z' },
      ),
      look({ shod: true, heelRiseMm: 20 }, on('2025-12-20')),
      look({ arms: 'weight' }, { ...on('2025-12-20'), view: 'front' }),
      look({ loadKg: 60 }, { ...on('2025-12-21'), condition: 'load' }),
      look({ depth: 'seat' }),
    ]);
    const dossier = dossierOf(five(), { judgements });
    expect(optionsBefore(dossier, 'side', DAY)).toEqual({ ...PLAIN_LOOK, shod: true });
    expect(optionsBefore(dossier, 'front', DAY)?.arms).toBe('weight');
    expect(optionsBefore(dossier, 'rear', DAY)).toBeNull();
    expect(optionsBefore(dossier, 'side', '2025-12-01')).toBeNull();
  });

  it('over weeks like is compared with like: a day read only after the routine is no step of the trend', () => {
    const on = (takenOn: string, state: 'cold' | 'after', value: number) =>
      (['left', 'right'] as const).flatMap((side) =>
        [0, 0, 0].map(() => trial('shinAngle', side, value, { takenOn, state })),
      );
    const cold = [...on('2026-01-05', 'cold', 30), ...on('2026-01-26', 'cold', 31.5)];
    const trend = ankleTrend(dossierOf(cold))!;
    expect(trend.perWeekDeg!.mean).toBeCloseTo(0.5, 9);
    const later = [...cold, ...on('2026-02-16', 'after', 40)];
    expect(ankleTrend(dossierOf(later))).toEqual(trend);
    // And the change since the visit before is not read across the routine either.
    expect(changeShown(dossierOf(later), 'shinAngle', 'left', '2026-02-16')).toBeNull();
    expect(changeShown(dossierOf(later), 'shinAngle', 'left', '2026-01-26')!.value).toBe(1.5);
    const twice = [...later, ...on('2026-03-02', 'after', 42)];
    expect(changeShown(dossierOf(twice), 'shinAngle', 'left', '2026-03-02')!.value).toBe(2);
    // Nor does the routine make the ankle look as if it were read unevenly.
    const sameDay = [...on('2026-01-05', 'cold', 30), ...on('2026-01-05', 'after', 40)];
    expect(readingError(sameDay, 'shinAngle')!.sem).toBeCloseTo(
      readingError(on('2026-01-05', 'cold', 30), 'shinAngle')!.sem,
      9,
    );
  });

  it('warm-up sets at rising loads stand side by side, each with its load, and are judged at it', () => {
    const judgements = newest(
      [20, 40, 60].map((loadKg) => look({ loadKg, belt: loadKg > 50 }, { condition: 'load' })),
    );
    const dossier = dossierOf(five(), { judgements }) as Dossier;
    const looks = looksOf(dossier, DAY);
    expect(looks.map((l) => l.look.asks.loadKg)).toEqual([60, 40, 20]);
    expect(sayLook(looks[0]!.look)).toBe('Side · training load · 60 kg · belt');
    expect(subjectFor(dossier, 'load', { ...PLAIN_LOOK, loadKg: 40 }, [])?.setup.loadKg).toBe(40);
    expect(loadsCompared(dossier)).toMatchObject([
      {
        view: 'side',
        sets: [{ loadKg: 20 }, { loadKg: 40 }, { loadKg: 60, belt: true }],
        rows: [],
      },
    ]);
  });
});

describe('sets at rising loads', () => {
  const setOf = (
    loadKg: number | null,
    severity: 'slight' | 'clear' | null,
    change: Partial<Judgement> = {},
  ) =>
    look(
      { loadKg },
      {
        condition: loadKg === null ? 'bodyweight' : 'load',
        seen: severity ? [{ ...heels[0]!, severity }] : [],
        ...change,
      },
    );

  it('stand side by side with the squat without load, and say from which load on a fault is seen', () => {
    const judgements = newest([
      setOf(60, 'clear'),
      setOf(40, null, { lookedAt: ['knees'] }),
      setOf(null, null),
      setOf(50, 'slight'),
    ]);
    const [table, ...others] = loadsCompared(dossierOf(five(), { judgements }));
    expect(others).toEqual([]);
    expect(table!.sets.map((s) => s.loadKg)).toEqual([0, 40, 50, 60]);
    expect(table!.rows).toEqual([
      { fault: 'heelsRise', side: null, at: ['notSeen', 'notLookedAt', 'slight', 'clear'] },
    ]);
    expect(sayRising(table!)).toBe(
      'Seen only from a load on: heels rise from 50 kg. One set each tells little.',
    );
  });

  it('are no table with one load, and leave out what was seen after the routine', () => {
    const one = newest([setOf(40, null), setOf(40, 'slight')]);
    expect(loadsCompared(dossierOf(five(), { judgements: one }))).toEqual([]);
    const after = newest([
      setOf(40, null),
      look({ loadKg: 60, state: 'after' }, { condition: 'load', seen: heels }),
    ]);
    expect(loadsCompared(dossierOf(five(), { judgements: after }))).toEqual([]);
  });
});

describe('the leg lifted aside', () => {
  it('is read: a leg that is hardly lifted points to the side of the hip, as few repetitions do', () => {
    const sureOf = (measures: Parameters<typeof evidenceOf>[0]['measures']): number | null => {
      const found = evidenceOf({ measures }).find(
        (e) => e.kind === 'finding' && e.finding === 'abductionShort',
      );
      return found?.kind === 'finding' ? found.sure : null;
    };
    expect(sureOf({ standingAbductionDeg: { left: 18, right: null } })!).toBeGreaterThan(0.9);
    expect(sureOf({ standingAbductionDeg: { left: 45, right: null } })!).toBeLessThan(0.1);
    // Whichever says more: lifted far, but not for long.
    expect(
      sureOf({
        standingAbductionDeg: { left: 45, right: null },
        standingAbductionReps: { left: 5, right: null },
      })!,
    ).toBeGreaterThan(0.9);
    const dossier = dossierOf([...five(), trial('abductionAngle', 'left', 20)]);
    expect(basisOf(dossier, DAY, [], []).signs.measures?.standingAbductionDeg?.left).toBe(20);
    expect(knownOf(dossier).ankle.left).not.toBeNull();
  });
});
