import { sayLimit } from './safety.ts';
import { count } from './terms.ts';
import {
  changeOfReading,
  compareReadings,
  dorsiflexionOn,
  HIP_FOLD_AT_DEG,
  keptTrials,
  kneeToWallFromDorsiflexionMm,
  MEASURES,
  minimalDetectableChange,
  newestDorsiflexion,
  newestReading,
  readArch,
  readCalf,
  readingError,
  readingOn,
  halfInterval,
  ruleOfThumbDorsiflexionDeg,
  shankFromKneeTravelDeg,
  SIDES,
  wantsAnotherTrial,
  type AnkleReading,
  type CalfReading,
  type MeasureId,
  type Reading,
  type ResolvedBody,
  type Side,
  type StationId,
  type Trial,
  type StationNeed,
  type SafetyLimit,
  type InclinometerState,
} from '@zither/core';
import type { Dossier } from '@zither/contract';
import { resolveBody } from '@zither/core';
import { bodyOf, knownOf } from '@zither/visit';
import { displayOf, sayError, sayValue, SIDE_LETTER } from './display.ts';
import { sayHeight, sayLength } from './units.ts';
import { sayNumber } from './numbers.ts';

/** How the last two trials of a side agree, against what the instrument can tell apart; null before there are two. */
export function saySpread(
  trials: readonly Trial[],
  measure: MeasureId,
  side: Side | null,
  day: string,
): { agree: boolean; words: string } | null {
  const error = readingError(trials, measure);
  const values = keptTrials(trials, measure, side, day).map((t) => t.value);
  const [last, before] = [values.at(-1), values.at(-2)];
  if (!error || last === undefined || before === undefined) return null;
  const apart = sayError(measure, Math.abs(last - before));
  const within = sayError(measure, minimalDetectableChange(error.sem));
  const who = side === null ? 'The last two are' : `The last two ${side} are`;
  return wantsAnotherTrial(values, error.sem)
    ? {
        agree: false,
        words: `${who} ${apart} apart, more than the ${within} that reading alone explains: take another.`,
      }
    : { agree: true, words: `${who} ${apart} apart, within the ${within} of reading error.` };
}

/** A flat floor is told, not read: it has no error and needs no second trial. */
export const isFlat = (measure: MeasureId, { mean }: Pick<Reading, 'mean'>): boolean =>
  measure === 'heelRise' && mean === 0;
const FLAT = 'Flat, nothing under the heels';

/** A mean with its 95 % interval and how many trials it is of. */
export const sayMean = (measure: MeasureId, reading: Reading): string =>
  isFlat(measure, reading) ? FLAT : sayMeasured(measure, reading);

const sayMeasured = (measure: MeasureId, { mean, sem, trials }: Reading): string =>
  `${sayValue(measure, mean, trials > 1)} ± ${sayError(measure, halfInterval(sem))} (${count(trials, 'trial')})`;

/** A reading as a line: mean, how sure, of how many, from where a change counts and whose error that is. */
export function sayReading(measure: MeasureId, reading: Reading): string {
  if (MEASURES[measure].unit === 'yesNo') return sayValue(measure, reading.mean);
  if (isFlat(measure, reading)) return `${FLAT}.`;
  const whose = reading.own
    ? 'error from own repeats'
    : `error from ${MEASURES[measure].semSource}`;
  return `${sayMean(measure, reading)}. A change counts from ${sayError(measure, reading.mdc)} (${whose}).`;
}

/** Change since the last visit, called one only beyond the error of both. */
export function sayChangeSince(
  trials: readonly Trial[],
  measure: MeasureId,
  side: Side | null,
  day: string,
): string | null {
  if (MEASURES[measure].unit === 'yesNo') return null;
  const now = readingOn(trials, measure, side, day);
  const before = newestReading(trials, measure, side, day);
  if (!now || !before || (isFlat(measure, now) && isFlat(measure, before))) return null;
  const change = changeOfReading(measure, before, now);
  const by = sayError(measure, Math.abs(change.by));
  const who = side === null ? '' : `${SIDE_LETTER[side]}: `;
  return change.kind === 'noChangeWeCanSee'
    ? `${who}no change we can see since last time (${by}; it takes ${sayError(measure, change.mdc)} to tell).`
    : `${who}${by} ${change.kind} than last time, a real change (beyond ${sayError(measure, change.mdc)}).`;
}

/** Left against right, with the difference's own error; null until both are there. */
export function sayAsymmetry(
  trials: readonly Trial[],
  measure: MeasureId,
  day: string,
): string | null {
  if (!MEASURES[measure].sided || MEASURES[measure].unit === 'yesNo') return null;
  const left = readingOn(trials, measure, 'left', day);
  const right = readingOn(trials, measure, 'right', day);
  if (!left || !right) return null;
  const found = compareReadings(
    { value: left.mean, sem: left.sem },
    { value: right.mean, sem: right.sem },
  );
  const by = sayError(measure, Math.abs(found.differenceDeg));
  const mdc = sayError(measure, found.mdcDeg);
  return found.kind === 'different'
    ? `The ${found.lower} is ${by} less than the other; a difference counts from ${mdc}.`
    : `No difference between the sides that we can see (${by}; it takes ${mdc} to tell).`;
}

