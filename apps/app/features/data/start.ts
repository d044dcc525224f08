import { PRACTICE } from './device.ts';
import { draftsActions } from './drafts.ts';
import { takeOverOldLine } from './oldLine.ts';
import { syncList } from './list.ts';
import { outboxActions } from './outbox.ts';
import { rowsActions } from './rows.ts';
import { flush } from './send.ts';
import { readSettings, settingsActions } from './settings.ts';
import type { Store, Thunk } from './store.ts';
import { recall, sync } from './sync.ts';
import { whenIdle } from './whenIdle.ts';

/** How long the page may stay busy before the practice's own rows are asked for all the same, ms. */
const IDLE_MOST_MS = 2000;

/** Reads what this device kept (of the client whose page is opened too), sends what waits, and asks for what is new. */
export const boot =
  (clientId: string | null): Thunk<Promise<void>> =>
  async (dispatch, getState, { device }) => {
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
    // The server may have been quicker than the disk.
    if (lines && getState().rows.lines === null) dispatch(rowsActions.listed(lines));
    dispatch(rowsActions.opened());
    void dispatch(flush());
    whenIdle(() => void dispatch(sync(PRACTICE)), IDLE_MOST_MS);
  };

/**
 * Starts the data of this page: what the device kept, the other tabs, the network coming and going.
 *
 * @param clientId the client on whose page the app is opened; null = on another page
 * @param isOnList whether it is opened on the client list, which is then asked for at once
 */
export function start(store: Store, clientId: string | null = null, isOnList = false): () => void {
  if (isOnList) void store.dispatch(syncList());
  const send = () => void store.dispatch(flush());
  const { tabs } = store.ground;
  tabs.listen(({ row, isSaved, reach }) => {
    if (row) store.dispatch(rowsActions.rowArrived(row));
    if (isSaved) store.dispatch(outboxActions.saved());
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
  const back = () => void store.dispatch(flush(true));
  globalThis.addEventListener?.('online', back);
  return () => globalThis.removeEventListener?.('online', back);
}
