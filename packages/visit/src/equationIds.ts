/** The equations of docs/model.md in their order; `packages/words` says each. */
export const EQUATION_IDS = [
  'proportions',
  'chain',
  'balance',
  'floors',
  'ceilings',
  'room',
  'deepest',
  'wall',
  'mean',
  'change',
  'foldLine',
  'severity',
  'chance',
  'trial',
  'firstChoice',
  'cause',
  'nextTest',
  'watched',
] as const;
export type EquationId = (typeof EQUATION_IDS)[number];

/** Equations behind each kind of shown number, beside those of its inputs. */
export const RESTS_ON = {
  room: ['chain', 'balance', 'floors', 'ceilings', 'room'],
  depth: ['chain', 'balance', 'floors', 'ceilings', 'room', 'deepest'],
  change: ['change'],
  severity: ['severity'],
  chance: ['chain', 'balance', 'floors', 'ceilings', 'chance', 'trial', 'firstChoice', 'watched'],
  cause: ['cause', 'nextTest', 'watched'],
} as const satisfies Record<string, readonly EquationId[]>;
export type NumberKind = keyof typeof RESTS_ON;

/** How an input was worked out from what was said or read. */
export const WORKED_OUT = {
  estimatedLength: ['proportions'],
  mean: ['mean'],
  ankleByTape: ['wall', 'mean'],
  foldLine: ['foldLine', 'mean'],
} as const satisfies Record<string, readonly EquationId[]>;

/** Each once, in the order of docs/model.md. */
export const inOrder = (ids: Iterable<EquationId>): EquationId[] => {
  const all = new Set(ids);
  return EQUATION_IDS.filter((id) => all.has(id));
};
