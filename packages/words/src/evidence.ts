import {
  FAULTS,
  TESTS,
  type BannedCue,
  type CleanPart,
  type Evidence,
  type FindingId,
  type KneesSeen,
  type NotFault,
  type OtherFinding,
  type Phase,
  type Weight,
} from '@zither/core';
import { lowerOutcome } from './probe.ts';
import { sayNumber } from './numbers.ts';
import { sayList } from './terms.ts';

/** Readings and parts of a lean in words: there, and not there. */
const OTHER_NAMES: Readonly<Record<OtherFinding, readonly [there: string, not: string]>> = {
  leanProportions: ['the build’s part of the lean is large', 'little of the lean is build'],
  leanAnkle: ['the ankle’s part of the lean is large', 'little of the lean is ankle'],
  leanUnused: ['ankle left unused', 'no ankle left unused'],
  leanOffBalance: ['lean off balance', 'lean in balance'],
  ankleShort: ['ankle measured short of this squat', 'ankle measured enough for this squat'],
  calfShort: ['ankle shorter with the knee straight', 'ankle no shorter with the knee straight'],
  foldShort: ['hip fold measured short of this squat', 'hip folds far enough for this squat'],
  rotationShort: ['hip turns in little', 'hip turns in enough'],
  abductionShort: ['leg raise aside short', 'leg raise aside holds'],
  archLow: ['arch sinks under load', 'arch holds under load'],
  archNeverForms: ['arch does not form on the toes', 'arch forms on the toes'],
  onlyUnderLoad: ['only under load', 'not only under load'],
  painSeen: ['pain while squatting', 'no pain while squatting'],
};

const isOther = (finding: FindingId): finding is OtherFinding => finding in OTHER_NAMES;

/** A finding in words. */
export function sayFinding(finding: FindingId, isThere = true): string {
  if (isOther(finding)) return OTHER_NAMES[finding][isThere ? 0 : 1];
  const name = FAULTS[finding].name.toLowerCase();
  return isThere ? name : `no ${name}`;
}

/** Where in the rep, when it was seen there alone. */
const IN_PHASE: Readonly<Record<Phase, string>> = {
  descent: 'on the way down',
  bottom: 'at the bottom',
  ascent: 'on the way up',
};

/** So many of what was clean are named. */
const CLEAN_NAMED = 3;

/** What was looked for and not seen: "clean: heels rise, feet turn out, knees in and 9 more". */
function sayClean(of: readonly CleanPart[]): string {
  const names = [...new Set(of.map((part) => sayFinding(part.finding)))];
  const more = names.length - CLEAN_NAMED;
  return more > 0
    ? `not seen: ${names.slice(0, CLEAN_NAMED).join(', ')} and ${more} more`
    : `not seen: ${sayList(names)}`;
}

/** From here a reading is no more than just enough: it makes the cause likelier. */
const BARELY_FROM = 0.15;
const BARELY: Partial<Record<FindingId, string>> = {
  ankleShort: 'ankle measured only just enough for this squat',
  foldShort: 'hip folds only just far enough for this squat',
};

/** A piece of evidence in words. */
export function sayEvidence(e: Evidence): string {
  const side = e.side === null ? '' : `, ${e.side}`;
  if (e.kind === 'test') return `${TESTS[e.test].name}${side}: ${lowerOutcome(e.test, e.outcome)}`;
  if (e.kind === 'clean') return sayClean(e.of);
  if (e.kind === 'together') return 'the readings together';
  if (e.finding in BARELY && e.sure >= BARELY_FROM && e.sure < 0.5)
    return `${BARELY[e.finding]!}${side}`;
  const phase = e.phase && e.sure >= 0.5 ? `, ${IN_PHASE[e.phase]}` : '';
  return `${sayFinding(e.finding, e.sure >= 0.5)}${side}${phase}`;
}

/** Evidence for a cause as it was kept with a conclusion, or as it was weighed. */
export const saySeen = (seen: string | Evidence): string =>
  typeof seen === 'string' ? seen : sayEvidence(seen);

export const lowered = (sentence: string) => sentence.charAt(0).toLowerCase() + sentence.slice(1);

/** Why a piece of evidence counts for or against a cause, in a sentence. */
export function sayReason({ reason, bits }: Weight): string {
  switch (reason.kind) {
    case 'link':
      return reason.isThere ? reason.because : `It would be expected: ${lowered(reason.because)}`;
    case 'relieves':
      return reason.isBetter
        ? 'The test takes this cause away, and it got better.'
        : 'The test takes this cause away, and it got no better.';
    case 'hurts':
      return 'This cause hurts in the test.';
    case 'worsens':
      return reason.isWorse
        ? 'The test shows more of this cause, and it got worse.'
        : 'The test shows more of this cause, and it did not get worse.';
    case 'names':
      return reason.isIt
        ? 'That is how this cause shows in the test.'
        : 'This cause would have shown otherwise in the test.';
    case 'blocks':
      return reason.isBetter
        ? 'With this cause the test would not have turned out well.'
        : 'With this cause the test usually fails.';
    case 'elsewhere':
      return bits >= 0
        ? 'It makes other explanations less likely.'
        : 'It supports another cause, so this one has less to explain.';
  }
}

/** A knees-out cue that is on record, beside knees pushed out. */
export const KNEES_OUT_CUED = 'A cue that sends them out is on record: cue less, not more.';

/** Why something that looks like a fault is none. */
export function sayNotFault({ because }: NotFault): string {
  switch (because.kind) {
    case 'build':
      return `${sayNumber(because.leanDeg)}° of the lean is build; no other part is large. Expect the lean: open the stance, or hold the load in front.`;
    case 'overCued':
      return because.isCued
        ? `The knees are outside the feet already. ${KNEES_OUT_CUED}`
        : 'The knees are outside the feet already: no cue to push them further.';
    case 'slightAlone':
      return 'Slight, and no other fault was seen: it may be left alone.';
  }
}

/** Why "knees out" must not be used; of knees nobody looked at nothing is said. */
const KNEES_OUT_BECAUSE: Record<KneesSeen, string> = {
  notLookedAt: 'Only for knees that come in, and nobody has looked at these yet.',
  in: 'Only for knees that come in.',
  inAndOut: 'Only for knees that come in; of these, one goes out.',
  notIn: 'Only for knees that come in; these were not seen to.',
};

/** Why a cue must not be used with this client. */
export const sayBanned = (cue: BannedCue, knees: KneesSeen): string =>
  cue === 'kneesOut' ? KNEES_OUT_BECAUSE[knees] : BANNED_BECAUSE[cue];

const BANNED_BECAUSE: Record<Exclude<BannedCue, 'kneesOut'>, string> = {
  chestUp: 'The lean is build; pulling the chest up only arches the back.',
  forcedTuck: 'The back keeps its standing shape; a forced tuck rounds it.',
  stretchAnkle: 'A pinch in front of the ankle is referred, not stretched.',
};

/** The sureness of a named fault, explained. */
export const saySureness = (severity: 'slight' | 'clear', by: 'measured' | 'eye'): string =>
  `How likely a ${severity} fault is truly there when ${by === 'eye' ? 'the eye' : 'the camera'} names it.`;
