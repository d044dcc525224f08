import type { Dossier, LoadSet } from '@zither/contract';
import {
  FAULTS,
  squatsOf,
  tablesWith,
  TRIAL_PARTS,
  type Hold,
  type RungId,
  type SetupTried,
  type Side,
  type TrialFault,
  type Watched,
} from '@zither/core';
import { knownOf, startingSetup } from './derive.ts';
import { loadSetsOf, tellsOf } from './loadLog.ts';
import { methodOf, methodUnder } from './method.ts';
import type { PracticeRules } from './practiceRules.ts';
import { FAULTS_OF_PART, isTrialFault } from './showed.ts';
import { ankleDay, weeksFrom } from './trying.ts';

/** Variations that are a free squat with the load in one place; a seat or support asks for something else. */
const FREE: Readonly<Partial<Record<RungId, Hold>>> = {
  goblet: 'goblet',
  front: 'front',
  highBar: 'highBar',
  lowBar: 'lowBar',
  overhead: 'overhead',
};

/** Degrees by which a squat that is called short is short, and above the target at which a back that tucks begins to. */
const SHORT_BY_DEG = 2 * FAULTS.depthShort.slight;

/** A watched set as the squat it was; null where that is not known, or nothing of its depth was seen. */
function squatOf(dossier: Dossier, set: LoadSet): SetupTried | null {
  if (set.watched === null || !tellsOf(dossier, set, 'depthShort')) return null;
  const lock = dossier.locks.find((l) => l.id === set.lockId) ?? null;
  const hold = FREE[set.rung];
  if (!hold || (lock && lock.setup.hold !== hold)) return null;
  const own =
    lock?.setup ?? startingSetup(dossier.client, knownOf(dossier), methodOf(dossier)).setup;
  const isOnBlock = set.heelRiseMm > 0 && own.support.kind !== 'ramp';
  const setup = {
    ...own,
    hold,
    loadKg: set.loadKg,
    ...(isOnBlock ? { support: { kind: 'block' as const, riseMm: set.heelRiseMm } } : {}),
  };
  const profile = lock ? methodUnder(dossier, lock.profile, set.loadKg) : methodOf(dossier);
  const targetDepthDeg = lock?.thighDepthDeg ?? profile.targetDepthDeg;
  const clear = set.faults.filter((f) => f.severity === 'clear');
  const has = (fault: string, side?: Side) =>
    clear.some((f) => f.fault === fault && (!side || f.side === side || f.side === null));
  // A slight one is neither there nor clean.
  const lookedAt = TRIAL_PARTS.filter((part) =>
    FAULTS_OF_PART[part].every(
      (fault) =>
        tellsOf(dossier, set, fault) &&
        !set.faults.some((f) => f.fault === fault && f.severity === 'slight'),
    ),
  );
  const knee = (side: Side) =>
    has('kneesIn', side) ? 'in' : has('kneesOut', side) ? 'out' : 'over';
  return {
    setup,
    profile,
    targetDepthDeg,
    ...(set.watched === 'camera' ? { measured: [...TRIAL_PARTS, 'depth' as const] } : {}),
    weeks: weeksFrom(dossier, set.takenOn),
    depthDeg: targetDepthDeg - (has('depthShort') ? SHORT_BY_DEG : 0),
    heelRose: { left: has('heelsRise', 'left'), right: has('heelsRise', 'right') },
    knees: { left: knee('left'), right: knee('right') },
    tuckFromDeg: has('pelvisTuck') ? targetDepthDeg - SHORT_BY_DEG : null,
    faults: clear.flatMap(({ fault, side }): TrialFault[] =>
      isTrialFault(fault) ? [{ fault, side }] : [],
    ),
    lookedAt,
    comfort: null,
    pain: (set.pain ?? 0) > 0,
  };
}

/** Watched sets of the load log since the ankles were last read: squats of their own setups, for the belief about the body. */
export function watchedSets(dossier: Dossier, rules: PracticeRules): Watched[] {
  const read = ankleDay(dossier);
  if (!read) return [];
  const squats = loadSetsOf(dossier)
    .filter((set) => set.takenOn >= read)
    .flatMap((set) => squatOf(dossier, set) ?? []);
  return squatsOf(squats, tablesWith(rules.changes ?? []));
}
