import type { CuePhase, Dose } from '@zither/core';

const PHASES: Record<CuePhase, string> = {
  before: 'Before you go',
  down: 'On the way down',
  bottom: 'At the bottom',
  up: 'On the way up',
};
export const sayPhase = (phase: CuePhase): string => PHASES[phase];

/** "Set 1 of 4 · rep 2 of 5". */
export const sayRep = (
  { set, rep }: { set: number; rep: number },
  { sets, reps }: Pick<Dose, 'sets' | 'reps'>,
): string => `Set ${set} of ${sets} · rep ${rep} of ${reps.most}`;

/** Width of a letter as a share of its size: the wide end of the house's semibold. */
const LETTER = 0.56;
/** Capitals 8 mm high and more are read at 2 m (a 250th of the distance; from memory of signage practice); a page's pixel is about 0.16 mm on a phone. */
const LEAST_PX = 44;
const MOST_PX = 110;
/** All of it is to stay in sight on a phone. */
const LINES = 5;

/** How large a cue can be written in a room so many pixels wide: its longest word fits a line, and all of it a handful of lines. */
export function cueSize(words: string, roomPx: number): number {
  const longest = Math.max(...words.split(' ').map((w) => w.length));
  const byWord = roomPx / (LETTER * longest);
  const byLines = (LINES * roomPx) / (LETTER * words.length);
  return Math.round(Math.max(LEAST_PX, Math.min(MOST_PX, byWord, byLines * 1.05)));
}
