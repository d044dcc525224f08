import type { CaptureLine, Condition, Dossier, Judgement, LookAsks } from '@zither/contract';
import type { SafetyLimit } from '@zither/core';
import { asksAlike, PLAIN_LOOK } from '@zither/contract/row';

/** Whether a lock-out may be asked for in a look: not under load where the screen allows none. */
export const asksLockout = (limits: readonly SafetyLimit[], condition: Condition): boolean =>
  condition !== 'load' || !limits.some((l) => l.kind === 'noLoadedLockout');

/** A look at the client: one view of one kind of squat on one day, by camera, by eye, or both. */
export interface Look {
  key: string;
  look: Pick<CaptureLine, 'view' | 'condition' | 'asks' | 'takenOn' | 'takenAt'>;
  /** The newest of that look. */
  capture: CaptureLine | null;
  judgement: Judgement | null;
}

const asksKey = (asks: LookAsks): string =>
  (Object.keys(PLAIN_LOOK) as (keyof LookAsks)[]).map((key) => asks[key]).join(' ');

/** A look that changes what the client has to cope with: it tells causes apart, it is no evidence of what they do. */
export const isTelling = ({ look: { asks } }: Pick<Look, 'look'>): boolean =>
  asks.heelRiseMm > 0 || asks.arms === 'weight';

/** Whether a look shows the client as they squat by themselves, or with a load in the setup in use: what causes are weighed by. */
export const isUnprompted = ({ look }: Pick<Look, 'look'>): boolean =>
  !isTelling({ look }) && (look.condition === 'load' || look.asks.stands === 'habit');

/** Looks without a load in a setup that is not the unprompted one: squats of their own. Where nobody looked at the unprompted squat, the newest day's take its place. */
export function looksInSetups(dossier: Dossier): Look[] {
  const all = baselinesOf(dossier, null);
  const own = all.filter(
    ({ look }) => look.condition === 'bodyweight' && look.asks.stands !== 'habit',
  );
  if (all.some(isUnprompted)) return own;
  const instead = all.find((l) => !isTelling(l))?.look.takenOn;
  return own.filter((l) => isTelling(l) || l.look.takenOn !== instead);
}

/** Whether two looks are of the same squat, whatever they were seen from. */
export const isSameSquat = (
  a: Pick<CaptureLine, 'condition' | 'asks'>,
  b: Pick<CaptureLine, 'condition' | 'asks'>,
): boolean => a.condition === b.condition && asksAlike(comparedAsks(a), comparedAsks(b));

/** All that two looks are compared by. With a load the setup in use is meant, whatever stance that was; rows from before it was kept do not say. */
export const comparedAsks = ({
  condition,
  asks,
}: Pick<CaptureLine, 'condition' | 'asks'>): LookAsks => {
  if (condition !== 'load') return asks;
  const { stands, stanceWidthMm, toeOutLeftDeg, toeOutRightDeg, hold } = PLAIN_LOOK;
  return { ...asks, stands, stanceWidthMm, toeOutLeftDeg, toeOutRightDeg, hold };
};

/** Looks at the client as they squat unprompted: a setup on trial is no baseline, what it shows belongs to the trial. */
export const baselinesOf = (dossier: Dossier, day: string | null): Look[] =>
  looksOf(dossier, day).filter((l) => l.look.condition !== 'trial');

/** Which look of its day it is, from 1 on, by when it was taken; looks from several sides at one squat count apart. */
export function numberInDay(dossier: Dossier, { key, look }: Pick<Look, 'key' | 'look'>): number {
  const ofDay = looksOf(dossier, look.takenOn);
  return ofDay.length - ofDay.findIndex((l) => l.key === key);
}

/** Captures and judgements drawn together, newest first; of one day, or of all when null. Discarded looks are left out. */
export function looksOf({ captures, judgements }: Dossier, day: string | null): Look[] {
  const looks = new Map<string, Look>();
  const at = (l: Look['look']) => `${l.takenOn} ${l.view} ${l.condition} ${asksKey(l.asks)}`;
  const place = (entry: CaptureLine | Judgement): Look => {
    const key = at(entry);
    const known = looks.get(key);
    if (known) return known;
    const { view, condition, asks, takenOn, takenAt } = entry;
    const look: Look = {
      key,
      look: { view, condition, asks, takenOn, takenAt },
      capture: null,
      judgement: null,
    };
    looks.set(key, look);
    return look;
  };
  const counts = (entry: CaptureLine | Judgement) =>
    !entry.discarded && (day === null || entry.takenOn === day);
  // Both lists come newest first, so the first of a look is its newest.
  for (const capture of captures.filter(counts)) place(capture).capture ??= capture;
  for (const judgement of judgements.filter(counts)) place(judgement).judgement ??= judgement;
  return [...looks.values()].sort((a, b) => b.look.takenAt.localeCompare(a.look.takenAt));
}

/**
 * The sets of one look, the newest first: whatever is kept and not discarded is a set of its own, and what camera and eye kept of the same one is one set, pair by
 * pair from the newest.
 */
export function setsOf(dossier: Pick<Dossier, 'captures' | 'judgements'>, one: Look): Look[] {
  const isOf = (entry: CaptureLine | Judgement) =>
    !entry.discarded &&
    entry.takenOn === one.look.takenOn &&
    entry.view === one.look.view &&
    entry.condition === one.look.condition &&
    asksKey(entry.asks) === asksKey(one.look.asks);
  const captures = dossier.captures.filter(isOf);
  const judgements = dossier.judgements.filter(isOf);
  return Array.from({ length: Math.max(captures.length, judgements.length) }, (_, k) => ({
    ...one,
    capture: captures[k] ?? null,
    judgement: judgements[k] ?? null,
  }));
}

/**
 * What was chosen for the first bodyweight look of the visit before, from this view: arms, feet, depth, heels and shoes.
 *
 * @param day the day of this visit, YYYY-MM-DD
 * @returns null where there was none. What was lifted, and how warm the client was, belongs to its own day and stays plain
 */
export function optionsBefore(
  dossier: Dossier,
  view: CaptureLine['view'],
  day: string,
): LookAsks | null {
  const earlier = looksOf(dossier, null).filter(
    ({ look }) => look.condition === 'bodyweight' && look.view === view && look.takenOn < day,
  );
  const first = earlier.findLast(({ look }) => look.takenOn === earlier[0]?.look.takenOn);
  if (!first) return null;
  const { arms, feet, depth, heelRiseMm, shod, stands } = first.look.asks;
  // A stance belongs to its own day: the setup in use may be another by now.
  return stands === 'habit'
    ? { ...PLAIN_LOOK, arms, feet, depth, heelRiseMm, shod }
    : { ...PLAIN_LOOK, arms, feet, depth, shod };
}
