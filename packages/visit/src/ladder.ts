import type { Decision, Dossier } from '@zither/contract';
import {
  ladderFor,
  type LadderAnswer,
  type MethodProfile,
  type Outcome,
  type RungId,
  type RungSeen,
  type SafetyLimit,
  type Setup,
} from '@zither/core';
import { verdictIn } from './locking.ts';
import { loadAnswer, loadSetsOf, rungOfSetup, rungsLifted } from './loadLog.ts';
import { baselinesOf } from './looks.ts';
import { purposeOf } from './method.ts';
import { couldSee, namedIn } from './signs.ts';
import { trainingChosen } from './training.ts';

/** Reps of a trial are three to five; three are sure. */
const TRIAL_REPS = 3;

export type EntryTest = Extract<Decision, { kind: 'entryTest' }>;

/** Entry tests that count, oldest first. */
export const entryTests = ({ decisions }: Pick<Dossier, 'decisions'>): EntryTest[] =>
  decisions
    .flatMap((d) => (d.kind === 'entryTest' && !d.takenBack ? [d] : []))
    .sort((a, b) => a.at.localeCompare(b.at));

/** Short tests that show a rung, and the outcomes in which it went clean. */
const BY_TEST: Readonly<Record<string, { rung: RungId; clean: readonly Outcome[] }>> = {
  supportedSit: { rung: 'supported', clean: ['nothing'] },
  counterbalance: { rung: 'counterweight', clean: ['clean'] },
};

/**
 * Whether the range is there without help: barefoot and flat, a squat looked at from the side in which the heels stayed down to depth, or a clean
 * trial on the floor. Where the lift is a tool for good, it need not be.
 */
export function ownsRange(dossier: Dossier, { heelPolicy }: MethodProfile): boolean {
  if (heelPolicy === 'tool' && purposeOf(dossier)?.plan.isFlat !== true) return true;
  const flatLook = baselinesOf(dossier, null).some(
    (l) =>
      !l.look.asks.shod &&
      l.look.asks.heelRiseMm === 0 &&
      l.look.view === 'side' &&
      couldSee(l, 'heelsRise') &&
      !namedIn(l).some((f) => f.fault === 'heelsRise' || f.fault === 'depthShort'),
  );
  return (
    flatLook ||
    dossier.setupTrials.some(
      (t) =>
        !t.undone && t.setup.support.kind === 'floor' && verdictIn(dossier, t).kind === 'clean',
    )
  );
}

/**
 * What looks at a load show of the load position chosen by then: a clear fault is not clean; nothing at all, from the side and from the front or
 * behind, is clean. What is only slight decides nothing.
 */
function fromLoadedLooks(dossier: Dossier): { at: string; seen: RungSeen }[] {
  const { setup } = dossier;
  if (!setup) return [];
  const since = setup.saidAt.slice(0, 10);
  const looks = baselinesOf(dossier, null).filter(
    ({ look }) => look.condition === 'load' && look.takenOn >= since,
  );
  const days = [...new Set(looks.map(({ look }) => look.takenOn))];
  return days.flatMap((on) => {
    const ofDay = looks.filter(({ look }) => look.takenOn === on);
    const named = ofDay.flatMap(namedIn);
    const views = new Set(ofDay.map(({ look }) => look.view));
    const isWhole = views.has('side') && (views.has('front') || views.has('rear'));
    const isClear = named.some((f) => f.severity === 'clear');
    if (!isClear && (named.length > 0 || !isWhole)) return [];
    return [
      {
        at: ofDay[0]!.look.takenAt,
        seen: {
          rung: rungOfSetup(setup.setup),
          isClean: !isClear,
          reps: Math.min(...ofDay.map(({ capture }) => capture?.report.reps.length ?? TRIAL_REPS)),
          pauseS: 0,
          loadKg: Math.max(0, ...ofDay.map(({ look }) => look.asks.loadKg ?? 0)),
          isLifted: setup.setup.support.kind !== 'floor',
          on,
        },
      },
    ];
  });
}

/** Everything the record shows of the rungs, oldest first: entry tests, trials of a setup, short tests, looks at a load, logged sets. What was not fully looked at shows nothing. */
export function rungsSeen(dossier: Dossier): RungSeen[] {
  const list: { at: string; seen: RungSeen }[] = [];
  for (const { at, on, rung, reps, pauseS, isClean, loadKg, isLifted } of entryTests(dossier))
    list.push({ at, seen: { rung, isClean, reps, pauseS, loadKg, isLifted, on } });
  for (const trial of dossier.setupTrials) {
    const verdict = trial.undone ? 'notSeen' : verdictIn(dossier, trial).kind;
    if (verdict === 'notSeen') continue;
    list.push({
      at: trial.takenAt,
      seen: {
        rung: rungOfSetup(trial.setup),
        isClean: verdict === 'clean',
        reps: TRIAL_REPS,
        pauseS: 0,
        loadKg: trial.setup.loadKg,
        isLifted: trial.setup.support.kind !== 'floor',
        on: trial.takenOn,
      },
    });
  }
  for (const { test, outcome, undone, takenAt, takenOn } of dossier.tried) {
    const shows = undone ? undefined : BY_TEST[test];
    if (!shows) continue;
    const isClean = shows.clean.includes(outcome);
    list.push({
      at: takenAt,
      seen: {
        rung: shows.rung,
        isClean,
        reps: 1,
        pauseS: 0,
        loadKg: 0,
        isLifted: false,
        on: takenOn,
      },
    });
  }
  list.push(...fromLoadedLooks(dossier), ...rungsLifted(dossier));
  return list.sort((a, b) => a.at.localeCompare(b.at)).map((e) => e.seen);
}

/** Where a client stands on the ladder with the setup in use, under the screen's limits. */
export function ladderOf(
  dossier: Dossier,
  { setup, isLikely }: { setup: Setup; isLikely: boolean },
  method: MethodProfile,
  limits: readonly SafetyLimit[],
): LadderAnswer {
  const chosen = trainingChosen(dossier);
  const answer = ladderFor({
    purpose: purposeOf(dossier)?.purpose ?? null,
    method,
    setup,
    isLikely,
    limits,
    seen: rungsSeen(dossier),
    ownsRange: ownsRange(dossier, method),
    chosen: chosen && { rung: chosen.rung, dose: chosen.dose },
  });
  if (!loadSetsOf(dossier).some((s) => s.rung === answer.now)) return answer;
  // Once sets are logged, the load follows from them: capped by form, by pain and by the screen.
  const { mostKg } = loadAnswer(dossier, answer.now, limits);
  return mostKg === null ? answer : { ...answer, loadKg: mostKg };
}
