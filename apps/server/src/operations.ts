import { isDeepStrictEqual } from 'node:util';
import {
  holdingKindIn,
  kindOf,
  lineSchemaOf,
  operationResultSchema,
  profileIdSchema,
  putIn,
  valuesIn,
  type Operation,
  type OperationResult,
  type RowKind,
  type SeenEntry,
} from '@zither/contract';
import type { HoldingKind } from '@zither/contract/kinds';
import { allTold } from '@zither/visit';
import { mergedRow, type Version } from '@zither/visit/merging';
import type { Db } from './db/open.ts';
import { prepared } from './db/prepared.ts';
import { rowsOf, type Rows, type Stamp } from './db/rows.ts';
import { Refusal } from './errors.ts';
import { moveEntries } from './moving.ts';
import { mustBePlausible } from './plausible.ts';
import { rightTime, setRight, type RightTime } from './rightTime.ts';
import { zoneOf } from './zone.ts';

/**
 * The one door for writes. Applies an operation and notes it in a single transaction, so an answer always
 * means both are on the disk; a repeated operation is answered as before and changes nothing.
 *
 * @param at moment of receipt, ISO 8601 UTC
 * @throws Refusal `rowChanged` with the row as it stands, `operationReused`, `noSuchClient`, `noSuchRow`, `rowTaken`, `invalid`
 */
