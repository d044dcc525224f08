import type { CaptureValues, KeptRow, Operation, Problem } from '@zither/contract';
import { holdingKindIn, putIn, type RowKind } from '@zither/contract/kinds';
import { valuesIn } from '@zither/contract/row';
import { NOT_YET } from '@zither/visit/record';
import { v4 as uuid } from 'uuid';
import { call } from './call.ts';
import { clockActions, correctedNow } from './clock.ts';
import type { Line } from './device.ts';
import { allHeld, outboxActions, refusedOf } from './outbox.ts';
import {
  arrived,
  collided,
  dropped,
  enqueue,
  failed,
  heldOf,
  mended,
  nextToSend,
  onTopOf,
  refused,
  retried,
  sentAnew,
  tried,
  valueToMend,
  type Held,
} from './queue.ts';
import { reading, type Reading } from './reading.ts';
import { rowsActions } from './rows.ts';
import type { RootState, Thunk } from './store.ts';
import { syncList } from './list.ts';
import { recall } from './sync.ts';
import type { Reach } from './tabs.ts';
import { sayNotKnown } from '@zither/words/attention';

const RETRY_FIRST_MS = 1500;
const RETRY_MOST_MS = 20_000;
/** What the server fails at for its own reasons: nothing can be sent meanwhile. */
const SERVER_WIDE = new Set(['busy', 'noSpace', 'readOnly', 'storage']);

/** An entry of so many characters, a second on a slow line, makes room for one that may hold a client. */
const LARGE = 16 * 1024;

/** The moment it is, ISO 8601 UTC, by this device's clock as the server corrected it. */
export const momentNow = (): string => correctedNow().toISOString();

const storageFault = (error: unknown): 'full' | 'none' =>
  (error as { name?: string } | null)?.name === 'QuotaExceededError' ? 'full' : 'none';

/** Takes a picture of the line from the device. */
const mirrored = (line: Line, seqs: number[] = []) => outboxActions.kept({ line, seqs });

/** Says how far sending got, here and to the other tabs. */
const reach =
  (line: Reach['line'], because: string | null = null): Thunk =>
  (dispatch, _getState, { tabs, sending }) => {
    dispatch(outboxActions.reached({ line, because }));
    const now = `${line} ${because ?? ''}`;
    if (sending.told === now) return;
    sending.told = now;
    tabs.say({ what: 'line', reach: { line, because } });
  };

/** Keeps what is on this page alone. One at a time, so that nothing is kept twice. */
const keepLoose =
  (): Thunk<Promise<void>> =>
  (dispatch, getState, { device, tabs, sending }) => {
    sending.keeping = sending.keeping.then(async () => {
      if (getState().outbox.loose.length === 0) return;
      const own = await device();
      const { loose } = getState().outbox;
      if (loose.length === 0) return;
      try {
        const line = await own.updateLine((items) => loose.reduce<Held[]>(enqueue, items));
        dispatch(
          mirrored(
            line,
            loose.map((i) => i.seq),
          ),
        );
        tabs.say({ what: 'line' });
      } catch (error) {
        dispatch(outboxActions.storageFailed(storageFault(error)));
      }
    });
    return sending.keeping;
  };

/** Changes the line, on the device and on this page. */
const update =
  (
    change: (items: readonly Held[]) => Held[],
    said: { row?: KeptRow; isSaved?: true } = {},
  ): Thunk<Promise<void>> =>
  async (dispatch, getState, { device, tabs }) => {
    const own = await device();
    // In one breath with the device's turn: what is loose now is either in that turn or changed here.
    const { loose, items, unreadable } = getState().outbox;
    if (loose.length > 0) dispatch(outboxActions.looseChanged(change(loose)));
    try {
      dispatch(mirrored(await own.updateLine((kept) => change(kept))));
    } catch (error) {
      dispatch(outboxActions.storageFailed(storageFault(error)));
      dispatch(mirrored({ items: change(items), unreadable }));
    }
    tabs.say({ what: 'line', ...said });
  };

