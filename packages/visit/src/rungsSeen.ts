import type { Decision, Dossier } from '@zither/contract';
import type { Outcome, RungId, RungSeen } from '@zither/core';
import { rungOfSetup, rungsLifted } from './loadLog.ts';
import { verdictIn } from './locking.ts';
import { baselinesOf } from './looks.ts';
import { namedIn } from './named.ts';
import { gymDayOf } from './gymDay.ts';

/** Reps of a trial are three to five; three are sure. */
const TRIAL_REPS = 3;

export type EntryTest = Extract<Decision, { kind: 'entryTest' }>;

/** Entry tests that count, oldest first. */
export const entryTests = ({ decisions }: Pick<Dossier, 'decisions'>): EntryTest[] =>
  decisions
    .flatMap((d) => (d.kind === 'entryTest' && !d.takenBack ? [d] : []))
    .sort((a, b) => a.at.localeCompare(b.at));

/** A short test that shows a rung, and the outcomes in which it went clean or failed; any other shows nothing. */
interface ShownByTest {
  rung: RungId;
  clean: readonly Outcome[];
  failed: readonly Outcome[];
}

/** A deep sit and a squat with a weight held out go to the end of a range barefoot, not in the client's setup: an early end is a finding, no failed squat. */
const BY_TEST: Readonly<Record<string, ShownByTest>> = {
  supportedSit: { rung: 'supported', clean: ['nothing'], failed: [] },
  // Whoever has to swing forward first does not own the bottom.
  lowBox: { rung: 'box', clean: ['clears', 'helps', 'same'], failed: ['worse', 'pain'] },
  counterbalance: { rung: 'counterweight', clean: ['clean'], failed: [] },
};

/**
 * What looks at a load show of the load position chosen by then: a clear fault is not clean; nothing at all, from the side and from the front or
 * behind, is clean. What is only slight decides nothing.
 */
function fromLoadedLooks(dossier: Dossier): { at: string; seen: RungSeen }[] {
  const { setup } = dossier;
  if (!setup) return [];
  const since = gymDayOf(dossier.schools, setup.saidAt);
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
export const rungsSeen = (dossier: Dossier): RungSeen[] => seenAt(dossier).map((e) => e.seen);

/** The same with the moment of each. */
export function seenAt(dossier: Dossier): { at: string; seen: RungSeen }[] {
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
    const isClean = shows?.clean.includes(outcome) ?? false;
    if (!shows || (!isClean && !shows.failed.includes(outcome))) continue;
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
  return list.sort((a, b) => a.at.localeCompare(b.at));
}
