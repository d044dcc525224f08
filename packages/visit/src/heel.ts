import { parseISO } from 'date-fns/parseISO';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import type { Dossier } from '@zither/contract';
import {
  dorsiflexionOn,
  measuredDays,
  resolveBody,
  SIDES,
  weaningSteps,
  type AnkleTrend,
  type Case,
  type MethodProfile,
  type WeaningStep,
} from '@zither/core';
import { bodyOf } from './derive.ts';

/** The stiffer ankle by its newest reading, with its pace from the first to the newest visit; null until both are known. */
export function ankleTrend({ client, trials }: Dossier): AnkleTrend | null {
  const body = resolveBody(bodyOf(client));
  const days = [...measuredDays(trials)].sort();
  const readings = SIDES.map((side) =>
    days.flatMap((day) => dorsiflexionOn(body, trials, side, day) ?? []),
  );
  const newest = readings.map((list) => list.at(-1));
  const [left, right] = newest;
  if (!left || !right) return null;
  const stiffer = left.deg <= right.deg ? 0 : 1;
  const list = readings[stiffer] ?? [];
  const [first, last] = [list[0], list.at(-1)];
  if (!first || !last) return null;
  const weeks = differenceInCalendarDays(parseISO(last.day), parseISO(first.day)) / 7;
  return {
    deg: last.deg,
    sem: last.sem,
    perWeekDeg:
      weeks >= 1
        ? { mean: (last.deg - first.deg) / weeks, sem: Math.hypot(first.sem, last.sem) / weeks }
        : null,
  };
}

/** Heights in steps of this where the kit is not known, mm. */
const GRAIN_MM = 5;

/** How the heel in use comes down, step by step; empty without a lift under the heels. */
export function heelSteps(
  dossier: Dossier,
  question: Case,
  method: MethodProfile,
): { trend: AnkleTrend; steps: WeaningStep[] } | null {
  const { support } = question.setup;
  const trend = ankleTrend(dossier);
  if (support.kind !== 'block' || support.riseMm <= 0 || !trend) return null;
  const own = dossier.client.kit.flatMap((k) => (k.kind === 'block' ? [k.riseMm] : []));
  const any = Array.from({ length: Math.ceil(support.riseMm / GRAIN_MM) }, (_, k) => k * GRAIN_MM);
  const steps = weaningSteps(
    resolveBody(question.body),
    question,
    dossier.client.kit.some((k) => k.kind !== 'box') ? own : any,
    method.weanedBufferDeg,
    trend,
  );
  return { trend, steps };
}
