import type { ResolvedBody } from '../body/resolveBody.ts';
import type { Hold } from '../linkage/setup.ts';
import type { MethodProfile } from './profiles.ts';
import type { SetupWish } from './recommend.ts';

/** A setup that could be recommended, and how much it asks of the client. */
export interface Candidate {
  stanceWidthMm: number;
  toeOutDeg: number;
  heelRiseMm: number;
  hold: Hold;
  cost: number;
}

/** Doses are weighed in standard steps: one step of each lever is one unit of change for the client. */
const UNIT = { stanceMm: 20, toeOutDeg: 5, heelMm: 5, hold: 2 } as const;

/** Heels come in steps of this where the kit is not known, mm. */
const HEEL_GRAIN_MM = 5;

/** Heel heights to choose from within a range, lowest first: those of the kit when it is known, else every step. */
export function heelsFor(wish: SetupWish, least: number, most: number): number[] {
  if (wish.kitRisesMm)
    return [...new Set([0, ...wish.kitRisesMm])]
      .filter((mm) => mm >= least && mm <= most)
      .sort((a, b) => a - b);
  const heels: number[] = [];
  for (let mm = least; mm <= most; mm += HEEL_GRAIN_MM) heels.push(mm);
  return heels;
}

const into = (value: number, range: { least: number; most: number }) =>
  Math.min(range.most, Math.max(range.least, value));

/** Habit brought into the profile's ranges, both feet alike. */
export function startingPoint(
  wish: SetupWish,
  profile: MethodProfile,
  body: ResolvedBody,
): Candidate {
  const { least, most } = profile.stancePerShoulderWidth;
  const range = { least: least * body.shoulderWidthMm, most: most * body.shoulderWidthMm };
  const toeMean = (wish.habit.toeOutDeg.left + wish.habit.toeOutDeg.right) / 2;
  const within = into(wish.habit.stanceWidthMm, range);
  return {
    stanceWidthMm:
      within === wish.habit.stanceWidthMm
        ? within
        : // Round inward to whole centimetres: nobody sets up to the millimetre.
          within === range.least
          ? Math.ceil(within / 10) * 10
          : Math.floor(within / 10) * 10,
    toeOutDeg: Math.round(into(toeMean, profile.toeOutDeg)),
    heelRiseMm: Math.min(wish.heelRiseMm, profile.heelMostMm),
    hold: wish.hold,
    cost: 0,
  };
}

/** Holds that put the same load further forward, each letting the trunk rise. Unloaded squats may reach. */
function otherHolds(wish: SetupWish): Hold[] {
  if (wish.loadKg === 0) return wish.hold === 'bodyweight' ? ['armsForward'] : [];
  if (wish.hold === 'lowBar') return ['highBar', 'front'];
  if (wish.hold === 'highBar') return ['front'];
  return [];
}

/** Every combination of levers within the profile, least change first. */
export function candidates(
  wish: SetupWish,
  profile: MethodProfile,
  body: ResolvedBody,
  start: Candidate,
): Candidate[] {
  const { least, most } = profile.stancePerShoulderWidth;
  const stances = [start.stanceWidthMm];
  for (
    let mm = Math.ceil((least * body.shoulderWidthMm) / 20) * 20;
    mm <= most * body.shoulderWidthMm;
    mm += 20
  )
    stances.push(mm);
  const toes = [start.toeOutDeg];
  for (let deg = profile.toeOutDeg.least; deg <= profile.toeOutDeg.most; deg += 5) toes.push(deg);
  // What the client stands on now is at hand, whatever the list says.
  const heels = [
    start.heelRiseMm,
    ...heelsFor(wish, start.heelRiseMm, profile.heelMostMm).filter((mm) => mm > start.heelRiseMm),
  ];
  const list: Candidate[] = [];
  for (const hold of [start.hold, ...otherHolds(wish)])
    for (const stanceWidthMm of stances)
      for (const toeOutDeg of toes)
        for (const heelRiseMm of heels)
          list.push({
            stanceWidthMm,
            toeOutDeg,
            heelRiseMm,
            hold,
            cost:
              Math.abs(stanceWidthMm - start.stanceWidthMm) / UNIT.stanceMm +
              Math.abs(toeOutDeg - start.toeOutDeg) / UNIT.toeOutDeg +
              (heelRiseMm - start.heelRiseMm) / UNIT.heelMm +
              (hold === start.hold ? 0 : UNIT.hold),
          });
  // Equal costs keep this order: feet before heel before hold, as a coach fixes them.
  return list.sort((a, b) => a.cost - b.cost);
}
