import type {
  CaptureLine,
  CaptureValues,
  Client,
  ClientLine,
  Dossier,
  Operation,
  OperationResult,
  Schools,
  Session,
  Trial,
} from '@zither/contract';

import { emptyDossier, NOT_YET } from '@zither/visit';
import { goneFrom, withMove, without } from './moves.ts';
import { merged, withRow } from './rowLists.ts';

/** Puts a row that the server returned into a dossier. */
export function withResult(dossier: Dossier, result: OperationResult): Dossier {
  switch (result.entity) {
    case 'client':
      return { ...dossier, client: result.row };
    case 'session':
      return { ...dossier, sessions: withSession(dossier.sessions, result.row) };
    case 'trial':
      return { ...dossier, trials: inOrder(withRow(dossier.trials, result.row)) };
    case 'capture':
      return { ...dossier, captures: newestLook(withRow(dossier.captures, result.row)) };
    case 'judgement':
      return { ...dossier, judgements: newestLook(withRow(dossier.judgements, result.row)) };
    case 'tried':
      return { ...dossier, tried: withRow(dossier.tried, result.row) };
    case 'decision':
      return { ...dossier, decisions: withRow(dossier.decisions, result.row) };
    case 'tableChange':
      // Of the practice, and not read with a client.
      return dossier;
    case 'school':
    case 'schoolChoice':
      return { ...dossier, schools: schoolsWith(dossier.schools, result) };
    case 'setupTrial':
      return { ...dossier, setupTrials: withRow(dossier.setupTrials, result.row) };
    case 'lock':
      return { ...dossier, locks: withRow(dossier.locks, result.row) };
    case 'setup':
      return { ...dossier, setup: result.row };
    case 'prescription':
      return { ...dossier, prescription: result.row };
    case 'screening':
      return { ...dossier, screenings: withRow(dossier.screenings, result.row) };
    case 'clearance':
      return { ...dossier, clearances: withRow(dossier.clearances, result.row) };
    case 'correction':
      return { ...dossier, corrections: withRow(dossier.corrections, result.row) };
    case 'pain':
      return {
        ...dossier,
        pains: withRow(dossier.pains, result.row),
      };
    case 'move':
      return withMove(dossier, result.row);
  }
}

/** Of two rows of which only the newest counts, the one written later. */
const newer = <T extends { updatedAt: string }>(held: T | null, fetched: T | null): T | null =>
  held && fetched ? (held.updatedAt > fetched.updatedAt ? held : fetched) : (fetched ?? held);

/**
 * Of two pictures of the same client, row by row the later one. An answer that was asked for before a write arrived
 * must not put the older row back.
 */
export function newestOf(own: Dossier, fetched: Dossier): Dossier {
  const held = without(own, goneFrom(fetched.moves));
  const later = <T extends { id: string; version: number } | null>(a: T, b: T): T =>
    a !== null && b !== null && a.id === b.id && a.version > b.version ? a : (b ?? a);
  const inHand = new Map(held.trials.map((t) => [t.id, t]));
  const fetchedIds = new Set(fetched.trials.map((t) => t.id));
  return {
    client: later(held.client, fetched.client),
    sessions: [...held.sessions, ...fetched.sessions].reduce<Session[]>(
      (all, session) =>
        all.some((s) => s.day === session.day && s.version > session.version)
          ? all
          : withSession(all, session),
      [],
    ),
    trials: inOrder([
      ...fetched.trials.map((t) => later(inHand.get(t.id) ?? t, t)),
      ...held.trials.filter((t) => !fetchedIds.has(t.id)),
    ]),
    captures: newestLook(merged(held.captures, fetched.captures)),
    judgements: newestLook(merged(held.judgements, fetched.judgements)),
    tried: merged(held.tried, fetched.tried),
    decisions: merged(held.decisions, fetched.decisions),
    setup: later(held.setup, fetched.setup),
    setupTrials: merged(held.setupTrials, fetched.setupTrials),
    locks: merged(held.locks, fetched.locks),
    schools: { own: merged(held.schools.own, fetched.schools.own), usual: fetched.schools.usual },
    prescription: newer(held.prescription, fetched.prescription),
    screenings: merged(held.screenings, fetched.screenings),
    clearances: merged(held.clearances, fetched.clearances),
    pains: merged(held.pains, fetched.pains),
    corrections: merged(held.corrections, fetched.corrections),
    moves: merged(held.moves, fetched.moves),
  };
}

