import { call } from './call.ts';
import { keepDay } from './keepDay.ts';
import { rowsActions } from './rows.ts';
import type { Thunk } from './store.ts';
import { whenIdle } from './whenIdle.ts';

/** How long a busy page may keep a newer list waiting, ms. */
const BUSY_MOST_MS = 1000;

const ask =
  (): Thunk<Promise<void>> =>
  async (dispatch, getState, { opened }) => {
    const came = await call('/clients');
    // The list this device kept is drawn first; the code that checks a newer one would hold it up.
    await opened;
    if (getState().rows.lines !== null)
      await new Promise<void>((resolve) => whenIdle(resolve, BUSY_MOST_MS));
    // Not the whole of the schemas: the first page waits for this one.
    const { clientListSchema } = await import('@zither/contract/line');
    const read = clientListSchema.safeParse(
      came.kind === 'answer' && came.status === 200 ? came.body : null,
    );
    if (!read.success) {
      dispatch(rowsActions.notReached('lines'));
      return;
    }
    dispatch(rowsActions.listed(read.data.clients));
    void dispatch(keepDay(read.data.clients));
  };

/** Asks for the client list, once at a time, and takes today's clients along for a room without network. */
export const syncList = (): Thunk<Promise<void>> => (dispatch, _getState, ground) => {
  ground.listedAt = Date.now();
  return (ground.listing ??= dispatch(ask()).finally(() => {
    ground.listing = null;
  }));
};

/** How long an answer is new enough for a page just opened, ms. */
const NEW_MS = 3000;

/** For a page just opened: asks for the list unless that was done a moment ago. */
export const openList =
  (): Thunk =>
  (dispatch, _getState, { listedAt }) => {
    if (Date.now() - listedAt > NEW_MS) void dispatch(syncList());
  };
