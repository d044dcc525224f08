import { parseISO } from 'date-fns/parseISO';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import type { Dossier } from '@zither/contract';
import {
  alikeTrials,
  dorsiflexionOn,
  equivalentRiseMm,
  measuredDays,
  normalQuantile,
  resolveBody,
  SIDES,
  trendThrough,
  weaningSteps,
  type AnkleTrend,
  type Case,
  type HeelRole,
  type MethodProfile,
  type Support,
  type WeaningStep,
} from '@zither/core';
import { bodyOf } from './body.ts';
import { purposeOf } from './method.ts';
import { trainingChosen } from './training.ts';

/**
 * The stiffer ankle by its newest reading, with its pace over all visits; null until both are known. Readings after the routine
 * are left out: they show the routine. They give the ankle only if there are no others.
 */
export function ankleTrend(dossier: Dossier): AnkleTrend | null {
  return trendOf(dossier, alikeTrials(dossier.trials, false)) ?? trendOf(dossier, dossier.trials);
}

function trendOf({ client }: Dossier, trials: Dossier['trials']): AnkleTrend | null {
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
  const week = (day: string) => differenceInCalendarDays(parseISO(day), parseISO(first.day)) / 7;
  const weeks = week(last.day);
  const trend = trendThrough(
    list.map(({ day, deg, sem }) => ({ week: week(day), value: deg, sem })),
  );
  return {
    deg: last.deg,
    sem: last.sem,
    perWeekDeg:
      trend && weeks >= 1
        ? { mean: trend.perWeek, sem: trend.errorOf / normalQuantile(0.975) }
        : null,
  };
}

/** Heights in steps of this where the kit is not known, mm; wedges, degrees. */
const GRAIN = { mm: 5, deg: 5 } as const;

/** What is to step down through: of the kit what is of the same kind, else every usual height of it. */
function lowerThan(dossier: Dossier, now: Exclude<Support, { kind: 'floor' }>): Support[] {
  const { kit } = dossier.client;
  if (kit.some((k) => k.kind !== 'box'))
    return kit.flatMap((k): Support[] =>
      k.kind === 'block'
        ? [{ kind: 'block', riseMm: k.riseMm }]
        : k.kind === 'ramp'
          ? [{ kind: 'ramp', angleDeg: k.angleDeg, azimuth: k.pair ? 'foot' : 'straight' }]
          : [],
    );
  const [most, grain] = now.kind === 'block' ? [now.riseMm, GRAIN.mm] : [now.angleDeg, GRAIN.deg];
  return Array.from({ length: Math.max(0, Math.ceil(most / grain) - 1) }, (_, k): Support => {
    const to = (k + 1) * grain;
    return now.kind === 'block'
      ? { kind: 'block', riseMm: to }
      : { kind: 'ramp', angleDeg: to, azimuth: now.azimuth };
  });
}

/** What becomes of the lift under the heels: it comes down step by step, or it is a tool with a role and may stay. */
export type HeelCourse =
  | { kind: 'weaned'; trend: AnkleTrend; steps: WeaningStep[] }
  | {
      kind: 'tool';
      role: HeelRole;
      isFree: boolean;
      /** The main sets may stand flat: the same setup on the floor is likely enough. */
      isFlatLikely: boolean;
    };

/**
 * What becomes of the lift in use: a method that calls it a tool keeps it, in the role the coach or else the purpose gives it, unless the purpose is flat; up to
 * the height that costs nothing it stays in any case.
 *
 * @param isFlatLikely the same setup on the floor is likely enough to try
 * @returns null without a lift, or until both ankles are known
 */
export function heelCourse(
  dossier: Dossier,
  question: Case,
  method: MethodProfile,
  isFlatLikely: boolean,
): HeelCourse | null {
  const { support } = question.setup;
  if (support.kind === 'floor') return null;
  const body = resolveBody(question.body);
  const lift = equivalentRiseMm(body, support);
  if (lift <= 0) return null;
  const plan = purposeOf(dossier)?.plan ?? null;
  const isFree = lift <= method.heelFreeMm + 1e-9;
  const chosen = trainingChosen(dossier)?.heelRole ?? null;
  // Where the coach says that the lift is for the main sets it may stay, whatever the purpose.
  const isTool = method.heelPolicy === 'tool' && (!plan?.isFlat || chosen === 'primary');
  if (isFree || isTool)
    return {
      kind: 'tool',
      role: chosen ?? plan?.heelRole ?? 'accessory',
      isFree,
      isFlatLikely,
    };
  const trend = ankleTrend(dossier);
  if (!trend) return null;
  const steps = weaningSteps(
    body,
    question,
    lowerThan(dossier, support),
    method.weanedBufferDeg,
    trend,
  );
  return { kind: 'weaned', trend, steps };
}
