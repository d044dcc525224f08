import { combineReducers, configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api.ts';
import { clockReducer } from './clock.ts';
import { lookingReducer } from './looking.ts';
import { keepOutbox, readKeptOutbox } from './keep.ts';
import { keepSettings, settingsReducer } from './settings.ts';
import { outboxActions, outboxReducer } from './outbox.ts';

const reducer = combineReducers({
  [api.reducerPath]: api.reducer,
  clock: clockReducer,
  looking: lookingReducer,
  outbox: outboxReducer,
  settings: settingsReducer,
});

/** Builds the store with what an earlier visit could not send. */
export function makeStore() {
  const store = configureStore({
    reducer,
    middleware: (defaults) => defaults().concat(api.middleware),
  });
  // Without it the store knows neither when the page is in sight nor when the network is back.
  setupListeners(store.dispatch);
  const waiting = readKeptOutbox();
  if (waiting.queue.length + waiting.conflicts.length > 0)
    store.dispatch(outboxActions.restored(waiting));
  let { queue, conflicts } = store.getState().outbox;
  let { settings } = store.getState();
  store.subscribe(() => {
    const state = store.getState();
    if (state.settings !== settings) {
      settings = state.settings;
      keepSettings(settings);
    }
    const { outbox } = state;
    if (outbox.queue === queue && outbox.conflicts === conflicts) return;
    ({ queue, conflicts } = outbox);
    keepOutbox(outbox);
  });
  return store;
}

export type Store = ReturnType<typeof makeStore>;
export type RootState = ReturnType<typeof reducer>;
export type Dispatch = Store['dispatch'];

export const useAppDispatch = useDispatch.withTypes<Dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
