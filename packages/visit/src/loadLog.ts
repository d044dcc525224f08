import type { CaptureLine, Dossier, LoadSet, LoadSetValues } from '@zither/contract';
import {
  formAtLoad,
  formBetween,
  RUNGS,
  rungOfHold,
  setsAtLoads,
  type FaultId,
  type FormAtLoad,
  type FormNotEnough,
  type RungId,
  type RungSeen,
  type SetsAt,
  type Setup,
  type Side,
} from '@zither/core';
import { versionsOf } from './locking.ts';
import { couldSee } from './named.ts';
import { gymDayOf } from './gymDay.ts';

/** Sets that count, the newest first. */
export const loadSetsOf = ({ loadSets }: Pick<Dossier, 'loadSets'>): LoadSet[] =>
  loadSets.filter((s) => !s.undone);

/** Variations with sets, in the order of the ladder. */
export const rungsLogged = (dossier: Pick<Dossier, 'loadSets'>): RungId[] =>
  RUNGS.filter((rung) => loadSetsOf(dossier).some((s) => s.rung === rung));

/** One fault of one variation over the loads. */
export interface FaultAtLoad {
  fault: FaultId;
  side: Side | null;
  sets: SetsAt[];
  form: FormAtLoad | FormNotEnough;
  /** The same between the setup locked last and the one before; null where either has too few sets. */
  between: {
    now: number;
    before: number;
    apart: NonNullable<ReturnType<typeof formBetween>>;
  } | null;
}

/** Whether a set says anything of a fault: nobody watched nothing, the eye all of it, a camera what its view shows and it could judge. */
export function tellsOf(
  { captures }: Pick<Dossier, 'captures'>,
  { watched, captureId }: LoadSet,
  fault: FaultId,
): boolean {
  if (watched === null) return false;
  const capture = captures.find((c) => c.id === captureId);
  return (
    capture === undefined ||
    couldSee({ key: capture.id, look: capture, capture, judgement: null }, fault)
  );
}

const shows = (set: LoadSet, fault: FaultId, side: Side | null): boolean =>
  set.faults.some((f) => f.fault === fault && f.side === side);

/** Every fault that was seen in a variation, with the load at which it becomes likely. Sets that could not show it are missing, not clean. */
export function formOf(dossier: Dossier, rung: RungId): FaultAtLoad[] {
  const watched = loadSetsOf(dossier).filter((s) => s.rung === rung && s.watched !== null);
  const keys = new Map(
    watched.flatMap((s) =>
      s.faults.map((f) => [
        `${f.fault} ${f.side ?? ''}`,
        { fault: f.fault as FaultId, side: f.side },
      ]),
    ),
  );
  const versions = versionsOf(dossier);
  return [...keys.values()].map(({ fault, side }) => {
    const of = (list: readonly LoadSet[]) =>
      setsAtLoads(list.map((s) => ({ loadKg: s.loadKg, isSeen: shows(s, fault, side) })));
    const telling = watched.filter((s) => tellsOf(dossier, s, fault));
    const sets = of(telling);
    const numbered = versions
      .map(({ lock, number }) => ({
        number,
        sets: of(telling.filter((s) => s.lockId === lock.id)),
      }))
      .filter((v) => formAtLoad(v.sets).kind === 'estimate')
      .sort((a, b) => b.number - a.number);
    const [now, before] = numbered;
    const apart = now && before ? formBetween(now.sets, before.sets) : null;
    return {
      fault,
      side,
      sets,
      form: formAtLoad(sets),
      between: apart && { now: now!.number, before: before!.number, apart },
    };
  });
}

/** Smallest step of most racks, kg: a pair of 1.25 kg plates (house default). Every page advises by it; who has larger plates stays below. */
export const USUAL_STEP_KG = 2.5;

export const isClear = (set: LoadSet): boolean => set.faults.some((f) => f.severity === 'clear');

/**
 * Whether a set went clean, slight faults let pass. The eye sees all of it; a camera half: it needs the side and the front or back of this variation at
 * this load on this day, and no clear fault in any of them.
 */
export function wentClean(
  { captures }: Pick<Dossier, 'captures'>,
  set: LoadSet,
  sets: readonly LoadSet[],
): boolean {
  if (set.watched === null || isClear(set)) return false;
  if (set.captureId === null) return true;
  const filmed = sets.filter(
    (s) =>
      s.captureId !== null &&
      s.rung === set.rung &&
      s.loadKg === set.loadKg &&
      s.takenOn === set.takenOn,
  );
  const views = new Set(filmed.map((s) => captures.find((c) => c.id === s.captureId)?.view));
  return !filmed.some(isClear) && views.has('side') && (views.has('front') || views.has('rear'));
}