/** The practice's schools after a change of one of them, or of the usual one. */
export function schoolsWith(
  schools: Schools,
  result: Extract<OperationResult, { entity: 'school' | 'schoolChoice' }>,
): Schools {
  if (result.entity === 'schoolChoice') return { ...schools, usual: result.row.profile };
  const { row } = result;
  return {
    ...schools,
    own: schools.own.some((s) => s.id === row.id)
      ? schools.own.map((s) => (s.id === row.id ? row : s))
      : [...schools.own, row],
  };
}

/** The practice's schools with what has not arrived yet laid on top. */
export const schoolsWithPending = (schools: Schools, queue: readonly Operation[]): Schools =>
  queue.reduce((seen, operation) => {
    const row = { id: operation.rowId, version: 1, updatedAt: NOT_YET, ...saidIn(operation) };
    if (operation.kind === 'school.put') {
      const version = seen.own.find((s) => s.id === row.id)?.version ?? 0;
      return schoolsWith(seen, {
        entity: 'school',
        row: { ...operation.values, ...row, version },
      });
    }
    return operation.kind === 'school.choose'
      ? schoolsWith(seen, { entity: 'schoolChoice', row: { ...operation.values, ...row } })
      : seen;
  }, schools);

/** Newest first by when the squats were looked at, as the server gives them. */
const newestLook = <T extends { takenAt: string }>(rows: T[]): T[] =>
  rows.sort((a, b) => b.takenAt.localeCompare(a.takenAt));

/** A capture as it travels with a dossier. */
export function lineOf(
  values: CaptureValues,
): Omit<CaptureLine, 'id' | 'clientId' | 'version' | 'updatedAt' | 'saidAt' | 'saidBy'> {
  const { series: _series, subject: _subject, ...line } = values;
  return line;
}

/** One session a day, newest day first. */
const withSession = (sessions: readonly Session[], session: Session): Session[] =>
  [session, ...sessions.filter((s) => s.day !== session.day)].sort((a, b) =>
    b.day.localeCompare(a.day),
  );

/** Newest day first, in the order taken within a day: as the server gives them. */
const inOrder = (trials: Trial[]): Trial[] =>
  trials.sort((a, b) => b.takenOn.localeCompare(a.takenOn) || a.takenAt.localeCompare(b.takenAt));

/** The client an operation is about. */
export const clientOf = (operation: Operation): string =>
  'clientId' in operation ? operation.clientId : operation.rowId;

/**
 * What the coach sees: the server's answer with every change that has not arrived there yet laid on top. Rows the server
 * does not know have version 0. null when neither knows the client.
 */
export function overlay(
  dossier: Dossier | undefined,
  queue: readonly Operation[],
  clientId: string,
): Dossier | null {
  let seen = dossier ?? null;
  for (const operation of queue) {
    if (clientOf(operation) !== clientId) continue;
    if (operation.kind === 'client.put') {
      const before = seen?.client;
      const client: Client = {
        ...operation.values,
        id: operation.rowId,
        version: before?.version ?? 0,
        archivedAt: before?.archivedAt ?? null,
        createdAt: before?.createdAt ?? NOT_YET,
        updatedAt: before?.updatedAt ?? NOT_YET,
        ...saidIn(operation),
      };
      seen = seen ? { ...seen, client } : emptyDossier(client);
    } else if (seen) {
      seen = withPending(seen, operation);
    }
  }
  return seen && { ...seen, schools: schoolsWithPending(seen.schools, queue) };
}

/** When a waiting write was said, and by whom. */
const saidIn = ({ saidAt = NOT_YET, saidBy = '' }: Operation) => ({ saidAt, saidBy });

/** The version a pending row was made against: that of the same row, 0 when the server has not seen it. */
const versionOf = (held: { id: string; version: number } | null, id: string): number =>
  held?.id === id ? held.version : 0;

