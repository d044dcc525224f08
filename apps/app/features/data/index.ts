export {
  newId,
  useCapture,
  useChanges,
  useClientList,
  useDossier,
  usePracticeSchools,
  useTableChanges,
} from './hooks.ts';
export { makeStore, useAppDispatch, useAppSelector } from './store.ts';
export { splitRow } from './splitRow.ts';
export { sayClock } from './clock.ts';
export { lookingActions } from './looking.ts';
export { flush, settleConflict } from './send.ts';
export { outboxActions, type Collision } from './outbox.ts';
export { useImportRecordMutation, useLazyRecordQuery } from './api.ts';
export { saveText } from './saveText.ts';
export { settingsActions, type Settings } from './settings.ts';
export { sayDay, today } from './today.ts';
