// Without schemas, so that whoever only asks for a day need not load them.
const DAY_MS = 86_400_000;

const formats = new Map<string, Intl.DateTimeFormat>();

/** Made once a zone: making one takes far longer than using it. */
function formatOf(timeZone: string, withTime = false): Intl.DateTimeFormat {
  const key = `${timeZone} ${withTime}`;
  const known = formats.get(key);
  if (known) return known;
  const made = new Intl.DateTimeFormat('en-CA', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    ...(withTime ? { hour: '2-digit', minute: '2-digit' } : {}),
  });
  formats.set(key, made);
  return made;
}

/** The day it is in a time zone at a moment, yyyy-mm-dd. @throws RangeError of a zone or a moment that does not exist */
export function dayIn(zone: string, moment: string | number | Date): string {
  const parts = formatOf(zone).formatToParts(new Date(moment));
  const part = (type: string) => parts.find((p) => p.type === type)!.value;
  return `${part('year').padStart(4, '0')}-${part('month')}-${part('day')}`;
}

/** Whether a time zone is known here, by its name of the IANA database. */
export function isZone(zone: string): boolean {
  try {
    formatOf(zone);
    return true;
  } catch {
    return false;
  }
}

/** The time zone of this machine. */
export const zoneHere = (): string => new Intl.DateTimeFormat().resolvedOptions().timeZone;

/** A day so many days on, yyyy-mm-dd. */
export const dayAfter = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00.000Z`) + days * DAY_MS).toISOString().slice(0, 10);

/** Whether clocks in two zones show the same at a moment. */
export const isSameClock = (a: string, b: string, moment: number | Date): boolean =>
  formatOf(a, true).format(moment) === formatOf(b, true).format(moment);
