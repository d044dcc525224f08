export {
  askServer,
  fetchRecord,
  newId,
  sendRecord,
  useCapture,
  useChanges,
  useClientList,
  useDossier,
  useDraft,
  useCueChanges,
  useDrillChanges,
  usePracticeSchools,
  usePracticeUnits,
  useTableChanges,
} from './hooks.ts';
export { useDeviceState } from './deviceState.ts';
export { makeStore, useAppDispatch, useAppSelector } from './store.ts';
export { start } from './start.ts';
export { whenIdle } from './whenIdle.ts';
export { splitRow } from './splitRow.ts';
export { dropHeld, dropUnreadable, mendRefused, retryRefused, settleConflict } from './send.ts';
export { allHeld, conflictsOf, refusedOf, stuckOf } from './outbox.ts';
export { clientOf, valueToMend, type Held } from './queue.ts';
export { gymZone } from './clock.ts';
export { schoolsKept } from './rows.ts';
export { saveFile } from './saveFile.ts';
export { settingsActions, type Settings } from './settings.ts';
export { otherZone, sayDay, today } from './today.ts';
