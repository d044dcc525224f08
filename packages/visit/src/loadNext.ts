import type { Dossier, LoadSet } from '@zither/contract';
import {
  HOLD_LOAD_MOST_KG,
  limitOn,
  loadAdvice,
  lowestFailed,
  RUNG_TABLE,
  RUNGS,
  type FaultId,
  type LoadedSet,
  type LoadReason,
  type RungId,
  type SafetyLimit,
  type Setup,
  type Side,
} from '@zither/core';
import { faultsWithoutLoad, type FaultWithout } from './formWithout.ts';
import { formOf, isClear, loadSetsOf, rungOfSetup, USUAL_STEP_KG, wentClean } from './loadLog.ts';
import { rungsSeen, seenAt } from './rungsSeen.ts';

/** The most to load next in a variation, and why: the one advice that load log, plan and board show. */
export interface LoadAnswer {
  mostKg: number | null;
  because: LoadReason;
  /** The fault that caps it; null where none does. */
  capBy: { fault: FaultId; side: Side | null; likelyKg: number } | null;
  /** What is clearly faulty without a load. */
  faulty: readonly FaultWithout[];
}

/** A set in what it says of loads: of this variation, or of one above it. Overhead work holds back no other variation. */
function heard(rung: RungId, other: RungId): { isHere: boolean } | null {
  if (other === rung) return { isHere: true };
  return other !== 'overhead' && RUNGS.indexOf(other) > RUNGS.indexOf(rung)
    ? { isHere: false }
    : null;
}

/** Every set with a load that counts for a variation, oldest first: logged ones, entry tests, trials and looks. */
function loadedSets(dossier: Dossier, rung: RungId): LoadedSet[] {
  const logged = loadSetsOf(dossier);
  const list = logged.flatMap((s) => {
    const where = heard(rung, s.rung);
    return where
      ? [
          {
            at: s.takenAt,
            set: {
              ...where,
              loadKg: s.loadKg,
              isClean: wentClean(dossier, s, logged),
              hasClearFault: isClear(s),
              isPainful: (s.pain ?? 0) > 0,
              isLogged: true,
            },
          },
        ]
      : [];
  });
  // The log's own sets are in the list already, filmed ones too.
  const isLogged = (at: string, on: string, loadKg: number) =>
    logged.some(
      (s) => s.takenAt === at || (s.captureId !== null && s.takenOn === on && s.loadKg === loadKg),
    );
  const shown = seenAt(dossier).flatMap(({ at, seen }) => {
    const where = heard(rung, seen.rung);
    return where && seen.loadKg > 0 && !isLogged(at, seen.on, seen.loadKg)
      ? [
          {
            at,
            set: {
              ...where,
              loadKg: seen.loadKg,
              isClean: seen.isClean,
              hasClearFault: !seen.isClean,
              isPainful: false,
              isLogged: false,
            },
          },
        ]
      : [];
  });
  return [...list, ...shown].sort((a, b) => a.at.localeCompare(b.at)).map((e) => e.set);
}

/**
 * The lowest load at which a fault becomes likely. Faulty sets at the end are also left out one by one: a faulty set more, however heavy, must not
 * move the estimate up.
 */
function lowestLikely(dossier: Dossier, rung: RungId): LoadAnswer['capBy'] {
  const own = (list: readonly LoadSet[]) =>
    formOf({ ...dossier, loadSets: [...list] }, rung).flatMap(({ fault, side, form }) =>
      form.kind === 'estimate' ? [{ fault, side, likelyKg: form.likelyKg }] : [],
    );
  const sets = loadSetsOf(dossier).filter((s) => s.rung === rung && s.watched !== null);
  // The newest first: so many of them at the end have a fault.
  const trailing = sets.findIndex((s) => s.faults.length === 0);
  const caps = Array.from({ length: (trailing < 0 ? sets.length : trailing) + 1 }, (_, k) =>
    own(sets.slice(k)),
  ).flat();
  return caps.reduce<LoadAnswer['capBy']>(
    (least, c) => (least === null || c.likelyKg < least.likelyKg ? c : least),
    null,
  );
}

