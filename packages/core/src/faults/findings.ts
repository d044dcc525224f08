import type { Side } from '../linkage/setup.ts';
import type { NotJudged, RepReading } from './measured.ts';
import { chanceBeyond, NAMED_FROM } from './sureness.ts';
import {
  FAULT_IDS,
  FAULTS,
  severityOf,
  type FaultId,
  type FaultUnit,
  type Phase,
  type Severity,
  type Thresholds,
} from './table.ts';

/** A fault over a whole set of repetitions. */
export interface MotionFinding {
  fault: FaultId;
  side: Side | null;
  /** null: measured, but too small to name, or too close to call. */
  severity: Severity | null;
  /** Beyond its threshold, but not by more than the marks alone could have made: neither there nor not there. */
  isClose: boolean;
  /** Half of the 95 % interval of the value: scatter of the reps and error of the marks. */
  errorOf: number;
  /** Mean over the reps it showed in; over all reps when it showed in none. */
  value: number;
  unit: FaultUnit;
  /** The thresholds it is compared with. */
  thresholds: Thresholds;
  /** Where it was largest, in most of the reps it showed in. */
  phase: Phase | null;
  /** Reps it showed in, 1-based. */
  reps: number[];
  /** Over every rep that could be judged. */
  mean: number;
  sd: number;
  worst: { rep: number; value: number; frame: number | null };
  /** The shallowest thigh depth at which it began, over the reps it showed in, degrees; null = not read. */
  fromDepthDeg: number | null;
  perRep: { rep: number; value: number; severity: Severity | null }[];
  /** Share of the frames it rests on that were really seen, 0 to 1. */
  sure: number;
}

/** Thresholds of a method; null where the school does not call it a fault. Absent = house default. */
export type FaultThresholds = { readonly [F in FaultId]?: Thresholds | null };

/** A rep that was seen in less than this share of its frames is not judged (house default). */
export const SURE_LEAST = 0.6;

/** Of so many reps or more, a fault that is slight and showed in one alone is chance, not a finding (house default). */
const CHANCE_FROM_REPS = 4;

const meanOf = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;

/** Standard deviation of a sample; 0 of fewer than two. */
export function sdOf(values: readonly number[]): number {
  if (values.length < 2) return 0;
  const mean = meanOf(values);
  return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (values.length - 1));
}