/** What the row said on the version a change was made on. */
function baseOf(state: RootState, operation: Operation): Held['base'] {
  const kind = putIn(operation)?.kind as RowKind | undefined;
  const of = 'clientId' in operation ? operation.clientId : operation.rowId;
  // Of what may hold a client, what waits of the same row is part of it.
  const waiting = allHeld(state).findLast((i) => i.operation.rowId === operation.rowId);
  const before = waiting && holdingKindIn(waiting.operation) && putIn(waiting.operation)?.values;
  if (before) return before as Record<string, unknown>;
  const row = kind && state.rows.of[of]?.rows[kind].entities[operation.rowId];
  return row && row.version === operation.baseVersion
    ? (valuesIn(row) as Record<string, unknown>)
    : null;
}

/** A change of what may hold the client, made on a version that has just moved on, on top of the one that is here. */
function onNewest(state: RootState, held: Held, madeOn: number): Held {
  const { operation } = held;
  const kind = holdingKindIn(operation);
  if (kind === null || !('clientId' in operation)) return held;
  const row = state.rows.of[operation.clientId]?.rows[kind].entities[operation.rowId] as
    KeptRow['row'] | undefined;
  // A change was made on the page, which shows the waiting ones of this row too.
  if (!row || row.version <= madeOn) return held;
  const { base } = held;
  return {
    ...held,
    base: valuesIn(row) as Held['base'],
    operation: {
      ...operation,
      baseVersion: row.version,
      values: onTopOf(kind, base, row, operation as never),
    } as Operation,
  };
}

let hasAsked = false;
/** Asks the browser not to clear what this device keeps when it runs short of room. */
function askToPersist(): void {
  if (hasAsked || typeof navigator === 'undefined') return;
  hasAsked = true;
  void navigator.storage?.persist?.().catch(() => false);
}

/**
 * Hands a change to the outbox. The one way to change anything.
 *
 * @param base what the row said when the change was begun; left out = as this device knows that version
 */
export const submit =
  (operation: Operation, base?: Record<string, unknown>): Thunk<Promise<void>> =>
  async (dispatch, getState, { sending }) => {
    askToPersist();
    const became = sending.became.get(operation.rowId);
    const said = {
      ...operation,
      // Made on what a change of our own had just become.
      baseVersion: became?.from === operation.baseVersion ? became.to : operation.baseVersion,
      saidAt: momentNow(),
      clock: { said: new Date().toISOString() },
      saidBy: getState().settings.initials.slice(0, 4),
    };
    const made = holdingKindIn(operation) ? operation : said;
    const held = heldOf(sending.nextSeq--, said, base ?? baseOf(getState(), made));
    dispatch(outboxActions.loosened(onNewest(getState(), held, operation.baseVersion)));
    await dispatch(keepLoose());
    // A large entry on its way makes room.
    if (holdingKindIn(operation)) sending.cut?.abort();
    void dispatch(flush());
  };

/** Keeps a capture: it waits in the outbox, and its own page can still show it once it has arrived. */
export const keepCapture =
  (clientId: string, id: string, values: CaptureValues, operationId: string): Thunk =>
  (dispatch, _getState, { device }) => {
    const row = {
      ...values,
      id,
      clientId,
      version: 1,
      updatedAt: NOT_YET,
      saidAt: NOT_YET,
      saidBy: '',
    };
    void device().then((own) => own.keepCapture(row, Date.now()).catch(() => {}));
    void dispatch(
      submit({ kind: 'capture.put', operationId, rowId: id, baseVersion: 0, clientId, values }),
    );
  };

/**
 * Sends what waits until the line is empty, broken, or nothing in it can go. Only one tab sends what the device keeps.
 *
 * @param isBack the network has just come back: a try still on its way to fail is followed by another at once
 */
