import { combineReducers, configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api.ts';
import { keepQueue, readKeptQueue } from './keep.ts';
import { outboxActions, outboxReducer } from './outbox.ts';

const reducer = combineReducers({ [api.reducerPath]: api.reducer, outbox: outboxReducer });

/** Builds the store with what an earlier visit could not send. */
export function makeStore() {
  const store = configureStore({
    reducer,
    middleware: (defaults) => defaults().concat(api.middleware),
  });
  const waiting = readKeptQueue();
  if (waiting.length > 0) store.dispatch(outboxActions.restored(waiting));
  let kept = store.getState().outbox.queue;
  store.subscribe(() => {
    const { queue } = store.getState().outbox;
    if (queue === kept) return;
    kept = queue;
    keepQueue(queue);
  });
  return store;
}

export type Store = ReturnType<typeof makeStore>;
export type RootState = ReturnType<typeof reducer>;
export type Dispatch = Store['dispatch'];

export const useAppDispatch = useDispatch.withTypes<Dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