function withPending(
  dossier: Dossier,
  operation: Exclude<Operation, { kind: 'client.put' }>,
): Dossier {
  if (
    operation.kind === 'tables.change' ||
    operation.kind === 'school.put' ||
    operation.kind === 'school.choose'
  )
    return dossier;
  if (operation.kind === 'client.archive')
    return {
      ...dossier,
      client: { ...dossier.client, archivedAt: operation.archived ? NOT_YET : null },
    };
  const row = {
    id: operation.rowId,
    clientId: operation.clientId,
    updatedAt: NOT_YET,
    ...saidIn(operation),
  };
  switch (operation.kind) {
    case 'session.visit': {
      const held = dossier.sessions.find((s) => s.day === operation.day);
      return withResult(dossier, {
        entity: 'session',
        row: {
          ...row,
          id: held?.id ?? row.id,
          version: held?.version ?? 0,
          day: operation.day,
          at: operation.at,
        },
      });
    }
    case 'trial.put': {
      const held = dossier.trials.find((t) => t.id === row.id) ?? null;
      return withResult(dossier, {
        entity: 'trial',
        row: { ...operation.values, ...row, version: versionOf(held, row.id) },
      });
    }
    case 'capture.put': {
      const held = dossier.captures.find((c) => c.id === row.id) ?? null;
      return withResult(dossier, {
        entity: 'capture',
        row: { ...lineOf(operation.values), ...row, version: versionOf(held, row.id) },
      });
    }
    case 'capture.discard': {
      const held = dossier.captures.find((c) => c.id === row.id);
      return held
        ? withResult(dossier, {
            entity: 'capture',
            row: { ...held, discarded: operation.discarded },
          })
        : dossier;
    }
    case 'judgement.put': {
      const held = dossier.judgements.find((j) => j.id === row.id) ?? null;
      return withResult(dossier, {
        entity: 'judgement',
        row: { ...operation.values, ...row, version: versionOf(held, row.id) },
      });
    }
    case 'tried.put': {
      const held = dossier.tried.find((t) => t.id === row.id) ?? null;
      return withResult(dossier, {
        entity: 'tried',
        row: { ...operation.values, ...row, version: versionOf(held, row.id) },
      });
    }
    case 'decision.put': {
      const held = dossier.decisions.find((d) => d.id === row.id) ?? null;
      return withResult(dossier, {
        entity: 'decision',
        row: { ...operation.values, ...row, version: versionOf(held, row.id) },
      });
    }
    case 'setupTrial.put': {
      const held = dossier.setupTrials.find((t) => t.id === row.id) ?? null;
      return withResult(dossier, {
        entity: 'setupTrial',
        row: { ...operation.values, ...row, version: versionOf(held, row.id) },
      });
    }
    case 'lock.put':
      return withResult(dossier, {
        entity: 'lock',
        row: { ...operation.values, ...row, version: 0 },
      });
    case 'lock.takeBack': {
      const held = dossier.locks.find((l) => l.id === row.id);
      return held
        ? withResult(dossier, { entity: 'lock', row: { ...held, takenBack: operation.takenBack } })
        : dossier;
    }
    case 'setup.put':
      return withResult(dossier, {
        entity: 'setup',
        row: { ...operation.values, ...row, version: dossier.setup?.version ?? 0 },
      });
    case 'prescription.put':
      return withResult(dossier, {
        entity: 'prescription',
        row: { ...operation.values, ...row, version: versionOf(dossier.prescription, row.id) },
      });
    case 'screening.put': {
      const held = dossier.screenings.find((s) => s.id === row.id) ?? null;
      return withResult(dossier, {
        entity: 'screening',
        row: { ...operation.values, ...row, version: versionOf(held, row.id) },
      });
    }
    case 'clearance.put':
      return withResult(dossier, {
        entity: 'clearance',
        row: { ...operation.values, ...row, version: 0 },
      });
    case 'correction.put':
      return withResult(dossier, {
        entity: 'correction',
        row: { ...operation.values, ...row, version: 0 },
      });
    case 'entries.move': {
      const { to, ...values } = operation.values;
      return withMove(dossier, {
        ...values,
        ...row,
        change: to.kind === 'client' ? { kind: 'away', clientId: to.clientId } : to,
        version: 0,
      });
    }
    case 'pain.put': {
      const held = dossier.pains.find((p) => p.id === row.id) ?? null;
      return withResult(dossier, {
        entity: 'pain',
        row: { ...operation.values, ...row, version: versionOf(held, row.id) },
      });
    }
  }
}

/** The client list with unsent new names and changes on top. */
export function overlayList(
  lines: readonly ClientLine[],
  queue: readonly Operation[],
): ClientLine[] {
  const byId = new Map(lines.map((line) => [line.id, line]));
  for (const operation of queue) {
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
        }),
        name: operation.values.name,
      });
    else if (line && operation.kind === 'client.archive')
      byId.set(line.id, { ...line, archivedAt: operation.archived ? NOT_YET : null });
    else if (line && operation.kind === 'session.visit')
      byId.set(line.id, { ...line, lastSession: { day: operation.day, at: operation.at } });
    else if (line && operation.kind === 'trial.put' && operation.values.struck === null)
      byId.set(line.id, { ...line, lastMeasuredOn: operation.values.takenOn });
    else if (line && operation.kind === 'prescription.put')
      byId.set(line.id, { ...line, hasPrescription: true });
  }
  return [...byId.values()].sort((a, b) => a.name.localeCompare(b.name));
}
