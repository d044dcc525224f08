import type { Dossier, SetupTrial } from '@zither/contract';
import {
  equivalentRiseMm,
  FAULT_IDS,
  resolveBody,
  SIDES,
  TRIAL_FAULTS,
  type FaultId,
  type Setup,
  type Side,
  type TrialPart,
} from '@zither/core';
import { bodyOf } from './body.ts';
import { baselinesOf } from './looks.ts';
import { couldSee, namedIn } from './named.ts';

/** A clear fault of a squat without load, and the day it was seen last. */
export interface FaultWithout {
  fault: FaultId;
  side: Side | null;
  on: string;
}

/** What one squat showed of the faults that were looked for. */
interface Evidence {
  at: string;
  on: string;
  /** Height under the heels, mm. */
  riseMm: number;
  loadKg: number;
  /** Sides on which a fault was clear; empty = looked for and not clear; null = not looked for. */
  sidesOf: (fault: FaultId) => readonly (Side | null)[] | null;
}

/** What more height under the heels may take away (common practice, no source). */
const RELIEVED_BY_LIFT: readonly FaultId[] = [
  'heelsRise',
  'depthShort',
  'weightForward',
  'feetTurnOut',
  'excessLean',
  'trunkShinMismatch',
];
/** Heights as near as this are the same under the heels, mm (house default). */
const SAME_RISE_MM = 3;
/** Feet this straight are those of a look with straight feet, degrees (house default). */
const STRAIGHT_DEG = 7;
/** A trial that stops this far short of its target is clearly short, degrees (the house's clear size). */
const SHORT_DEG = 12;

const PART_FAULTS: Readonly<Record<TrialPart, readonly FaultId[]>> = {
  heels: ['heelsRise'],
  foot: ['archDrops', 'feetTurnOut', 'outerEdge'],
  knees: ['kneesIn', 'kneesOut'],
  tuck: ['pelvisTuck'],
  shift: ['sideShift'],
  balance: ['weightForward', 'toesFloat'],
  rise: ['hipsRiseEarly'],
};

function trialSides(trial: SetupTrial, fault: FaultId): readonly (Side | null)[] | null {
  if (fault === 'depthShort')
    return trial.depthDeg <= trial.thighDepthDeg - SHORT_DEG ? [null] : [];
  const part = (Object.keys(PART_FAULTS) as TrialPart[]).find((p) =>
    PART_FAULTS[p].includes(fault),
  );
  // Trials kept before it was asked what was watched recorded heels, knees and tuck.
  const looked: readonly TrialPart[] = trial.lookedAt ?? ['heels', 'knees', 'tuck'];
  if (!part || !looked.includes(part)) return null;
  if (fault === 'heelsRise') return SIDES.filter((s) => trial.heelRose[s]);
  if (fault === 'kneesIn' || fault === 'kneesOut')
    return SIDES.filter((s) => trial.knees[s] === (fault === 'kneesIn' ? 'in' : 'out'));
  if (fault === 'pelvisTuck')
    return trial.tuckFromDeg !== null && trial.tuckFromDeg < trial.thighDepthDeg ? [null] : [];
  return TRIAL_FAULTS.some((f) => f === fault)
    ? trial.faults.filter((f) => f.fault === fault).map((f) => f.side)
    : null;
}

