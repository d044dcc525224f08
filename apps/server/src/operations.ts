import {
  asWrittenNow,
  operationResultSchema,
  operationSchema,
  profileIdSchema,
  valuesIn,
  type Operation,
  type OperationResult,
} from '@zither/contract';
import { documentsOf, type DocumentTable } from './db/documents.ts';
import { clientsOf } from './db/clients.ts';
import type { Db } from './db/open.ts';
import { schoolsOf } from './db/schools.ts';
import { sessionsOf } from './db/sessions.ts';
import { setupsOf } from './db/setups.ts';
import type { Stamp } from './db/stamp.ts';
import { tableChangesOf } from './db/tableChanges.ts';
import { trialsOf } from './db/trials.ts';
import { Refusal } from './errors.ts';
import { moveEntries } from './moving.ts';

/**
 * The one door for writes. Applies an operation and its log entry in a single transaction, so an answer always
 * means both are on the disk; a repeated operation is answered from the log and changes nothing.
 *
 * @param at moment of receipt, ISO 8601 UTC
 * @throws Refusal `rowChanged` with the row as it stands, `operationReused`, `noSuchClient`, `noSuchRow`, `rowTaken`
 */
export function applyOperation(
  db: Db,
  practiceId: string,
  operation: Operation,
  at: string,
): OperationResult {
  return db
    .transaction(() => {
      const body = JSON.stringify(operation);
      const logged = db
        .prepare<[string, string], { body_json: string; result_json: string }>(
          'SELECT body_json, result_json FROM operation_log WHERE practice_id = ? AND operation_id = ?',
        )
        .get(practiceId, operation.operationId);
      if (logged) {
        const said = asWrittenNow(JSON.parse(logged.body_json));
        if (logged.body_json !== body && JSON.stringify(operationSchema.parse(said)) !== body)
          throw new Refusal('operationReused', { path: 'operationId' });
        return operationResultSchema.parse(asWrittenNow(JSON.parse(logged.result_json)));
      }
      const result = write(db, practiceId, operation, stampFor(operation, at));
      db.prepare(
        `INSERT INTO operation_log (practice_id, operation_id, kind, row_id, received_at, body_json, result_json)
         VALUES (?, ?, ?, ?, ?, ?, ?)`,
      ).run(
        practiceId,
        operation.operationId,
        operation.kind,
        operation.rowId,
        at,
        body,
        JSON.stringify(result),
      );
      return result;
    })
    .immediate();
}

const DOCUMENT_OF = {
  'prescription.put': ['prescription', 'prescription'],
  'screening.put': ['screening', 'screening'],
  'clearance.put': ['clearance', 'clearance'],
  'pain.put': ['pain', 'pain'],
  'correction.put': ['correction', 'correction'],
  'judgement.put': ['judgement', 'judgement'],
  'capture.put': ['capture', 'capture'],
  'tried.put': ['tried', 'tried'],
  'decision.put': ['decision', 'decision'],
  'setupTrial.put': ['setupTrial', 'setup_trial'],
} as const satisfies Record<string, readonly [OperationResult['entity'], DocumentTable]>;

/** A device may be ahead of the server by no more; what is further in the future was said now. */
const AHEAD_MOST_MS = 2 * 60_000;

/** When an operation was said, never in the future of the server that receives it. */
function stampFor({ saidAt, saidBy = '' }: Operation, at: string): Stamp {
  const isAhead =
    saidAt !== undefined && new Date(saidAt).getTime() - new Date(at).getTime() > AHEAD_MOST_MS;
  return [at, saidAt === undefined || isAhead ? at : saidAt, saidBy];
}