export const flush =
  (isBack = false): Thunk<Promise<void>> =>
  async (dispatch, getState, { tabs, sending }) => {
    if (sending.isBusy) {
      sending.again = true;
      sending.isBack ||= isBack;
      return;
    }
    sending.isBusy = true;
    clearTimeout(sending.timer);
    let hasArrived = false;
    let isBroken = false;
    try {
      if (getState().outbox.storage !== 'ok') await dispatch(keepLoose());
      for (;;) {
        const { outbox } = getState();
        const line = [
          ...(tabs.isSender() ? outbox.items : []),
          // What the device would not keep, this page sends by itself.
          ...(outbox.storage === 'ok' ? [] : outbox.loose),
        ];
        const item = nextToSend(line, (i) => (sending.dueAt.get(i.seq) ?? 0) <= Date.now());
        if (!item) break;
        dispatch(outboxActions.sending());
        const outcome = await dispatch(sendOne(item));
        hasArrived ||= outcome === 'arrived';
        isBroken = outcome === 'broken';
        if (isBroken) break;
      }
    } finally {
      sending.isBusy = false;
    }
    if (hasArrived) void dispatch(syncList());
    const { again, isBack: isNetworkBack } = sending;
    sending.again = false;
    sending.isBack = false;
    if (isBroken && isNetworkBack) return dispatch(flush());
    if (isBroken) {
      sending.waitMs = Math.min(sending.waitMs * 2 || RETRY_FIRST_MS, RETRY_MOST_MS);
      sending.timer = setTimeout(() => void dispatch(flush()), sending.waitMs);
      return;
    }
    sending.waitMs = 0;
    // A tab that does not send hears from the one that does.
    if (tabs.isSender()) dispatch(reach('ready'));
    const due = allHeld(getState())
      .map((i) => sending.dueAt.get(i.seq) ?? 0)
      .filter((t) => t > 0);
    if (due.length > 0)
      sending.timer = setTimeout(
        () => void dispatch(flush()),
        Math.max(Math.min(...due) - Date.now(), 50),
      );
    if (again) return dispatch(flush());
  };

type Outcome = 'arrived' | 'set aside' | 'broken';

const sendOne =
  ({ seq }: Held): Thunk<Promise<Outcome>> =>
  async (dispatch, getState, { sending }) => {
    const find = () => allHeld(getState()).find((i) => i.seq === seq);
    if (!find()?.tried) await dispatch(update((items) => tried(items, seq)));
    const item = find();
    // Another tab dealt with it meanwhile.
    if (item?.state !== 'waiting') return 'set aside';
    const { operation } = item;
    const { clock } = operation;
    const body = JSON.stringify(
      clock ? { ...operation, clock: { ...clock, sent: new Date().toISOString() } } : operation,
    );
    // What may hold a client does not wait behind something large.
    const cut = new AbortController();
    sending.cut = holdingKindIn(operation) === null && body.length > LARGE ? cut : null;
    const came = await call('/operations', { body, signal: cut.signal });
    sending.cut = null;
    if (cut.signal.aborted) return 'set aside';
    if (came.kind === 'unreachable') {
      dispatch(reach('offline'));
      return 'broken';
    }
    if (came.date !== null) dispatch(clockActions.told({ server: came.date, device: Date.now() }));
    const { status, body: answer } = came;
    const schemas = await reading();
    const setAside = async (): Promise<Outcome> => {
      const wait = Math.min(RETRY_FIRST_MS * 2 ** item.failures, 60_000);
      sending.dueAt.set(seq, Date.now() + wait);
      await dispatch(update((items) => failed(items, seq)));
      return 'set aside';
    };
    if (status === 200) {
      const result = schemas.operationResultSchema.safeParse(answer);
      // Something on the way answered in its own words, or an answer of another version: this one waits, and the others go on.
      if (!result.success) return setAside();
      const { row } = result.data;
      sending.dueAt.delete(seq);
      sending.became.set(operation.rowId, { from: operation.baseVersion, to: row.version });
      // Of a client who is not in memory, the device's copy first: the row would have no place to be kept.
      if ('clientId' in row) await dispatch(recall(row.clientId));
      // First the row, then the end of the change on top of it: nobody sees it gone in between.
      dispatch(rowsActions.rowArrived(result.data));
      await dispatch(
        update((items) => arrivedFrom(items, item, row), {
          row: result.data,
          isSaved: true,
        }),
      );
      dispatch(outboxActions.saved());
      return 'arrived';
    }
    const problem = problemIn(schemas, answer, status);
    // Who this is, is asked of the whole line, which waits; it never loses an entry.
    if (status === 401 || status === 403 || status === 421) {
      dispatch(reach('failing', sayNotKnown(status)));
      return 'broken';
    }
    if (status === 502 || status === 504 || SERVER_WIDE.has(problem.code)) {
      dispatch(problem.code === 'unknown' ? reach('offline') : reach('failing', problem.message));
      return 'broken';
    }
    // The server fails at this one: it waits, and the others go on.
    if (status >= 500 || status === 408 || status === 429 || problem.code === 'unknown')
      return setAside();
    const conflict = schemas.conflictSchema.safeParse(answer);
    if (conflict.success) {
      dispatch(rowsActions.rowArrived(conflict.data.current));
      await dispatch(
        update((items) => collided(items, seq, conflict.data.current), {
          row: conflict.data.current,
        }),
      );
    } else await dispatch(update((items) => refused(items, seq, problem)));
    return 'set aside';
  };

