import type { CaptureLine, Dossier, SetupTrial, SetupTrialValues } from '@zither/contract';
import {
  asUsed,
  beliefAfter,
  chanceIn,
  chanceMap,
  chooseSetup,
  experienceOf,
  limitNow,
  loopAfter,
  newestDorsiflexion,
  placed,
  PROFILES,
  reachOf,
  resolveBody,
  SIDES,
  type ChanceMap,
  type ChoiceOptions,
  type FoundSetup,
  type LoopState,
  type LoopStop,
  type MapAt,
  type MethodProfile,
  type Placed,
  type Reach,
  type SetupChoice,
  type SetupQuestion,
  type SetupTried,
  type AsUsed,
} from '@zither/core';
import { differenceInCalendarDays, parseISO } from 'date-fns';
import { bodyOf } from './body.ts';
import { methodById, methodUnder } from './method.ts';
import { partsFilmed } from './showed.ts';

/** Day of the newest ankle reading: what was tried before it was tried on other ankles. */
export function ankleDay({ client, trials }: Pick<Dossier, 'client' | 'trials'>): string | null {
  const body = resolveBody(bodyOf(client));
  const days = SIDES.map((side) => newestDorsiflexion(body, trials, side)?.day ?? null);
  const [left, right] = days;
  return left && right ? [left, right].sort()[1]! : null;
}

/** Trials that count, oldest first: not withdrawn, and made since the ankles were last measured. */
export function countingTrials(dossier: Dossier): SetupTrial[] {
  const since = ankleDay(dossier) ?? '';
  return dossier.setupTrials
    .filter((t) => !t.undone && t.takenOn >= since)
    .sort((a, b) => a.takenAt.localeCompare(b.takenAt));
}

/** A record as the core reads it. */
export const triedFrom = (dossier: Dossier, trial: SetupTrialValues): SetupTried => ({
  ...filmedIn(dossier, trial),
  weeks: weeksFrom(dossier, trial.takenOn),
  setup: trial.setup,
  targetDepthDeg: trial.thighDepthDeg,
  profile: methodUnder(dossier, trial.profile, trial.setup.loadKg),
  depthDeg: trial.depthDeg,
  heelRose: trial.heelRose,
  knees: trial.knees,
  tuckFromDeg: trial.tuckFromDeg,
  faults: trial.faults,
  lookedAt: trial.lookedAt,
  comfort: trial.comfort,
  pain: trial.pain,
});

/** Parts of a trial that were filled in from film. */
function filmedIn(
  { captures }: Dossier,
  { captureIds }: SetupTrialValues,
): Pick<SetupTried, 'measured'> {
  const own = captures.filter((c) => captureIds.includes(c.id) && !c.discarded);
  if (own.length === 0) return {};
  const parts = partsFilmed(own);
  return { measured: own.some((c) => c.view === 'side') ? [...parts, 'depth'] : parts };
}

/** Weeks between a day and the ankle readings; 0 where there are none. */
export function weeksFrom(dossier: Pick<Dossier, 'client' | 'trials'>, day: string): number {
  const read = ankleDay(dossier);
  return read ? Math.abs(differenceInCalendarDays(parseISO(day), parseISO(read))) / DAYS_A_WEEK : 0;
}

const DAYS_A_WEEK = 7;

/** Everything the worker needs to say where the trials stand. */
export interface LoopQuestion {
  question: SetupQuestion;
  profile: MethodProfile;
  tried: SetupTried[];
  today: { count: number; hurt: boolean };
  /** The setup in use, to say how likely it is to go well; null = none. `isLocked`: it is settled, so no other is advised. */
  now: (Placed & { isLocked: boolean }) | null;
  /** Methods to ask, in this order, where the limits of the day leave the client's own nothing likely. */
  instead: readonly MethodProfile[];
}

/** @param use the setup in use; null = none */
export function loopQuestion(
  dossier: Dossier,
  question: SetupQuestion,
  profile: MethodProfile,
  day: string,
  use: (Placed & { from: string }) | null,
): LoopQuestion {
  const trials = countingTrials(dossier);
  const ofToday = trials.filter((t) => t.takenOn === day);
  return {
    question,
    profile,
    tried: trials.map((t) => triedFrom(dossier, t)),
    today: { count: ofToday.length, hurt: ofToday.some((t) => t.pain) },
    now: use && {
      setup: use.setup,
      targetDepthDeg: use.targetDepthDeg,
      isLocked: use.from === 'locked',
    },
    instead: methodsInstead(dossier, question, profile),
  };
}

/** So many other methods are asked: each takes as long as the client's own (house default). */
const INSTEAD_MOST = 3;

/**
 * Methods that may work under the limits of the day, the most promising first: those that keep the shins upright by themselves where the limits ask for
 * it, then those that ask for the least depth and allow the most lean. None without limits; a method for squats without load only where there is none.
 */
