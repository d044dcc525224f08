import type { Decision, Dossier, Judgement, Seen } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import { ONLY_TODAY, sayAfter, sayMeasureAfter } from '@zither/words/afterRoutine';
import { afterRoutine } from '../src/index.ts';
import { AT, dossierOf, five, ID, trial } from './trialRows.ts';

const ON = '2026-01-05';

const judged = (state: 'cold' | 'after' | null, seen: Seen[], change: Partial<Judgement> = {}) =>
  ({
    id: `look ${state} ${JSON.stringify(seen)}`,
    clientId: ID,
    version: 1,
    updatedAt: AT,
    saidAt: AT,
    saidBy: 'MB',
    takenOn: ON,
    takenAt: state === 'after' ? '2026-01-05T10:00:00.000Z' : AT,
    view: 'rear',
    condition: 'bodyweight',
    asks: { ...PLAIN_LOOK, state },
    discarded: false,
    reps: 5,
    loadKg: 0,
    lookedAt: ['knees', 'feet'],
    seen,
    ...change,
  }) as Judgement;
const knee = (severity: 'slight' | 'clear', reps: number[] = []): Seen => ({
  fault: 'kneesIn',
  severity,
  side: 'left',
  phase: null,
  reps,
});
const called = (call: 'better' | 'same' | 'worse', change: object = {}) =>
  ({
    id: `call ${call}`,
    clientId: ID,
    version: 1,
    updatedAt: AT,
    saidAt: AT,
    saidBy: 'MB',
    kind: 'afterRoutine',
    on: ON,
    at: '2026-01-05T10:05:00.000Z',
    takenBack: false,
    calls: [{ fault: 'kneesIn', side: 'left', call }],
    ...change,
  }) as unknown as Decision;

const dossier = (judgements: Judgement[], change: Partial<Dossier> = {}) =>
  dossierOf(five(), { judgements, ...change });
const finding = (judgements: Judgement[], decisions: Decision[] = []) =>
  afterRoutine(dossier(judgements, { decisions }), ON)!.looks[0]!.findings[0]!;

describe('after the routine', () => {
  it('says nothing where nothing was taken again, or the look is another one', () => {
    expect(afterRoutine(dossier([judged('cold', [knee('clear')])]), ON)).toBeNull();
    const otherSide = judged('after', [], { view: 'side' });
    expect(afterRoutine(dossier([judged('cold', [knee('clear')]), otherSide]), ON)).toBeNull();
    const other = judged('after', [], { asks: { ...PLAIN_LOOK, state: 'after', arms: 'up' } });
    expect(afterRoutine(dossier([judged('cold', [knee('clear')]), other]), ON)).toBeNull();
  });

  it('by eye: two grades count; one needs four of five reps by one coach; else the coach’s call stands alone', () => {
    expect(finding([judged('cold', [knee('clear')]), judged('after', [])])).toMatchObject({
      fault: 'kneesIn',
      word: 'better',
      by: 'eye',
    });
    const few = [judged('cold', [knee('slight', [1, 2])]), judged('after', [])];
    expect(finding(few)).toMatchObject({ word: 'unknown', by: null, call: null });
    expect(sayAfter(finding(few))).toBe('Error unknown: the coach’s call stands alone.');
    expect(finding([judged('cold', [knee('slight')]), judged('after', [])]).word).toBe('better');
    const otherCoach = judged('after', [], { saidBy: 'CH' });
    expect(finding([judged('cold', [knee('slight')]), otherCoach]).word).toBe('unknown');
    // What was not looked at again is not gone.
    const away = judged('after', [], { lookedAt: ['hips'] });
    expect(finding([judged('cold', [knee('clear')]), away]).word).toBe('unknown');
  });

  it('keeps the coach’s call beside it: the newest of the day, of no other day, and not one taken back', () => {
    const looks = [judged('cold', [knee('slight', [1])]), judged('after', [])];
    expect(finding(looks, [called('better')]).call).toBe('better');
    const later = called('same', { at: '2026-01-05T11:00:00.000Z' });
    expect(finding(looks, [called('better'), later]).call).toBe('same');
    expect(finding(looks, [called('worse', { takenBack: true })]).call).toBeNull();
    expect(finding(looks, [called('worse', { on: '2026-01-04' })]).call).toBeNull();
  });

  it('compares a measure read again with its error, and says that it is of today', () => {
    const again = (value: number) =>
      trial('kneeToWall', 'right', value, { state: 'after', takenAt: '2026-01-05T10:00:00.000Z' });
    const measured = (value: number) => {
      const found = afterRoutine(dossierOf([...five(), again(value)]), ON)!;
      expect(found.measures).toHaveLength(1);
      return found.measures[0]!;
    };
    expect(measured(92)).toMatchObject({ before: 90, after: 92, kind: 'noChange' });
    const far = measured(130);
    expect(far).toMatchObject({ measure: 'kneeToWall', side: 'right', kind: 'more' });
    expect(far.mdc).toBeGreaterThan(2);
    expect(sayMeasureAfter(far)).toMatch(
      /, right: .* before, .* after: more\. A change counts from /,
    );
    expect(ONLY_TODAY).toMatch(/today/);
  });
});
