import type { Dossier, HomeReport, Prescription } from '@zither/contract';
import { addDays } from 'date-fns/addDays';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { parseISO } from 'date-fns/parseISO';

/** How a plan was kept at home, from what came back by the client's page or a code. */
export interface Keeping {
  /** Days since the plan on which it asked for something, and those on which something was done. */
  plannedDays: number;
  doneDays: number;
  /** Share of the planned days, 0 to 1; null where no week was planned, or no day of it has come. */
  share: number | null;
  felt: Record<NonNullable<HomeReport['felt']>, number>;
  /** Days on which each drill was done. */
  drills: { id: string; name: string; days: number; hurt: number }[];
}

/** How a plan was kept until a day; null where nothing came back: that says nothing about whether it was done. */
export function keepingOf(
  { homeReports }: Pick<Dossier, 'homeReports'>,
  plan: Prescription,
  day: string,
): Keeping | null {
  const own = homeReports.filter(
    (r) => r.planId === plan.id && r.on >= plan.givenOn && r.on <= day,
  );
  if (own.length === 0) return null;
  const length = differenceInCalendarDays(parseISO(day), parseISO(plan.givenOn));
  const plannedDays = plan.week
    ? Array.from({ length }, (_, i) => addDays(parseISO(plan.givenOn), i + 1)).filter(
        (d) => plan.week!.days[(d.getDay() + 6) % 7] !== 'rest',
      ).length
    : 0;
  const days = (is: (r: HomeReport) => boolean) => new Set(own.filter(is).map((r) => r.on)).size;
  const doneDays = days((r) => r.done.length > 0);
  const felt = (word: NonNullable<HomeReport['felt']>) => own.filter((r) => r.felt === word).length;
  return {
    plannedDays,
    doneDays,
    share: plannedDays === 0 ? null : Math.min(1, doneDays / plannedDays),
    felt: { easy: felt('easy'), right: felt('right'), hard: felt('hard') },
    drills: plan.drills.map(({ id, name }) => ({
      id,
      name,
      days: days((r) => r.done.includes(id)),
      hurt: days((r) => r.hurts.includes(id)),
    })),
  };
}