export function applyOperation(
  db: Db,
  practiceId: string,
  operation: Operation,
  at: string,
): OperationResult {
  return db
    .transaction(() => {
      const rows = rowsOf(db, practiceId);
      const known = takenBefore(db, practiceId, rows, operation);
      if (known) return known;
      const time = rightTime(operation, at);
      const { saidAt, deviceSaidAt } = time;
      const stamp = { receivedAt: at, saidAt, saidBy: operation.saidBy ?? '', deviceSaidAt };
      const holding = holdingKindIn(operation);
      if (holding === null) mustBePlausible(operation, at);
      const result = holding
        ? putHolding(rows, operation, holding, { ...stamp, time })
        : write(rows, operation, stamp);
      prepared(
        db,
        `INSERT INTO operation (practice_id, operation_id, kind, row_id, result_kind, result_id, version, received_at)
         VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
      ).run(
        practiceId,
        operation.operationId,
        operation.kind,
        operation.rowId,
        result.entity,
        result.row.id,
        result.row.version,
        at,
      );
      return result;
    })
    .immediate();
}

interface Taken {
  kind: string;
  row_id: string;
  result_kind: RowKind;
  result_id: string;
  version: number;
}

/** The answer an operation was given when it came before; null when it is new. It is known by what it means, whatever version wrote it. */
function takenBefore(
  db: Db,
  practiceId: string,
  rows: Rows,
  operation: Operation,
): OperationResult | null {
  const taken = prepared<[string, string], Taken>(
    db,
    `SELECT kind, row_id, result_kind, result_id, version FROM operation WHERE practice_id = ? AND operation_id = ?`,
  ).get(practiceId, operation.operationId);
  if (!taken) return null;
  const row =
    taken.kind === operation.kind && taken.row_id === operation.rowId
      ? rows.asOf(taken.result_kind, taken.result_id, taken.version)
      : null;
  // An entry that may hold is set right and merged on its way in, so its id alone tells that it came before.
  const isHolding = holdingKindIn(operation) !== null;
  if (!row || !(isHolding || didThis(operation, row)))
    throw new Refusal('operationReused', { path: 'operationId' });
  // A device that asks again also hears what others said since, where that may hold.
  return result(
    taken.result_kind,
    (isHolding && rows.find(taken.result_kind, taken.result_id)) || row,
  );
}

/** Whether a row, as it stood right after an operation, is what that operation says. */
function didThis(operation: Operation, row: Record<string, unknown>): boolean {
  if ('clientId' in operation && row['clientId'] !== operation.clientId) return false;
  // Rows are kept as JSON, which has no undefined.
  const holds = (said: object) =>
    Object.entries(JSON.parse(JSON.stringify(said)) as object).every(([key, value]) =>
      isDeepStrictEqual(row[key], value),
    );
  switch (operation.kind) {
    case 'client.archive':
      return (row['archivedAt'] !== null) === operation.archived;
    case 'session.visit':
      return holds({ day: operation.day, at: operation.at });
    case 'capture.discard':
      return holds({ discarded: operation.discarded });
    case 'lock.takeBack':
      return holds({ takenBack: operation.takenBack });
    case 'entries.move': {
      const { to, on, why, entries } = operation.values;
      const change = row['change'] as { kind: string; clientId?: string };
      const moved = row['entries'] as { id: string }[];
      return (
        holds({ on, why }) &&
        (to.kind === 'client'
          ? change.kind === 'away' && change.clientId === to.clientId
          : change.kind === 'otherSide') &&
        entries.every((e) => moved.some((m) => m.id === e.id))
      );
    }
    default:
      return row['version'] === operation.baseVersion + 1 && holds(operation.values);
  }
}

/** Values of a row as they stand, with who said them. */
const versionOf = (row: object): Version<object> => {
  const { saidAt, saidBy } = row as { saidAt: string; saidBy: string };
  return { values: valuesIn(row as { id: string }), saidAt, saidBy };
};

/**
 * Puts what may hold the client. It is never refused for its day or for a row that moved on: days are set right, and two that changed one row become
 * one that holds whenever either would. An entry that was moved to another client meanwhile is changed where it is now.
 */
function putHolding(
  rows: Rows,
  operation: Operation,
  kind: HoldingKind,
  { time, ...stamp }: Stamp & { time: RightTime },
): OperationResult {
  const { rowId, baseVersion } = operation;
  const clientId = 'clientId' in operation ? operation.clientId : rowId;
  const current = rows.find(kind, rowId);
  if (!current && !rows.find('client', clientId))
    throw new Refusal('noSuchClient', { path: 'clientId' });
  // A row of another client under this id is a mistake of the sender, unless it was moved there from here.
  const isMoved = () =>
    rows.of('move', clientId).some((m) => m.entries.some((e) => e.id === rowId));
  if (current && current.clientId !== clientId && !isMoved())
    throw new Refusal('rowTaken', { path: 'rowId' });
  const zone = zoneOf(rows);
  const toldAt = operation.saidAt ?? stamp.receivedAt;
  const asked = putIn(operation)!.values;
  const values = setRight(kind, asked, time, toldAt, zone, stamp.receivedAt, current);
  if (!current) {
    rows.insert(kind, rowId, clientId, values, stamp);
    return result(kind, rows.find(kind, rowId));
  }
  const known = baseVersion > 0 ? rows.asOf(kind, rowId, baseVersion) : null;
  // A page of before merging names the merged version as its base without having seen what was merged into it.
  const isBlind = operation.clock === undefined && 'differs' in current;
  const isCurrent = current.version === baseVersion && !isBlind;
  const mine = { values, saidAt: stamp.saidAt, saidBy: stamp.saidBy };
  const kept = isCurrent
    ? values
    : mergedRow(kind, known && !isBlind ? versionOf(known) : null, versionOf(current), mine);
  const saidAt = isCurrent || stamp.saidAt > current.saidAt ? stamp.saidAt : current.saidAt;
  rows.update(kind, rowId, kept, { ...stamp, saidAt });
  return result(kind, rows.find(kind, rowId));
}

function write(rows: Rows, operation: Operation, stamp: Stamp): OperationResult {
  const { rowId } = operation;
  if ('clientId' in operation && !rows.find('client', operation.clientId))
    throw new Refusal('noSuchClient', { path: 'clientId' });
  const asked = putIn(operation);
  if (asked) return put(rows, operation, asked.kind, asked.values, stamp);
  switch (operation.kind) {
    case 'client.archive': {
      if (!rows.find('client', rowId)) throw new Refusal('noSuchClient', { path: 'rowId' });
      const archivedAt = operation.archived ? stamp.receivedAt : null;
      return change(rows, operation, 'client', { archivedAt }, stamp);
    }
    case 'session.visit': {
      const { clientId, day, at } = operation;
      const held = rows.sessionOn(clientId, day);
      if (held) rows.update('session', held.id, { day, at }, stamp);
      else if (rows.find('session', rowId)) throw new Refusal('rowTaken', { path: 'rowId' });
      else rows.insert('session', rowId, clientId, { day, at }, stamp);
      return result('session', rows.find('session', held?.id ?? rowId));
    }
    case 'capture.discard':
      return change(rows, operation, 'capture', { discarded: operation.discarded }, stamp);
    case 'lock.takeBack':
      return change(rows, operation, 'lock', { takenBack: operation.takenBack }, stamp);
    case 'entries.move': {
      if (rows.find('move', rowId)) throw new Refusal('rowTaken', { path: 'rowId' });
      moveEntries(rows, operation, stamp);
      return result('move', rows.find('move', rowId));
    }
    default:
      throw new Error(`nobody takes ${operation.kind}`);
  }
}

/** Everything told of a client that has arrived and was said before a moment. */
function seenBy(rows: Rows, clientId: string, { saidAt }: Stamp): SeenEntry[] {
  const isBefore = (row: { saidAt: string }) => row.saidAt <= saidAt;
  return allTold({
    screenings: rows.of('screening', clientId).filter(isBefore),
    pains: rows.of('pain', clientId).filter(isBefore),
    stops: rows.of('stop', clientId).filter(isBefore),
  }).slice(0, 400);
}

interface Held {
  id: string;
  version: number;
  clientId?: string;
}

/** Puts a row: new, or in place of the version it was made on. */
function put(
  rows: Rows,
  operation: Operation,
  kind: RowKind,
  values: object,
  stamp: Stamp,
): OperationResult {
  const { rowId } = operation;
  const clientId = kind === 'client' ? rowId : 'clientId' in operation ? operation.clientId : null;
  // A page of before this was asked does not say what it knew: at most what had arrived, and was said before.
  if (kind === 'clearance' && !('seen' in values) && clientId)
    return put(rows, operation, kind, { ...values, seen: seenBy(rows, clientId, stamp) }, stamp);
  const { profile } = values as { profile?: string };
  if (profile !== undefined && !profileIdSchema.safeParse(profile).success)
    if (!rows.find('school', profile))
      throw new Refusal('noSuchSchool', { path: 'values.profile' });
  const same = rows.find(kind, rowId) as Held | null;
  // Of what a client has one of, two devices may each have named a first one, and the later must see the earlier.
  const current =
    same ??
    (kindOf(kind).isOne ? ((rows.of(kind, clientId)[0] as Held | undefined) ?? null) : null);
  if (!current) {
    if (operation.baseVersion !== 0) throw new Refusal('noSuchRow', { path: 'rowId' });
    const own =
      kind === 'client' ? { ...values, archivedAt: null, createdAt: stamp.receivedAt } : values;
    rows.insert(kind, rowId, clientId, own, stamp);
    return result(kind, rows.find(kind, rowId));
  }
  mustBeCurrent(rows, operation, kind, current);
  // The history is never rewritten: a change of mind is another row.
  if (kindOf(kind).isFixed) throw new Refusal('rowTaken', { path: 'rowId' });
  if (kind === 'client') {
    const { archivedAt, createdAt, importedAt } = current as unknown as Record<string, unknown>;
    const kept = { archivedAt, createdAt, ...(importedAt ? { importedAt } : {}) };
    rows.update(kind, rowId, { ...values, ...kept }, stamp);
  } else rows.update(kind, rowId, values, stamp);
  return result(kind, rows.find(kind, rowId));
}

/** Changes a part of a row that is there. */
function change(
  rows: Rows,
  operation: Operation,
  kind: RowKind,
  part: object,
  stamp: Stamp,
): OperationResult {
  const { rowId } = operation;
  const current = rows.find(kind, rowId);
  if (!current) throw new Refusal('noSuchRow', { path: 'rowId' });
  mustBeCurrent(rows, operation, kind, current as Held);
  rows.update(kind, rowId, { ...valuesIn(current), ...part }, stamp);
  return result(kind, rows.find(kind, rowId));
}

/** A row of another client under the same id is a mistake of the sender, never a version to merge. */
function mustBeCurrent(rows: Rows, operation: Operation, kind: RowKind, current: Held): void {
  if ('clientId' in operation && current.clientId !== operation.clientId)
    throw new Refusal('rowTaken', { path: 'rowId' });
  if (current.id !== operation.rowId || current.version !== operation.baseVersion)
    throw new Refusal('rowChanged', { current: result(kind, rows.find(kind, current.id)) });
}

/** A row as it travels: what is kept apart, its sender has. */
function result(entity: RowKind, row: unknown): OperationResult {
  const apart = new Set(kindOf(entity).apart);
  const line = Object.fromEntries(Object.entries(row as object).filter(([key]) => !apart.has(key)));
  return operationResultSchema.parse({ entity, row: lineSchemaOf(entity).parse(line) });
}
