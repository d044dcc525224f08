import { daySchema, type Clearance } from '@zither/contract';
import { sayLimit } from './safety.ts';

const isDay = (text: string) => daySchema.safeParse(text).success;

/** What is wrong with the form, in a sentence; null when it may be recorded. */
export function clearanceProblem(
  form: { who: string; licence: string; givenOn: string; expiresOn: string; covers: number },
  day: string,
): string | null {
  if (form.who === '' || form.licence === '')
    return 'Write who cleared it and under which licence.';
  if (form.covers === 0) return 'Tick what it was given for.';
  if (!isDay(form.givenOn)) return 'Choose the day it was given.';
  if (form.givenOn > day) return 'It cannot have been given after today.';
  if (form.expiresOn === '') return null;
  if (!isDay(form.expiresOn)) return 'Choose the last day, or leave it empty.';
  if (form.expiresOn < day) return 'This clearance has already run out.';
  return null;
}

/** What is wrong with a stage of a joint's limit, in a sentence; null when it may be added. */
export function stageProblem({
  fromOn,
  untilOn,
}: {
  fromOn: string;
  untilOn: string;
}): string | null {
  for (const day of [fromOn, untilOn])
    if (day !== '' && !isDay(day)) return 'Choose the days of the limit, or leave them empty.';
  return fromOn !== '' && untilOn !== '' && untilOn < fromOn
    ? 'The last day of the limit is before its first.'
    : null;
}

/** A clearance in one line: by whom, for how long, and what it allows of a joint at which time. */
export function sayClearance({
  who,
  licence,
  givenOn,
  expiresOn,
  limits,
}: Pick<Clearance, 'who' | 'licence' | 'givenOn' | 'expiresOn' | 'limits'>): string {
  const joints = limits.filter((l) => l.kind === 'jointRange').map(sayLimit);
  return [
    `Clearance by ${who}, ${licence}, ${givenOn}${expiresOn ? ` to ${expiresOn}` : ''}.`,
    ...joints.map((j) => `${j}.`),
  ].join(' ');
}

/** Whose clearance replaces the limits of a reason. */
export const sayReplaced = ({ who, givenOn }: Pick<Clearance, 'who' | 'givenOn'>): string =>
  `Cleared by ${who}, ${givenOn}: the limits of that clearance apply instead.`;
