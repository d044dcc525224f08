import {
  holdingKindIn,
  inOrderOf,
  KINDS,
  kindOf,
  putIn,
  type HoldingKind,
  type ListedKind,
  type RowKind,
} from '@zither/contract/kinds';
import { onOtherSide } from '@zither/contract/row';
import type {
  Client,
  ClientLine,
  ClientSummary,
  Dossier,
  KeptRow,
  Operation,
  School,
  Schools,
} from '@zither/contract';
import { emptyDossier, NOT_YET, withoutApart } from '@zither/visit/record';
import type { Pending } from './outbox.ts';
import { clientOf, onTopOf } from './queue.ts';

interface AnyRow {
  id: string;
  version: number;
}

/** The row a waiting write will be: the version it was made against, 0 where the server does not know it. */
const pendingRow = (operation: Operation, values: object, held: AnyRow | undefined) => ({
  ...values,
  id: held?.id ?? operation.rowId,
  ...('clientId' in operation ? { clientId: operation.clientId } : {}),
  version: held?.version ?? 0,
  updatedAt: NOT_YET,
  saidAt: operation.saidAt ?? NOT_YET,
  saidBy: operation.saidBy ?? '',
});

/** A dossier's list of a kind; what is only held in its newest is a list of one. */
function listOf(dossier: Dossier, kind: ListedKind): AnyRow[] {
  const { list, newest } = KINDS[kind] as { list: string; newest?: string };
  const held = (dossier as unknown as Record<string, unknown>)[newest ?? list];
  return (newest ? (held ? [held] : []) : held) as AnyRow[];
}

/** Puts a row into a dossier, in its place and once. */
function withRow(dossier: Dossier, kind: ListedKind, row: AnyRow): Dossier {
  const { list, newest } = KINDS[kind] as { list: string; newest?: string };
  const rows = [row, ...listOf(dossier, kind).filter((r) => r.id !== row.id)].sort(
    inOrderOf(kind) as never,
  );
  return { ...dossier, [newest ?? list]: newest ? rows[0] : rows };
}

/** The dossier with a part of one of its rows changed; as it is where it has no such row. */
function withPart(dossier: Dossier, kind: ListedKind, id: string, part: object): Dossier {
  const held = listOf(dossier, kind).find((r) => r.id === id);
  return held ? withRow(dossier, kind, { ...held, ...part }) : dossier;
}

/** A dossier as a waiting move will leave it. */
function withMove(
  dossier: Dossier,
  operation: Extract<Operation, { kind: 'entries.move' }>,
): Dossier {
  const { to, ...said } = operation.values;
  const change = to.kind === 'client' ? { kind: 'away' as const, clientId: to.clientId } : to;
  const seen = withRow(dossier, 'move', pendingRow(operation, { ...said, change }, undefined));
  const moved = new Set(said.entries.map((e) => e.id));
  const lists = said.entries.map(({ entity }) => KINDS[entity].list);
  const changed = Object.fromEntries(
    [...new Set(lists)].map((list) => {
      const rows = seen[list] as AnyRow[];
      return [
        list,
        to.kind === 'client'
          ? rows.filter((row) => !moved.has(row.id))
          : rows.map((row) => (moved.has(row.id) ? onOtherSide(row) : row)),
      ];
    }),
  );
  return { ...seen, ...changed };
}

/** A row of what may hold the client with a change on top that was made on another version of it: it holds whenever either would. */
function heldBoth(kind: HoldingKind, operation: Pending, values: object, held: AnyRow): object {
  const { madeOn = null, baseVersion, saidAt, saidBy } = operation;
  if (madeOn === null && held.version === baseVersion) return values;
  return onTopOf(kind, madeOn, held as KeptRow['row'], { values, saidAt, saidBy });
}

function withPending(dossier: Dossier, operation: Pending): Dossier {
  const asked = putIn(operation);
  const holding = holdingKindIn(operation);
  if (asked && holding) {
    const held = listOf(dossier, holding).find((r) => r.id === operation.rowId);
    const values = held ? heldBoth(holding, operation, asked.values, held) : asked.values;
    return withRow(dossier, holding, pendingRow(operation, values, held));
  }
  if (asked && 'list' in KINDS[asked.kind]) {
    const kind = asked.kind as ListedKind;
    const held = listOf(dossier, kind).find((r) => kindOf(kind).isOne || r.id === operation.rowId);
    return withRow(dossier, kind, pendingRow(operation, withoutApart(kind, asked.values), held));
  }
  switch (operation.kind) {
    case 'client.archive':
      return {
        ...dossier,
        client: { ...dossier.client, archivedAt: operation.archived ? NOT_YET : null },
      };
    case 'session.visit': {
      const { day, at } = operation;
      const held = dossier.sessions.find((s) => s.day === day);
      return withRow(dossier, 'session', pendingRow(operation, { day, at }, held));
    }
    case 'capture.discard':
      return withPart(dossier, 'capture', operation.rowId, { discarded: operation.discarded });
    case 'lock.takeBack':
      return withPart(dossier, 'lock', operation.rowId, { takenBack: operation.takenBack });
    case 'entries.move':
      return withMove(dossier, operation);
    default:
      return dossier;
  }
}

