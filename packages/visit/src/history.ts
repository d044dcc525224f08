import type { Dossier, Lock, SetupTrial } from '@zither/contract';
import { LONG_AGO } from '@zither/contract/row';
import type { Placed } from '@zither/core';
import { versionsOf } from './locking.ts';
import { countingTrials } from './trying.ts';
import { gymDayOf } from './gymDay.ts';

/** What happened to a client's setup at one moment. */
export type SetupEvent = Placed & {
  id: string;
  /** Day, yyyy-mm-dd. */
  on: string;
  /** When it was said: orders the events of one day. */
  at: string;
  by: string;
} & (
    | { kind: 'chosen' }
    | { kind: 'tried'; trial: SetupTrial; counts: boolean }
    | { kind: 'locked'; lock: Lock; number: number }
  );

/** When a setup was chosen; rows from before that was kept have only the moment they were saved. */
const saidAt = (row: { saidAt: string; updatedAt: string }) =>
  row.saidAt > LONG_AGO ? row.saidAt : row.updatedAt;

/** Everything that happened to a client's setup, newest first: the one chosen, every trial, every lock. */
export function setupHistory(dossier: Dossier): SetupEvent[] {
  const { setup, setupTrials } = dossier;
  const counting = new Set(countingTrials(dossier).map((t) => t.id));
  const events: SetupEvent[] = [
    ...(setup
      ? [
          {
            kind: 'chosen' as const,
            id: setup.id,
            on: gymDayOf(dossier.schools, saidAt(setup)),
            at: saidAt(setup),
            by: setup.saidBy,
            setup: setup.setup,
            targetDepthDeg: setup.thighDepthDeg,
          },
        ]
      : []),
    ...setupTrials.map((trial) => ({
      kind: 'tried' as const,
      id: trial.id,
      on: trial.takenOn,
      at: trial.takenAt,
      by: trial.saidBy,
      setup: trial.setup,
      targetDepthDeg: trial.thighDepthDeg,
      trial,
      counts: counting.has(trial.id),
    })),
    ...versionsOf(dossier).map(({ lock, number }) => ({
      kind: 'locked' as const,
      id: lock.id,
      on: lock.on,
      at: lock.at,
      by: lock.by,
      setup: lock.setup,
      targetDepthDeg: lock.thighDepthDeg,
      lock,
      number,
    })),
  ];
  return events.sort((a, b) => b.at.localeCompare(a.at) || a.id.localeCompare(b.id));
}
