import {
  conflictSchema,
  problemSchema,
  type CaptureValues,
  type Operation,
  type OperationResult,
} from '@zither/contract';
import { api } from './api.ts';
import { outboxActions } from './outbox.ts';
import { clientOf, schoolsWith, withResult } from './overlay.ts';
import { emptyDossier, NOT_YET } from '@zither/visit';
import type { Dispatch, RootState } from './store.ts';

type Thunk<T = void> = (dispatch: Dispatch, getState: () => RootState) => T;

const RETRY_FIRST_MS = 1500;
const RETRY_MOST_MS = 20_000;

let retry: ReturnType<typeof setTimeout> | undefined;
let wait = RETRY_FIRST_MS;

/** The moment it is, ISO 8601 UTC, by this device's clock as the server corrected it. */
export const momentNow = (): Thunk<string> => (_dispatch, getState) =>
  new Date(Date.now() + getState().clock.aheadMs).toISOString();

/** Hands a write to the outbox. The one way to change anything. */
export const submit =
  (operation: Operation): Thunk =>
  (dispatch, getState) => {
    const { settings } = getState();
    dispatch(
      outboxActions.queued({
        ...operation,
        saidAt: dispatch(momentNow()),
        saidBy: settings.initials.slice(0, 4),
      }),
    );
    void dispatch(flush());
  };

/** Keeps a capture: it waits in the outbox, and stays at hand for its own page once it has arrived. */
export const keepCapture =
  (clientId: string, id: string, values: CaptureValues, operationId: string): Thunk =>
  (dispatch) => {
    void dispatch(
      api.util.upsertQueryData('capture', id, {
        ...values,
        id,
        clientId,
        version: 1,
        updatedAt: NOT_YET,
        saidAt: NOT_YET,
        saidBy: '',
      }),
    );
    dispatch(
      submit({ kind: 'capture.put', operationId, rowId: id, baseVersion: 0, clientId, values }),
    );
  };

/** Sends what waits, one after the other, until the line is empty, broken or a choice is needed. */
export const flush =
  (): Thunk<Promise<void>> =>
  async (dispatch, getState): Promise<void> => {
    clearTimeout(retry);
    const { outbox } = getState();
    const head = outbox.queue[0];
    if (!head || outbox.line === 'sending') return;
    const { operation } = head;
    dispatch(outboxActions.sending());
    const call = dispatch(api.endpoints.operate.initiate(operation, { track: false }));
    const answer = await call;
    if (answer.data) {
      wait = RETRY_FIRST_MS;
      dispatch(remember(operation, answer.data));
      dispatch(outboxActions.arrived({ version: answer.data.row.version }));
      return dispatch(flush());
    }
    // Only a clear "no" from the server takes a change out of the line; anything else is tried again.
    const error = answer.error ?? {};
    const status = 'status' in error && typeof error.status === 'number' ? error.status : null;
    if (status === null || status >= 500 || status === 408 || status === 429) {
      dispatch(outboxActions.unreachable());
      retry = setTimeout(() => void dispatch(flush()), wait);
      wait = Math.min(wait * 2, RETRY_MOST_MS);
      return;
    }
    const body = 'data' in error ? error.data : undefined;
    const conflict = conflictSchema.safeParse(body);
    if (conflict.success) {
      dispatch(remember(operation, conflict.data.current));
      dispatch(outboxActions.collided(conflict.data.current));
    } else {
      const problem = problemSchema.safeParse(body);
      dispatch(
        outboxActions.turnedAway(
          problem.success
            ? problem.data
            : { code: 'unknown', message: `The server refused this change (${status}).` },
        ),
      );
    }
    return dispatch(flush());
  };

/** Puts the row the server returned into the cached dossier. */
const remember =
  (operation: Operation, result: OperationResult): Thunk =>
  (dispatch, getState) => {
    if (result.entity === 'tableChange') {
      const { row } = result;
      dispatch(
        api.util.updateQueryData('tables', undefined, (draft) =>
          draft.some((c) => c.id === row.id) ? draft : [...draft, row],
        ),
      );
      return;
    }
    if (result.entity === 'school' || result.entity === 'schoolChoice') {
      dispatch(
        api.util.updateQueryData('schools', undefined, (draft) => schoolsWith(draft, result)),
      );
      // Every client at hand is judged by the practice's schools.
      for (const query of Object.values(getState().api.queries))
        if (query?.endpointName === 'dossier')
          dispatch(
            api.util.updateQueryData('dossier', String(query.originalArgs), (draft) =>
              withResult(draft, result),
            ),
          );
      return;
    }
    // The client it went to has more than before: read again, if anybody has them open.
    if (result.entity === 'move' && result.row.change.kind === 'away')
      void dispatch(
        api.endpoints.dossier.initiate(result.row.change.clientId, {
          forceRefetch: true,
          subscribe: false,
        }),
      );
    const clientId = clientOf(operation);
    const cached = api.endpoints.dossier.select(clientId)(getState()).data;
    if (cached)
      dispatch(api.util.updateQueryData('dossier', clientId, (draft) => withResult(draft, result)));
    else if (result.entity === 'client')
      void dispatch(api.util.upsertQueryData('dossier', clientId, emptyDossier(result.row)));
  };

/** Settles a conflict: mine again on top of the newest version, or theirs as it stands. */
export const settleConflict =
  (keep: 'mine' | 'theirs', newId: () => string): Thunk =>
  (dispatch, getState) => {
    const [conflict] = getState().outbox.conflicts;
    if (!conflict) return;
    dispatch(outboxActions.conflictSettled());
    if (keep === 'mine')
      dispatch(
        submit({
          ...conflict.mine,
          operationId: newId(),
          rowId: conflict.current.row.id,
          baseVersion: conflict.current.row.version,
        }),
      );
  };
