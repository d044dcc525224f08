import type { ClientLine, ClientSummary } from '@zither/contract';
import { solve } from '@zither/core';
import { isFound, sayClientLine, sayRest } from '@zither/words/floor';
import { sayReserve } from '@zither/words/setup';
import { byNeed, clientCase, floorOf, floorStage, standsUntil, summaryOf } from '../src/index.ts';
import { dossierOf, five } from './trialRows.ts';

const DAY = '2026-01-20';
const summary = (change: Partial<ClientSummary> = {}): ClientSummary => ({
  isHeld: false,
  isLimited: false,
  dueOn: null,
  recheckedOn: null,
  shortBy: null,
  causes: [],
  ...change,
});
const line = (name: string, change: Partial<ClientLine> = {}): ClientLine => ({
  id: name,
  name,
  archivedAt: null,
  updatedAt: `${DAY}T09:00:00.000Z`,
  lastMeasuredOn: '2026-01-05',
  lastSession: { day: '2026-01-05', at: 'coach' },
  hold: 'front',
  hasPrescription: false,
  hurtOn: null,
  summary: summary(),
  ...change,
});

const LINES = [
  line('Nothing'),
  line('Soon', { summary: summary({ dueOn: '2026-01-25' }) }),
  line('Later', { summary: summary({ dueOn: '2026-02-25' }) }),
  line('Overdue', { summary: summary({ dueOn: '2026-01-02' }) }),
  line('Due', { summary: summary({ dueOn: DAY }) }),
  line('Checked', { summary: summary({ dueOn: DAY, recheckedOn: DAY }) }),
  line('Held', { summary: summary({ isHeld: true, dueOn: '2026-01-01' }) }),
  line('Here', { lastSession: { day: DAY, at: 'watch' }, summary: summary({ isHeld: true }) }),
  line('Left', { lastSession: { day: '2026-01-18', at: 'probe' } }),
  line('Long ago', { lastSession: { day: '2025-12-01', at: 'probe' } }),
  line('Sore', { hurtOn: '2026-01-19' }),
  line('Archived', { archivedAt: DAY, summary: summary({ isHeld: true }) }),
];

describe('the floor', () => {
  it('shows each client once, where they ask most for something, the longest waiting first', () => {
    const groups = floorOf(LINES, DAY).map((g) => [g.group, g.lines.map((l) => l.name)]);
    expect(groups).toEqual([
      ['here', ['Here']],
      ['held', ['Held']],
      ['hurt', ['Sore']],
      ['due', ['Overdue', 'Due']],
      ['unfinished', ['Left']],
      ['soon', ['Checked', 'Soon']],
    ]);
  });

  it('goes on where the visit was left today, and starts any other at the screen', () => {
    const of = (name: string) =>
      floorStage(
        LINES.find((l) => l.name === name)!,
        DAY,
      );
    expect(of('Here')).toBe('watch');
    expect(of('Left')).toBe('clear');
  });

  it('orders the client list by need, then by name', () => {
    expect(
      byNeed(LINES, DAY)
        .map((l) => l.name)
        .slice(0, 4),
    ).toEqual(['Here', 'Held', 'Sore', 'Due']);
    expect(byNeed(LINES, DAY)).toHaveLength(LINES.length);
  });

  it('says in one line why, what limits and what is worked on; and is found by each', () => {
    const of = line('Orla', {
      summary: summary({
        dueOn: '2026-01-10',
        shortBy: { by: 'dorsiflexion', deg: 6.8 },
        causes: [{ cause: 'gastrocnemius', side: 'left' }],
      }),
    });
    expect(sayClientLine(of, DAY)).toBe(
      'Recheck due since 10 Jan 2026 · ankle 7° short · calf (gastrocnemius), left',
    );
    for (const typed of ['orla', 'due', 'ankle', 'calf', ' '])
      expect(isFound(of, typed, DAY)).toBe(true);
    expect(isFound(of, 'hold', DAY)).toBe(false);
    expect(
      sayClientLine(line('New', { lastMeasuredOn: null, hold: null, summary: null }), DAY),
    ).toBe('Not measured yet');
    expect(sayRest(65)).toBe('1:05');
  });
});

describe('a summary', () => {
  it('says what ends the squat before its depth, from the record', () => {
    const stiff = summaryOf(dossierOf(five({ wall: [0, 90] })), DAY);
    expect(stiff.shortBy?.by).toBe('dorsiflexion');
    expect(stiff.shortBy!.deg).toBeGreaterThan(1);
    expect(stiff).toMatchObject({ isHeld: false, dueOn: null, causes: [] });
    // As many degrees as the setup's own sentence says, with nothing kept back.
    const found = clientCase(dossierOf(five({ wall: [0, 90] })), []);
    const solved = found.kind === 'ready' ? solve(found.question) : null;
    const window = solved!.sides[solved!.governingSide].window;
    if (window.kind === 'stanceTooWide') throw new Error('no window');
    expect(sayReserve(window, 3)).toContain(`Short by ${Math.round(stiff.shortBy!.deg)}°.`);
  });

  it('stands until a clearance begins or ends', () => {
    const until = (limits: object[]) =>
      standsUntil({ clearances: [{ limits }] as never }, '2026-01-20');
    expect(until([])).toBe('9999-12-31');
    expect(until([{ fromOn: '2026-02-01', untilOn: '2026-03-01' }])).toBe('2026-01-31');
    expect(until([{ fromOn: '2026-01-20' }])).toBe('2026-01-20');
    expect(until([{ fromOn: '2025-01-20' }])).toBe('9999-12-31');
  });
});