function write(db: Db, practiceId: string, operation: Operation, stamp: Stamp): OperationResult {
  const clients = clientsOf(db, practiceId);
  const { rowId } = operation;
  const mustHaveClient = (clientId: string) => {
    if (!clients.find(clientId)) throw new Refusal('noSuchClient', { path: 'clientId' });
  };
  const schools = schoolsOf(db, practiceId);
  const mustHaveSchool = (id: string) => {
    if (!profileIdSchema.safeParse(id).success && !schools.find(id))
      throw new Refusal('noSuchSchool', { path: 'values.profile' });
  };
  switch (operation.kind) {
    case 'client.put': {
      const now = () => result('client', clients.find(rowId));
      put(operation, clients.find(rowId), now, {
        insert: () => clients.insert(rowId, operation.values, stamp),
        update: () => clients.update(rowId, operation.values, stamp),
      });
      return now();
    }
    case 'client.archive': {
      const now = () => result('client', clients.find(rowId));
      const current = clients.find(rowId);
      if (!current) throw new Refusal('noSuchClient', { path: 'rowId' });
      if (current.version !== operation.baseVersion)
        throw new Refusal('rowChanged', { current: now() });
      clients.archive(rowId, operation.archived, stamp);
      return now();
    }
    case 'session.visit': {
      mustHaveClient(operation.clientId);
      const table = sessionsOf(db, practiceId);
      table.visit(rowId, operation.clientId, operation.day, operation.at, stamp);
      return result('session', table.find(operation.clientId, operation.day));
    }
    case 'trial.put': {
      mustHaveClient(operation.clientId);
      const table = trialsOf(db, practiceId);
      const now = () => result('trial', table.find(rowId));
      put(operation, table.find(rowId), now, {
        insert: () => table.insert(rowId, operation.clientId, operation.values, stamp),
        update: () => table.update(rowId, operation.values, stamp),
      });
      return now();
    }
    case 'capture.discard': {
      mustHaveClient(operation.clientId);
      const table = documentsOf(db, practiceId, 'capture');
      const now = () => result('capture', withoutLandmarks(table.find(rowId)));
      const current = table.find(rowId);
      put(operation, current, now, {
        insert: () => {
          throw new Refusal('noSuchRow', { path: 'rowId' });
        },
        update: () => {
          if (current)
            table.update(rowId, { ...valuesIn(current), discarded: operation.discarded }, stamp);
        },
      });
      return now();
    }
    case 'tables.change': {
      const table = tableChangesOf(db, practiceId);
      const now = () => result('tableChange', table.find(rowId));
      put(operation, table.find(rowId), now, {
        insert: () => table.insert(rowId, operation.values, stamp),
        // The history is never rewritten: a change of mind is another change.
        update: () => {
          throw new Refusal('rowTaken', { path: 'rowId' });
        },
      });
      return now();
    }
    case 'school.put': {
      const now = () => result('school', schools.find(rowId));
      put(operation, schools.find(rowId), now, {
        insert: () => schools.insert(rowId, operation.values, stamp),
        update: () => schools.update(rowId, operation.values, stamp),
      });
      return now();
    }
    case 'school.choose': {
      mustHaveSchool(operation.values.profile);
      const now = () => result('schoolChoice', schools.findChoice(rowId));
      put(operation, schools.findChoice(rowId), now, {
        insert: () => schools.choose(rowId, operation.values, stamp),
        // Every choice is kept; a change of mind is another one.
        update: () => {
          throw new Refusal('rowTaken', { path: 'rowId' });
        },
      });
      return now();
    }
    case 'lock.put': {
      mustHaveClient(operation.clientId);
      mustHaveSchool(operation.values.profile);
      const table = documentsOf(db, practiceId, 'setup_lock');
      const now = () => result('lock', table.find(rowId));
      put(operation, table.find(rowId), now, {
        insert: () => table.insert(rowId, operation.clientId, operation.values, stamp),
        // A locked setup is never rewritten: another setup is another version.
        update: () => {
          throw new Refusal('rowTaken', { path: 'rowId' });
        },
      });
      return now();
    }
    case 'lock.takeBack': {
      mustHaveClient(operation.clientId);
      const table = documentsOf(db, practiceId, 'setup_lock');
      const now = () => result('lock', table.find(rowId));
      const current = table.find(rowId);
      put(operation, current, now, {
        insert: () => {
          throw new Refusal('noSuchRow', { path: 'rowId' });
        },
        update: () => {
          if (current)
            table.update(rowId, { ...valuesIn(current), takenBack: operation.takenBack }, stamp);
        },
      });
      return now();
    }
    case 'setup.put': {
      mustHaveClient(operation.clientId);
      mustHaveSchool(operation.values.profile);
      const table = setupsOf(db, practiceId);
      const now = () => result('setup', table.ofClient(operation.clientId));
      // One setup a client: two devices may each have named a first one, and the later must see the earlier.
      put(operation, table.ofClient(operation.clientId), now, {
        insert: () => table.insert(rowId, operation.clientId, operation.values, stamp),
        update: () => table.update(rowId, operation.values, stamp),
      });
      return now();
    }
    case 'entries.move': {
      mustHaveClient(operation.clientId);
      if (documentsOf(db, practiceId, 'entry_move').find(rowId))
        throw new Refusal('rowTaken', { path: 'rowId' });
      return result('move', moveEntries(db, practiceId, operation, stamp));
    }
    case 'prescription.put':
    case 'screening.put':
    case 'clearance.put':
    case 'pain.put':
    case 'correction.put':
    case 'judgement.put':
    case 'tried.put':
    case 'decision.put':
    case 'setupTrial.put':
    case 'capture.put': {
      mustHaveClient(operation.clientId);
      if (operation.kind === 'setupTrial.put') mustHaveSchool(operation.values.profile);
      const [entity, name] = DOCUMENT_OF[operation.kind];
      const table = documentsOf(db, practiceId, name);
      const now = () => result(entity, withoutLandmarks(table.find(rowId)));
      put(operation, table.find(rowId), now, {
        insert: () => table.insert(rowId, operation.clientId, operation.values, stamp),
        update: () => table.update(rowId, operation.values, stamp),
      });
      return now();
    }
  }
}

/** A capture's answer leaves out what its sender holds already; other rows are answered whole. */
function withoutLandmarks(row: object | null): object | null {
  if (row === null || !('series' in row)) return row;
  const { series: _series, ...rest } = row;
  const { subject: _subject, ...line } = rest as typeof rest & { subject?: unknown };
  return line;
}

/** Insert against version 0, update against the version the change was made on, refuse anything else. */
function put(
  operation: Operation,
  current: { id: string; version: number; clientId?: string } | null,
  now: () => OperationResult,
  does: { insert: () => void; update: () => void },
): void {
  if (!current) {
    if (operation.baseVersion !== 0) throw new Refusal('noSuchRow', { path: 'rowId' });
    does.insert();
    return;
  }
  const clientId = 'clientId' in operation ? operation.clientId : undefined;
  // A row of another client under the same id is a mistake of the sender, never a version to merge.
  if (clientId !== undefined && current.clientId !== clientId)
    throw new Refusal('rowTaken', { path: 'rowId' });
  if (current.id !== operation.rowId || current.version !== operation.baseVersion)
    throw new Refusal('rowChanged', { current: now() });
  does.update();
}

/** Reads a row back after its write, so that the answer is what the disk holds. */
function result(entity: OperationResult['entity'], row: unknown): OperationResult {
  return operationResultSchema.parse({ entity, row });
}