function mostOften<T>(values: readonly T[]): T | null {
  const counts = new Map<T, number>();
  for (const v of values) counts.set(v, (counts.get(v) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}

/**
 * Draws the reps of a set together: one finding a fault and side, worst first, named ones before those too small to name.
 *
 * @returns findings, and what was seen too little to be judged
 */
export function findingsFrom(
  readings: readonly RepReading[],
  thresholds: FaultThresholds,
): { findings: MotionFinding[]; notJudged: NotJudged[] } {
  const groups = new Map<string, RepReading[]>();
  for (const reading of readings) {
    if (thresholds[reading.fault] === null) continue;
    const key = `${reading.fault} ${reading.side ?? ''}`;
    groups.set(key, [...(groups.get(key) ?? []), reading]);
  }
  const findings: MotionFinding[] = [];
  const notJudged: NotJudged[] = [];
  for (const all of groups.values()) {
    const [first] = all;
    if (!first) continue;
    const { fault, side } = first;
    const sure = all.filter((r) => r.sure >= SURE_LEAST);
    if (sure.length < all.length)
      notJudged.push({
        fault,
        side,
        because:
          sure.length === 0
            ? 'hidden in every rep'
            : `hidden in ${all.length - sure.length} of ${all.length} reps`,
      });
    if (sure.length === 0) continue;
    const finding = findingOf(fault, side, oneUnit(sure), thresholds);
    findings.push(finding);
    if (finding.isClose)
      notJudged.push({
        fault,
        side,
        because: `too close to call: ${amount(finding.value, finding.unit)}, ± ${amount(finding.errorOf, finding.unit)}`,
      });
  }
  const weight = (f: MotionFinding) => (f.severity === 'clear' ? 0 : f.severity ? 1 : 2);
  const place = (f: MotionFinding) => FAULT_IDS.indexOf(f.fault);
  findings.sort((a, b) => weight(a) - weight(b) || place(a) - place(b));
  return { findings, notJudged };
}

const amount = (value: number, unit: FaultUnit) =>
  `${Math.abs(value) < 10 && unit === '×' ? value.toFixed(1) : value.toFixed(0)}${unit === '°' || unit === '×' ? '' : ' '}${unit}`;

/** Where a fault may be read in two units, only those of the unit most reps were read in are drawn together. */
function oneUnit(readings: readonly RepReading[]): RepReading[] {
  const unit = mostOften(readings.map((r) => r.reading?.unit ?? null));
  return readings.filter((r) => (r.reading?.unit ?? null) === unit);
}

function findingOf(
  fault: FaultId,
  side: Side | null,
  readings: readonly RepReading[],
  own: FaultThresholds,
): MotionFinding {
  const reading = readings[0]?.reading;
  const thresholds: Thresholds = reading ?? own[fault] ?? FAULTS[fault];
  const perRep = readings.map((r) => ({
    rep: r.rep,
    value: r.value,
    severity: r.severity !== undefined ? r.severity : severityOf(fault, r.value, thresholds),
    frame: r.frame,
    phase: r.phase,
    fromDepthDeg: r.fromDepthDeg,
  }));
  const seen = perRep.filter((r) => r.severity !== null);
  const isChance =
    perRep.length >= CHANCE_FROM_REPS && seen.length === 1 && seen[0]?.severity === 'slight';
  const shown = isChance ? [] : seen;
  const values = perRep.map((r) => r.value);
  const value = meanOf((shown.length > 0 ? shown : perRep).map((r) => r.value));
  const from = shown.flatMap((r) => r.fromDepthDeg ?? []);
  const isGiven = readings.some((r) => r.severity !== undefined);
  const isFalling = thresholds.clear < thresholds.slight;
  const size = (v: number) => (isFalling ? -v : FAULTS[fault].eitherWay ? Math.abs(v) : v);
  const worst = [...perRep].sort((a, b) => size(b.value) - size(a.value))[0];
  const bySize =
    shown.length === 0
      ? null
      : isGiven
        ? mostOften(shown.map((r) => r.severity))
        : severityOf(fault, value, thresholds);
  const unit = reading?.unit ?? FAULTS[fault].unit;
  const rested = (shown.length > 0 ? shown : perRep).map((r) => r.value);
  const { chance, chanceClear, errorOf } = chanceBeyond(
    fault,
    unit,
    { mean: value, sd: sdOf(rested), n: rested.length },
    thresholds,
  );
  const isClose = bySize !== null && !isGiven && chance < NAMED_FROM;
  const sized = bySize === 'clear' && !isGiven && chanceClear < NAMED_FROM ? 'slight' : bySize;
  return {
    fault,
    side,
    severity: isClose ? null : sized,
    isClose,
    errorOf,
    value,
    unit,
    thresholds: { slight: thresholds.slight, clear: thresholds.clear },
    phase: mostOften((shown.length > 0 ? shown : perRep).map((r) => r.phase)),
    reps: shown.map((r) => r.rep),
    mean: meanOf(values),
    sd: sdOf(values),
    worst: { rep: worst?.rep ?? 1, value: worst?.value ?? NaN, frame: worst?.frame ?? null },
    fromDepthDeg: from.length > 0 ? Math.min(...from) : null,
    perRep: perRep.map(({ rep, value: v, severity }) => ({ rep, value: v, severity })),
    sure: Math.min(...readings.map((r) => r.sure)),
  };
}

/** How alike the reps of a set are; each null when the view cannot show it. SDs over the reps. */
export interface Consistency {
  kind: 'steady' | 'varies' | 'tooFew';
  depthSdDeg: number | null;
  leanSdDeg: number | null;
  kneeTravelSdMm: number | null;
  /** SD of the time a rep takes, as a share of its mean. */
  tempoShare: number | null;
}

/** Beyond any of these the reps vary (house defaults). */
export const STEADY_WITHIN = {
  depthSdDeg: 3,
  leanSdDeg: 3,
  kneeTravelSdMm: 15,
  tempoShare: 0.15,
} as const;

export function consistencyOf(
  reps: readonly {
    depthDeg: number | null;
    leanDeg: number | null;
    kneeTravelMm: number | null;
    seconds: number;
  }[],
): Consistency {
  const spread = (values: (number | null)[]) => {
    const known = values.filter((v): v is number => v !== null);
    return known.length < 2 ? null : sdOf(known);
  };
  const seconds = reps.map((r) => r.seconds);
  const found = {
    depthSdDeg: spread(reps.map((r) => r.depthDeg)),
    leanSdDeg: spread(reps.map((r) => r.leanDeg)),
    kneeTravelSdMm: spread(reps.map((r) => r.kneeTravelMm)),
    tempoShare: seconds.length < 2 ? null : sdOf(seconds) / meanOf(seconds),
  };
  const varies = (Object.keys(STEADY_WITHIN) as (keyof typeof STEADY_WITHIN)[]).some(
    (key) => (found[key] ?? 0) > STEADY_WITHIN[key],
  );
  return { kind: reps.length < 2 ? 'tooFew' : varies ? 'varies' : 'steady', ...found };
}
