import {
  rackHeights,
  RUNG_TABLE,
  type Case,
  type Hold,
  type LadderAnswer,
  type RackHeights,
  type SafetyLimit,
} from '@zither/core';

/** What has to be ready before a loaded squat. */
export interface BeforeLoad {
  hold: Hold;
  /** Null where nothing says how much: the list is the same. */
  loadKg: number | null;
  /** Null where nothing is taken out of a rack. */
  rack: RackHeights | null;
  /** False where Clear says no held breath. */
  mayBrace: boolean;
  /** False where Clear says squats are supported only. */
  isFree: boolean;
}

/** Stands in for a load of which only the position is known, kg: heights do not hang on it by a millimetre. */
const SOME_KG = 20;

/** What has to be ready before the variation that is trained, in the client's setup; null where it carries nothing. */
export function beforeLoad(
  { setup, ...question }: Case,
  { now, loadKg, isUnloaded }: Pick<LadderAnswer, 'now' | 'loadKg' | 'isUnloaded'>,
  limits: readonly SafetyLimit[],
): BeforeLoad | null {
  const { hold, asks } = RUNG_TABLE[now];
  if (!asks.load || isUnloaded) return null;
  const has = (kind: SafetyLimit['kind']) => limits.some((l) => l.kind === kind);
  return {
    hold,
    loadKg,
    rack: rackHeights({ ...question, setup: { ...setup, hold, loadKg: loadKg ?? SOME_KG } }),
    mayBrace: !has('noBracing'),
    isFree: !has('supportedOnly'),
  };
}
