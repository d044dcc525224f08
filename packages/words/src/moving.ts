import { placeWords } from '@zither/core';
import { count } from './terms.ts';
import type { Move } from '@zither/contract';
import type { EntryRow } from '@zither/visit';
import { sayValue, sayWhat } from './display.ts';
import { lowerOutcome, sayTest } from './probe.ts';
import { STOP_NAMES } from './stop.ts';
import { saySet } from './loadLog.ts';
import { sayTrial } from './trials.ts';
import { sayFound as sayFaults, sayLook } from './watch.ts';

/** Reasons offered as one tap each. */
export const MOVE_REASONS = {
  client: 'The wrong client was open',
  otherSide: 'Left and right were exchanged',
} as const;

/** An entry in a line. */
export function sayEntry(entry: EntryRow): string {
  switch (entry.entity) {
    case 'trial': {
      const { measure, side, value, struck } = entry.row;
      return `${sayWhat(measure, side)}: ${sayValue(measure, value)}${struck ? ', struck out' : ''}`;
    }
    case 'capture':
      return `Capture, ${sayLook(entry.row).toLowerCase()}: ${sayFaults(entry.row.report.findings)}`;
    case 'judgement':
      return `By eye, ${sayLook(entry.row).toLowerCase()}: ${sayFaults(entry.row.seen)}`;
    case 'tried':
      return `Test, ${sayTest(entry.row.test, entry.row.side)}: ${lowerOutcome(entry.row.test, entry.row.outcome)}`;
    case 'setupTrial':
      return `Setup trial, ${sayTrial(entry.row)}`;
    case 'loadSet':
      return `Set, ${saySet(entry.row)}`;
    case 'screening':
      return `Screen, ${count(entry.row.asked.length, 'answer')}`;
    case 'clearance':
      return `Clearance by ${entry.row.who}`;
    case 'stop':
      return `Stop, ${STOP_NAMES[entry.row.what].toLowerCase()}: ${entry.row.movement}`;
    case 'pain':
      return `Pain ${entry.row.level} of 10, ${placeWords(entry.row.place, entry.row.side)}: ${entry.row.movement}`;
  }
}

/** What the button does: "Move 6 entries to Brin Ostmoor". */
export function sayMoveButton(n: number, to: { name: string } | 'otherSide' | null): string {
  if (n === 0) return 'Choose what to move';
  if (to === null) return `Choose where ${count(n, 'entry')} ${n === 1 ? 'belongs' : 'belong'}`;
  return to === 'otherSide'
    ? `Move ${count(n, 'entry')} to the other side`
    : `Move ${count(n, 'entry')} to ${to.name}`;
}

/** A move as it stands in the record. `name`: of the other client, where there is one. */
export function sayMove({ change, entries, why, saidBy }: Move, name: string): string {
  const n = count(entries.length, 'entry');
  const what = {
    away: `${n} moved to ${name}`,
    here: `${n} moved here from ${name}`,
    otherSide: `${n} moved to the other side`,
  }[change.kind];
  return `${what}${saidBy ? ` by ${saidBy}` : ''}. Reason: ${why}.`;
}

/** How entries made on the wrong client are moved. */
export const sayMoveHow = (client: string): string =>
  `Made on ${client} by mistake? Tick the entries and say where they belong. They keep who said them and when.`;

/** Entries were moved: to another client, or to the other side (null). */
export const sayMoved = (client: string | null): string =>
  client === null ? 'Moved to the other side.' : `Moved to ${client}. Both records say so.`;
