import type { Side } from '../linkage/setup.ts';
import type { FaultId, FaultUnit, Phase, Severity, Thresholds } from './table.ts';

/** What one repetition showed of one fault, however small. */
export interface RepReading {
  fault: FaultId;
  side: Side | null;
  /** 1-based. */
  rep: number;
  value: number;
  phase: Phase | null;
  /** Frame at which it was largest, for showing it; null when it belongs to a stretch. */
  frame: number | null;
  /** Share of the frames it rests on that were really seen, 0 to 1. */
  sure: number;
  /** Thigh depth at which it first went beyond its slight threshold, degrees; of an arch that gave way, where both were seen. */
  fromDepthDeg?: number;
  /** Set where the value alone does not decide: severity, and the unit and thresholds of another reading. */
  severity?: Severity | null;
  reading?: { unit: FaultUnit } & Thresholds;
}

/** Why a fault that the view could show was not judged. */
export interface NotJudged {
  fault: FaultId;
  side: Side | null;
  because: string;
}
