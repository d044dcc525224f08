import type { Dossier, Stage } from '@zither/contract';
import {
  MEASURES,
  progressOn,
  QUESTION_IDS,
  readingError,
  SIDES,
  keptTrials,
  STATIONS,
  wantsAnotherTrial,
  type MeasureId,
} from '@zither/core';
import { isHeld, limitsOf, newestScreening, safetyOf, type Safety } from './safety.ts';
import { baselinesOf, looksOf } from './looks.ts';
import { lockOf, missingOf } from './derive.ts';
import { settledSetup } from './inUse.ts';
import { dueOn } from './recheck.ts';
import { rechecksOf } from './rechecks.ts';
import { planOf } from './record.ts';
import { workedOn } from './signs.ts';
import { gymDayOf } from './gymDay.ts';
import type { PracticeRules } from './practiceRules.ts';

/**
 * `done`: what it is for stands, from today. `partial`: something is there, old or unfinished. `attention`: something must be seen to.
 * `held`: the screen forbids it. `open`: nothing yet.
 */
export type StageState = 'done' | 'partial' | 'attention' | 'held' | 'open';

/** Why a stage stands as it does; `packages/words` says it. */
export type StageNote =
  | { kind: 'disagree'; sets: number }
  | { kind: 'known'; of5: number }
  | { kind: 'views'; of3: number }
  | { kind: 'answered'; count: number; of: number }
  | { kind: 'tested'; tests: number }
  | { kind: 'recheckOn' | 'recheckDue'; on: string }
  | {
      kind:
        | 'nothing'
        | 'fromLastTime'
        | 'unfinished'
        | 'measuredToday'
        | 'threeSides'
        | 'notLooked'
        | 'stoppedByPain'
        | 'concludedToday'
        | 'needsLook'
        | 'notTested'
        | 'hold'
        | 'notAsked'
        | 'go'
        | 'withinLimits'
        | 'askAgain'
        | 'clearFirst'
        | 'recheckedToday'
        | 'noneTried'
        | 'notLikely'
        | 'lockedToday'
        | 'beingTried'
        | 'setToday'
        | 'noPlan'
        | 'givenToday';
    };

export interface StageView {
  state: StageState;
  note: StageNote;
}

type Plain = Exclude<
  StageNote['kind'],
  'disagree' | 'known' | 'views' | 'answered' | 'tested' | 'recheckOn' | 'recheckDue'
>;
const view = (state: StageState, kind: Plain): StageView => ({ state, note: { kind } });

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
  if (odd.length > 0) return { state: 'attention', note: { kind: 'disagree', sets: odd.length } };
  const begun = dossier.trials.some((t) => t.takenOn === day && t.struck === null);
  if (missing.length > 0)
    return begun || missing.length < 5
      ? { state: 'partial', note: { kind: 'known', of5: 5 - missing.length } }
      : view('open', 'nothing');
  if (!begun) return view('partial', 'fromLastTime');
  const unfinished = STATIONS.flatMap((s) => s.measures).some((measure) => {
    const { taken, wanted } = progressOn(dossier.trials, measure, day);
    return taken > 0 && taken < wanted;
  });
  return unfinished ? view('partial', 'unfinished') : view('done', 'measuredToday');
}

/** Baselines are whole once seen from all three sides; a look from an earlier day still says something. */
function watchView(dossier: Dossier, day: string): StageView {
  const views = new Set(baselinesOf(dossier, day).map((l) => l.look.view));
  if (views.size === 3) return view('done', 'threeSides');
  if (views.size > 0) return { state: 'partial', note: { kind: 'views', of3: views.size } };
  return baselinesOf(dossier, null).length > 0
    ? view('partial', 'fromLastTime')
    : view('open', 'notLooked');
}

/** Settled once concluded today; tests without a conclusion, or a conclusion of another day, are half of it. */
function probeView(dossier: Dossier, day: string): StageView {
  const looks = baselinesOf(dossier, null);
  const since = looks[0]?.look.takenOn ?? day;
  const tried = dossier.tried.filter((t) => !t.undone && t.takenOn >= since);
  if (tried.some((t) => t.outcome === 'pain' && t.takenOn === day))
    return view('attention', 'stoppedByPain');
  const decision = workedOn(dossier);
  if (decision?.on === day) return view('done', 'concludedToday');
  if (tried.length > 0) return { state: 'partial', note: { kind: 'tested', tests: tried.length } };
  if (decision) return view('partial', 'fromLastTime');
  return view('open', looks.length === 0 ? 'needsLook' : 'notTested');
}