function methodsInstead(
  { schools }: Pick<Dossier, 'schools'>,
  { safety, loadKg, holds }: SetupQuestion,
  own: MethodProfile,
): MethodProfile[] {
  if (!safety || safety.length === 0) return [];
  const shank = Math.min(
    Infinity,
    ...safety.flatMap((l) => (l.kind === 'verticalShins' ? [l.shankDeg] : [])),
  );
  const leanOf = ({ leanLimitDeg }: MethodProfile) => leanLimitDeg[holds[0] ?? 'bodyweight'];
  const keeps = ({ shankMostDeg }: MethodProfile) => Number((shankMostDeg ?? Infinity) <= shank);
  return [methodById(schools, schools.usual), ...PROFILES]
    .filter(
      (m, i, all) =>
        m.id !== own.id &&
        all.findIndex((o) => o.id === m.id) === i &&
        (m.rounding === 'never' || loadKg === 0),
    )
    .sort(
      (a, b) => keeps(b) - keeps(a) || a.targetDepthDeg - b.targetDepthDeg || leanOf(b) - leanOf(a),
    )
    .slice(0, INSTEAD_MOST);
}

export interface Believed {
  deg: number;
  sd: number;
}

/** The two parts of a chance: that the client has the range for a setup; and, with the range, that the squat is clean by the method (null until that was watched). */
export interface Chances {
  chance: number;
  asUsed: AsUsed | null;
}

/** Where the trials stand, without the guesses themselves. */
export interface LoopAnswer {
  advice:
    | (FoundSetup &
        Chances & {
          kind: 'try' | 'likeliest' | 'lock';
          /** Dorsiflexion it needs on each side; null = no ankle would do. */
          needsDeg: { left: number | null; right: number | null };
        })
    | null;
  stop: LoopStop | null;
  choice: SetupChoice;
  limits: { left: Believed; right: Believed; fold: Believed | null };
  /** Of the setup in use; null = none. */
  now: Chances | null;
  /** The method all of this is by. */
  method: MethodProfile;
  /** The client's own method, where the limits of the day leave it nothing likely and another one works; null = it is the client's own. */
  insteadOf: MethodProfile | null;
}

/** Where the trials stand. The same question gives the same answer. */
export function answerLoop(
  { question, profile, tried, today, now, instead }: LoopQuestion,
  options: Parameters<typeof loopAfter>[4] = {},
): LoopAnswer {
  const own = loopAfter(question, profile, tried, today, options);
  const kept =
    now?.isLocked && own.stop !== 'pain' ? placed(question, profile, own.belief, now) : null;
  const answer = (by: MethodProfile, state: LoopState, insteadOf: MethodProfile | null) => ({
    ...loopAnswerOf(question, by, tried, now, state),
    method: by,
    insteadOf,
  });
  if (kept) return answer(profile, { ...own, advice: { ...kept, kind: 'lock' }, stop: null }, null);
  if (own.choice.kind !== 'tryFirst')
    for (const other of instead) {
      const state = loopAfter(question, other, tried, today, { withoutNeeded: true });
      if (state.choice.kind === 'tryFirst') return answer(other, state, profile);
    }
  return answer(profile, own, null);
}

function loopAnswerOf(
  question: SetupQuestion,
  profile: MethodProfile,
  tried: readonly SetupTried[],
  now: Placed | null,
  { belief, advice, stop, choice }: LoopState,
): Omit<LoopAnswer, 'method' | 'insteadOf'> {
  const believed = (which: 'left' | 'right' | 'fold'): Believed | null => {
    const limit = limitNow(belief, which);
    return limit && { deg: limit.mean, sd: limit.sd };
  };
  const needs = ({ neededDeg, pitchDeg }: Reach) =>
    neededDeg === null || !Number.isFinite(neededDeg) ? null : neededDeg - pitchDeg;
  const chancesOf = (at: Placed, chance: number): Chances => ({
    chance,
    asUsed: asUsed(question, profile, tried, at),
  });
  const reach = advice && reachOf(question, profile, advice);
  return {
    advice: advice &&
      reach && {
        ...advice,
        ...chancesOf(advice, advice.chance),
        needsDeg: { left: needs(reach.left), right: needs(reach.right) },
      },
    stop,
    choice,
    limits: { left: believed('left')!, right: believed('right')!, fold: believed('fold') },
    now: now && chancesOf(now, chanceIn(question, profile, belief, now)),
  };
}

/** What one method would propose, under what the trials showed. */
export interface MethodQuestion {
  question: SetupQuestion;
  profile: MethodProfile;
  tried: SetupTried[];
}

export const askMethod = (
  { question, profile, tried }: MethodQuestion,
  options: Omit<ChoiceOptions, 'experience'> = {},
): SetupChoice =>
  chooseSetup(question, profile, beliefAfter(question, tried), {
    ...options,
    experience: experienceOf(tried, profile),
  });

/** The map's question. */
export interface MapQuestion {
  question: SetupQuestion;
  profile: MethodProfile;
  tried: SetupTried[];
  at: MapAt;
}

export const answerMap = ({ question, profile, tried, at }: MapQuestion): ChanceMap =>
  chanceMap(question, profile, beliefAfter(question, tried), at);

/** Captures of a day that belong to a trial: filmed as one since the last, the newest of each view, not discarded. */
export function freshCaptures(dossier: Dossier, day: string): CaptureLine[] {
  const since = countingTrials(dossier).at(-1)?.takenAt ?? '';
  const views = new Map<string, CaptureLine>();
  for (const capture of dossier.captures)
    if (
      !capture.discarded &&
      capture.takenOn === day &&
      capture.takenAt > since &&
      capture.condition === 'trial' &&
      !views.has(capture.view)
    )
      views.set(capture.view, capture);
  return [...views.values()];
}
