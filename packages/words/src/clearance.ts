import { daySchema } from '@zither/contract';

/** What is wrong with the form, in a sentence; null when it may be recorded. */
export function clearanceProblem(
  form: { who: string; licence: string; givenOn: string; expiresOn: string },
  day: string,
): string | null {
  const isDay = (text: string) => daySchema.safeParse(text).success;
  if (form.who === '' || form.licence === '')
    return 'Write who cleared it and under which licence.';
  if (!isDay(form.givenOn)) return 'Write the day it was given as yyyy-mm-dd.';
  if (form.givenOn > day) return 'It cannot have been given after today.';
  if (form.expiresOn === '') return null;
  if (!isDay(form.expiresOn)) return 'Write the last day as yyyy-mm-dd, or leave it empty.';
  if (form.expiresOn < day) return 'This clearance has already run out.';
  return null;
}
