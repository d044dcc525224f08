import type { CauseId } from '../causes/causes.ts';

/** Purpose of a day. A training day has the routine before the squat; micro-doses are two or three slow squats several times a day. */
export const DAY_KINDS = ['train', 'routine', 'micro', 'rest'] as const;
export type DayKind = (typeof DAY_KINDS)[number];

/** Seven days, Monday first. */
export type Week = readonly DayKind[];

/** Training days by how many there are: as far apart as they go, none on Sunday (common practice, no source). */
const TRAIN_ON: Readonly<Record<number, readonly number[]>> = {
  1: [0],
  2: [0, 3],
  3: [0, 2, 4],
  4: [0, 1, 3, 4],
  5: [0, 1, 2, 4, 5],
};
const SUNDAY = 6;

/** Input of a week. */
export interface WeekAsked {
  /** Training days, 1 to 5. */
  trainDays: number;
  /** There are drills to do. */
  hasRoutine: boolean;
  /** The screen allows squats without a coach beside them. */
  mayMicro: boolean;
}

/**
 * A week to begin with: training days apart, micro-doses on a day between two of them, the routine alone on what is left, Sunday off.
 * House default; the coach moves the days.
 */
export function weekFor({ trainDays, hasRoutine, mayMicro }: WeekAsked): Week {
  const train = TRAIN_ON[Math.min(5, Math.max(1, Math.round(trainDays)))]!;
  return Array.from({ length: 7 }, (_, day): DayKind => {
    if (train.includes(day)) return 'train';
    if (day === SUNDAY) return 'rest';
    if (train.includes(day - 1) && train.includes(day + 1)) return mayMicro ? 'micro' : 'rest';
    return hasRoutine ? 'routine' : mayMicro ? 'micro' : 'rest';
  });
}

/** The week with two days exchanged. */
export const daysExchanged = (week: Week, one: number, other: number): Week =>
  week.map((kind, day) => (day === one ? week[other]! : day === other ? week[one]! : kind));

/** What a coach would look at twice in a week: training days next to each other (Sunday is next to Monday), and no day off. */
export function weekWarnings(week: Week): ('backToBack' | 'noRest' | 'noTraining')[] {
  const trains = week.filter((kind) => kind === 'train').length;
  const isBackToBack = week.some(
    (kind, day) => kind === 'train' && week[(day + 1) % week.length] === 'train',
  );
  return [
    ...(trains === 0 ? (['noTraining'] as const) : []),
    ...(isBackToBack ? (['backToBack'] as const) : []),
    ...(week.includes('rest') ? [] : (['noRest'] as const)),
  ];
}

/** Days until a cause is worth another look: a habit soon, tissue after weeks (common practice, no source). */
const RECHECK_DAYS: Readonly<Partial<Record<CauseId, number>>> = {
  habitSitsBack: 7,
  habitDives: 7,
  overCuedKneesOut: 7,
  loadBeyondControl: 7,
  shoeOrSurface: 7,
  footControl: 14,
  trunkBracing: 14,
  abductors: 21,
  quadsWeak: 28,
};
const USUAL_RECHECK_DAYS = 21;
const NOTHING_RECHECK_DAYS = 28;

/** Days until the recheck: the soonest of the causes that are worked on; four weeks where nothing is. */
export const recheckInDays = (causes: readonly CauseId[]): number =>
  causes.length === 0
    ? NOTHING_RECHECK_DAYS
    : Math.min(...causes.map((cause) => RECHECK_DAYS[cause] ?? USUAL_RECHECK_DAYS));
