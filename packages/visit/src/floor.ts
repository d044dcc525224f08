import type { ClientLine, Stage } from '@zither/contract';
import { addDays } from 'date-fns/addDays';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { formatISO } from 'date-fns/formatISO';
import { parseISO } from 'date-fns/parseISO';

/** Where a client stands on the floor today; each client in the first that fits. */
export const FLOOR_GROUPS = ['here', 'held', 'hurt', 'due', 'unfinished', 'soon'] as const;
export type FloorGroup = (typeof FLOOR_GROUPS)[number];

/** A visit left unfinished this many days ago is not resumed (house default). */
const UNFINISHED_DAYS = 14;
const SOON_DAYS = 7;
/** Stages after which a visit is done. */
const LAST: readonly Stage[] = ['coach', 'recheck'];

/** The group of a client on a day; null = nothing asks for them. */
export function floorGroupOf(line: ClientLine, day: string): FloorGroup | null {
  const { lastSession, hurtOn, summary, archivedAt } = line;
  if (archivedAt !== null) return null;
  if (lastSession?.day === day) return 'here';
  if (summary?.isHeld) return 'held';
  if (hurtOn !== null && (!lastSession || hurtOn >= lastSession.day)) return 'hurt';
  const due = summary?.dueOn ?? null;
  if (due !== null && due <= day && summary?.recheckedOn !== day) return 'due';
  if (
    lastSession &&
    !LAST.includes(lastSession.at) &&
    differenceInCalendarDays(parseISO(day), parseISO(lastSession.day)) <= UNFINISHED_DAYS
  )
    return 'unfinished';
  const soon = formatISO(addDays(parseISO(day), SOON_DAYS), { representation: 'date' });
  return due !== null && due <= soon ? 'soon' : null;
}

/** Everyone the floor is about today, by group; within one the longest waiting first. */
export function floorOf(
  lines: readonly ClientLine[],
  day: string,
): { group: FloorGroup; lines: ClientLine[] }[] {
  const since = (line: ClientLine) => line.summary?.dueOn ?? line.lastSession?.day ?? '';
  return FLOOR_GROUPS.flatMap((group) => {
    const own = lines
      .filter((line) => floorGroupOf(line, day) === group)
      .sort((a, b) => since(a).localeCompare(since(b)) || a.name.localeCompare(b.name));
    return own.length > 0 ? [{ group, lines: own }] : [];
  });
}

/** Where a tap on a client leads: on where the visit was left today, else to the screen, which every visit begins with. */
export const floorStage = (line: ClientLine, day: string): Stage =>
  line.lastSession?.day === day ? line.lastSession.at : 'clear';

/** The order of need: who asks for something first, then by name. */
export function byNeed(lines: readonly ClientLine[], day: string): ClientLine[] {
  const place = (line: ClientLine) => {
    const group = floorGroupOf(line, day);
    return group === null ? FLOOR_GROUPS.length : FLOOR_GROUPS.indexOf(group);
  };
  return [...lines].sort((a, b) => place(a) - place(b) || a.name.localeCompare(b.name));
}