function clearView(dossier: Dossier, safety: Safety, day: string): StageView {
  if (isHeld(safety)) return view('attention', 'hold');
  if (safety.state === 'notScreened') return view('open', 'notAsked');
  if (safety.state === 'partly')
    return {
      state: 'partial',
      note: { kind: 'answered', count: safety.answered, of: QUESTION_IDS.length },
    };
  return newestScreening(dossier)?.takenOn === day
    ? view('done', safety.outcome.kind === 'go' ? 'go' : 'withinLimits')
    : view('partial', 'askAgain');
}

/** By the chance that every page shows: a setup nobody would try needs seeing to. */
function setView(dossier: Dossier, safety: Safety, day: string, rules: PracticeRules): StageView {
  const { setup } = dossier;
  const use = settledSetup(dossier, limitsOf(safety), rules);
  if (!use && !setup) return view('open', 'noneTried');
  if (use && !use.isLikely) return view('attention', 'notLikely');
  if (lockOf(dossier)?.on === day) return view('done', 'lockedToday');
  if (dossier.setupTrials.some((t) => !t.undone && t.takenOn === day))
    return view('partial', 'beingTried');
  return setup && gymDayOf(dossier.schools, setup.saidAt) >= day
    ? view('done', 'setToday')
    : view('partial', 'fromLastTime');
}

/** A recheck is due on the day the plan or the coach names. */
function recheckView(dossier: Dossier, day: string): StageView {
  const plan = planOf(dossier);
  if (rechecksOf(dossier)[0]?.on === day) return view('done', 'recheckedToday');
  if (!plan) return view('open', 'noPlan');
  const on = dueOn(dossier, plan);
  return on <= day
    ? { state: 'attention', note: { kind: 'recheckDue', on } }
    : { state: 'open', note: { kind: 'recheckOn', on } };
}

/** How each stage of a visit stands on a day. */
export function stageViews(
  dossier: Dossier,
  day: string,
  rules: PracticeRules,
): Record<Stage, StageView> {
  const safety = safetyOf(dossier, day);
  const held = isHeld(safety);
  const prescription = planOf(dossier);
  const later = view('held', 'clearFirst');
  const coach = !prescription
    ? view('open', 'noPlan')
    : prescription.givenOn === day
      ? view('done', 'givenToday')
      : view('partial', 'fromLastTime');
  return {
    clear: clearView(dossier, safety, day),
    measure: measureView(dossier, day),
    watch: held ? later : watchView(dossier, day),
    probe: held ? later : probeView(dossier, day),
    set: held ? later : setView(dossier, safety, day, rules),
    coach: held ? later : coach,
    recheck: held ? later : recheckView(dossier, day),
  };
}

/** Whether anything was done on this day, so that a visit is on. */
export const isVisitOn = (dossier: Dossier, day: string): boolean =>
  dossier.sessions.some((s) => s.day === day) ||
  dossier.screenings.some((s) => s.takenOn === day) ||
  planOf(dossier)?.givenOn === day ||
  looksOf(dossier, day).length > 0 ||
  dossier.tried.some((t) => t.takenOn === day) ||
  dossier.setupTrials.some((t) => t.takenOn === day) ||
  dossier.loadSets.some((s) => s.takenOn === day && !s.undone) ||
  dossier.trials.some((t) => t.takenOn === day);

/** Where a visit goes on: where it was left today, else the first stage that is not done. */
export function resumeAt(dossier: Dossier, day: string, rules: PracticeRules): Stage {
  const left = dossier.sessions.find((s) => s.day === day);
  if (left) return left.at;
  const views = stageViews(dossier, day, rules);
  if (views.clear.state !== 'done') return 'clear';
  // A plan that is due is looked at before anything new is measured for another.
  if (views.recheck.state === 'attention') return 'recheck';
  return (
    (['measure', 'watch', 'probe', 'set', 'coach'] as const).find(
      (id) => views[id].state !== 'done',
    ) ?? 'coach'
  );
}