/** Sets that went clean, the newest first. */
const cleanSets = (dossier: Pick<Dossier, 'loadSets' | 'captures'>): LoadSet[] => {
  const sets = loadSetsOf(dossier);
  return sets.filter((s) => wentClean(dossier, s, sets));
};

/** What logged sets show of the rungs: watched and without a fault is clean, with a clear one or with pain is not; slight alone decides nothing. */
export const rungsLifted = (dossier: Pick<Dossier, 'loadSets'>): { at: string; seen: RungSeen }[] =>
  loadSetsOf(dossier).flatMap((s) => {
    // Filmed sets are among the looks already.
    if (
      s.watched === null ||
      s.captureId !== null ||
      (s.faults.length > 0 && !isClear(s) && !s.pain)
    )
      return [];
    return [
      {
        at: s.takenAt,
        seen: {
          rung: s.rung,
          isClean: s.faults.length === 0 && !s.pain,
          reps: s.reps,
          pauseS: s.pauseS ?? 0,
          loadKg: s.loadKg,
          isLifted: s.heelRiseMm > 0 || s.shod,
          on: s.takenOn,
        },
      },
    ];
  });

/** Heaviest clean set of each variation in the last weeks and in as many before: this client against themselves, with no ideal in view. */
export function cleanLoads(
  dossier: Pick<Dossier, 'loadSets' | 'captures'>,
  today: string,
  weeks = 6,
): { rung: RungId; nowKg: number | null; beforeKg: number | null }[] {
  const dayMs = 86_400_000;
  const ago = (day: string) => (Date.parse(today) - Date.parse(day)) / dayMs;
  const clean = cleanSets(dossier);
  const most = (rung: RungId, from: number, to: number) => {
    const own = clean.filter(
      (s) => s.rung === rung && ago(s.takenOn) >= from && ago(s.takenOn) < to,
    );
    return own.length > 0 ? Math.max(...own.map((s) => s.loadKg)) : null;
  };
  return rungsLogged(dossier).map((rung) => ({
    rung,
    nowKg: most(rung, 0, 7 * weeks),
    beforeKg: most(rung, 7 * weeks, 14 * weeks),
  }));
}

/** The rung a setup is of: by its load position, and for a goblet by what is under the heels. */
export function rungOfSetup({ hold, support }: Pick<Setup, 'hold' | 'support'>): RungId {
  const rung = rungOfHold(hold);
  return rung === 'goblet' && support.kind !== 'floor' ? 'gobletHeels' : rung;
}

/** A set as the log keeps it, from a capture of it; null where nothing says with which load or in which position it was. */
function setFrom(
  { id, report, asks, condition, takenOn, takenAt }: CaptureLine,
  { locks, setup: inUse, schools }: Pick<Dossier, 'locks' | 'setup' | 'schools'>,
): LoadSetValues | null {
  const lock = locks.find((l) => l.on <= takenOn && !l.takenBack);
  // A loaded look is of the setup chosen by then.
  const setup =
    lock?.setup ?? (inUse && gymDayOf(schools, inUse.saidAt) <= takenOn ? inUse.setup : null);
  const { loadKg, shod, belt } = asks;
  if (condition !== 'load' || !loadKg || !setup || report.reps.length === 0) return null;
  return {
    takenOn,
    takenAt,
    rung: rungOfSetup(setup),
    lockId: lock?.id ?? null,
    loadKg,
    reps: report.reps.length,
    descentS: null,
    pauseS: null,
    watched: 'camera',
    captureId: id,
    faults: report.findings.flatMap(({ fault, side, severity, reps }) =>
      fault === 'pain' ? [] : [{ fault, side, severity, reps }],
    ),
    repsLeft: null,
    pain: null,
    heelRiseMm: setup.support.kind === 'block' ? setup.support.riseMm : 0,
    shod,
    belt,
    undone: false,
  };
}

/** Sets that were filmed under a load and are not in the log, the newest first. A set that was logged and withdrawn is not offered again. */
export function filmedSets(dossier: Dossier): LoadSetValues[] {
  const logged = new Set(dossier.loadSets.map((s) => s.captureId));
  return dossier.captures
    .filter((c) => !c.discarded && !logged.has(c.id))
    .flatMap((c) => {
      const set = setFrom(c, dossier);
      return set ? [set] : [];
    });
}
