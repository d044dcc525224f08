import type { ClientLine } from '@zither/contract';
import type { CeilingName } from '@zither/core';
import { CAUSES } from '@zither/core/causes';
import { floorGroupOf, type FloorGroup } from '@zither/visit/floor';
import { sayDayOn, sayShortDay } from './days.ts';
import { CEILING_WORDS, HOLD_NAMES } from './names.ts';
import { STAGE_NAMES } from './stages.ts';
import { sayMargin } from './numbers.ts';

export const GROUP_NAMES: Record<FloorGroup, string> = {
  here: 'Here now',
  held: 'On hold',
  hurt: 'Something hurt at home',
  due: 'Due',
  unfinished: 'Left unfinished',
  soon: 'Within a week',
};

/** Why a client is on the floor: "recheck due since 31 Oct 2026". */
function sayNeed(line: ClientLine, day: string): string | null {
  const group = floorGroupOf(line, day);
  const { lastSession, summary } = line;
  switch (group) {
    case 'here':
      return `Visit open at ${STAGE_NAMES[lastSession!.at]}`;
    case 'held':
      return 'On hold';
    case 'hurt':
      return 'Something hurt at home';
    case 'due':
      return summary!.dueOn === day
        ? 'Recheck due today'
        : `Recheck due since ${sayShortDay(summary!.dueOn!)}`;
    case 'unfinished':
      return `Left at ${STAGE_NAMES[lastSession!.at]}, ${sayDayOn(lastSession!.day, day)}`;
    case 'soon':
      return `Recheck on ${sayShortDay(summary!.dueOn!)}`;
    case null:
      return null;
  }
}

/** The limit of the squat and the cause being worked on: "ankle 3° short · calf (gastrocnemius), left". */
export function sayStanding({ summary }: Pick<ClientLine, 'summary'>): string | null {
  if (!summary) return null;
  const { shortBy, causes, isLimited } = summary;
  const parts = [
    isLimited ? 'within limits' : null,
    shortBy ? `${CEILING_WORDS[shortBy.by as CeilingName]} ${sayMargin(shortBy.deg)} short` : null,
    ...[...new Set(causes.map((c) => c.cause))].map((cause) => {
      const sides = causes.filter((c) => c.cause === cause).map((c) => c.side);
      const side = sides.length > 1 ? 'both sides' : sides[0];
      return `${CAUSES[cause].name}${side ? `, ${side}` : ''}`.toLowerCase();
    }),
  ].filter((part) => part !== null);
  return parts.length > 0 ? parts.join(' · ') : null;
}

/** One client in one line: why they are on the floor, else when they were measured; then what limits them. */
export function sayClientLine(line: ClientLine, day: string): string {
  const need = sayNeed(line, day);
  const measured = line.lastMeasuredOn
    ? `Measured ${sayDayOn(line.lastMeasuredOn, day)}`
    : 'Not measured yet';
  return [
    need ?? measured,
    sayStanding(line) ?? (line.hold ? HOLD_NAMES[line.hold] : null),
    need === null && line.hasPrescription ? 'has a plan' : null,
  ]
    .filter((part) => part !== null)
    .join(' · ');
}

/** Whether a line is found by what was typed: a name, a limit, a cause, "due", "on hold". */
export function isFound(line: ClientLine, typed: string, day: string): boolean {
  const wanted = typed.trim().toLowerCase();
  if (wanted === '') return true;
  const group = floorGroupOf(line, day);
  const all = [
    line.name,
    sayClientLine(line, day),
    ...(group ? [GROUP_NAMES[group]] : []),
    ...(line.summary?.causes.map(({ cause }) => CAUSES[cause].name) ?? []),
  ];
  return all.some((text) => text.toLowerCase().includes(wanted));
}

export const NOBODY_DUE = 'Nobody is here, due or on hold. Choose a client to start a visit.';

/** Time since a set, as a clock: "1:05". */
export const sayRest = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds) % 60).padStart(2, '0')}`;
