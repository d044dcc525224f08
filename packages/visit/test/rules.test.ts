import { tableChangeSchema, type TableChangeRow } from '@zither/contract';
import { CHANCE, HOUSE_RULES, rulesWith, SPREAD_RANGES, SPREADS, tablesWith } from '@zither/core';
import { answerOf, rulesOn } from '@zither/visit';
import { sayRule, scaleOf } from '@zither/words/rules';
import { AT, dossierOf, five } from './trialRows.ts';

const rowOf = (changes: TableChangeRow['changes']): TableChangeRow => ({
  id: '77777777-7777-4777-8777-777777777777',
  version: 1,
  updatedAt: AT,
  saidAt: AT,
  saidBy: 'CH',
  at: AT,
  by: 'CH',
  why: 'Agreed in the team.',
  changes,
});
const spreads = Object.keys(SPREADS) as (keyof typeof SPREADS)[];

describe('the numbers behind every chance, as a practice sets them', () => {
  it('are the house’s until changed; the last word counts, and null puts the house’s back', () => {
    expect(rulesWith([])).toBe(HOUSE_RULES);
    const own = rulesWith([
      { kind: 'spread', spread: 'thigh', to: 0.06 },
      { kind: 'chance', chance: 'try', to: 0.8 },
      { kind: 'spread', spread: 'thigh', to: 0.05 },
    ]);
    expect(own.spreads).toEqual({ ...SPREADS, thigh: 0.05 });
    expect(own.chance).toEqual({ ...CHANCE, try: 0.8 });
    expect(rulesWith([{ kind: 'chance', chance: 'try', to: null }])).toEqual(HOUSE_RULES);
  });

  it('stay in order however they are set: least, to try, to lock', () => {
    expect(rulesWith([{ kind: 'chance', chance: 'try', to: 0.95 }]).chance.lock).toBe(0.95);
    expect(rulesWith([{ kind: 'chance', chance: 'try', to: 0.2 }]).chance).toEqual({
      try: 0.2,
      least: 0.2,
      lock: 0.85,
    });
  });

  it.each(spreads)(
    '%s is taken from end to end of its range, refused beyond it in a sentence',
    (spread) => {
      const [least, most] = SPREAD_RANGES[spread];
      const parse = (to: number | null) =>
        tableChangeSchema.safeParse({ kind: 'spread', spread, to });
      expect([least, most, SPREADS[spread], null].map((to) => parse(to).success)).toEqual([
        true,
        true,
        true,
        true,
      ]);
      expect(parse(most + 0.01).error?.issues[0]?.message).toBe(
        `must be from ${least} to ${most}.`,
      );
      expect(parse(least - 0.01).success).toBe(false);
      const scale = scaleOf({ kind: 'spread', spread, to: null });
      expect(scale.most).toBeCloseTo(most * scale.times);
    },
  );

  it('are read with their unit', () => {
    expect(sayRule({ kind: 'spread', spread: 'ankleDeg', to: null }, 1.4)).toBe('1.4°');
    expect(sayRule({ kind: 'spread', spread: 'thigh', to: null }, 0.035)).toBe('3.5 %');
    expect(sayRule({ kind: 'spread', spread: 'tapeMm', to: null }, 10)).toBe('10 mm');
    expect(sayRule({ kind: 'spread', spread: 'thighTrunk', to: null }, -0.5)).toBe('−0.5');
    expect(sayRule({ kind: 'chance', chance: 'try', to: null }, 0.6)).toBe('60 %');
  });

  it('move the one answer: surer lengths make a likely setup likelier, a higher bar asks more change', () => {
    const dossier = dossierOf(five({ wall: [40, 42] }));
    const of = (changes: TableChangeRow['changes']) =>
      answerOf({ dossier, on: '2026-01-05', tables: changes.length ? [rowOf(changes)] : [] });
    const house = of([]);
    const sure = of([
      { kind: 'spread', spread: 'trunk', to: 0.005 },
      { kind: 'spread', spread: 'shank', to: 0.005 },
      { kind: 'spread', spread: 'balance', to: 0.005 },
    ]);
    const first = house.loop!.choice.proposals[0]!;
    expect(first.chance).toBeGreaterThan(CHANCE.try);
    expect(sure.facts.find((f) => f.id === 'trunk')!.interval).not.toEqual(
      house.facts.find((f) => f.id === 'trunk')!.interval,
    );
    expect(sure.loop!.choice.proposals[0]!.price).toBeLessThanOrEqual(first.price + 1e-9);
    const strict = of([{ kind: 'chance', chance: 'try', to: 0.9 }]);
    const asked = strict.loop!.choice.proposals[0]!;
    expect(asked.chance).toBeGreaterThanOrEqual(0.9);
    expect(asked.price).toBeGreaterThan(first.price);
    // What Probe weighs is another table: it does not notice.
    expect(strict.opinion).toEqual(house.opinion);
    expect(tablesWith([]).priors).toEqual(
      tablesWith([{ kind: 'chance', chance: 'try', to: 0.9 }]).priors,
    );
    expect(rulesOn([rowOf([{ kind: 'chance', chance: 'lock', to: 0.9 }])]).chance.lock).toBe(0.9);
  });
});