const CALF_WORDS: Record<CalfReading['kind'], string> = {
  gastrocnemius:
    'short with the knee straight: the calf across the knee (gastrocnemius) holds it back',
  soleusOrJoint: 'short with the knee bent too: soleus or the joint',
  neitherShort: 'long enough, knee straight and bent',
  cannotTell: 'too close to the threshold for these readings to tell',
  contradiction: 'straight reads more than bent, which cannot be: take both again',
};

const who = (side: Side) => (side === 'left' ? 'Left' : 'Right');

function calfLines(body: ResolvedBody, trials: readonly Trial[]): string[] {
  return SIDES.flatMap((side) => {
    const bent = newestDorsiflexion(body, trials, side);
    const straight = newestReading(trials, 'shinAngleStraight', side);
    if (!bent || !straight) return [];
    const found = readCalf(bent, { deg: straight.mean, sem: straight.sem });
    return [
      `${who(side)} ${CALF_WORDS[found.kind]} (bent ${sayNumber(bent.deg, 1)}°, straight ${sayNumber(straight.mean, 1)}°, apart ${sayNumber(found.gapDeg, 1)} ± ${sayNumber(found.gapMdcDeg, 1)}°).`,
    ];
  });
}

const ARCH_WORDS = {
  fine: 'nothing to do',
  flexible: 'flexible: it forms when the heels rise, so it can be trained',
  structural:
    'does not form when the heels rise: built flat. A prescribed orthosis stays in; refer, do not train it away',
} as const;

function archLines(trials: readonly Trial[]): string[] {
  return SIDES.flatMap((side) => {
    const arch = readArch(trials, side);
    const parts: string[] = [];
    if (arch.dropMm !== null && arch.plusMinusMm !== null)
      parts.push(
        `drops ${sayHeight(arch.dropMm, 1)} ± ${sayHeight(arch.plusMinusMm, 1)} from sitting to standing (usual to ${sayHeight(10)}, marked beyond ${sayHeight(15)}; Brody 1982, from memory)`,
      );
    if (arch.kind) parts.push(ARCH_WORDS[arch.kind]);
    return parts.length > 0 ? [`${who(side)}: ${parts.join('; ')}.`] : [];
  });
}

function foldLines(dossier: Dossier): string[] {
  const { fold } = knownOf(dossier);
  if (!fold) return [];
  const at = (deg: number) => sayNumber(fold.atZeroAbductionDeg + fold.perAbductionDeg * deg);
  if (fold.slopeSem === null)
    return [
      `Fold limit about ${sayNumber(fold.atZeroAbductionDeg)}° ± ${sayNumber(halfInterval(fold.sem))}°. One knee width cannot tell which stance it wants: take another.`,
    ];
  const wants = {
    open: 'This hip wants an open stance',
    narrow: 'This hip folds further with the knees together',
    noPreference: 'No preference for a stance that we can see',
    cannotTell: 'Too little to tell which stance it wants',
  }[fold.wants];
  return [
    `Fold limit ${at(0)}° with the knees straight ahead, ${at(HIP_FOLD_AT_DEG.hipFoldWide)}° at ${HIP_FOLD_AT_DEG.hipFoldWide}° of abduction (${sayNumber(fold.perAbductionDeg, 2)} ± ${sayNumber(halfInterval(fold.slopeSem), 2)}° a degree). ${wants}.`,
    ...(fold.pinch
      ? ['A pinch ended the range: this is where it pinched, not where the back rounds.']
      : []),
  ];
}

function kneeLines(dossier: Dossier, body: ResolvedBody): string[] {
  const known = knownOf(dossier);
  if (known.kneeTravelMm === null) return [];
  const shank = shankFromKneeTravelDeg(
    body,
    known.support ?? { kind: 'floor' },
    known.toeOutDeg.left ?? 15,
    known.kneeTravelMm,
  );
  const seen = newestReading(dossier.trials, 'shankAtBottom', null);
  if (shank === null)
    return ['This shin cannot put the knee there: check the tape, the toe, or the shin length.'];
  return [
    `By geometry the shin leans ${sayNumber(shank)}° there${seen ? `; read on the shin, ${sayNumber(seen.mean)}°${Math.abs(seen.mean - shank) > 6 ? ', which does not fit: look at both again' : ''}` : ''}.`,
  ];
}

/** One ankle in both tongues: degrees and cm to the wall. */
export function sayAnkle(body: ResolvedBody, ankle: AnkleReading): string {
  const mm = kneeToWallFromDorsiflexionMm(body, ankle.deg);
  const error = `${sayNumber(ankle.deg, 1)}° ± ${sayNumber(halfInterval(ankle.sem), 1)}°`;
  return ankle.by === 'kneeToWall'
    ? `${error} by geometry, from ${sayLength(mm, 1)} to the wall (rule of thumb ${sayNumber(ruleOfThumbDorsiflexionDeg(mm))}°)`
    : `${error}, the same as ${sayLength(mm, 1)} to the wall by geometry`;
}

