import { KEPT_MOST, keepAnswer, knownAnswer } from '../features/setup/keptAnswers.ts';
import type { SetTold, Told } from '../features/setup/useSet.ts';

// What it computes is tested where it lives; here, what is computed at all.
jest.mock('@zither/visit', () => ({
  answerOf: jest.fn(() => 'first'),
  withTellings: jest.fn(() => 'whole'),
  answerMap: jest.fn(() => 'map'),
  askMethod: jest.fn(),
}));
const visit =
  jest.requireMock<Record<'answerOf' | 'withTellings' | 'answerMap' | 'askMethod', jest.Mock>>(
    '@zither/visit',
  );

describe('the worker of Set', () => {
  const told: SetTold[] = [];
  const ask = (id: number, kind: 'answer' | 'map' | 'method') =>
    dispatchEvent(new MessageEvent('message', { data: { id, kind, ask: { withTellings: true } } }));
  beforeAll(() => {
    jest.useFakeTimers();
    Object.assign(globalThis, { postMessage: (t: SetTold) => told.push(t) });
    // eslint-disable-next-line @typescript-eslint/no-require-imports
    require('../features/setup/set.worker.ts');
  });
  beforeEach(() => {
    told.length = 0;
    jest.clearAllMocks();
  });
  afterAll(() => jest.useRealTimers());

  it('tells the setup first, then what would tell more', () => {
    ask(1, 'answer');
    jest.runAllTimers();
    expect(told).toEqual([
      { id: 1, kind: 'answer', isWhole: false, answer: 'first' },
      { id: 1, kind: 'answer', isWhole: true, answer: 'whole' },
    ]);
  });

  it('works out only the newest of the questions that wait', () => {
    for (const id of [2, 3, 4]) ask(id, 'map');
    jest.runAllTimers();
    expect(told).toEqual([{ id: 4, kind: 'map', isWhole: true, answer: 'map' }]);
    expect(visit.answerMap).toHaveBeenCalledTimes(1);
  });

  it('says how far the search for a method is by tenths, and the answer last', () => {
    visit.askMethod.mockImplementation((_ask, { onProgress }) => {
      for (let step = 1; step <= 100; step += 1) onProgress(step / 100);
      return 'choice';
    });
    ask(7, 'method');
    jest.runAllTimers();
    const shares = told.slice(0, -1).map((t) => (t.kind === 'progress' ? t.share : NaN));
    expect(shares.length).toBeGreaterThanOrEqual(9);
    expect(shares.length).toBeLessThanOrEqual(10);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(told.at(-1)).toEqual({ id: 7, kind: 'method', isWhole: true, answer: 'choice' });
  });

  it('drops what would tell more once something else is asked', () => {
    ask(5, 'answer');
    jest.runOnlyPendingTimers();
    ask(6, 'map');
    jest.runAllTimers();
    expect(told.map((t) => t.id)).toEqual([5, 6]);
    expect(visit.withTellings).not.toHaveBeenCalled();
  });
});

describe('answers kept for the next page', () => {
  const answer = (change: Partial<Told> = {}): Told =>
    ({ id: 1, kind: 'answer', isWhole: true, answer: {}, ...change }) as Told;

  it('are whole ones alone, and never maps', () => {
    keepAnswer('half', answer({ isWhole: false }));
    keepAnswer('map', answer({ kind: 'map' } as Partial<Told>));
    expect([knownAnswer('half'), knownAnswer('map')]).toEqual([undefined, undefined]);
    keepAnswer('whole', answer());
    expect(knownAnswer('whole')).toMatchObject({ kind: 'answer' });
  });

  it('are the newest so many; one kept again is new again', () => {
    for (let i = 0; i < KEPT_MOST; i += 1) keepAnswer(`q${i}`, answer());
    keepAnswer('q0', answer());
    keepAnswer('one more', answer());
    expect(knownAnswer('q0')).toBeDefined();
    expect(knownAnswer('q1')).toBeUndefined();
  });
});
