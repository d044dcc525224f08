import { BUILD } from './build.ts';
import { call } from './call.ts';
import { clockActions } from './clock.ts';
import { PRACTICE } from './device.ts';
import { reading } from './reading.ts';
import { rowsActions } from './rows.ts';
import type { Thunk } from './store.ts';

/** How long the server holds an answer back until there is something new, s. */
const WAIT_S = 25;
const RETRY_MS = 4000;

type Synced = 'told' | 'missing' | 'unreachable';

/** Asks for what is new: of a client and the practice, or of the practice alone. */
export const sync =
  (of: string, waitS = 0, signal?: AbortSignal): Thunk<Promise<Synced>> =>
  async (dispatch, getState) => {
    const since = getState().rows.of[of]?.cursor ?? '0';
    const path = of === PRACTICE ? '/shelf' : `/clients/${encodeURIComponent(of)}/record`;
    const came = await call(`${path}?since=${since}&wait=${waitS}`, {
      timeoutMs: 15_000 + waitS * 1000,
      ...(signal ? { signal } : {}),
    });
    if (signal?.aborted) return 'unreachable';
    if (came.kind === 'answer' && (came.status === 404 || came.status === 400)) {
      dispatch(rowsActions.missed(of));
      return 'missing';
    }
    const feed =
      came.kind === 'answer' && came.status === 200
        ? (await reading()).feedSchema.safeParse(came.body)
        : null;
    if (came.kind === 'unreachable' || !feed?.success) {
      dispatch(rowsActions.notReached(of));
      return 'unreachable';
    }
    if (came.date !== null) dispatch(clockActions.told({ server: came.date, device: Date.now() }));
    const { cursor } = getState().rows.of[of] ?? {};
    if (feed.data.rows.length > 0 || feed.data.cursor !== cursor)
      dispatch(rowsActions.told({ of, feed: feed.data }));
    return 'told';
  };

/** Reads this device's copy of a client unless it is in memory already. */
export const recall =
  (of: string): Thunk<Promise<void>> =>
  async (dispatch, getState, { device }) => {
    if (getState().rows.of[of]?.cursor) return;
    const kept = await (await device()).readFeed(of).catch(() => null);
    if (!kept) return;
    // An earlier build may have been told less, so its rows are shown and asked for anew.
    const cursor = kept.feed.by === BUILD ? kept.feed.cursor : '0';
    dispatch(rowsActions.restored({ of, cursor, rows: kept.rows }));
  };

/** Until this page is in sight. */
const inSight = (signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    if (typeof document === 'undefined' || !document.hidden) return resolve();
    const look = () => {
      if (document.hidden && !signal.aborted) return;
      document.removeEventListener('visibilitychange', look);
      resolve();
    };
    document.addEventListener('visibilitychange', look);
    signal.addEventListener('abort', look, { once: true });
  });

/** A moment to wait, cut short when the network is back. */
const pause = (ms: number, signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    const done = () => {
      clearTimeout(timer);
      globalThis.removeEventListener?.('online', done);
      resolve();
    };
    const timer = setTimeout(done, ms);
    globalThis.addEventListener?.('online', done);
    signal.addEventListener('abort', done, { once: true });
  });

/** Asks with a signal that also ends when the network goes: an answer held back over a line that is gone never comes. */
async function unlessCut<T>(
  signal: AbortSignal,
  ask: (own: AbortSignal) => Promise<T>,
): Promise<T> {
  const own = new AbortController();
  const cut = () => own.abort();
  signal.addEventListener('abort', cut);
  globalThis.addEventListener?.('offline', cut);
  try {
    return await ask(own.signal);
  } finally {
    signal.removeEventListener('abort', cut);
    globalThis.removeEventListener?.('offline', cut);
  }
}

/** Follows a client while a page of theirs is open: what another phone enters is seen at once. Returns what ends it. */
export const follow =
  (of: string): Thunk<() => void> =>
  (dispatch, _getState, { followed }) => {
    const known = followed.get(of);
    const own = known ?? { count: 0, stop: new AbortController() };
    own.count += 1;
    followed.set(of, own);
    const { signal } = own.stop;
    if (!known)
      void (async () => {
        await dispatch(recall(of));
        for (let waitS = 0; !signal.aborted;) {
          await inSight(signal);
          const synced = await unlessCut(signal, (own) => dispatch(sync(of, waitS, own)));
          if (synced === 'missing') await pause(RETRY_MS * 5, signal);
          if (synced === 'unreachable') await pause(RETRY_MS, signal);
          waitS = synced === 'told' ? WAIT_S : 0;
        }
      })();
    return () => {
      own.count -= 1;
      if (own.count > 0) return;
      followed.delete(of);
      own.stop.abort();
    };
  };