/**
 * What the coach sees: the server's answer with every change that has not arrived there yet laid on top. Rows the server
 * does not know have version 0. null when neither knows the client.
 */
export function overlay(
  dossier: Dossier | null,
  pending: readonly Pending[],
  clientId: string,
): Dossier | null {
  let seen = dossier;
  for (const operation of pending) {
    if (clientOf(operation) !== clientId) continue;
    if (operation.kind === 'client.put') {
      const before = seen?.client;
      const client = {
        ...pendingRow(operation, operation.values, before),
        archivedAt: before?.archivedAt ?? null,
        createdAt: before?.createdAt ?? NOT_YET,
        ...(before?.importedAt ? { importedAt: before.importedAt } : {}),
      } as Client;
      seen = seen ? { ...seen, client } : emptyDossier(client);
    } else if (seen) seen = withPending(seen, operation);
  }
  if (!seen) return null;
  const schools = schoolsWithPending(seen.schools, pending);
  return schools === seen.schools ? seen : { ...seen, schools };
}

/** The practice's own methods with what has not arrived yet laid on top. */
export const schoolsWithPending = (schools: Schools, pending: readonly Operation[]): Schools =>
  pending.reduce((seen, operation) => {
    if (operation.kind === 'school.choose') return { ...seen, usual: operation.values.profile };
    if (operation.kind === 'units.choose') return { ...seen, units: operation.values.system };
    if (operation.kind === 'zone.choose') return { ...seen, zone: operation.values.zone };
    if (operation.kind === 'cue.change') {
      const { cueId, to } = operation.values;
      const others = (seen.cues ?? []).filter((c) => c.id !== cueId);
      return { ...seen, cues: to ? [...others, { id: cueId, values: to }] : others };
    }
    if (operation.kind === 'drill.change') {
      const { drillId, to } = operation.values;
      const others = (seen.drills ?? []).filter((d) => d.id !== drillId);
      return { ...seen, drills: to ? [...others, { id: drillId, values: to }] : others };
    }
    if (operation.kind === 'counts.use') {
      const { counts: _counts, ...rest } = seen;
      const { at, counts } = operation.values;
      return counts ? { ...rest, counts: { at, drills: counts } } : rest;
    }
    if (operation.kind === 'rack.put') return { ...seen, rack: operation.values.items };
    if (operation.kind === 'emergency.put') return { ...seen, emergency: operation.values };
    if (operation.kind !== 'school.put') return seen;
    const held = seen.own.find((s) => s.id === operation.rowId);
    const row = pendingRow(operation, operation.values, held) as School;
    return {
      ...seen,
      own: held ? seen.own.map((s) => (s === held ? row : s)) : [...seen.own, row],
    };
  }, schools);

/** The practice's rows of a kind that is only ever added to, with what has not arrived yet behind them. */
export function addedPending<T extends AnyRow>(
  kind: RowKind,
  rows: readonly T[],
  pending: readonly Operation[],
): T[] {
  const added = pending.flatMap((operation): T[] => {
    const asked = putIn(operation);
    return asked?.kind === kind && !rows.some((r) => r.id === operation.rowId)
      ? [{ ...pendingRow(operation, asked.values, undefined), version: 1 } as unknown as T]
      : [];
  });
  return added.length === 0 ? (rows as T[]) : [...rows, ...added];
}

const NO_SUMMARY: ClientSummary = {
  isHeld: true,
  isLimited: false,
  dueOn: null,
  recheckedOn: null,
  shortBy: null,
  causes: [],
};

/** The client list with unsent new names and changes on top. */
export function overlayList(
  lines: readonly ClientLine[],
  pending: readonly Operation[],
): ClientLine[] {
  const byId = new Map(lines.map((line) => [line.id, line]));
  for (const operation of pending) {
    const line = byId.get(clientOf(operation));
    if (operation.kind === 'client.put')
      byId.set(operation.rowId, {
        ...(line ?? {
          id: operation.rowId,
          archivedAt: null,
          updatedAt: NOT_YET,
          lastMeasuredOn: null,
          lastSession: null,
          hold: null,
          hasPrescription: false,
          hurtOn: null,
          summary: null,
        }),
        name: operation.values.name,
      });
    else if (line && operation.kind === 'client.archive')
      byId.set(line.id, { ...line, archivedAt: operation.archived ? NOT_YET : null });
    else if (line && operation.kind === 'session.visit')
      byId.set(line.id, { ...line, lastSession: { day: operation.day, at: operation.at } });
    else if (line && operation.kind === 'trial.put' && operation.values.struck === null)
      byId.set(line.id, { ...line, lastMeasuredOn: operation.values.takenOn });
    else if (line && operation.kind === 'stop.put' && operation.values.after !== 'mistake')
      // Until it has arrived and is answered there, the list says what this device knows.
      byId.set(line.id, { ...line, summary: { ...(line.summary ?? NO_SUMMARY), isHeld: true } });
    else if (line && operation.kind === 'prescription.put')
      byId.set(line.id, { ...line, hasPrescription: true });
  }
  return [...byId.values()].sort((a, b) => a.name.localeCompare(b.name));
}
