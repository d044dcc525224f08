import fc from 'fast-check';
import type { Dossier, ScreeningValues } from '@zither/contract';
import { answered, mergedRow, toBeDecided, type Version } from '@zither/visit/merging';
import { clearancesToAsk, isHeld, isSlip, safetyChanges, safetyOf } from '@zither/visit';
import { sayChange, sayDiffers, sayGiven } from '@zither/words/safety';
import { dossierOf } from './trialRows.ts';

const at = (minute: number) => `2026-01-05T10:${String(minute).padStart(2, '0')}:00.000Z`;
const BASE: ScreeningValues = {
  takenOn: '2026-01-05',
  purpose: 'strength',
  asked: [],
  answers: {},
  answeredAt: {},
};
const version = (values: object, saidBy = 'CH'): Version<object> => ({
  values,
  saidAt: at(0),
  saidBy,
});
const merged = (base: ScreeningValues | null, theirs: ScreeningValues, mine: ScreeningValues) =>
  mergedRow(
    'screening',
    base && version(base),
    version(theirs, 'AA'),
    version(mine, 'BB'),
  ) as ScreeningValues;

const QUESTIONS = ['heart', 'nerve', 'pregnancy', 'pain'] as const;
type Given = { question: (typeof QUESTIONS)[number]; level: number | null };
const given: fc.Arbitrary<Given> = fc.record({
  question: fc.constantFrom(...QUESTIONS),
  level: fc.option(fc.integer({ min: 1, max: 9 })),
});
const answersOf = ({ question, level }: Given): ScreeningValues['answers'] =>
  level === null
    ? {}
    : question === 'pain'
      ? { pain: { place: 'knee', level } }
      : { [question]: true };
let minute = 0;
const after = (from: ScreeningValues, list: readonly Given[]) =>
  list.reduce(
    (screen, g) => answered(screen, g.question, answersOf(g), at((minute += 1) % 60)),
    from,
  );
/** How much an answer holds back, read off it anew. */
const weight = (screen: ScreeningValues, question: Given['question']): number =>
  question === 'pain' ? (screen.answers.pain?.level ?? 0) : screen.answers[question] ? 1 : 0;

describe('two screens made on one', () => {
  it('each question: the one that changed it, and where both did, the answer that holds back more', () => {
    fc.assert(
      fc.property(
        fc.array(given, { maxLength: 4 }),
        fc.array(given, { maxLength: 4 }),
        fc.array(given, { maxLength: 4 }),
        (first, a, b) => {
          minute = 0;
          const base = after(BASE, first);
          const [theirs, mine] = [after(base, a), after(base, b)];
          const both = merged(base, theirs, mine);
          for (const q of QUESTIONS) {
            const said = (screen: ScreeningValues) =>
              JSON.stringify([
                screen.answeredAt[q],
                screen.differs?.find((d) => d.question === q) ?? null,
              ]);
            const changed = (screen: ScreeningValues) => said(screen) !== said(base);
            const [t, m] = [weight(theirs, q), weight(mine, q)];
            const expected =
              changed(theirs) && changed(mine) ? Math.max(t, m) : changed(mine) ? m : t;
            expect([q, weight(both, q)]).toEqual([q, expected]);
            const isOpen = toBeDecided(both).some((d) => d.question === q);
            expect([q, isOpen]).toEqual([q, changed(theirs) && changed(mine) && t !== m]);
          }
          // Whoever is first, the same is said.
          const other = merged(base, mine, theirs);
          for (const q of QUESTIONS) expect(weight(other, q)).toBe(weight(both, q));
          // Taken again, nothing changes.
          expect(merged(base, both, mine).answers).toEqual(both.answers);
        },
      ),
      { numRuns: 300, seed: 31 },
    );
  });

  it('a decision names what it settles, and a copy of that opens nothing', () => {
    minute = 0;
    const theirs = after(BASE, [{ question: 'heart', level: 1 }]);
    const mine = after(BASE, [{ question: 'heart', level: null }]);
    const both = merged(BASE, theirs, mine);
    expect(both.differs?.[0]?.said.map((s) => s.by)).toEqual(['AA', 'BB']);
    const decided = answered(both, 'heart', {}, at(30));
    expect([decided.answers, decided.differs]).toEqual([{}, undefined]);
    expect(merged(BASE, decided, theirs)).toMatchObject({ answers: {} });
    expect(merged(BASE, decided, theirs).differs).toBeUndefined();
    // A decision on one device meets a new answer of another.
    const anew = after(both, [{ question: 'heart', level: 1 }]);
    expect(merged(both, decided, anew).answers).toEqual({ heart: true });
  });

  it('the same answer of two devices stays as two: who turns one round has not seen the other', () => {
    minute = 0;
    const theirs = after(BASE, [{ question: 'heart', level: 1 }]);
    const mine = after(BASE, [{ question: 'heart', level: 1 }]);
    const both = merged(BASE, theirs, mine);
    expect(toBeDecided(both)).toEqual([]);
    const turned = after(theirs, [{ question: 'heart', level: null }]);
    const held = merged(theirs, both, turned);
    expect(toBeDecided(held)[0]?.said.filter((s) => s.answers.heart)).toHaveLength(2);
  });

  it('the same answer given again keeps its moment; turned round it is marked', () => {
    const yes = answered(BASE, 'heart', { heart: true }, at(1));
    expect(answered(yes, 'heart', { heart: true }, at(5)).answeredAt.heart).toBe(at(1));
    const no = answered(yes, 'heart', {}, at(6));
    expect([no.answeredAt.heart, no.turned]).toEqual([at(6), ['heart']]);
  });
});

