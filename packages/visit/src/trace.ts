import type { Evidence } from '@zither/core';
import type { Fact } from './facts.ts';

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
] as const;
export type EquationId = (typeof EQUATION_IDS)[number];

/** The kinds of numbers a screen explains, and the equations each rests on. */
export const RESTS_ON = {
  room: ['proportions', 'chain', 'balance', 'floors', 'ceilings', 'room'],
  depth: ['proportions', 'chain', 'balance', 'floors', 'ceilings', 'room', 'deepest'],
  change: ['mean', 'change'],
  ankleChange: ['wall', 'mean', 'change'],
  fold: ['foldLine', 'mean'],
  severity: ['severity'],
  chance: ['proportions', 'floors', 'ceilings', 'chance', 'trial', 'firstChoice'],
  cause: ['cause'],
  test: ['cause', 'nextTest'],
} as const satisfies Record<string, readonly EquationId[]>;
export type NumberKind = keyof typeof RESTS_ON;

/** Something that went into a number beside what is known of the client. */
export type SettingId =
  | 'stanceWidth'
  | 'toeOut'
  | 'riseMm'
  | 'load'
  | 'depthAsked'
  | 'balancePoint'
  | 'reserve'
  | 'leanMost'
  | 'slightFrom'
  | 'clearFrom'
  | 'repsShown'
  | 'repsSeen'
  | 'setupTrials';

/** One thing a number was worked out from. */
export interface TraceInput extends Omit<Fact, 'id' | 'unit' | 'basis'> {
  id: Fact['id'] | SettingId;
  unit: Unit;
  /** `setup`: part of the setup; `method`: set by the method; `practice`: counted or set by the practice. */
  basis: Fact['basis'] | 'setup' | 'method' | 'practice';
}

export type Unit = Fact['unit'] | 'share' | 'percent' | 'times' | 'count';

/** How a number came about. */
export interface Trace {
  kind: NumberKind;
  equations: readonly EquationId[];
  inputs: TraceInput[];
  /** What was seen or tested, heaviest first; for the chance of a cause. */
  evidence: Evidence[];
}

/** A number as it is shown: never without its unit, what is known of its error, and where it comes from. */
export interface ShownNumber {
  value: number;
  unit: Unit;
  /** Within which the true value lies in 95 of 100; null = no error applies, as of a chance. */
  interval: { low: number; high: number } | null;
  trace: Trace;
}

export const traceOf = (
  kind: NumberKind,
  inputs: readonly TraceInput[],
  evidence: readonly Evidence[] = [],
): Trace => ({ kind, equations: RESTS_ON[kind], inputs: [...inputs], evidence: [...evidence] });

type Setting = Pick<TraceInput, 'id' | 'value' | 'unit' | 'basis'> & Partial<TraceInput>;

/** An input with what it leaves out filled in. */
export const input = (own: Setting): TraceInput => ({
  side: null,
  interval: null,
  on: null,
  by: [],
  rows: [],
  source: null,
  ...own,
});
