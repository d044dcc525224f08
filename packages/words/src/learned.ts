import type { Learned, Schools } from '@zither/contract';
import {
  CAUSES,
  COUNTED_AS_IF,
  countedFactor,
  CUES,
  DRILLS,
  halfInterval,
  MEASURES,
  type CountedDrill,
} from '@zither/core';
import { sayMonth, sayShortDay } from './days.ts';
import { sayError } from './display.ts';
import { sayNumber, sayPercent } from './numbers.ts';

const INSTRUMENTS: Readonly<Record<string, string>> = {
  byHand: 'by hand',
  trace: 'traced on paper',
  motionSensor: 'phone',
  simulatedInclinometer: 'simulated inclinometer',
  simulatedTape: 'simulated tape',
};
const nameOf = (who: string): string => INSTRUMENTS[who] ?? who;

/** Two readers: "Toe to wall, CH and MB: 5 double readings. Between them ± 1.2 cm, within one ± 0.8 cm. CH reads 0.3 cm more (0.1 to 0.5 cm)." */
export function sayReaders({
  measure,
  one,
  other,
  pairs,
  apart,
  within,
}: Learned['coaches'][number]): string {
  const who = `${MEASURES[measure].name}, ${nameOf(one)} and ${nameOf(other)}`;
  if (!apart)
    return `${who}: ${pairs} double ${pairs === 1 ? 'reading' : 'readings'}. It takes 3 to say anything.`;
  const e = (v: number) => sayError(measure, v);
  const inside = within === null ? '' : `, within one ± ${e(halfInterval(within))}`;
  const isBiased = Math.abs(apart.bias) > apart.biasErrorOf;
  const bias = isBiased
    ? ` ${nameOf(apart.bias > 0 ? one : other)} reads ${e(Math.abs(apart.bias))} more, give or take ${e(apart.biasErrorOf)}.`
    : ' Neither reads more than the other, as far as we can see.';
  return `${who}: ${pairs} double readings. Between them ± ${e(halfInterval(apart.between))}${inside}.${bias}`;
}

export const sayEye = ({ by, month, alike, of }: Learned['eyes'][number]): string =>
  `${sayMonth(month)}, ${by}: camera and eye agree on ${alike} of ${of} faults both could tell.`;

/** How to check a new coach. */
export const DOUBLE_READING =
  'To check a new coach: both read the same side on the same day, each with their own initials in Settings. Three double readings of a measure are enough to begin with.';

/** Below so many clients a count is shown greyed (house default). */
export const FEW_CLIENTS = 5;

const percent = (p: number): string => `${sayPercent(p)}`;
/** "3 of 8 (12 % to 68 %)". */
export const sayCount = ({ k, n, low, high }: Learned['worked'][number]['with']): string =>
  n === 0 ? 'none' : `${k} of ${n} (${percent(low)} to ${percent(high)})`;

/** The name of what was in the plan. */
export const sayItem = ({ kind, id }: Learned['worked'][number]): string =>
  kind === 'heel'
    ? 'Heel lift'
    : kind === 'drill'
      ? (DRILLS.find((d) => d.id === id)?.name ?? id)
      : `“${CUES.find((c) => c.id === id)?.words ?? id}”`;

/** What was followed by retained change: with it in the plan, and without. */
export const sayWorked = (line: Learned['worked'][number]): string =>
  `${CAUSES[line.cause].name} · ${sayItem(line)}: better and stayed so in ${sayCount(line.with)} with it, ${sayCount(line.without)} without.`;

export const isFew = ({ with: own, without }: Learned['worked'][number]): boolean =>
  own.n < FEW_CLIENTS || without.n < FEW_CLIENTS;

/** What the lines show. */
export const WORKED_SHOWS =
  'Of the clients whose plan named this cause: in how many it was better at a kept recheck, and nothing of it worse.';

/** Beside counts of a few clients. */
export const FEW = 'Too few to judge.';

/** What the counts cannot show. */
export const WORKED_MEANS =
  'Counts of this practice alone. Clients are rechecked when they are at their worst, so many get better whatever is done (regression to the mean); compare with and without. Coaches chose who got which drill.';

/** What the switch does. */
export const COUNTS_USE = `Off, the plan goes by the tables alone. On, a drill that did better here than the others is expected to do more, and one that did worse less. The counts are drawn towards no difference, as if ${COUNTED_AS_IF} more clients on each side had shown none. No effect changes by more than half. Each drill of a plan says so.`;

/** "× 1.2", of what a drill is expected to do. */
const sayFactor = (of: Parameters<typeof countedFactor>[0]): string =>
  `× ${sayNumber(countedFactor(of), 2)}`;

/** Beside a drill in a plan: "counted here: better and stayed so in 7 of 9 with it, 3 of 8 without (× 1.20)". */
export const sayCounted = (of: CountedDrill): string =>
  `counted here: better and stayed so in ${of.with.k} of ${of.with.n} with it, ${of.without.k} of ${of.without.n} without (${sayFactor(of)})`;

/** What a line would do in the plan, or does; null for what the plan never counts, and for what would change nothing. */
export const sayInPlan = (line: Learned['worked'][number], isUsed: boolean): string | null =>
  line.kind === 'drill' && countedFactor(line) !== 1
    ? `${isUsed ? 'In the plan' : 'In the plan it would be'} ${sayFactor(line)}.`
    : null;

/** Whether the plan uses them, and since when. */
export const sayCountsUse = (counts: Schools['counts']): string =>
  counts
    ? `The plan uses the counts of ${sayShortDay(counts.at.slice(0, 10))}.`
    : 'The plan does not use these counts.';
