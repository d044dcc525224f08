import { putIn, type Operation } from '@zither/contract';
import { Refusal } from './errors.ts';

const DAY_MS = 86_400_000;
/** Before anybody kept records of this kind. */
const FIRST_DAY = '2000-01-01';

/** The last day it is anywhere, a day to spare for a clock that is slow. */
export const lastDayAt = (at: string): string =>
  new Date(Date.parse(at) + 2 * DAY_MS).toISOString().slice(0, 10);

/** Days on which something is said to have happened; a day in the future, as when a clearance ends, is not one. */
const HAPPENED = ['takenOn', 'givenOn', 'measuredOn', 'on', 'day', 'takenAt', 'at'] as const;

/** The first day in some values that cannot be, with its path; null when all can. */
export function implausibleDay(values: object, at: string): { path: string; day: string } | null {
  for (const path of HAPPENED) {
    const said = (values as Record<string, unknown>)[path];
    if (typeof said !== 'string' || !/^\d{4}-\d{2}-\d{2}/.test(said)) continue;
    const day = said.slice(0, 10);
    if (day < FIRST_DAY || day > lastDayAt(at)) return { path, day };
  }
  return null;
}

/** Refuses days no coach can mean: one wrong clock would stand in front of every later visit. */
export function mustBePlausible(operation: Operation, at: string): void {
  const asked = putIn(operation)?.values ?? ('values' in operation ? operation.values : null);
  const found = implausibleDay(asked ?? operation, at);
  if (!found) return;
  const path = asked ? `values.${found.path}` : found.path;
  throw new Refusal('invalid', {
    path,
    message: `${path} is ${found.day}: ${sayWhy(found.day)}`,
  });
}

export const sayWhy = (day: string): string =>
  day < FIRST_DAY
    ? 'before anybody kept records. Check the device’s clock.'
    : 'in the future. Check the device’s clock.';
