import type { ClientLine } from '@zither/contract';
import { recall, sync } from './sync.ts';
import type { Thunk } from './store.ts';
import { today } from './today.ts';

/** Clients whose records stay on the device: those looked at last. */
const KEPT_MOST = 40;
/** Fetched ahead at most: a full day. */
const AHEAD_MOST = 12;

/** Takes the clients of today, and makes room by letting go of those not seen for longest. */
export const keepDay =
  (lines: readonly ClientLine[]): Thunk<Promise<void>> =>
  async (dispatch, getState, { device }) => {
    const day = today();
    const due = lines.filter((l) => l.archivedAt === null && l.lastSession?.day === day);
    for (const { id } of due.slice(0, AHEAD_MOST)) {
      if (getState().rows.of[id]?.cursor) continue;
      await dispatch(recall(id));
      if ((await dispatch(sync(id))) === 'unreachable') return;
    }
    const own = await device();
    const feeds = await own.feeds().catch(() => []);
    const old = feeds.sort((a, b) => b.lookedAt - a.lookedAt).slice(KEPT_MOST + 1);
    for (const { of } of old) await own.dropFeed(of).catch(() => {});
  };
