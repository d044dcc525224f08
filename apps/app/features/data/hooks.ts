import type {
  CaptureRow,
  CaptureValues,
  ClearanceValues,
  ClientSetupValues,
  ClientValues,
  CorrectionValues,
  DecisionValues,
  Dossier,
  JudgementValues,
  LockValues,
  MoveValues,
  Operation,
  PainValues,
  PrescriptionValues,
  SchoolChoiceValues,
  Schools,
  SchoolValues,
  ScreeningValues,
  SetupTrialValues,
  Stage,
  TableChangeRow,
  TableChangeValues,
  TrialValues,
  TriedValues,
} from '@zither/contract';
import { useMemo } from 'react';
import { v4 as uuid, v5 as uuidOf } from 'uuid';
import {
  useCaptureQuery,
  useClientsQuery,
  useDossierQuery,
  useSchoolsQuery,
  useTablesQuery,
} from './api.ts';
import { NOT_YET } from '@zither/visit';
import { overlay, overlayList, schoolsWithPending } from './overlay.ts';
import { keepCapture, momentNow, submit } from './send.ts';
import { useAppDispatch, useAppSelector } from './store.ts';

/** A fresh identifier, made on this device. */
export const newId = (): string => uuid();

/** The same id for one client and day on every device, so that two that open a session open one. */
const sessionIdOf = (clientId: string, day: string): string => uuidOf(day, clientId);

/** The client list as the coach left it, sent or not. */
export function useClientList() {
  const { data, isLoading, isError, refetch } = useClientsQuery();
  const queue = useAppSelector((s) => s.outbox.queue);
  const clients = useMemo(
    () =>
      overlayList(
        data ?? [],
        queue.map((q) => q.operation),
      ),
    [data, queue],
  );
  return { clients, isLoading, isError: isError && clients.length === 0, refetch };
}

export type DossierView =
  | { state: 'loading' }
  | { state: 'missing' }
  | { state: 'unreachable'; retry: () => void }
  | { state: 'ready'; dossier: Dossier };

/** One client as the coach left them, sent or not. */
export function useDossier(clientId: string): DossierView {
  const { data, isLoading, error, refetch } = useDossierQuery(clientId, {
    // Another device may have been at work since this page was last open.
    refetchOnMountOrArgChange: 5,
    // A second phone may be measuring the same client right now.
    pollingInterval: 15_000,
    skipPollingIfUnfocused: true,
  });
  const queue = useAppSelector((s) => s.outbox.queue);
  const dossier = useMemo(
    () =>
      overlay(
        data,
        queue.map((q) => q.operation),
        clientId,
      ),
    [data, queue, clientId],
  );
  if (dossier) return { state: 'ready', dossier };
  if (isLoading) return { state: 'loading' };
  if (error && 'status' in error && (error.status === 404 || error.status === 400))
    return { state: 'missing' };
  return { state: 'unreachable', retry: refetch };
}

export type CaptureView =
  | { state: 'loading' }
  | { state: 'missing' }
  | { state: 'unreachable'; retry: () => void }
  | { state: 'ready'; capture: CaptureRow };

/** One capture with its landmarks, sent or not. */
export function useCapture(id: string): CaptureView {
  const waiting = useAppSelector((s) =>
    s.outbox.queue.find((q) => q.operation.kind === 'capture.put' && q.operation.rowId === id),
  );
  const { data, isLoading, error, refetch } = useCaptureQuery(id, { skip: waiting !== undefined });
  return useMemo((): CaptureView => {
    const operation = waiting?.operation;
    if (operation?.kind === 'capture.put')
      return {
        state: 'ready',
        capture: {
          ...operation.values,
          id,
          clientId: operation.clientId,
          version: 1,
          updatedAt: NOT_YET,
          saidAt: operation.saidAt ?? NOT_YET,
          saidBy: operation.saidBy ?? '',
        },
      };
    if (data) return { state: 'ready', capture: data };
    if (isLoading) return { state: 'loading' };
    if (error && 'status' in error && (error.status === 404 || error.status === 400))
      return { state: 'missing' };
    return { state: 'unreachable', retry: refetch };
  }, [waiting, data, isLoading, error, refetch, id]);
}

/** The practice's changes of its tables, sent or not, oldest first; `isUnknown` when they could not be fetched and so are not all there. */
export function useTableChanges(): { changes: TableChangeRow[]; isUnknown: boolean } {
  const { data, isError } = useTablesQuery(undefined, { refetchOnMountOrArgChange: 60 });
  const queue = useAppSelector((s) => s.outbox.queue);
  const changes = useMemo(
    () => [
      ...(data ?? []),
      ...queue.flatMap(({ operation }): TableChangeRow[] =>
        operation.kind === 'tables.change' && !data?.some((c) => c.id === operation.rowId)
          ? [
              {
                ...operation.values,
                id: operation.rowId,
                version: 1,
                updatedAt: NOT_YET,
                saidAt: operation.saidAt ?? NOT_YET,
                saidBy: operation.saidBy ?? '',
              },
            ]
          : [],
      ),
    ],
    [data, queue],
  );
  return { changes, isUnknown: isError && data === undefined };
}

const NO_SCHOOLS: Schools = { own: [], usual: 'balanced' };

