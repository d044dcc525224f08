import {
  rackHeights,
  type Case,
  type Hold,
  type RackHeights,
  type SafetyLimit,
} from '@zither/core';

/** What has to be ready before a loaded squat. */
export interface BeforeLoad {
  hold: Hold;
  loadKg: number;
  /** Null where nothing is taken out of a rack. */
  rack: RackHeights | null;
  /** False where Clear says no held breath. */
  mayBrace: boolean;
  /** False where Clear says squats are supported only. */
  isFree: boolean;
}

/** What has to be ready before this squat; null without a load. */
export function beforeLoad(question: Case, limits: readonly SafetyLimit[]): BeforeLoad | null {
  const { hold, loadKg } = question.setup;
  if (loadKg <= 0) return null;
  const has = (kind: SafetyLimit['kind']) => limits.some((l) => l.kind === kind);
  return {
    hold,
    loadKg,
    rack: rackHeights(question),
    mayBrace: !has('noBracing'),
    isFree: !has('supportedOnly'),
  };
}
