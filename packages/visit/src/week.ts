import type { Decision, Dossier, PrescriptionValues } from '@zither/contract';
import {
  mayGive,
  recheckInDays,
  weekFor,
  type CauseId,
  type PrescriptionInput,
  type Week,
} from '@zither/core';
import { addDays } from 'date-fns/addDays';
import { formatISO } from 'date-fns/formatISO';
import { parseISO } from 'date-fns/parseISO';
import { purposeOf } from './method.ts';

type WeekChosen = Extract<Decision, { kind: 'week' }>;

/** Usual time of the day for training and routine (house default). */
const USUAL_TIME = '18:00';
/** Training days where no purpose was said (house default). */
const USUAL_TRAIN_DAYS = 3;

/** The week of a plan as it lies now. */
export interface WeekAnswer {
  days: Week;
  time: string;
  recheckOn: string;
  /** How often the coach has moved it; a calendar takes the newest. */
  moved: number;
  /** The day the coach chose for the recheck; null = as the causes ask. */
  recheckChosen: string | null;
}

const weeksChosen = ({ decisions }: Pick<Dossier, 'decisions'>): WeekChosen[] =>
  decisions.flatMap((d) => (d.kind === 'week' ? [d] : [])).sort((a, b) => b.at.localeCompare(a.at));

/** The week in force: the coach's, else one by purpose and routine. `from` is the day the recheck is counted from, yyyy-mm-dd. */
export function weekOf(
  dossier: Dossier,
  from: string,
  {
    causes,
    drills,
    asked,
  }: { causes: readonly CauseId[]; drills: number; asked: PrescriptionInput },
): WeekAnswer {
  const snack = asked.drills.find((d) => d.id === 'squat-snacks');
  const proposed = weekFor({
    trainDays: purposeOf(dossier)?.plan.trainDays ?? USUAL_TRAIN_DAYS,
    hasRoutine: drills > 0,
    mayMicro: snack !== undefined && mayGive(snack, asked),
  });
  const due = formatISO(addDays(parseISO(from), recheckInDays(causes)), {
    representation: 'date',
  });
  return inForce(dossier, { days: proposed, time: USUAL_TIME }, from, due);
}

/** The week of a plan as it was given, with what the coach has moved since; null where the plan has none. */
export function weekGiven(
  dossier: Pick<Dossier, 'decisions'>,
  { week, givenOn, recheckOn }: Pick<PrescriptionValues, 'week' | 'givenOn' | 'recheckOn'>,
): WeekAnswer | null {
  return week && recheckOn ? inForce(dossier, week, givenOn, recheckOn) : null;
}

/** When a day for the recheck was said, with the week or at a recheck; the newest first. */
const recheckDays = ({ decisions }: Pick<Dossier, 'decisions'>): { at: string; on: string }[] =>
  decisions
    .flatMap((d) => {
      if (d.takenBack) return [];
      const on = d.kind === 'week' ? d.recheckOn : d.kind === 'recheck' ? d.nextOn : null;
      return on ? [{ at: d.at, on }] : [];
    })
    .sort((a, b) => b.at.localeCompare(a.at));

function inForce(
  dossier: Pick<Dossier, 'decisions'>,
  proposed: { days: Week; time: string },
  from: string,
  due: string,
): WeekAnswer {
  const all = weeksChosen(dossier);
  const chosen = all.find((d) => !d.takenBack) ?? null;
  const [said] = recheckDays(dossier);
  // A day that has passed says nothing about the plan that is made now.
  const recheckChosen = said && said.on > from ? said.on : null;
  return {
    days: chosen?.days ?? proposed.days,
    time: chosen?.time ?? proposed.time,
    recheckOn: recheckChosen ?? due,
    recheckChosen,
    moved: all.length + dossier.decisions.filter((d) => d.kind === 'recheck').length,
  };
}
