import type { PrescriptionValues } from '@zither/contract';
import type { DayKind, Week } from '@zither/core';
import type { WeekAnswer } from '@zither/visit';
import { sayList } from './terms.ts';

export const DAY_NAMES = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const;
/** As a column is headed. */
export const shortDay = (day: number): string => DAY_NAMES[day]!.slice(0, 3);

export const DAY_KIND_NAMES: Record<DayKind, string> = {
  train: 'Train',
  routine: 'Routine',
  micro: 'Micro-doses',
  rest: 'Rest',
};

const DOES: Record<DayKind, string> = {
  train: 'the routine, then the squat',
  routine: 'the routine alone',
  micro: 'two or three slow squats, several times through the day',
  rest: 'rest',
};

/** A week in sentences: "Monday, Wednesday and Friday: the routine, then the squat." */
export const sayWeek = (week: Week, hasRoutine: boolean): string[] =>
  (['train', 'routine', 'micro', 'rest'] as const).flatMap((kind) => {
    const days = DAY_NAMES.filter((_, day) => week[day] === kind);
    if (days.length === 0) return [];
    const does = kind === 'train' && !hasRoutine ? 'the squat' : DOES[kind];
    return [`${sayList([...days])}: ${does}.`];
  });

export const WEEK_WARNINGS = {
  backToBack: 'Two training days lie next to each other: keep the second one light.',
  noRest: 'No day of rest: leave one free.',
  noTraining: 'No training day, so nothing would be trained.',
} as const;

/** What a calendar shows for each kind of day; no name, since calendars are shared. */
export const CALENDAR_TITLES = {
  train: 'Squat: routine and training',
  routine: 'Squat: routine',
  micro: 'Squat: micro-doses',
  recheck: 'Squat: recheck with the coach',
} as const;

/** A training day takes so long beside its routine, min (house default). */
const TRAINING_MINUTES = 45;

/** The events of a plan's calendar file, from the day it was given until the recheck. `id` names the client without a name. */
export function calendarEvents(
  plan: Pick<PrescriptionValues, 'givenOn' | 'drills' | 'training' | 'cues'>,
  week: WeekAnswer,
  id: string,
  minutes: number,
) {
  const routine = plan.drills.map((d) => `${d.name}: ${d.dose}, ${d.sides}`).join('\n');
  const cues = plan.cues.map((c) => `“${c.words}”`).join(' ');
  const descriptions = {
    train: [routine, plan.training[0] ?? '', cues].filter((l) => l !== '').join('\n'),
    routine,
    micro:
      `Two or three slow squats in your setup, without load, several times through the day. ${cues}`.trim(),
  };
  const weekly = (['train', 'routine', 'micro'] as const).flatMap((kind) => {
    const days = week.days.flatMap((k, day) => (k === kind ? [day] : []));
    if (days.length === 0) return [];
    return [
      {
        uid: `${id}-${kind}@zither-plumb`,
        title: CALENDAR_TITLES[kind],
        description: descriptions[kind],
        days,
        time: kind === 'micro' ? null : week.time,
        minutes: kind === 'train' ? minutes + TRAINING_MINUTES : Math.max(5, minutes),
      },
    ];
  });
  return {
    weekly,
    once: [
      {
        uid: `${id}-recheck@zither-plumb`,
        title: CALENDAR_TITLES.recheck,
        description: 'The same look and the same readings again.',
        on: week.recheckOn,
      },
    ],
    // Events no longer in the week are cancelled in a calendar that may have them.
    gone:
      week.moved === 0
        ? []
        : (['train', 'routine', 'micro'] as const)
            .filter((kind) => !week.days.includes(kind))
            .map((kind) => ({ uid: `${id}-${kind}@zither-plumb`, title: CALENDAR_TITLES[kind] })),
    from: plan.givenOn,
    until: week.recheckOn,
    sequence: week.moved,
  };
}