/** The line after a change arrived; on the part of it that is on this page alone, what builds on it follows too. */
const arrivedFrom = (items: readonly Held[], sent: Held, row: KeptRow['row']): Held[] =>
  items.some((i) => i.seq === sent.seq)
    ? arrived(items, sent.seq, row.version, row)
    : arrived([sent, ...items], sent.seq, row.version, row);

function problemIn({ problemSchema }: Reading, body: unknown, status: number): Problem {
  const read = problemSchema.loose().safeParse(body);
  return read.success
    ? {
        code: read.data.code,
        message: read.data.message,
        ...(read.data.path ? { path: read.data.path } : {}),
      }
    : { code: 'unknown', message: `The server refused this change (${status}).` };
}

/** Settles a conflict: some values, mine or the other's, on top of the row as it stands; null = the other as it is. */
export const settleConflict =
  (seq: number, values: Record<string, unknown> | null): Thunk<Promise<void>> =>
  async (dispatch, getState, { sending }) => {
    const item = allHeld(getState()).find((i) => i.seq === seq);
    const { current } = item ?? {};
    if (!item || !current) return;
    const again = {
      ...item.operation,
      ...('values' in item.operation && values ? { values } : {}),
      operationId: uuid(),
      rowId: current.row.id,
      baseVersion: current.row.version,
      saidAt: momentNow(),
    } as Operation;
    const next = heldOf(sending.nextSeq--, again, valuesIn(current.row) as Held['base']);
    await dispatch(
      update((items) => {
        const rest = dropped(items, seq);
        return values && items.some((i) => i.seq === seq) ? enqueue(rest, next) : rest;
      }),
    );
    void dispatch(flush());
  };

/** What the server would not take, or fails at: sent again, or given up. */
export const retryRefused =
  (seq: number): Thunk<Promise<void>> =>
  async (dispatch, _getState, { sending }) => {
    sending.dueAt.delete(seq);
    await dispatch(update((items) => retried(items, seq)));
    void dispatch(flush());
  };

/** What was refused for one value, sent again with another; one that cannot be is refused here, and stays as it was. */
export const mendRefused =
  (seq: number, value: string | number): Thunk<Promise<void>> =>
  async (dispatch, getState, { sending }) => {
    const item = refusedOf(getState()).find((i) => i.seq === seq);
    if (!item || valueToMend(item) === null) return;
    const { operationSchema, problemOf } = await reading();
    const said = operationSchema.safeParse({ ...mended(item, value), operationId: uuid() });
    if (!said.success) {
      const problem = problemOf(said.error);
      return dispatch(update((items) => refused(items, seq, problem)));
    }
    sending.dueAt.delete(seq);
    await dispatch(update((items) => sentAnew(items, seq, said.data)));
    void dispatch(flush());
  };

export const dropHeld =
  (seq: number): Thunk<Promise<void>> =>
  async (dispatch) => {
    await dispatch(update((items) => dropped(items, seq)));
    void dispatch(flush());
  };

/** Throws away a change that this version cannot read. */
export const dropUnreadable =
  (seq: number): Thunk<Promise<void>> =>
  async (dispatch, _getState, { device, tabs }) => {
    dispatch(mirrored(await (await device()).dropUnreadable(seq)));
    tabs.say({ what: 'line' });
  };
