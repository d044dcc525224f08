import type { Dossier, Stage } from '@zither/contract';
import {
  MEASURES,
  progressOn,
  readingError,
  SIDES,
  keptTrials,
  reaches,
  solve,
  STATIONS,
  wantsAnotherTrial,
  type MeasureId,
} from '@zither/core';
import { isHeld, limitsOf, newestScreening, safetyOf } from './safety.ts';
import { baselinesOf, looksOf } from './looks.ts';
import { lockOf, clientCase, missingOf } from './derive.ts';
import { workedOn } from './signs.ts';

/**
 * `done`: what it is for stands, from today. `partial`: something is there, old or unfinished. `attention`: something must be seen to.
 * `held`: the screen forbids it. `open`: nothing yet.
 */
export type StageState = 'done' | 'partial' | 'attention' | 'held' | 'open';

export interface StageView {
  state: StageState;
  /** Why, in a few words. */
  note: string;
}

/** Measures begun on a day whose last two trials of a side are too far apart, although the set is full. */
export function disagreeing({ trials }: Dossier, day: string): MeasureId[] {
  return STATIONS.flatMap((s) => s.measures).filter((measure) => {
    const { sided, trials: wanted } = MEASURES[measure];
    const error = readingError(trials, measure);
    return (
      error !== null &&
      wanted > 1 &&
      (sided ? SIDES : [null]).some((side) => {
        const values = keptTrials(trials, measure, side, day).map((t) => t.value);
        return values.length >= wanted && wantsAnotherTrial(values, error.sem);
      })
    );
  });
}

function measureView(dossier: Dossier, day: string): StageView {
  const missing = missingOf(dossier);
  const odd = disagreeing(dossier, day);
  if (odd.length > 0)
    return {
      state: 'attention',
      note: `${odd.length === 1 ? 'one set' : `${odd.length} sets`} disagree`,
    };
  const begun = dossier.trials.some((t) => t.takenOn === day && t.struck === null);
  if (missing.length > 0)
    return begun || missing.length < 5
      ? { state: 'partial', note: `${5 - missing.length} of 5 known` }
      : { state: 'open', note: 'nothing yet' };
  if (!begun) return { state: 'partial', note: 'from last time' };
  const unfinished = STATIONS.flatMap((s) => s.measures).some((measure) => {
    const { taken, wanted } = progressOn(dossier.trials, measure, day);
    return taken > 0 && taken < wanted;
  });
  return unfinished
    ? { state: 'partial', note: 'sets unfinished' }
    : { state: 'done', note: 'measured today' };
}

/** Baselines are whole once seen from all three sides; a look from an earlier day still says something. */
function watchView(dossier: Dossier, day: string): StageView {
  const views = new Set(baselinesOf(dossier, day).map((l) => l.look.view));
  if (views.size === 3) return { state: 'done', note: 'seen from three sides' };
  if (views.size > 0) return { state: 'partial', note: `${views.size} of 3 views` };
  return baselinesOf(dossier, null).length > 0
    ? { state: 'partial', note: 'from last time' }
    : { state: 'open', note: 'not looked yet' };
}

/** Settled once concluded today; tests without a conclusion, or a conclusion of another day, are half of it. */
function probeView(dossier: Dossier, day: string): StageView {
  const looks = baselinesOf(dossier, null);
  const since = looks[0]?.look.takenOn ?? day;
  const tried = dossier.tried.filter((t) => !t.undone && t.takenOn >= since);
  if (tried.some((t) => t.outcome === 'pain' && t.takenOn === day))
    return { state: 'attention', note: 'stopped by pain' };
  const decision = workedOn(dossier);
  if (decision?.on === day) return { state: 'done', note: 'concluded today' };
  if (tried.length > 0)
    return {
      state: 'partial',
      note: `${tried.length} ${tried.length === 1 ? 'test' : 'tests'} tried`,
    };
  if (decision) return { state: 'partial', note: 'from last time' };
  return { state: 'open', note: looks.length === 0 ? 'needs a look first' : 'nothing tried yet' };
}

/** How each stage of a visit stands on a day. */
export function stageViews(dossier: Dossier, day: string): Record<Stage, StageView> {
  const safety = safetyOf(dossier, day);
  const held = isHeld(safety);
  const { setup, prescription } = dossier;
  const screening = newestScreening(dossier);
  const clear: StageView = held
    ? { state: 'attention', note: 'hold and refer' }
    : safety.state === 'notScreened'
      ? { state: 'open', note: 'not asked yet' }
      : safety.state === 'partly'
        ? { state: 'partial', note: `${safety.answered} of 10 answered` }
        : screening?.takenOn === day
          ? { state: 'done', note: safety.outcome.kind === 'go' ? 'go' : 'within limits' }
          : { state: 'partial', note: 'ask again today' };
  const later: StageView = held
    ? { state: 'held', note: 'Clear comes first' }
    : { state: 'open', note: 'in a later version' };
  let set: StageView = { state: 'open', note: 'none tried yet' };
  if (held) set = later;
  else if (setup) {
    const found = clientCase(dossier, limitsOf(safety));
    const solved = found.kind === 'ready' ? solve(found.question) : null;
    const isShort =
      solved &&
      found.kind === 'ready' &&
      !reaches(solved.sides[solved.governingSide].window, found.question.limits.bufferDeg);
    if (isShort) set = { state: 'attention', note: 'short of depth' };
    else if (lockOf(dossier)?.on === day) set = { state: 'done', note: 'locked today' };
    else if (dossier.setupTrials.some((t) => !t.undone && t.takenOn === day))
      set = { state: 'partial', note: 'being tried' };
    else if (setup.saidAt.slice(0, 10) >= day) set = { state: 'done', note: 'set today' };
    else set = { state: 'partial', note: 'from last time' };
  }
  const coach: StageView = held
    ? later
    : !prescription
      ? { state: 'open', note: 'no plan yet' }
      : prescription.givenOn === day
        ? { state: 'done', note: 'given today' }
        : { state: 'partial', note: 'from last time' };
  return {
    clear,
    measure: measureView(dossier, day),
    watch: held ? later : watchView(dossier, day),
    probe: held ? later : probeView(dossier, day),
    set,
    coach,
    recheck: later,
  };
}

/** Whether anything was done on this day, so that a visit is on. */
export const isVisitOn = (dossier: Dossier, day: string): boolean =>
  dossier.sessions.some((s) => s.day === day) ||
  dossier.screenings.some((s) => s.takenOn === day) ||
  dossier.prescription?.givenOn === day ||
  looksOf(dossier, day).length > 0 ||
  dossier.tried.some((t) => t.takenOn === day) ||
  dossier.setupTrials.some((t) => t.takenOn === day) ||
  dossier.trials.some((t) => t.takenOn === day);

/** Where a visit goes on: where it was left today, else the first stage that is not done. */
export function resumeAt(dossier: Dossier, day: string): Stage {
  const left = dossier.sessions.find((s) => s.day === day);
  if (left) return left.at;
  const views = stageViews(dossier, day);
  if (views.clear.state !== 'done') return 'clear';
  return (
    (['measure', 'watch', 'probe', 'set', 'coach'] as const).find(
      (id) => views[id].state !== 'done',
    ) ?? 'coach'
  );
}
