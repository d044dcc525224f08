import type { Dossier, TriedValues } from '@zither/contract';
import { BALANCED, NO_BARS, prescribe, profileOf, CUES, DRILLS } from '@zither/core';
import {
  basisOf,
  cuesThatCleared,
  cuesToTry,
  opine,
  overallOf,
  type CueResult,
} from '@zither/visit';
import { sayCueTrial } from '@zither/words/cueTrial';
import { AT, dossierOf, five, ID } from './trialRows.ts';

const result = (outcome: CueResult['outcome']): CueResult => ({
  fault: 'hipsFirst',
  side: null,
  outcome,
});
let count = 0;
const cueTrial = (
  outcome: TriedValues['outcome'],
  change: Partial<TriedValues> = {},
): Dossier['tried'][number] => ({
  id: `55555555-5555-4555-8555-${String((count += 1)).padStart(12, '0')}`,
  clientId: ID,
  version: 1,
  updatedAt: AT,
  saidAt: AT,
  saidBy: '',
  takenOn: '2026-01-05',
  takenAt: `2026-01-05T10:${String(count).padStart(2, '0')}:00.000Z`,
  test: 'cueTrial',
  side: null,
  outcome,
  felt: null,
  cue: { id: 'midfoot-heavy', words: 'Keep the laces heavy.' },
  results: [result('clears')],
  undone: false,
  ...change,
});
const findings = [{ fault: 'hipsFirst' as const, severity: 'clear' as const }];
const chanceOf = (tests: { test: 'cueTrial'; side: null; outcome: TriedValues['outcome'] }[]) =>
  opine({
    signs: { findings, tests },
    circumstances: { limits: [] },
    changes: [],
  }).diagnosis.causes.find((c) => c.cause === 'habitSitsBack')!.probability;

describe('a cue that is tried', () => {
  it('is one of the method’s, aimed at what is likely, allowed by Clear; then the method’s own words', () => {
    const opinion = opine({ signs: { findings }, circumstances: { limits: [] }, changes: [] });
    const ids = cuesToTry(opinion, BALANCED, NO_BARS, CUES).map((c) => c.id);
    expect(ids).toContain('unlock-together');
    expect(cuesToTry(opinion, BALANCED, NO_BARS, CUES).filter((c) => c.id === null)).toHaveLength(
      2,
    );
    // A method that starts with the hips has no cue against it; shins upright bars the knees that reach.
    expect(cuesToTry(opinion, profileOf('openHip')!, NO_BARS, CUES).map((c) => c.id)).not.toContain(
      'unlock-together',
    );
    expect(
      cuesToTry(
        opinion,
        BALANCED,
        { ...NO_BARS, limits: [{ kind: 'verticalShins', shankDeg: 12 }] },
        CUES,
      ).map((c) => c.id),
    ).not.toContain('knees-reach');
  });

  it('counts as cleared only where it made nothing worse', () => {
    expect(overallOf([result('clears'), result('same')])).toBe('clears');
    expect(overallOf([result('helps'), result('same')])).toBe('helps');
    expect(overallOf([result('clears'), result('worse')])).toBe('same');
    expect(overallOf([result('worse'), result('same')])).toBe('worse');
  });

  it('is evidence: what a word clears was a habit; that another word did nothing takes nothing away from that', () => {
    const before = chanceOf([]);
    const cleared = chanceOf([{ test: 'cueTrial', side: null, outcome: 'clears' }]);
    expect(cleared).toBeGreaterThan(before);
    expect(chanceOf([{ test: 'cueTrial', side: null, outcome: 'same' }])).toBeLessThan(before);
    const dossier = dossierOf(five(), {
      tried: [cueTrial('same', { results: [result('same')] }), cueTrial('clears')],
    });
    expect(basisOf(dossier, '2026-01-05', [], []).signs.tests).toMatchObject([
      { test: 'cueTrial', outcome: 'clears' },
    ]);
  });

  it('that cleared it is the plan’s first cue, by id or in the coach’s own words; one taken back is not', () => {
    const dossier = (tried: Dossier['tried']) => dossierOf(five(), { tried });
    const cleared = cueTrial('clears');
    expect(cuesThatCleared(dossier([cleared, cueTrial('helps')]))).toMatchObject([
      { ...cleared.cue, findings: [{ fault: 'hipsFirst' }] },
    ]);
    expect(cuesThatCleared(dossier([{ ...cleared, undone: true }]))).toEqual([]);
    const planned = (list: { id: string | null; words: string }[]) =>
      prescribe({
        causes: [
          { cause: 'habitSitsBack', side: null, chance: 0.8, because: [] },
          { cause: 'quadsWeak', side: null, chance: 0.6, because: [] },
        ],
        limits: [],
        sparesKnees: false,
        feetDiffer: true,
        referred: [],
        banned: [],
        wishes: { minutes: 10, kit: null, pinned: [], banned: [] },
        hurt: [],
        drills: DRILLS,
        cues: CUES,
        stifferSide: 'left',
        method: BALANCED,
        counted: [],
        fills: [],
        findings: [],
        cleared: list.map((c) => ({ ...c, findings: [] })),
      }).cues;
    expect(planned([])[0]!.cue.id).toBe('knees-reach');
    expect(planned([cleared.cue!])[0]).toMatchObject({
      cue: { id: 'midfoot-heavy' },
      hasCleared: true,
    });
    expect(planned([{ id: null, words: 'Sit on the gate.' }])[0]!.cue.words).toBe(
      'Sit on the gate.',
    );
  });

  it('reads as a sentence', () => {
    expect(sayCueTrial(cueTrial('clears'))).toBe('“Keep the laces heavy.” hips break first: gone.');
    expect(sayCueTrial({ cue: null, results: [] })).toBeNull();
  });
});
