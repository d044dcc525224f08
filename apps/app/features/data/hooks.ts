import type {
  ClientSetupValues,
  ClientValues,
  Dossier,
  MeasurementValues,
  PrescriptionValues,
} from '@zither/contract';
import { useCallback, useMemo } from 'react';
import { v4 as uuid } from 'uuid';
import { useClientsQuery, useDossierQuery } from './api.ts';
import { overlay, overlayList } from './overlay.ts';
import { submit } from './send.ts';
import { useAppDispatch, useAppSelector } from './store.ts';

/** A fresh identifier, made on this device. */
export const newId = (): string => uuid();

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

/** Everything a screen may change. Each call is saved at once. */
export function useChanges() {
  const dispatch = useAppDispatch();
  const putClient = useCallback(
    (rowId: string, baseVersion: number, values: ClientValues) =>
      dispatch(submit({ kind: 'client.put', operationId: newId(), rowId, baseVersion, values })),
    [dispatch],
  );
  const archiveClient = useCallback(
    (rowId: string, baseVersion: number, archived: boolean) =>
      dispatch(
        submit({ kind: 'client.archive', operationId: newId(), rowId, baseVersion, archived }),
      ),
    [dispatch],
  );
  const putMeasurement = useCallback(
    (clientId: string, row: { id: string; version: number }, values: MeasurementValues) =>
      dispatch(
        submit({
          kind: 'measurement.put',
          operationId: newId(),
          rowId: row.id,
          baseVersion: row.version,
          clientId,
          values,
        }),
      ),
    [dispatch],
  );
  const putSetup = useCallback(
    (clientId: string, row: { id: string; version: number }, values: ClientSetupValues) =>
      dispatch(
        submit({
          kind: 'setup.put',
          operationId: newId(),
          rowId: row.id,
          baseVersion: row.version,
          clientId,
          values,
        }),
      ),
    [dispatch],
  );
  const putPrescription = useCallback(
    (clientId: string, row: { id: string; version: number }, values: PrescriptionValues) =>
      dispatch(
        submit({
          kind: 'prescription.put',
          operationId: newId(),
          rowId: row.id,
          baseVersion: row.version,
          clientId,
          values,
        }),
      ),
    [dispatch],
  );
  return { putClient, archiveClient, putMeasurement, putSetup, putPrescription };
}
