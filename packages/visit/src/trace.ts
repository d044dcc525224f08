import type { Weight } from '@zither/core';
import { inOrder, RESTS_ON, type EquationId, type NumberKind } from './equationIds.ts';
import type { Fact } from './facts.ts';

/** Something that went into a number beside what is known of the client. */
export type SettingId =
  | 'stanceWidth'
  | 'toeOut'
  | 'riseMm'
  | 'load'
  | 'depthAsked'
  | 'balancePoint'
  | 'carriedOver'
  | 'reserve'
  | 'leanMost'
  | 'slightFrom'
  | 'clearFrom'
  | 'repsShown'
  | 'repsSeen'
  | 'marksError'
  | 'setupTrials'
  | 'foldUnread'
  | 'looksAndTests';

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
  /** Of the number and of its inputs, in the order of docs/model.md. */
  equations: EquationId[];
  inputs: TraceInput[];
  /** What was seen or tested and how far each moves it, heaviest first; for the chance of a cause. */
  evidence: Weight[];
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
  evidence: readonly Weight[] = [],
): Trace => ({
  kind,
  equations: inOrder([...RESTS_ON[kind], ...inputs.flatMap((i) => i.equations)]),
  inputs: [...inputs],
  evidence: [...evidence],
});

type Setting = Pick<TraceInput, 'id' | 'value' | 'unit' | 'basis'> & Partial<TraceInput>;

/** An input with what it leaves out filled in. */
export const input = (own: Setting): TraceInput => ({
  side: null,
  interval: null,
  on: null,
  by: [],
  rows: [],
  source: null,
  equations: [],
  ...own,
});
