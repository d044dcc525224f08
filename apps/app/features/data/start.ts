import { PRACTICE } from './device.ts';
import { draftsActions } from './drafts.ts';
import { takeOverOldLine } from './oldLine.ts';
import { outboxActions } from './outbox.ts';
import { rowsActions } from './rows.ts';
import { flush } from './send.ts';
import type { Store, Thunk } from './store.ts';
import { recall, sync } from './sync.ts';

/** Reads what this device kept, sends what waits, and asks for what is new. */
export const boot =
  (): Thunk<Promise<void>> =>
  async (dispatch, _getState, { device }) => {
    const own = await device();
    try {
      await takeOverOldLine(own);
      dispatch(outboxActions.kept({ line: await own.updateLine((items) => items), seqs: [] }));
    } catch {
      dispatch(outboxActions.storageFailed('none'));
    }
    dispatch(draftsActions.restored(await own.drafts().catch(() => [])));
    const lines = await own.readLines().catch(() => null);
    if (lines) dispatch(rowsActions.listed(lines));
    await dispatch(recall(PRACTICE));
    dispatch(rowsActions.opened());
    void dispatch(flush());
    void dispatch(sync(PRACTICE));
  };

/** Starts the data of this page: what the device kept, the other tabs, the network coming and going. */
export function start(store: Store): () => void {
  const send = () => void store.dispatch(flush());
  const { tabs } = store.ground;
  tabs.listen(({ row, reach }) => {
    if (row) store.dispatch(rowsActions.rowArrived(row));
    if (reach && !tabs.isSender()) store.dispatch(outboxActions.reached(reach));
    void store.ground
      .device()
      .then((own) => own.updateLine((items) => items))
      .then((line) => {
        store.dispatch(outboxActions.kept({ line, seqs: [] }));
        if (tabs.isSender()) send();
      })
      .catch(() => {});
  });
  store.whenSender(send);
  void store.dispatch(boot());
  globalThis.addEventListener?.('online', send);
  return () => globalThis.removeEventListener?.('online', send);
}