it('an answer that one device turned round is another than the one cleared on the other', () => {
  minute = 0;
  const theirs = after(BASE, [{ question: 'heart', level: 1 }]);
  const no = after(BASE, [{ question: 'heart', level: null }]);
  const both = merged(BASE, theirs, after(no, [{ question: 'heart', level: 1 }]));
  const row = { id: 'a', clientId: 'c', version: 1, updatedAt: at(0), saidAt: at(0), saidBy: 'CH' };
  const heldWith = (screen: ScreeningValues, saw: string) =>
    isHeld(
      safetyOf(
        {
          ...dossierOf([]),
          screenings: [{ ...row, ...screen }],
          clearances: [
            {
              ...row,
              who: 'A. Clinician',
              licence: 'L1',
              givenOn: '2026-01-05',
              expiresOn: null,
              limits: [],
              covers: ['heart'],
              seen: [{ of: 'screening', id: 'a', question: 'heart', version: saw }],
            },
          ],
        },
        '2026-01-05',
      ),
    );
  expect(heldWith(theirs, theirs.answeredAt.heart!)).toBe(false);
  expect(heldWith(both, theirs.answeredAt.heart!)).toBe(true);
});

describe('changes of what was told', () => {
  const row = { id: 'a', clientId: 'c', version: 1, updatedAt: at(0), saidAt: at(0), saidBy: 'CH' };
  const correction = (on: string): Dossier['corrections'][number] => ({
    ...row,
    on,
    of: 'screening',
    ofId: 'x',
    question: 'heart',
    why: 'Tapped the wrong one',
  });
  const move = { ...row, on: '2026-01-04', why: 'Wrong client' };

  it('stand on the page for a week, with who and why', () => {
    const dossier = {
      corrections: [correction('2026-01-05'), correction('2025-12-20')],
      moves: [
        {
          ...move,
          entries: [{ entity: 'stop' as const, id: 's' }],
          change: { kind: 'here' as const, clientId: 'd' },
        },
        {
          ...move,
          entries: [{ entity: 'trial' as const, id: 't' }],
          change: { kind: 'otherSide' as const },
        },
      ],
    };
    expect(safetyChanges(dossier, '2026-01-06').map((c) => sayChange(c))).toEqual([
      'An answer of the screen was corrected, 2026-01-05 by CH: Tapped the wrong one',
      'A safety entry was moved here, 2026-01-04 by CH: Wrong client',
    ]);
    expect(safetyChanges(dossier, '2026-02-06')).toEqual([]);
  });

  it('a slip is the same coach within two minutes', () => {
    const screen = {
      ...row,
      ...answered(BASE, 'pain', { pain: { place: 'knee', level: 7 } }, at(1)),
    } as Dossier['screenings'][number];
    expect(isSlip(screen, 'pain', 'CH', at(2))).toBe(true);
    expect(isSlip(screen, 'pain', 'CH', at(4))).toBe(false);
    expect(isSlip(screen, 'pain', 'AB', at(2))).toBe(false);
    // A clock that went back tells nothing.
    expect(isSlip(screen, 'pain', 'CH', at(0))).toBe(false);
  });

  it('an open clearance is asked about after twelve weeks, and never lapses', () => {
    const clearance = (givenOn: string, expiresOn: string | null) =>
      ({ ...row, givenOn, expiresOn }) as Dossier['clearances'][number];
    const clearances = [clearance('2025-09-01', null), clearance('2025-12-20', null)];
    expect(clearancesToAsk({ clearances }, '2026-01-05')).toEqual([clearances[0]]);
    expect(
      clearancesToAsk({ clearances: [clearance('2025-09-01', '2026-09-01')] }, '2026-01-05'),
    ).toEqual([]);
  });

  it('says who said what, in words', () => {
    expect(
      sayDiffers('Chest pain?', 'heart', [
        { answers: { heart: true }, by: 'AA' },
        { answers: {}, by: '' },
      ]),
    ).toBe('Chest pain? AA said yes; One said no. Until you decide, the stricter answer counts.');
    expect(sayGiven({ pain: { place: 'lowBack', level: 3 } }, 'pain')).toBe(
      'yes: low back, 3 of 10',
    );
    expect(sayGiven({ under16: { guardianPresent: false } }, 'under16')).toBe(
      'yes, no guardian here',
    );
  });
});
