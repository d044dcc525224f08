import type { Drill, RunStep } from '@zither/core';
import { sayList } from './terms.ts';

/** Which side, as a call across the room. */
export const SIDE_CALLS: Record<RunStep['side'], string> = {
  left: 'Left side',
  right: 'Right side',
  both: 'Both sides',
};

/** "Set 1 of 2 · Left side". */
export const sayStep = ({ side, set, of }: Pick<RunStep, 'side' | 'set' | 'of'>): string =>
  of > 1 ? `Set ${set} of ${of} · ${SIDE_CALLS[side]}` : SIDE_CALLS[side];

/** Time left as it stands on the clock: "1:05". */
export function sayClock(seconds: number): string {
  const whole = Math.max(0, Math.ceil(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** The same for a client who listens: "65 seconds left". */
export const sayLeft = (seconds: number): string => {
  const whole = Math.max(0, Math.ceil(seconds));
  return `${whole} ${whole === 1 ? 'second' : 'seconds'} left`;
};

/** Where in the routine. */
export const sayPlace = (at: number, of: number): string => `${at + 1} of ${of}`;

/** What comes after this. */
export const sayThen = (next: RunStep | undefined): string =>
  next
    ? `Then: ${next.drill.name}, ${SIDE_CALLS[next.side].toLowerCase()}.`
    : 'Then it is finished.';

/** How it should feel, and what to take care of. */
export const sayFeel = ({ feel }: Pick<Drill, 'feel'>): string =>
  `It should feel like this: ${feel.charAt(0).toLowerCase()}${feel.slice(1)}`;
export const sayCare = ({ precaution }: Pick<Drill, 'precaution'>): string => `Care: ${precaution}`;

/** Advice for a sore part: the easier drill, or none. */
export const saySore = (easier: Pick<Drill, 'name'> | null): string =>
  easier ? `Sore: ${easier.name.toLowerCase()} instead` : 'Sore: leave it out';

/** What is left out from here on, since Clear rules it out by now; null = nothing. */
export const sayLeftOutNow = (drills: readonly Pick<Drill, 'name'>[]): string | null =>
  drills.length === 0
    ? null
    : `Left out, as Clear rules it out now: ${sayList(drills.map((d) => d.name.toLowerCase()))}.`;