/** The practice's own schools and its usual one, sent or not; `isUnknown` when they could not be fetched. */
export function usePracticeSchools(): { schools: Schools; isUnknown: boolean } {
  const { data, isError } = useSchoolsQuery(undefined, { refetchOnMountOrArgChange: 60 });
  const queue = useAppSelector((s) => s.outbox.queue);
  const schools = useMemo(
    () =>
      schoolsWithPending(
        data ?? NO_SCHOOLS,
        queue.map((q) => q.operation),
      ),
    [data, queue],
  );
  return { schools, isUnknown: isError && data === undefined };
}

/** A row to write: its id, and the version the change was made on (0 = not on the server yet). */
interface RowRef {
  id: string;
  version: number;
}

/** An operation before it has an id; distributes over the kinds so that kind and values stay paired. */
type Unsent<T = Operation> = T extends Operation ? Omit<T, 'operationId'> : never;

/** Everything a screen may change. Each call is saved at once. */
export function useChanges() {
  const dispatch = useAppDispatch();
  return useMemo(() => {
    const put = (change: Unsent) =>
      dispatch(submit({ ...change, operationId: newId() } as Operation));
    const at = (row: RowRef) => ({ rowId: row.id, baseVersion: row.version });
    return {
      /** The moment it is, by the corrected clock; for what carries a moment of its own. */
      moment: () => dispatch(momentNow()),
      putClient: (row: RowRef, values: ClientValues) =>
        put({ kind: 'client.put', ...at(row), values }),
      archiveClient: (row: RowRef, archived: boolean) =>
        put({ kind: 'client.archive', ...at(row), archived }),
      /** Opens the day's session, or moves on in it. */
      visitStage: (clientId: string, day: string, stage: Stage) =>
        put({
          kind: 'session.visit',
          rowId: sessionIdOf(clientId, day),
          baseVersion: 0,
          clientId,
          day,
          at: stage,
        }),
      putTrial: (clientId: string, row: RowRef, values: TrialValues) =>
        put({ kind: 'trial.put', ...at(row), clientId, values }),
      putCapture: (clientId: string, id: string, values: CaptureValues) =>
        dispatch(keepCapture(clientId, id, values, newId())),
      discardCapture: (clientId: string, row: RowRef, discarded: boolean) =>
        put({ kind: 'capture.discard', ...at(row), clientId, discarded }),
      putJudgement: (clientId: string, row: RowRef, values: JudgementValues) =>
        put({ kind: 'judgement.put', ...at(row), clientId, values }),
      putTried: (clientId: string, row: RowRef, values: TriedValues) =>
        put({ kind: 'tried.put', ...at(row), clientId, values }),
      putDecision: (clientId: string, row: RowRef, values: DecisionValues) =>
        put({ kind: 'decision.put', ...at(row), clientId, values }),
      /** Changes the practice's own tables of causes and tests. */
      changeTables: (values: TableChangeValues) =>
        put({ kind: 'tables.change', rowId: newId(), baseVersion: 0, values }),
      putSchool: (row: RowRef, values: SchoolValues) =>
        put({ kind: 'school.put', ...at(row), values }),
      /** The school a client starts with, from now on. */
      chooseSchool: (values: SchoolChoiceValues) =>
        put({ kind: 'school.choose', rowId: newId(), baseVersion: 0, values }),
      putSetupTrial: (clientId: string, row: RowRef, values: SetupTrialValues) =>
        put({ kind: 'setupTrial.put', ...at(row), clientId, values }),
      /** Settles a setup: the next version. */
      lockSetup: (clientId: string, values: LockValues) =>
        put({ kind: 'lock.put', rowId: newId(), baseVersion: 0, clientId, values }),
      takeBackLock: (clientId: string, row: RowRef, takenBack: boolean) =>
        put({ kind: 'lock.takeBack', ...at(row), clientId, takenBack }),
      putSetup: (clientId: string, row: RowRef, values: ClientSetupValues) =>
        put({ kind: 'setup.put', ...at(row), clientId, values }),
      putPrescription: (clientId: string, row: RowRef, values: PrescriptionValues) =>
        put({ kind: 'prescription.put', ...at(row), clientId, values }),
      putScreening: (clientId: string, row: RowRef, values: ScreeningValues) =>
        put({ kind: 'screening.put', ...at(row), clientId, values }),
      putClearance: (clientId: string, row: RowRef, values: ClearanceValues) =>
        put({ kind: 'clearance.put', ...at(row), clientId, values }),
      /** Corrects a mistaken answer or pain: it counts as never said, and who corrected it stays on record. */
      putCorrection: (clientId: string, values: CorrectionValues) =>
        put({ kind: 'correction.put', rowId: newId(), baseVersion: 0, clientId, values }),
      /** Moves entries made on the wrong client or side; who moved them, when and why stays on record. */
      moveEntries: (clientId: string, values: MoveValues) =>
        put({ kind: 'entries.move', rowId: newId(), baseVersion: 0, clientId, values }),
      putPain: (clientId: string, row: RowRef, values: PainValues) =>
        put({ kind: 'pain.put', ...at(row), clientId, values }),
    };
  }, [dispatch]);
}
