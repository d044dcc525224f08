import type { Dossier, ReadingOut } from '@zither/contract';
import {
  keptTrials,
  MEASURE_IDS,
  measuredDays,
  MEASURES,
  halfInterval,
  readingOn,
  SIDES,
} from '@zither/core';
import { gymDayOf } from './gymDay.ts';

/** Every reading of a client, of one day or of all, oldest first. Struck trials are left out. */
export function readingsOut(dossier: Dossier, day: string | null): ReadingOut[] {
  const { trials, client } = dossier;
  const days = measuredDays(trials).filter((d) => day === null || d === day);
  const read = days.flatMap((on) =>
    MEASURE_IDS.flatMap((measure) =>
      (MEASURES[measure].sided ? SIDES : [null]).flatMap((side): ReadingOut[] => {
        const reading = readingOn(trials, measure, side, on);
        if (!reading) return [];
        const kept = keptTrials(trials, measure, side, on);
        const { unit, name } = MEASURES[measure];
        return [
          {
            measure,
            name,
            side,
            on,
            value: reading.mean,
            errorOf: unit === 'yesNo' ? null : halfInterval(reading.sem),
            unit,
            trials: reading.trials,
            state: kept.at(-1)?.state ?? null,
            by: kept.at(-1)?.saidBy ?? '',
          },
        ];
      }),
    ),
  );
  const said = (measure: 'stature' | 'mass', name: string, value: number, unit: 'mm' | 'kg') => ({
    measure,
    name,
    side: null,
    on: gymDayOf(dossier.schools, client.updatedAt),
    value,
    errorOf: null,
    unit,
    trials: 1,
    state: null,
    by: client.saidBy,
  });
  return [
    said('stature', 'Stature', client.statureMm, 'mm'),
    said('mass', 'Body mass', client.massKg, 'kg'),
    ...read,
  ].sort((a, b) => a.on.localeCompare(b.on));
}