/** Every squat that shows what a setup's own would look like without a load, oldest first. */
function evidenceOf(
  dossier: Dossier,
  setup: Pick<Setup, 'hold' | 'toeOutDeg' | 'support'>,
): Evidence[] {
  const body = resolveBody(bodyOf(dossier.client));
  const isStraight = Math.max(setup.toeOutDeg.left, setup.toeOutDeg.right) <= STRAIGHT_DEG;
  const looks = baselinesOf(dossier, null)
    // A weight held out is help; straight feet are another stance than open ones.
    .filter(({ look: { asks } }) => asks.arms !== 'weight' && (asks.feet === 'own' || isStraight))
    .map((l): Evidence => {
      const { asks, condition, takenAt, takenOn } = l.look;
      const clear = namedIn(l).filter((f) => f.severity === 'clear');
      return {
        at: takenAt,
        on: takenOn,
        riseMm: asks.heelRiseMm,
        loadKg: condition === 'load' ? Math.max(asks.loadKg ?? 0, 1) : 0,
        sidesOf: (fault) => {
          if (fault === 'armsFall' && setup.hold !== 'overhead') return null;
          const sides = clear.filter((f) => f.fault === fault).map((f) => f.side);
          // What is gone after the routine shows the routine.
          const mayClear = asks.state !== 'after' && couldSee(l, fault);
          return sides.length > 0 || mayClear ? sides : null;
        },
      };
    });
  const trials = dossier.setupTrials
    .filter((t) => !t.undone && !t.pain)
    .map((t): Evidence => ({
      at: t.takenAt,
      on: t.takenOn,
      riseMm: t.setup.support.kind === 'floor' ? 0 : equivalentRiseMm(body, t.setup.support),
      loadKg: t.setup.loadKg,
      sidesOf: (fault) => trialSides(t, fault),
    }));
  const sets = dossier.loadSets
    .filter((s) => !s.undone && s.watched === 'eye' && s.captureId === null)
    .map((s): Evidence => {
      const clear = s.faults.filter((f) => f.severity === 'clear');
      return {
        at: s.takenAt,
        on: s.takenOn,
        riseMm: s.heelRiseMm,
        loadKg: s.loadKg,
        // The eye of a set sees all of it.
        sidesOf: (fault) => clear.filter((f) => f.fault === fault).map((f) => f.side),
      };
    });
  return [...looks, ...trials, ...sets].sort((a, b) => a.at.localeCompare(b.at));
}

/**
 * What is clearly faulty without a load, in the setup that would carry one: of each fault the newest squat that looked for it decides. Some faults go
 * with more height under the heels. Those are judged on the setup's own lift as soon as anyone looked there. A clean squat on a higher lift does not count.
 * A fault seen only under a load is for the load's own advice; a loaded squat without it shows that it is gone.
 */
export function faultsWithoutLoad(
  dossier: Dossier,
  setup: Pick<Setup, 'hold' | 'toeOutDeg' | 'support'>,
): FaultWithout[] {
  const body = resolveBody(bodyOf(dossier.client));
  const rise = setup.support.kind === 'floor' ? 0 : equivalentRiseMm(body, setup.support);
  const all = evidenceOf(dossier, setup);
  return FAULT_IDS.filter((f) => f !== 'pain').flatMap((fault) => {
    const told = all.flatMap((e) => {
      const sides = e.sidesOf(fault);
      if (sides === null) return [];
      // With a load it may be the load: it clears, and names nothing.
      return e.loadKg > 0 && sides.length > 0 ? [] : [{ ...e, sides }];
    });
    const lifts = RELIEVED_BY_LIFT.includes(fault);
    // No better off than on the setup's own lift, or as well off.
    const fit = told.filter((e) => !lifts || e.riseMm <= rise + SAME_RISE_MM);
    const own = fit.filter((e) => e.riseMm >= rise - SAME_RISE_MM);
    // On a higher lift it was faulty all the same: so it is on this one.
    const higher = told.filter(
      (e) => lifts && e.riseMm > rise + SAME_RISE_MM && e.sides.length > 0,
    );
    const list = [...(lifts && own.length > 0 ? own : fit), ...higher].sort((a, b) =>
      a.at.localeCompare(b.at),
    );
    const newest = list.at(-1);
    if (!newest) return [];
    // On both sides, or on no side that was said, it is said once.
    const sides = new Set(newest.sides);
    const said = sides.has(null) || sides.size > 1 ? [null] : [...sides];
    return said.map((side) => ({ fault, side, on: newest.on }));
  });
}
