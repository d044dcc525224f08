import { createSelector, createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Operation } from '@zither/contract';
import { holdingKindIn } from '@zither/contract/kinds';
import type { Line, Unreadable } from './device.ts';
import type { Held } from './queue.ts';
import type { Reach } from './tabs.ts';

export interface OutboxState {
  /** Kept on the device, in order. */
  items: Held[];
  /** On this page alone: about to be kept, or not to be kept because the device refuses. */
  loose: Held[];
  /** Kept by another version; stays as it is. */
  unreadable: Unreadable[];
  /** `offline`: the last try did not get through; `failing`: the server answers but cannot work. Another try follows by itself. */
  line: 'ready' | 'sending' | 'offline' | 'failing';
  /** What the server said while it fails. */
  because: string | null;
  /** Whether this device keeps what is entered: yes; no room; no storage at all. */
  storage: 'ok' | 'full' | 'none';
  /** True once anything was saved since the app started, so that "saved" is only said when it is true. */
  hasSaved: boolean;
}

export const emptyOutbox: OutboxState = {
  items: [],
  loose: [],
  unreadable: [],
  line: 'ready',
  because: null,
  storage: 'ok',
  hasSaved: false,
};

const slice = createSlice({
  name: 'outbox',
  initialState: emptyOutbox,
  reducers: {
    /** A change was made; seen at once, kept a moment later. */
    loosened(state, { payload }: PayloadAction<Held>) {
      // Never merged here: what is being kept in this moment may not change under the hand that keeps it.
      state.loose.push(payload);
    },
    /** The device has the line as it stands now, with what was loose before. */
    kept(state, { payload }: PayloadAction<{ line: Line; seqs: number[] }>) {
      const { line, seqs } = payload;
      const before = new Map(state.items.map((i) => [i.seq, i]));
      // What did not change keeps its identity.
      state.items = line.items.map((i) => {
        const own = before.get(i.seq);
        return own && JSON.stringify(own) === JSON.stringify(i) ? own : i;
      });
      state.unreadable = line.unreadable;
      state.loose = state.loose.filter((i) => !seqs.includes(i.seq));
      if (seqs.length > 0) state.storage = 'ok';
    },
    /** The device would not keep it. */
    storageFailed(state, { payload }: PayloadAction<'full' | 'none'>) {
      state.storage = payload;
    },
    /** The same change to what is on this page alone. */
    looseChanged(state, { payload }: PayloadAction<Held[]>) {
      state.loose = payload;
    },
    sending(state) {
      state.line = 'sending';
    },
    saved(state) {
      state.hasSaved = true;
    },
    /** How far sending got, here or in the tab that sends. */
    reached(state, { payload }: PayloadAction<Reach>) {
      state.line = payload.line;
      state.because = payload.because;
    },
  },
});

export const outboxActions = slice.actions;
export const outboxReducer = slice.reducer;

type Root = { outbox: OutboxState };

/** Everything that is on its way or waits for a choice, in order. */
export const allHeld = createSelector(
  [(s: Root) => s.outbox.items, (s: Root) => s.outbox.loose],
  (items, loose): Held[] => [...items, ...loose],
);

/** A change as it lies on top of the server's answer; of what may hold the client, with the row it was made on. */
export type Pending = Operation & { madeOn?: Record<string, unknown> | null };

/**
 * What a coach sees on top of the server's answer: what waits to be sent. A change that waits for a choice is seen in its own notice; what may hold the
 * client counts all the same, whether it waits, was refused or met another.
 */
export const pendingOperations = createSelector([allHeld], (held): Pending[] =>
  held.flatMap((i): Pending[] =>
    holdingKindIn(i.operation)
      ? [{ ...i.operation, madeOn: i.base }]
      : i.state === 'waiting'
        ? [i.operation]
        : [],
  ),
);

export const conflictsOf = createSelector([allHeld], (held) =>
  held.filter((i) => i.state === 'conflict'),
);
export const refusedOf = createSelector([allHeld], (held) =>
  held.filter((i) => i.state === 'refused'),
);
/** Changes the server fails at while it takes others. */
export const stuckOf = createSelector([allHeld], (held) =>
  held.filter((i) => i.state === 'waiting' && i.failures >= 3),
);
