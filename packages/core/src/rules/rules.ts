import { SPREADS, type SpreadDefaults } from './uncertainty.ts';

/**
 * The three numbers by which setups are chosen: likely enough to try; the least at which the likeliest is proposed all the same; believed
 * enough to lock, once a trial of it went clean.
 */
export interface ChanceRules {
  try: number;
  least: number;
  lock: number;
}

/** House defaults. */
export const CHANCE: ChanceRules = { try: 0.6, least: 0.3, lock: 0.85 };

/** What a practice may set about chances: how far readings and lengths may be off, and how likely is likely enough. */
export interface SetupRules {
  spreads: SpreadDefaults;
  chance: ChanceRules;
}

export const HOUSE_RULES: SetupRules = { spreads: SPREADS, chance: CHANCE };

/** One of these numbers changed by a practice; `to` null puts the house's back. Degrees, mm and shares as in {@link SpreadDefaults}. */
export type RuleChange =
  | { kind: 'spread'; spread: keyof SpreadDefaults; to: number | null }
  | { kind: 'chance'; chance: keyof ChanceRules; to: number | null };

/** Within what a spread may be set: least, most. */
export const SPREAD_RANGES: Readonly<Record<keyof SpreadDefaults, readonly [number, number]>> = {
  ankleDeg: [0.2, 8],
  carriedOverDeg: [0, 8],
  foldDeg: [0.5, 20],
  thigh: [0.001, 0.2],
  trunk: [0.001, 0.2],
  shank: [0.001, 0.2],
  thighTrunk: [-0.95, 0],
  tapeMm: [1, 50],
  balance: [0.001, 0.2],
};

/**
 * The rules of a practice: the house's with its own changes on top, oldest first, the last word on a number counting. However the three
 * chances were set, the least is at most the one to try, and the one to lock at least that.
 */
export function rulesWith(changes: readonly RuleChange[]): SetupRules {
  if (changes.length === 0) return HOUSE_RULES;
  const spreads = { ...SPREADS };
  const chance = { ...CHANCE };
  for (const change of changes)
    if (change.kind === 'spread') spreads[change.spread] = change.to ?? SPREADS[change.spread];
    else chance[change.chance] = change.to ?? CHANCE[change.chance];
  return {
    spreads,
    chance: {
      try: chance.try,
      least: Math.min(chance.least, chance.try),
      lock: Math.max(chance.lock, chance.try),
    },
  };
}
