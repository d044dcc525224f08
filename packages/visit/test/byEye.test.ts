import type { Dossier, Judgement } from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import { diagnose } from '@zither/core';
import { sayBanned } from '@zither/words/evidence';
import { sayJudgement } from '@zither/words/watch';
import {
  basisOf,
  emptyDossier,
  NO_MARK,
  seenIn,
  sideAfter,
  watchedIn,
  wayAfter,
} from '../src/index.ts';

const AT = '2026-01-05T09:00:00.000Z';
const ID = '99999999-9999-4999-8999-999999999999';

const look = (change: Partial<Judgement>): Judgement => ({
  id: ID,
  clientId: ID,
  version: 1,
  updatedAt: AT,
  saidAt: AT,
  saidBy: 'CH',
  takenOn: '2026-01-05',
  takenAt: AT,
  view: 'rear',
  condition: 'bodyweight',
  asks: PLAIN_LOOK,
  discarded: false,
  reps: 5,
  loadKg: 0,
  lookedAt: [],
  seen: [],
  ...change,
});
const dossier = (...judgements: Judgement[]): Dossier => ({
  ...emptyDossier({
    id: ID,
    version: 1,
    updatedAt: AT,
    saidAt: AT,
    saidBy: 'CH',
    name: 'A',
    statureMm: 1750,
    massKg: 75,
    segmentsMm: {},
    shoulderWidthMm: null,
    interAsisMm: null,
    kit: [],
    notes: '',
    archivedAt: null,
    createdAt: AT,
  } as never),
  judgements,
});
const signs = (...judgements: Judgement[]) =>
  basisOf(dossier(...judgements), '2026-01-05', [], []).signs;
const slight = { ...NO_MARK, severity: 'slight' as const };

describe('a side by eye', () => {
  it('is left, right, both or changing; a shift is never both at once', () => {
    expect(sideAfter('kneesIn', null, 'left')).toBe('left');
    expect(sideAfter('kneesIn', 'left', 'right')).toBe('both');
    expect(sideAfter('kneesIn', 'both', 'left')).toBe('right');
    expect(sideAfter('kneesIn', 'left', 'left')).toBeNull();
    expect(sideAfter('sideShift', 'left', 'right')).toBe('right');
    expect(sideAfter('sideShift', 'alternating', 'right')).toBe('right');
    expect([undefined, 'left', 'right'].map((w) => wayAfter(w as 'left'))).toEqual([
      'left',
      'right',
      undefined,
    ]);
  });

  it('is kept a side at a time, with the reps of each', () => {
    expect(seenIn('kneesIn', { ...slight, side: 'both', reps: [2, 9] }, 5)).toEqual(
      ['left', 'right'].map((side) => ({
        fault: 'kneesIn',
        severity: 'slight',
        side,
        phase: null,
        reps: [2],
      })),
    );
    expect(
      seenIn(
        'sideShift',
        { ...slight, side: 'alternating', ways: { 1: 'left', 2: 'right', 3: 'left', 8: 'right' } },
        5,
      ),
    ).toMatchObject([
      { side: 'left', reps: [1, 3], alternates: true },
      { side: 'right', reps: [2], alternates: true },
    ]);
    expect(seenIn('sideShift', NO_MARK, 5)).toEqual([]);
  });

  it('that changes from rep to rep is evidence of neither hip more than of the other', () => {
    const seen = (mark: Partial<typeof NO_MARK>) =>
      diagnose(
        signs(
          look({
            lookedAt: ['hips'],
            seen: seenIn('sideShift', { ...slight, severity: 'clear', ...mark }, 5),
          }),
        ),
      ).causes.filter((c) => c.cause === 'hipInwardRotation');
    const changing = seen({ side: 'alternating', ways: { 1: 'left', 2: 'right' } });
    expect(changing[0]!.probability).toBeCloseTo(changing[1]!.probability, 12);
    // Nor less than before anything was seen.
    expect(changing[0]!.probability).toBeGreaterThan(0.09);
    const right = seen({ side: 'right' });
    expect(right.find((c) => c.side === 'left')!.probability).toBeGreaterThan(
      2 * right.find((c) => c.side === 'right')!.probability,
    );
  });

  it('heels have one too: the left heel speaks for the left ankle', () => {
    const { causes } = diagnose(
      signs(
        look({
          view: 'side',
          lookedAt: ['feet'],
          seen: seenIn('heelsRise', { ...slight, severity: 'clear', side: 'left' }, 5),
        }),
      ),
    );
    expect(causes[0]).toMatchObject({ cause: 'ankleJoint', side: 'left' });
  });
});

describe('what was looked at', () => {
  it('is what was called clean and where something was named', () => {
    expect(watchedIn(['knees'], [{ fault: 'archDrops' }])).toEqual(['feet', 'knees']);
    expect(watchedIn([], [])).toEqual([]);
  });

  it('is said, and nothing else is claimed; what was never asked is said to be so', () => {
    const named = seenIn('kneesIn', { ...slight, side: 'left' }, 5);
    expect(sayJudgement(look({ lookedAt: ['knees', 'feet'], seen: named }))).toBe(
      'knee in, left (slight) · clean: feet',
    );
    expect(sayJudgement(look({ lookedAt: ['feet', 'hips'] }))).toBe('clean: feet and hips');
    expect(sayJudgement(look({ lookedAt: null }))).toBe(
      'nothing named · what was watched is not recorded',
    );
    const ways = seenIn('sideShift', { ...slight, side: 'alternating', ways: { 1: 'left' } }, 5);
    expect(sayJudgement(look({ lookedAt: ['hips'], seen: ways }))).toBe(
      'pelvis shifts aside, changing sides (slight)',
    );
  });

  it('reaches the diagnosis: of knees nobody looked at nothing is claimed', () => {
    const because = (...looks: Judgement[]) => {
      const found = diagnose(signs(...looks));
      expect(found.bannedCues).toContain('kneesOut');
      return sayBanned('kneesOut', found.knees);
    };
    expect(because()).toMatch(/nobody has looked at these yet\.$/);
    expect(because(look({ lookedAt: ['hips'] }))).toMatch(/nobody has looked/);
    // Seen from behind the knees are not judged, from the front they are.
    expect(because(look({ lookedAt: ['knees'] }))).toMatch(/nobody has looked/);
    expect(because(look({ view: 'front', lookedAt: ['knees'] }))).toMatch(
      /these were not seen to\.$/,
    );
    expect(because(look({ view: 'front', lookedAt: null }))).toMatch(/nobody has looked/);
    const both = [
      ...seenIn('kneesIn', { ...slight, side: 'left' }, 5),
      ...seenIn('kneesOut', { ...slight, side: 'right' }, 5),
    ];
    expect(because(look({ view: 'front', lookedAt: ['knees'], seen: both }))).toMatch(
      /one goes out\.$/,
    );
  });
});