/** Whether a variation easier than this one did not go clean, and nothing as hard as that one has since; as the ladder counts it. */
function hasEasierFailed(dossier: Dossier, rung: RungId): boolean {
  const rungs = RUNGS.filter((id) => id !== 'overhead' || rung === 'overhead');
  const failed = lowestFailed(rungs, rungsSeen(dossier));
  return failed !== null && failed.at < rungs.indexOf(rung);
}

/** Whether there was pain in a set and none was watched clean and painless since: that stops every variation, whichever it came in. */
function isPainOpen(dossier: Dossier): boolean {
  const sets = loadSetsOf(dossier);
  // The newest first: the first that tells.
  const told = sets.find((s) => (s.pain ?? 0) > 0 || wentClean(dossier, s, sets));
  return (told?.pain ?? 0) > 0;
}

/**
 * What to load next, from everything seen, under the screen's limits.
 *
 * @param setup the setup in use: its load is where nothing was seen yet, its lift is what form without load is judged on; null = none
 */
export function loadAnswer(
  dossier: Dossier,
  rung: RungId,
  limits: readonly SafetyLimit[],
  setup: Pick<Setup, 'hold' | 'toeOutDeg' | 'support' | 'loadKg'> | null,
): LoadAnswer {
  const { asks, hold } = RUNG_TABLE[rung];
  const faulty = setup ? faultsWithoutLoad(dossier, setup) : [];
  const capBy = lowestLikely(dossier, rung);
  const sets = loadedSets(dossier, rung);
  const { mostKg, because } = loadAdvice({
    sets,
    inUseKg: setup && setup.hold === hold ? setup.loadKg : null,
    likelyKg: capBy?.likelyKg ?? null,
    isFaultyWithout: faulty.length > 0,
    isBarred: limitOn(asks, limits) !== null || limitOn({ load: true }, limits) !== null,
    mostInPositionKg: asks.load ? (HOLD_LOAD_MOST_KG[hold] ?? Infinity) : 0,
    stepKg: USUAL_STEP_KG,
  });
  if (isPainOpen(dossier) && because !== 'limit' && because !== 'position')
    return { mostKg: 0, because: 'pain', capBy: null, faulty };
  // A limit, a position or what is seen without a load is the plainer reason.
  const isHeldBack = (mostKg ?? 0) > 0 && hasEasierFailed(dossier, rung);
  if (isHeldBack) return { mostKg: 0, because: 'easierFailed', capBy: null, faulty };
  return { mostKg, because, capBy: because === 'formCap' ? capBy : null, faulty };
}

/** What holds back the load of a setup: the advice of its variation, where that is less; null = nothing does, or it has none. */
export function heldLoad(
  dossier: Dossier,
  limits: readonly SafetyLimit[],
  setup: Setup,
): LoadAnswer | null {
  if (setup.loadKg <= 0) return null;
  const now = loadAnswer(dossier, rungOfSetup(setup), limits, setup);
  return now.mostKg !== null && now.mostKg < setup.loadKg ? now : null;
}

/** A setup as it is tried while its own load waits: with what may be carried now, or as a squat without load. */
export const carriedNow = (setup: Setup, { mostKg }: Pick<LoadAnswer, 'mostKg'>): Setup =>
  mostKg !== null && mostKg > 0
    ? { ...setup, loadKg: mostKg }
    : { ...setup, hold: 'bodyweight', loadKg: 0 };

/** Whether the last set may be offered again in one tap: not when it is heavier than what is advised now. */
export const mayRepeat = ({ loadKg }: Pick<LoadSet, 'loadKg'>, { mostKg }: LoadAnswer): boolean =>
  mostKg === null || loadKg <= mostKg;
