import { BALANCED, caseFor, sideDifference, uncertaintyOf, type SetupQuestion } from '@zither/core';
import { sayFooting, saySides } from '@zither/words/sides';

const body = { statureMm: 1750, massKg: 75 };
const standing = {
  stanceWidthMm: 430,
  toeOutDeg: { left: 15, right: 15 },
  support: { kind: 'floor' as const },
  hold: 'highBar' as const,
  loadKg: 40,
  balance: 0.5,
  trackingOffsetDeg: 0,
};
const readings = (left: number, right: number, sem = 1) => ({
  left: { deg: left, sem },
  right: { deg: right, sem },
});
const nothing = { left: null, right: null };
const askedOf = (left: number, right: number, setup = standing) => {
  const question: SetupQuestion = {
    body,
    dorsiflexionDeg: { left, right },
    habit: { stanceWidthMm: 430, toeOutDeg: { left: 15, right: 15 } },
    holds: ['highBar'],
    loadKg: 40,
    kit: [],
    uncertainty: uncertaintyOf(body),
  };
  return caseFor(question, BALANCED, setup, 6);
};
const says = (left: number, right: number, setup = standing) => {
  const question = askedOf(left, right, setup);
  return saySides(question, sideDifference(question, readings(left, right), nothing)).join(' ');
};

describe('left and right in words', () => {
  it('equal ankles: keep both feet the same, and from where a difference counts', () => {
    expect(says(30, 30)).toMatch(
      /Keep both feet the same\. The ankles are 0° apart; a difference counts from \d°\.$/,
    );
  });

  it('a difference both sides can afford changes nothing', () => {
    expect(says(36, 45)).toContain('The sides differ, but both reach the depth.');
  });

  it('a stiffer ankle that stops the squat: what to expect, what the foot may do, and the limit', () => {
    const text = says(15, 32);
    expect(text).toMatch(/expect the left heel to rise about \d+ mm/);
    expect(text).toContain('The left side runs out first.');
    expect(text).toMatch(
      /Turn the left foot 5° further out, or set it 20 mm ahead\. That is the limit\./,
    );
    expect(says(15, 32, { ...standing, toeOutDeg: { left: 8, right: 15 } })).toMatch(
      /Today the left foot is turned in 7° more than the right\.$/,
    );
  });

  it('a hip that turns in less is the reason that is named', () => {
    const question = askedOf(36, 36);
    const found = sideDifference(question, readings(36, 36), readings(36, 28));
    expect(saySides(question, found).join(' ')).toMatch(
      /the right hip turns in 8° less.*Turn the right foot 4° further out\. Never by more than 5° or 20 mm\.$/,
    );
  });
});

describe('what is under the feet, in words', () => {
  const toeOutDeg = { left: 30, right: 30 };
  it('a straight ramp tips turned-out feet; turned with the foot there is nothing to say', () => {
    const ramp = (azimuth: 'straight' | 'foot') =>
      sayFooting({ body, setup: { support: { kind: 'ramp', angleDeg: 15, azimuth }, toeOutDeg } });
    expect(ramp('straight')).toEqual([
      'The straight wedge tips the left foot 7.6° inward. Turn the wedge with the foot.',
      'The straight wedge tips the right foot 7.6° inward. Turn the wedge with the foot.',
    ]);
    expect(ramp('foot')).toEqual([]);
  });

  it('a high block bends the toes', () => {
    expect(
      sayFooting({
        body,
        setup: {
          support: { kind: 'block', riseMm: 45 },
          toeOutDeg: { left: 10, right: 10 },
        },
      }),
    ).toEqual(['The lift bends the big toes back 13.4°. A ramp under the whole foot would not.']);
  });
});
