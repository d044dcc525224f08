import { dayAfter, dayIn, type Operation } from '@zither/contract';
import type { HoldingKind } from '@zither/contract/kinds';
import { implausibleDay } from './plausible.ts';

/** A device may be off by no more and is believed; what it says of the future beyond that was said now. */
const OFF_MOST_MS = 2 * 60_000;
/** No entry waits longer on a device: a clock that says so was put right in between. */
const WAITED_MOST_MS = 400 * 86_400_000;
const DAY_MS = 86_400_000;

/** When something was really said, and by how much its device was off. */
export interface RightTime {
  saidAt: string;
  /** By the device, where that was off; null where it was right. */
  deviceSaidAt: string | null;
  /** What has to be added to the moments of the entry, ms. */
  offMs: number;
}

/**
 * The moment an operation was said. How long ago it was, the device knows by its own clock whatever that shows: received − (its clock at sending − its
 * clock when it was said). Without that (older pages), its word counts unless it lies ahead.
 *
 * @param at moment of receipt, ISO 8601 UTC
 */
export function rightTime({ saidAt, clock }: Operation, at: string): RightTime {
  const received = Date.parse(at);
  const told = saidAt === undefined ? received : Date.parse(saidAt);
  const waited = clock?.sent ? Date.parse(clock.sent) - Date.parse(clock.said) : null;
  const right =
    waited === null
      ? told - received > OFF_MOST_MS
        ? received
        : told
      : waited < 0 || waited > WAITED_MOST_MS
        ? received
        : received - waited;
  // Only what the network took: the device's own word keeps the order of its entries.
  if (Math.abs(right - told) <= OFF_MOST_MS)
    return { saidAt: new Date(told).toISOString(), deviceSaidAt: null, offMs: 0 };
  return {
    saidAt: new Date(right).toISOString(),
    deviceSaidAt: clock?.said ?? saidAt ?? null,
    offMs: right - told,
  };
}

const DAYS = ['takenOn', 'on'] as const;

/**
 * The values of an entry that may hold the client, with its days and moments set right by as much as its device was off: such an entry is never
 * refused for its day. An entry said further keeps the days it has. The moments of single answers stay as the device named them: they tell one answer from another.
 */
export function setRight<T extends object>(
  kind: HoldingKind,
  values: T,
  { saidAt, offMs }: RightTime,
  toldAt: string,
  zone: string,
  at: string,
  before: object | null,
): T {
  const said = values as Record<string, unknown>;
  // A value that stood in the row before had its day set right when it came.
  const isOld = (key: string) => before !== null && said[key] === Reflect.get(before, key);
  const told = toldAt.slice(0, 10);
  const changed: Record<string, unknown> = {};
  for (const key of DAYS) {
    const day = said[key];
    if (typeof day !== 'string' || isOld(key)) continue;
    const isOff = offMs !== 0 || implausibleDay({ [key]: day }, at) !== null;
    if (!isOff) continue;
    // Of the day it was said, wherever that is; or of one so many days before.
    const isOfThatDay = day >= dayAfter(told, -1) && day <= dayAfter(told, 1);
    const moved = isOfThatDay ? dayIn(zone, saidAt) : dayAfter(day, Math.round(offMs / DAY_MS));
    changed[key] = implausibleDay({ [key]: moved }, at) ? dayIn(zone, saidAt) : moved;
  }
  if (kind === 'stop' && typeof said['at'] === 'string' && !isOld('at')) {
    const moment = new Date(Date.parse(said['at']) + offMs).toISOString();
    if (offMs !== 0 || implausibleDay({ at: said['at'] }, at))
      changed['at'] = implausibleDay({ at: moment }, at) ? saidAt : moment;
  }
  return { ...values, ...changed };
}
