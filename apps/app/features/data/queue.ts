import type { KeptRow, Operation, Problem } from '@zither/contract';
import { holdingKindIn, putIn, type HoldingKind } from '@zither/contract/kinds';
import { valuesIn } from '@zither/contract/row';
import { mergedRow } from '@zither/visit/merging';

/** A change on its way. All that is known of it is kept on the device, so that any tab, now or later, can go on with it. */
export interface Held {
  /** Its place in the line; below 0 while it is on this page alone. */
  seq: number;
  operation: Operation;
  /** The row's values when the change was made; null for a new row. */
  base: Record<string, unknown> | null;
  /** Once tried it may have arrived, so its contents are never changed again. */
  tried: boolean;
  /** How often the server failed at it, where it takes others. */
  failures: number;
  /** `conflict`: the row moved on elsewhere; `refused`: the server will not take it. Both wait for the coach. */
  state: 'waiting' | 'conflict' | 'refused';
  problem: Problem | null;
  /** Of a conflict: the row as it stands on the server. */
  current: KeptRow | null;
}

export const heldOf = (seq: number, operation: Operation, base: Held['base']): Held => ({
  seq,
  operation,
  base,
  tried: false,
  failures: 0,
  state: 'waiting',
  problem: null,
  current: null,
});

/** The client an operation is about. */
export const clientOf = (operation: Operation): string =>
  'clientId' in operation ? operation.clientId : operation.rowId;

/** Whether two operations are of the same row, whatever they do to it. */
const touchesSameRow = (a: Operation, b: Operation): boolean => a.rowId === b.rowId;

/** Whether a move has this row among what it moves. */
const moves = (operation: Operation, rowId: string): boolean =>
  operation.kind === 'entries.move' && operation.values.entries.some((e) => e.id === rowId);

/** Whether one operation makes what another needs: its client, its method, or the client its entries move to. */
function makesFor(maker: Operation, other: Operation): boolean {
  if (maker.kind === 'school.put') {
    const { profile } = (putIn(other)?.values ?? {}) as { profile?: string };
    return profile === maker.rowId;
  }
  if (maker.kind !== 'client.put' || maker.baseVersion !== 0) return false;
  if (clientOf(other) === maker.rowId && other.rowId !== maker.rowId) return true;
  return (
    other.kind === 'entries.move' &&
    other.values.to.kind === 'client' &&
    other.values.to.clientId === maker.rowId
  );
}

/** Whether an operation must not be sent before an earlier one. */
const dependsOn = (later: Operation, earlier: Operation): boolean =>
  touchesSameRow(later, earlier) ||
  moves(later, earlier.rowId) ||
  moves(earlier, later.rowId) ||
  makesFor(earlier, later);

/** What was said on one version of a row, on top of another. */
export function onTopOf(
  kind: HoldingKind,
  base: object | null,
  row: KeptRow['row'],
  mine: { values: object; saidAt?: string | undefined; saidBy?: string | undefined },
): object {
  const { saidAt, saidBy } = row;
  return mergedRow(
    kind,
    base && { values: base, saidAt, saidBy },
    { values: valuesIn(row), saidAt, saidBy },
    { values: mine.values, saidAt: mine.saidAt ?? saidAt, saidBy: mine.saidBy ?? '' },
  );
}

/** Adds a change. A waiting, untried write of the same row is replaced: only the newest values need to travel. */
export function enqueue(items: readonly Held[], added: Held): Held[] {
  const { operation } = added;
  const waiting = items.filter((i) => i.state === 'waiting');
  const same = waiting.findLast(
    (i) => touchesSameRow(i.operation, operation) && i.operation.kind === operation.kind,
  );
  // A write said after a move stays after it: the move would turn its values round.
  const last = waiting.findLast(
    (i) => touchesSameRow(i.operation, operation) || moves(i.operation, operation.rowId),
  );
  if (!same || same !== last || same.tried) return [...items, added];
  const { operationId, baseVersion } = same.operation;
  return items.map((i) =>
    i === same ? { ...i, operation: { ...operation, operationId, baseVersion } } : i,
  );
}

/**
 * What can be sent now: what may hold a client before all else, with nothing before it but what it builds on; then the first in line that waits for no
 * earlier one. One that is stuck holds up only what builds on it.
 */
export function nextToSend(
  items: readonly Held[],
  isDue: (item: Held) => boolean = () => true,
): Held | null {
  for (const item of items) {
    if (item.state !== 'waiting' || holdingKindIn(item.operation) === null) continue;
    const own = [...before(items, item), item];
    const next = firstFree(own, isDue);
    if (next) return next;
  }
  return firstFree(items, isDue);
}

/** What an entry builds on, in line before it. */
function before(items: readonly Held[], item: Held): Held[] {
  const earlier = items.slice(0, items.indexOf(item));
  const needed = new Set<Held>();
  for (const other of [...earlier].reverse())
    if ([item, ...needed].some((i) => dependsOn(i.operation, other.operation))) needed.add(other);
  return earlier.filter((i) => needed.has(i));
}

/** The first in line that waits for no earlier one. */
function firstFree(items: readonly Held[], isDue: (item: Held) => boolean): Held | null {
  const held: Held[] = [];
  for (const item of items) {
    if (item.state !== 'waiting') {
      if (item.state === 'refused') held.push(item);
      continue;
    }
    const waits = held.some((h) =>
      h.state === 'refused'
        ? makesFor(h.operation, item.operation)
        : dependsOn(item.operation, h.operation),
    );
    if (!waits && isDue(item)) return item;
    held.push(item);
  }
  return null;
}

