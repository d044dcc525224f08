import { PRACTICE } from './device.ts';
import { draftsActions } from './drafts.ts';
import { takeOverOldLine } from './oldLine.ts';
import { outboxActions } from './outbox.ts';
import { rowsActions } from './rows.ts';
import { flush } from './send.ts';
import { readSettings, settingsActions } from './settings.ts';
import type { Store, Thunk } from './store.ts';
import { recall, sync } from './sync.ts';

/** Reads what this device kept (of the client whose page is opened too), sends what waits, and asks for what is new. */
export const boot =
  (clientId: string | null): Thunk<Promise<void>> =>
  async (dispatch, _getState, { device }) => {
    const own = await device();
    // All at once: each answer of the disk waits for the page to have a moment.
    const readLine = async () => {
      try {
        await takeOverOldLine(own);
        const line = await own.updateLine((items) => items);
        return () => void dispatch(outboxActions.kept({ line, seqs: [] }));
      } catch {
        return () => void dispatch(outboxActions.storageFailed('none'));
      }
    };
    const [showLine, drafts, lines, settings] = await Promise.all([
      readLine(),
      own.drafts().catch(() => []),
      own.readLines().catch(() => null),
      readSettings(),
      dispatch(recall(PRACTICE)),
      clientId === null ? null : dispatch(recall(clientId)),
    ]);
    showLine();
    dispatch(draftsActions.restored(drafts));
    if (settings) dispatch(settingsActions.restored(settings));
    if (lines) dispatch(rowsActions.listed(lines));
    dispatch(rowsActions.opened());
    void dispatch(flush());
    void dispatch(sync(PRACTICE));
  };

/** Starts the data of this page, opened on a client's page or not: what the device kept, the other tabs, the network coming and going. */
export function start(store: Store, clientId: string | null = null): () => void {
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
  void store.dispatch(boot(clientId));
  globalThis.addEventListener?.('online', send);
  return () => globalThis.removeEventListener?.('online', send);
}
