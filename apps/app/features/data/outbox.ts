import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Conflict, Operation, Problem } from '@zither/contract';

/** A write on its way. Once tried it may have arrived, so its contents are never changed again. */
export interface Queued {
  operation: Operation;
  tried: boolean;
}

/** Two versions of one row: what this device wanted, and what stands. */
export interface Collision {
  mine: Operation;
  current: Conflict['current'];
}

export interface OutboxState {
  queue: Queued[];
  /** `offline`: the last try did not get through; another follows by itself. */
  line: 'ready' | 'sending' | 'offline';
  /** Changes refused because their rows moved on elsewhere; each waits for the coach to choose, oldest first. */
  conflicts: Collision[];
  /** Changes the server would not take at all; shown one after the other until dismissed. */
  refused: { operation: Operation; problem: Problem }[];
  /** True once anything was saved since the app started, so that "saved" is only said when it is true. */
  hasSaved: boolean;
}

export const emptyOutbox: OutboxState = {
  queue: [],
  line: 'ready',
  conflicts: [],
  refused: [],
  hasSaved: false,
};

const isSameRow = (a: Operation, b: Operation) => a.rowId === b.rowId && a.kind === b.kind;

/** Whether two operations are of the same row, whatever they do to it. */
const touchesSameRow = (a: Operation, b: Operation) => a.rowId === b.rowId;

/** Whether a move has this row among what it moves. */
const moves = (operation: Operation, rowId: string) =>
  operation.kind === 'entries.move' && operation.values.entries.some((e) => e.id === rowId);

const slice = createSlice({
  name: 'outbox',
  initialState: emptyOutbox,
  reducers: {
    /** Adds a write. A waiting, untried write of the same row is replaced: only the newest values need to travel. */
    queued(state, { payload }: PayloadAction<Operation>) {
      const waiting = state.queue.findLast((q) => isSameRow(q.operation, payload));
      // A write said after a move stays after it: the move would turn its values round.
      const last = state.queue.findLast(
        (q) => touchesSameRow(q.operation, payload) || moves(q.operation, payload.rowId),
      );
      if (waiting && waiting === last && !waiting.tried)
        waiting.operation = {
          ...payload,
          operationId: waiting.operation.operationId,
          baseVersion: waiting.operation.baseVersion,
        };
      else state.queue.push({ operation: payload, tried: false });
    },
    sending(state) {
      const head = state.queue[0];
      if (head) head.tried = true;
      state.line = 'sending';
    },
    /** The head arrived: later writes of the same row now build on its new version. */
    arrived(state, { payload }: PayloadAction<{ version: number }>) {
      const sent = state.queue.shift();
      state.line = 'ready';
      state.hasSaved = true;
      if (!sent) return;
      for (const later of state.queue)
        if (touchesSameRow(later.operation, sent.operation))
          later.operation.baseVersion = payload.version;
        else if (moves(sent.operation, later.operation.rowId)) later.operation.baseVersion += 1;
    },
    unreachable(state) {
      state.line = 'offline';
    },
    /** The row moved on: its queued writes leave the line together, the newest values waiting for a choice. */
    collided(state, { payload }: PayloadAction<Conflict['current']>) {
      const head = state.queue[0];
      if (!head) return;
      const mine = state.queue.filter((q) => touchesSameRow(q.operation, head.operation));
      state.queue = state.queue.filter((q) => !touchesSameRow(q.operation, head.operation));
      state.conflicts = state.conflicts.filter((c) => !touchesSameRow(c.mine, head.operation));
      state.conflicts.push({ mine: (mine.at(-1) ?? head).operation, current: payload });
      state.line = 'ready';
    },
    turnedAway(state, { payload }: PayloadAction<Problem>) {
      const head = state.queue.shift();
      state.line = 'ready';
      if (head) state.refused.push({ operation: head.operation, problem: payload });
    },
    conflictSettled(state) {
      state.conflicts.shift();
    },
    refusalDismissed(state) {
      state.refused.shift();
    },
    restored(state, { payload }: PayloadAction<Pick<OutboxState, 'queue' | 'conflicts'>>) {
      state.queue = payload.queue;
      state.conflicts = payload.conflicts;
    },
  },
});

export const outboxActions = slice.actions;
export const outboxReducer = slice.reducer;
