import type { Seen } from '@zither/contract';
import {
  AREAS,
  FAULTS,
  type Area,
  type FaultId,
  type Phase,
  type Severity,
  type Side,
} from '@zither/core';

/** On which side a fault was seen: one, both at once, or now one and now the other; null = not said. */
export type MarkedSide = Side | 'both' | 'alternating' | null;

/** A fault as the coach marks it while watching. */
export interface Mark {
  severity: Severity | null;
  side: MarkedSide;
  phase: Phase | null;
  reps: number[];
  /** Of one that alternates: which way it went in which rep. */
  ways: Partial<Record<number, Side>>;
  /** Of an arch that gave way: the thigh depth at which it did, degrees; null = not said. */
  atDepthDeg: number | null;
}

export const NO_MARK: Mark = {
  severity: null,
  side: null,
  phase: null,
  reps: [],
  ways: {},
  atDepthDeg: null,
};

/** Faults that go one way at a time: never to both sides at once. */
const ONE_WAY: readonly FaultId[] = ['sideShift', 'unevenTouch'];

/** Whether a fault may show on both sides at once. */
export const mayBeBoth = (fault: FaultId): boolean => !ONE_WAY.includes(fault);

/** The side once one of the two was tapped: taken away where it was on, else added, or put in place of the other. */
export function sideAfter(fault: FaultId, was: MarkedSide, tapped: Side): MarkedSide {
  const other = tapped === 'left' ? 'right' : 'left';
  if (was === tapped) return null;
  if (was === 'both') return other;
  return was === other && mayBeBoth(fault) ? 'both' : tapped;
}

/** The way of a rep once it was tapped: left, then right, then none. */
export const wayAfter = (was: Side | undefined): Side | undefined =>
  was === undefined ? 'left' : was === 'left' ? 'right' : undefined;

/** What a mark says, each side by itself; nothing where it names no size. Reps beyond those watched are left out. */
export function seenIn(fault: Seen['fault'], mark: Mark, watched: number): Seen[] {
  const { severity, side, phase } = mark;
  if (severity === null) return [];
  const reps = mark.reps.filter((r) => r <= watched);
  const said = (of: Side | null, its = reps): Seen => ({
    fault,
    severity,
    side: of,
    phase,
    reps: its,
    ...(mark.atDepthDeg === null ? {} : { atDepthDeg: mark.atDepthDeg }),
  });
  if (side === 'both') return [said('left'), said('right')];
  if (side !== 'alternating') return [said(side)];
  const went = (way: Side) =>
    Object.entries(mark.ways)
      .filter(([rep, to]) => to === way && Number(rep) <= watched)
      .map(([rep]) => Number(rep))
      .sort((a, b) => a - b);
  return (['left', 'right'] as const).map((way) => ({
    ...said(way, went(way)),
    alternates: true,
  }));
}

/** Parts that were watched: those called clean, and those in which something was named. */
export const watchedIn = (clean: readonly Area[], seen: readonly { fault: FaultId }[]): Area[] =>
  AREAS.filter((a) => clean.includes(a) || seen.some((s) => FAULTS[s.fault].area === a));
