import type { CaptureLine, Dossier, SetupTrial, SetupTrialValues } from '@zither/contract';
import {
  beliefAfter,
  chanceMap,
  cleanChance,
  limitNow,
  lookAtSetup,
  loopAfter,
  newestDorsiflexion,
  reachOf,
  resolveBody,
  roomOf,
  seededRandom,
  SIDES,
  type ChanceMap,
  type LoopStop,
  type MapAt,
  type MethodProfile,
  type Reach,
  type SetupQuestion,
  type SetupTried,
} from '@zither/core';
import { bodyOf, clientCase, methodById } from './derive.ts';

/** The same guesses every time: what is shown does not flicker, and two devices agree. */
const SEED = 20_260_301;

/** Day of the newest ankle reading: what was tried before it was tried on other ankles. */
export function ankleDay({ client, trials }: Pick<Dossier, 'client' | 'trials'>): string | null {
  const body = resolveBody(bodyOf(client));
  const days = SIDES.map((side) => newestDorsiflexion(body, trials, side)?.day ?? null);
  const [left, right] = days;
  return left && right ? [left, right].sort()[1]! : null;
}

/** Trials that count, oldest first: not taken back, and since the ankles were last measured. */
export function countingTrials(dossier: Dossier): SetupTrial[] {
  const since = ankleDay(dossier) ?? '';
  return dossier.setupTrials
    .filter((t) => !t.undone && t.takenOn >= since)
    .sort((a, b) => a.takenAt.localeCompare(b.takenAt));
}

/** A record as the core reads it. */
export const triedFrom = (
  { schools }: Pick<Dossier, 'schools'>,
  trial: SetupTrialValues,
): SetupTried => ({
  setup: trial.setup,
  targetDepthDeg: trial.thighDepthDeg,
  profile: methodById(schools, trial.profile),
  depthDeg: trial.depthDeg,
  heelRose: trial.heelRose,
  knees: trial.knees,
  tuckFromDeg: trial.tuckFromDeg,
  comfort: trial.comfort,
  pain: trial.pain,
});

/** Everything the worker needs to say where the loop stands. */
export interface LoopQuestion {
  question: SetupQuestion;
  profile: MethodProfile;
  tried: SetupTried[];
  today: { count: number; hurt: boolean };
  /** The setup in use, to say how likely it is to go clean; null = none. */
  now: Pick<SetupTried, 'setup' | 'targetDepthDeg'> | null;
}

export function loopQuestion(
  dossier: Dossier,
  question: SetupQuestion,
  profile: MethodProfile,
  day: string,
): LoopQuestion {
  const trials = countingTrials(dossier);
  const ofToday = trials.filter((t) => t.takenOn === day);
  const found = dossier.setup ? clientCase(dossier, question.safety ?? []) : null;
  return {
    question,
    profile,
    tried: trials.map((t) => triedFrom(dossier, t)),
    today: { count: ofToday.length, hurt: ofToday.some((t) => t.pain) },
    now:
      found?.kind === 'ready'
        ? {
            setup: found.question.setup,
            targetDepthDeg: found.question.target.thighDepthDeg,
          }
        : null,
  };
}

export interface Believed {
  deg: number;
  sd: number;
}

/** Where the loop stands, without the guesses themselves. */
export interface LoopAnswer {
  advice: {
    kind: 'lock' | 'try';
    why: 'promising' | 'informative' | null;
    bits: number;
    setup: SetupTried['setup'];
    targetDepthDeg: number;
    chance: number;
    /** Dorsiflexion it needs on each side; null = no ankle would do. */
    needsDeg: { left: number | null; right: number | null };
    /** What is in hand, and what to mind. */
    reasons: string[];
  } | null;
  stop: LoopStop | null;
  others: { setup: SetupTried['setup']; targetDepthDeg: number; chance: number }[];
  limits: { left: Believed; right: Believed; fold: Believed | null };
  /** Chance of a clean rep in the setup in use. */
  chanceNow: number | null;
}

/** Where the loop stands. The same question gives the same answer. */
export function answerLoop({ question, profile, tried, today, now }: LoopQuestion): LoopAnswer {
  const { belief, advice, stop, others } = loopAfter(
    question,
    profile,
    tried,
    today,
    seededRandom(SEED),
  );
  const believed = (which: 'left' | 'right' | 'fold'): Believed => {
    const { mean, sd } = limitNow(belief, which);
    return { deg: mean, sd };
  };
  const look =
    advice && lookAtSetup(question, profile, advice.option.setup, advice.option.targetDepthDeg);
  const needs = ({ neededDeg, pitchDeg }: Reach) =>
    neededDeg === null || !Number.isFinite(neededDeg) ? null : neededDeg - pitchDeg;
  return {
    advice: advice && {
      kind: advice.kind,
      why: advice.kind === 'try' ? advice.why : null,
      bits: advice.kind === 'try' ? advice.bits : 0,
      setup: advice.option.setup,
      targetDepthDeg: advice.option.targetDepthDeg,
      chance: advice.chance,
      needsDeg: { left: needs(advice.option.reach.left), right: needs(advice.option.reach.right) },
      reasons: look ? roomOf(look, question, profile) : [],
    },
    stop,
    others,
    limits: {
      left: believed('left'),
      right: believed('right'),
      fold: question.hipFold ? believed('fold') : null,
    },
    chanceNow: now ? cleanChance(belief, reachOf(question, profile, now)) : null,
  };
}

/** What the map is asked. */
export interface MapQuestion {
  question: SetupQuestion;
  profile: MethodProfile;
  tried: SetupTried[];
  at: MapAt;
}

export const answerMap = ({ question, profile, tried, at }: MapQuestion): ChanceMap =>
  chanceMap(question, profile, beliefAfter(question, tried, seededRandom(SEED)), at);

/** The part of a trial that reps show. */
export type Showed = Pick<SetupTrialValues, 'depthDeg' | 'heelRose' | 'knees' | 'tuckFromDeg'>;

/** A clean trial to its target: what is recorded when nothing is changed on the page. */
export const cleanTo = (targetDepthDeg: number): Showed => ({
  depthDeg: targetDepthDeg,
  heelRose: { left: false, right: false },
  knees: { left: 'over', right: 'over' },
  tuckFromDeg: null,
});

/** A tuck the camera names began before the target by about this much, where it does not say (house default). */
const TUCK_BEFORE_DEG = 10;

/** What captures of a trial showed, each view what it can: the side depth, heels and tuck, the front the knees. */
export function showedIn(captures: readonly CaptureLine[], targetDepthDeg: number): Showed {
  const showed = cleanTo(targetDepthDeg);
  for (const { report, facing } of captures)
    for (const { fault, side, value } of report.findings) {
      const where = side ?? facing;
      if (fault === 'depthShort') showed.depthDeg = Math.max(-89, targetDepthDeg - value);
      if (fault === 'heelsRise')
        showed.heelRose = where
          ? { ...showed.heelRose, [where]: true }
          : { left: true, right: true };
      if (fault === 'pelvisTuck') showed.tuckFromDeg = targetDepthDeg - TUCK_BEFORE_DEG;
      if (fault === 'kneesIn' || fault === 'kneesOut')
        for (const knee of where ? [where] : SIDES)
          showed.knees = { ...showed.knees, [knee]: fault === 'kneesIn' ? 'in' : 'out' };
    }
  return showed;
}

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
