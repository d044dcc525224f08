import { isOut, type LeftOut, type NewestEntry } from '@zither/visit';
import { sayChance } from './chance.ts';
import { sayNumber } from './numbers.ts';
import { sayValue, sayWhat } from './display.ts';
import { sayTest, sayTriedOutcome } from './probe.ts';
import { sayShowed } from './trials.ts';
import { sayLook } from './watch.ts';

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** The newest entry, as a sentence names it: "left knee to wall, 9.3 cm". */
export function sayNewest(entry: NewestEntry): string {
  switch (entry.kind) {
    case 'tried': {
      const { row } = entry;
      return `${lowerFirst(sayTest(row.test, row.side))}, ${row.undone ? 'withdrawn' : sayTriedOutcome(row)}`;
    }
    case 'trials': {
      const { row } = entry;
      return `${sayWhat(row.measure, row.side).toLowerCase()}, ${isOut(entry) ? 'struck out' : sayValue(row.measure, row.value)}`;
    }
    case 'judgements':
    case 'captures':
      return `the look, ${lowerFirst(sayLook(entry.row)).replace(' · ', ', ')}${isOut(entry) ? ', discarded' : ''}`;
    case 'loadSets':
      return `the set at ${sayNumber(entry.row.loadKg)} kg${entry.row.undone ? ', withdrawn' : ''}`;
    case 'setupTrials':
      return `the trial, ${entry.row.undone ? 'withdrawn' : lowerFirst(sayShowed(entry.row)).replace(/\..*$/, '')}`;
  }
}

/** What an entry did to a chance: "Without the left knee to wall, 9.3 cm: 8 of 10 instead of 6 of 10." */
export const sayLeftOut = ({ entry, without }: LeftOut, chance: number): string =>
  `Without ${sayNewest(entry)}: ${sayChance(without)}, not ${sayChance(chance)}.`;

/** What the list of left-out entries means, above it. */
export const WITHOUT_EACH =
  'The chance of the setup in use as it would be without each entry by itself. Two that agree move it little one by one.';

/** No entry by itself moves the chance enough to be said. */
export const NOTHING_MOVED = 'No entry by itself moves the chance by a hundredth or more.';
