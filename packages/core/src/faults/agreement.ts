import type { Side } from '../linkage/setup.ts';
import {
  FAULTS,
  faultsOf,
  type Area,
  type CameraView,
  type FaultId,
  type Severity,
} from './table.ts';

/** A fault as either the camera or the coach named it. */
export interface Named {
  fault: FaultId;
  severity: Severity;
  side: Side | null;
}

export type AgreementKind = 'both' | 'onlyMeasured' | 'onlyByEye' | 'notMeasurable' | 'notLookedAt';

export interface AgreementLine {
  fault: FaultId;
  side: Side | null;
  measured: Severity | null;
  byEye: Severity | null;
  kind: AgreementKind;
}

export interface Agreement {
  /** Everything that either named, what both named first. */
  lines: AgreementLine[];
  /** Of the faults that could be measured in this view, how many measured and judged alike: named by both or by neither. */
  alike: number;
  of: number;
}

/**
 * Compares the measured findings with those judged by eye. Both are kept; neither corrects the other.
 *
 * @param notJudged faults the capture could not tell, so that the eye is not compared with it
 * @param lookedAt what the eye watched; null = not recorded, then all of it is compared
 */
export function agreementOf(
  view: CameraView,
  measured: readonly Named[],
  byEye: readonly Named[],
  notJudged: readonly FaultId[] = [],
  lookedAt: readonly Area[] | null = null,
): Agreement {
  const wasWatched = (fault: FaultId) =>
    lookedAt === null ||
    lookedAt.includes(FAULTS[fault].area) ||
    byEye.some((n) => n.fault === fault);
  const measurable = faultsOf(view).filter(
    (f) => f.id !== 'pain' && !notJudged.includes(f.id) && wasWatched(f.id),
  );
  const keys = new Map<string, { fault: FaultId; side: Side | null }>();
  for (const { fault, side } of [...measured, ...byEye]) {
    // Either that did not say which side speaks of whatever side the other named.
    const other =
      side ?? [...measured, ...byEye].find((m) => m.fault === fault && m.side !== null)?.side;
    keys.set(`${fault} ${other ?? ''}`, { fault, side: other ?? null });
  }
  const lines = [...keys.values()].map(({ fault, side }): AgreementLine => {
    const m =
      measured.find((n) => n.fault === fault && (n.side === side || n.side === null))?.severity ??
      null;
    const e =
      byEye.find((n) => n.fault === fault && (n.side === side || n.side === null))?.severity ??
      null;
    const kind = !wasWatched(fault)
      ? 'notLookedAt'
      : !measurable.some((f) => f.id === fault)
        ? 'notMeasurable'
        : m && e
          ? 'both'
          : m
            ? 'onlyMeasured'
            : 'onlyByEye';
    return { fault, side, measured: m, byEye: e, kind };
  });
  const order: AgreementKind[] = [
    'both',
    'onlyMeasured',
    'onlyByEye',
    'notLookedAt',
    'notMeasurable',
  ];
  lines.sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
  const apart = new Set(
    lines.filter((l) => l.kind === 'onlyMeasured' || l.kind === 'onlyByEye').map((l) => l.fault),
  );
  return { lines, alike: measurable.length - apart.size, of: measurable.length };
}