const changed = (items: readonly Held[], seq: number, part: Partial<Held>): Held[] =>
  items.map((i) => (i.seq === seq ? { ...i, ...part } : i));

/** About to be sent. */
export const tried = (items: readonly Held[], seq: number): Held[] =>
  changed(items, seq, { tried: true });

/** The server failed at it. */
export const failed = (items: readonly Held[], seq: number): Held[] =>
  items.map((i) => (i.seq === seq ? { ...i, failures: i.failures + 1 } : i));

/**
 * It arrived: later changes of the same row build on its new version.
 *
 * @param row as it stands now; of what may hold the client it may say more than was sent, and what follows is put on top of that
 */
export function arrived(
  items: readonly Held[],
  seq: number,
  version: number,
  row: KeptRow['row'] | null = null,
): Held[] {
  const sent = items.find((i) => i.seq === seq);
  if (!sent) return [...items];
  const holding = holdingKindIn(sent.operation);
  const rebased = (item: Held): Held => {
    if (item.state !== 'waiting') return item;
    if (touchesSameRow(item.operation, sent.operation)) {
      const { operation } = item;
      const mine = putIn(operation)?.values;
      if (holding === null || row === null || mine === undefined)
        return { ...item, operation: { ...operation, baseVersion: version } };
      const base = item.base ?? putIn(sent.operation)!.values;
      return {
        ...item,
        base: valuesIn(row) as Held['base'],
        operation: {
          ...operation,
          baseVersion: version,
          values: onTopOf(holding, base, row, { ...operation, values: mine }),
        } as Operation,
      };
    }
    return moves(sent.operation, item.operation.rowId)
      ? {
          ...item,
          operation: { ...item.operation, baseVersion: item.operation.baseVersion + 1 },
        }
      : item;
  };
  // A later word on the same entry was made on the one that was refused: with it, that one has been said.
  const isSaid = (i: Held) =>
    holding !== null &&
    i.state === 'refused' &&
    items.indexOf(i) < items.indexOf(sent) &&
    touchesSameRow(i.operation, sent.operation);
  return items.filter((i) => i.seq !== seq && !isSaid(i)).map(rebased);
}

/** The row moved on elsewhere: its waiting changes leave the line together, the newest values waiting for a choice. */
export function collided(items: readonly Held[], seq: number, current: KeptRow): Held[] {
  const head = items.find((i) => i.seq === seq);
  if (!head) return [...items];
  const ofRow = (i: Held) => touchesSameRow(i.operation, head.operation);
  const mine = items.filter((i) => ofRow(i) && i.state === 'waiting').at(-1) ?? head;
  return items
    .filter((i) => i.seq === head.seq || !ofRow(i) || i.state === 'refused')
    .map((i) =>
      i.seq === head.seq
        ? { ...i, operation: mine.operation, base: head.base, state: 'conflict' as const, current }
        : i,
    );
}

/** The server will not take it. */
export const refused = (items: readonly Held[], seq: number, problem: Problem): Held[] =>
  changed(items, seq, { state: 'refused', problem });

/** The coach wants it tried again. Of what may hold, a later word on the same entry says it too, and may have arrived: that goes alone. */
export function retried(items: readonly Held[], seq: number): Held[] {
  const at = items.findIndex((i) => i.seq === seq);
  const item = items[at];
  const isSaidLater =
    item !== undefined &&
    holdingKindIn(item.operation) !== null &&
    items.slice(at + 1).some((i) => touchesSameRow(i.operation, item.operation));
  return isSaidLater
    ? dropped(items, seq)
    : changed(items, seq, { state: 'waiting', problem: null, failures: 0 });
}

/** The steps of a problem’s path, as `values.answers[2].level` writes them. */
const stepsOf = (problem: Problem | null): string[] =>
  problem?.path?.split(/[.[\]]+/).filter((step) => step !== '') ?? [];

/** The value a refused entry was refused for, where it is a number or a text that can be typed again; null = it names none. */
export function valueToMend({ operation, problem }: Held): string | number | null {
  const path = stepsOf(problem);
  if (path[0] !== 'values') return null;
  const value = path.reduce<unknown>(
    (of, key) => (typeof of === 'object' && of !== null ? Reflect.get(of, key) : undefined),
    operation,
  );
  return typeof value === 'string' || typeof value === 'number' ? value : null;
}

/** A copy of something with the value at a path replaced. */
function withValueAt(of: unknown, [key, ...rest]: readonly string[], value: unknown): unknown {
  if (key === undefined) return value;
  if (Array.isArray(of))
    return of.map((item, i) => (String(i) === key ? withValueAt(item, rest, value) : item));
  const record = of as Record<string, unknown>;
  return { ...record, [key]: withValueAt(record[key], rest, value) };
}

/** What was said in a refused entry, with the value it was refused for typed again. */
export const mended = (item: Held, value: string | number): Operation =>
  withValueAt(item.operation, stepsOf(item.problem), value) as Operation;

/** A refused entry that goes on its way with other contents, as a message of its own. */
export const sentAnew = (items: readonly Held[], seq: number, operation: Operation): Held[] =>
  items.some((i) => i.seq === seq && i.state === 'refused')
    ? changed(items, seq, {
        operation,
        tried: false,
        state: 'waiting',
        problem: null,
        failures: 0,
      })
    : [...items];

/** The coach gave it up. */
export const dropped = (items: readonly Held[], seq: number): Held[] =>
  items.filter((i) => i.seq !== seq);
