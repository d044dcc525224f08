import type { Client, Dossier, PrescriptionValues } from '@zither/contract';
import { resolveBody, setupPicture, type Case } from '@zither/core';
import { floorMap, planParts, planTitle, setupCard, withPictures } from '@zither/words/planPages';
import { calendarEvents } from '@zither/words/week';
import { routineWishes, weekGiven } from '@zither/visit';
import type { PaperToMake } from './paperAsked.ts';

/** A plan with what its papers need besides: who it is for, the body it was made for, and the limits that apply, in words. */
export interface ForPaper {
  client: Pick<Client, 'name'>;
  plan: PrescriptionValues;
  /** This client in the plan's setup; null where the measurements do not say it any more. */
  question: Case | null;
  within: readonly string[];
  /** The practice's own photos, by drill. */
  photos: Readonly<Record<string, string>>;
}

/** The papers of a plan. */
export type PlanPaperKind = Exclude<PaperToMake['kind'], 'report'>;

/** What one paper of a plan says and shows; null where the body it is drawn from is not known. */
export function paperOf(
  kind: PlanPaperKind,
  { client, plan, question, within, photos }: ForPaper,
): PaperToMake | null {
  if (kind === 'plan')
    return {
      kind,
      content: {
        title: planTitle(plan, client.name),
        parts: withPictures(planParts(plan, within), photos),
      },
    };
  if (!question) return null;
  const map = floorMap(plan, resolveBody(question.body).lengthsMm.foot, client.name);
  return kind === 'map'
    ? { kind, content: map }
    : {
        kind,
        content: { ...setupCard(plan, client.name), figure: setupPicture(question), floor: map },
      };
}

/** File name of a plan's paper: kind and day, without the client's name. */
export const paperName = (kind: PlanPaperKind, { givenOn }: PrescriptionValues): string =>
  `${{ card: 'squat-setup', plan: 'squat-plan', map: 'floor-map' }[kind]}-${givenOn}.pdf`;

/** The calendar file of a plan as its week lies now; null where the plan has no week. The library comes with the first file. */
export function calendarOf(
  dossier: Dossier,
  plan: PrescriptionValues,
): (() => Promise<string>) | null {
  const week = weekGiven(dossier, plan);
  if (!week) return null;
  const { minutes } = routineWishes(dossier);
  return async () => {
    const { writeCalendar } = await import('@zither/formats/calendar');
    return writeCalendar({
      ...calendarEvents(plan, week, dossier.client.id, minutes),
      writtenAt: new Date().toISOString(),
    });
  };
}