function ankleLines(body: ResolvedBody, trials: readonly Trial[], day: string): string[] {
  return SIDES.flatMap((side) => {
    const ankle = dorsiflexionOn(body, trials, side, day);
    if (ankle) return [`${who(side)} ${sayAnkle(body, ankle)}.`];
    return keptTrials(trials, 'kneeToWall', side, day).length > 0
      ? [
          `${who(side)}: this distance is longer than this shin can reach. Check the tape or the shin length.`,
        ]
      : [];
  });
}

/** What a station's readings say, in sentences. */
export function stationLines(dossier: Dossier, station: StationId, day: string): string[] {
  const body = resolveBody(bodyOf(dossier.client));
  const { trials } = dossier;
  switch (station) {
    case 'ankleBent':
      return ankleLines(body, trials, day);
    case 'ankleStraight':
      return calfLines(body, trials);
    case 'archStanding':
    case 'archSitting':
      return archLines(trials);
    case 'hipFold':
      return foldLines(dossier);
    case 'kneeTravel':
      return kneeLines(dossier, body);
    default:
      return [];
  }
}

/** The readings of a day, or the newest there are, in a few characters: for the list of stations. */
export function sayBrief(dossier: Dossier, measure: MeasureId, day?: string): string | null {
  const { sided } = MEASURES[measure];
  const of = (side: Side | null) => {
    const reading =
      day === undefined
        ? newestReading(dossier.trials, measure, side)
        : readingOn(dossier.trials, measure, side, day);
    return reading ? sayValue(measure, reading.mean, reading.trials > 1) : null;
  };
  if (!sided) return of(null);
  const sides = SIDES.map((side) => {
    const value = of(side);
    return value === null ? null : `${SIDE_LETTER[side]} ${value}`;
  }).filter((v) => v !== null);
  return sides.length > 0 ? sides.join(' · ') : null;
}

/** Number and unit apart, as a stepper wants them. */
export const stepOf = (measure: MeasureId) => {
  const { per } = displayOf(measure);
  const { grain, possible, usual } = MEASURES[measure];
  return {
    step: grain / per,
    possible: { least: possible.least / per, most: possible.most / per },
    usual: { least: usual.least / per, most: usual.most / per },
  };
};

/** Purpose of a station, shown beside one not read today. */
export const NEED_NAMES: Readonly<Record<StationNeed, string>> = {
  setup: 'needed for a setup',
  more: 'would tell more',
  optional: 'optional',
};

/** A foot tracing in numbers: width, angles, and the length of each foot. */
export function sayTraced({
  stanceWidthMm,
  toeOutDeg,
  footMm,
}: {
  stanceWidthMm: number;
  toeOutDeg: Record<Side, number>;
  footMm: Record<Side, number>;
}): string {
  const both = (say: (side: Side) => string) =>
    SIDES.map((s) => `${SIDE_LETTER[s]} ${say(s)}`).join(' ');
  return `Heels ${sayLength(stanceWidthMm, 1)} apart, toes out ${both((s) => `${sayNumber(toeOutDeg[s])}°`)}. Heel to second toe ${both((s) => sayLength(footMm[s], 1))}.`;
}

/** How far a tracing has come. */
export const sayMarks = (placed: number, of: number): string =>
  `Sheet with ${placed} of ${of} marks. Toes point up.`;

/** The state of a phone on the shin. */
export function sayInclinometer(state: InclinometerState): string {
  switch (state.kind) {
    case 'waiting':
      return 'Waiting for the sensor…';
    case 'moving':
      return 'Moving. Hold still at the end of the range.';
    case 'holding':
      return 'Hold still…';
    case 'askew':
      return `The phone has rolled ${sayNumber(state.rollDeg)}° sideways. Lay it flat on the shin.`;
    case 'took':
      return 'Taken.';
    case 'frozen':
      return '';
  }
}

/** What to do with the sensor for the next reading. */
export const sayNextOnLimb = (who: string): string =>
  `Next: ${who}. Flat on the limb, then hold still for half a second.`;

/** A trial that was struck out. */
export const sayStruck = (what: string, reason: string): string =>
  `${what}: struck out, ${reason.toLowerCase()}. It stays in the record and does not count.`;

/** How far apart the knees are in degrees; null = wider than these thighs reach. */
export const sayKneeGap = (abductionDeg: number | null): string =>
  abductionDeg === null
    ? 'Wider than these thighs reach. Check the gap.'
    : `= ${sayNumber(abductionDeg)}° of hip abduction for this pelvis and thigh.`;

/** Limits that a reading would go beyond, in one sentence. */
export const sayReadUpTo = (limits: readonly SafetyLimit[]): string =>
  `Clear allows for this reading: ${limits.map(sayLimit).join(' · ')}. Stop there, whatever range is left.`;

/** The sheet was copied. */
export const sayCopied = (lines: number): string =>
  `Copied ${count(lines, 'line')}. Paste them into a spreadsheet.`;
