import {
  combineReducers,
  configureStore,
  createListenerMiddleware,
  isAnyOf,
  type ThunkAction,
  type UnknownAction,
} from '@reduxjs/toolkit';
import type { KeptRow } from '@zither/contract';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { BUILD } from './build.ts';
import { clockReducer, toldZone } from './clock.ts';
import { noDevice, openDevice, PRACTICE, type Device } from './device.ts';
import { draftsActions, draftsReducer } from './drafts.ts';
import { outboxActions, outboxReducer } from './outbox.ts';
import { goneFrom, rowsActions, rowsReducer, schoolsKept } from './rows.ts';
import { keepSettings, settingsActions, settingsReducer } from './settings.ts';
import { joinTabs, type Tabs } from './tabs.ts';

const reducer = combineReducers({
  clock: clockReducer,
  drafts: draftsReducer,
  outbox: outboxReducer,
  rows: rowsReducer,
  settings: settingsReducer,
});

/** What thunks work with beside the store: the device, the other tabs, and where sending stands. */
export interface Ground {
  /** Opens this device's storage once; never throws. */
  device: () => Promise<Device>;
  tabs: Tabs;
  sending: {
    isBusy: boolean;
    again: boolean;
    /** The network came back while a try was under way. */
    isBack: boolean;
    timer: ReturnType<typeof setTimeout> | undefined;
    waitMs: number;
    /** Of changes the server failed at: when each is due again, ms. */
    dueAt: Map<number, number>;
    /** Of rows of which a change arrived: the version it was made on, and the one it became. */
    became: Map<string, { from: number; to: number }>;
    /** Ends what is being sent, where it is large and makes room; null between. */
    cut: AbortController | null;
    nextSeq: number;
    keeping: Promise<void>;
    /** What the other tabs were last told of how far sending got. */
    told: string;
  };
  /** Clients whose pages are open, with what ends following them. */
  followed: Map<string, { count: number; stop: AbortController }>;
  /** Until what the device kept has been read. */
  opened: Promise<void>;
  /** The client list being asked for; null between. */
  listing: Promise<void> | null;
  /** When it was asked for last, ms. */
  listedAt: number;
}

export type RootState = ReturnType<typeof reducer>;
export type Thunk<T = void> = ThunkAction<T, RootState, Ground, UnknownAction>;

export interface StoreOptions {
  open?: (onLost: () => void) => Promise<Device>;
  join?: (onSender: () => void) => Tabs;
}

/** Longer than any disk takes: another tab that sleeps on an older version must not keep this one from opening. */
const OPENING_MS = 5000;

async function inTime<T>(opening: Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_resolve, reject) => {
    timer = setTimeout(() => reject(new Error('The storage did not open in time.')), OPENING_MS);
  });
  try {
    return await Promise.race([opening, late]);
  } finally {
    clearTimeout(timer);
  }
}

/** Builds the store; `boot` reads what the device kept. */
export function makeStore({ open = openDevice, join = joinTabs }: StoreOptions = {}) {
  let opened: Promise<Device> | null = null;
  let onSender = () => {};
  let toOpen = () => {};
  const ground: Ground = {
    device: () =>
      (opened ??= inTime(
        open(() => {
          opened = null;
          store.dispatch(outboxActions.storageFailed('none'));
        }),
      ).catch(() => {
        store.dispatch(outboxActions.storageFailed('none'));
        return noDevice();
      })),
    tabs: join(() => onSender()),
    sending: {
      isBusy: false,
      again: false,
      isBack: false,
      timer: undefined,
      waitMs: 0,
      dueAt: new Map(),
      became: new Map(),
      cut: null,
      nextSeq: -1,
      keeping: Promise.resolve(),
      told: '',
    },
    followed: new Map(),
    opened: new Promise((resolve) => {
      toOpen = resolve;
    }),
    listing: null,
    listedAt: -Infinity,
  };
  const listener = createListenerMiddleware();
  const store = configureStore({
    reducer,
    middleware: (defaults) =>
      defaults({
        thunk: { extraArgument: ground },
        // Captures are large, and plain data by their schema.
        serializableCheck: false,
        immutableCheck: false,
      }).prepend(listener.middleware),
  });
  const state = () => store.getState();
  const device = ground.device;
  listener.startListening({ actionCreator: rowsActions.opened, effect: () => toOpen() });
  listener.startListening({
    actionCreator: settingsActions.changed,
    effect: () => keepSettings(state().settings),
  });
  // What the server told stays on the device. A device without room goes on without.
  listener.startListening({
    matcher: isAnyOf(rowsActions.told, rowsActions.rowArrived),
    effect: async (action) => {
      const own = await device();
      const isFeed = rowsActions.told.match(action);
      const rows = isFeed
        ? action.payload.feed.rows
        : rowsActions.rowArrived.match(action)
          ? [action.payload]
          : [];
      const shelf = rows.filter((r) => !('clientId' in r.row) && r.entity !== 'client');
      const rest = rows.filter((r) => !shelf.includes(r));
      const keep = async (of: string, kept: typeof rows, isWhole: boolean) => {
        const known = state().rows.of[of];
        if (known?.cursor == null) return;
        // As they stand now: an answer that came late sets nothing back here either.
        const current = kept.flatMap(({ entity, row }) => {
          const now = known.rows[entity].entities[row.id];
          return now ? [{ entity, row: now } as KeptRow] : [];
        });
        const moves = Object.values(known.rows.move.entities) as never[];
        await own.keepFeed(
          { of, cursor: known.cursor, lookedAt: Date.now(), by: BUILD },
          current,
          [...goneFrom(moves)],
          isWhole,
        );
      };
      try {
        const of = isFeed
          ? action.payload.of
          : rest[0] && ('clientId' in rest[0].row ? rest[0].row.clientId : rest[0].row.id);
        const isWhole = isFeed && action.payload.feed.isWhole;
        if (of && of !== PRACTICE) await keep(of, rest, isWhole);
        if (shelf.length > 0 || of === PRACTICE)
          await keep(PRACTICE, shelf, isWhole && of === PRACTICE);
      } catch {
        // Nothing is lost: it is on the server.
      }
    },
  });
  // The gym's zone comes with the practice's rows, from the device or the server.
  listener.startListening({
    matcher: isAnyOf(rowsActions.told, rowsActions.rowArrived, rowsActions.restored),
    effect: () => toldZone(schoolsKept(state())?.zone),
  });
  listener.startListening({
    actionCreator: rowsActions.listed,
    effect: async ({ payload }) => {
      await (await device()).keepLines(payload).catch(() => {});
    },
  });
  listener.startListening({
    actionCreator: draftsActions.drafted,
    effect: async ({ payload }, tools) => {
      // Every stroke of a key is a draft: only the last of a moment is written.
      tools.cancelActiveListeners();
      await tools.delay(80);
      await (await device()).keepDraft(payload).catch(() => {});
    },
  });
  listener.startListening({
    actionCreator: draftsActions.dropped,
    effect: async ({ payload }) => {
      await (await device()).dropDraft(payload).catch(() => {});
    },
  });
  return Object.assign(store, {
    ground,
    /** Called when this tab becomes the one that sends. */
    whenSender: (does: () => void) => {
      onSender = does;
    },
  });
}

export type Store = ReturnType<typeof makeStore>;
export type Dispatch = Store['dispatch'];

export const useAppDispatch = useDispatch.withTypes<Dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
export const useAppStore = useStore.withTypes<Store>();
