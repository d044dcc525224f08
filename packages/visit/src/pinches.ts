import type { Dossier, Tried } from '@zither/contract';
import {
  HIP_FOLD_MEASURES,
  keptTrials,
  newestDorsiflexion,
  resolveBody,
  SIDES,
  type Side,
  type Told,
} from '@zither/core';
import { bodyOf } from './body.ts';

/** Where an ankle pinched in a test and none was read, its range is taken to end here, degrees (house default). */
const UNREAD_ANKLE_DEG = 20;

/** Outcomes in which the front of a joint stopped a test: tight or a pinch. */
const FRONT_OUTCOMES = ['hipFront', 'ankleFront'] as const;

/** The newest of a test that counts, of a side or of none. */
const newestTried = (
  { tried }: Pick<Dossier, 'tried'>,
  test: Tried['test'],
  side: Side | null,
): Tried | null =>
  tried
    .filter((t) => t.test === test && !t.undone && (side === null || t.side === side))
    .sort((a, b) => b.takenAt.localeCompare(a.takenAt))[0] ?? null;

/** Whether a joint's front stopped a test and nobody said that it was only tight. */
const isPinch = (t: Tried | null, outcome: (typeof FRONT_OUTCOMES)[number]): boolean =>
  t !== null && t.outcome === outcome && t.felt !== 'tight';

const toldOf = (answers: Told['answers'], saidAt: string, on: string): Told => ({
  answers,
  saidAt,
  on,
  isNewest: true,
  source: null,
});

/** A pinch that ended the newest ankle reading of a side. */
export function pinchedReading({ trials }: Pick<Dossier, 'trials'>, side: Side) {
  const newest = (['kneeToWall', 'shinAngle', 'shinAngleStraight'] as const)
    .flatMap((measure) => keptTrials(trials, measure, side))
    .sort((a, b) => a.takenAt.localeCompare(b.takenAt))
    .at(-1);
  return newest?.pinch === true ? newest : null;
}

/** A pinch in front of an ankle, in a reading or in a test. */
function anklePinch(dossier: Dossier, side: Side): Told | null {
  const { client, trials } = dossier;
  const straight = newestTried(dossier, 'kneeStraightVsBent', side);
  const sit = newestTried(dossier, 'supportedSit', null);
  const tested = [
    isPinch(straight, 'ankleFront') || (straight?.outcome === 'pain' && straight.felt !== 'tight')
      ? straight
      : null,
    // Of a sit nobody says which ankle: both end there.
    isPinch(sit, 'ankleFront') && (sit!.side === null || sit!.side === side) ? sit : null,
  ].filter((t) => t !== null);
  const [found] = [...tested, pinchedReading(dossier, side)]
    .filter((t) => t !== null)
    .sort((a, b) => b.takenAt.localeCompare(a.takenAt));
  if (!found) return null;
  const atDeg =
    newestDorsiflexion(resolveBody(bodyOf(client)), trials, side)?.deg ?? UNREAD_ANKLE_DEG;
  return toldOf({ anklePinch: { side, atDeg } }, found.takenAt, found.takenOn);
}

/** A pinch at the front of the hip: in a fold reading at its angle, in a sit at an angle nobody read. */
function hipPinches(dossier: Dossier): Told[] {
  const folds = HIP_FOLD_MEASURES.flatMap((m) => keptTrials(dossier.trials, m, null));
  const day = folds
    .map((t) => t.takenOn)
    .sort()
    .at(-1);
  const pinched = folds.filter((t) => t.takenOn === day && t.pinch);
  const sit = newestTried(dossier, 'supportedSit', null);
  return [
    ...(pinched.length > 0
      ? [
          toldOf(
            { hipPinch: { atDeg: Math.min(...pinched.map((t) => t.value)) } },
            pinched
              .map((t) => t.takenAt)
              .sort()
              .at(-1)!,
            day!,
          ),
        ]
      : []),
    ...(sit && isPinch(sit, 'hipFront')
      ? [toldOf({ hipPinch: { atDeg: null } }, sit.takenAt, sit.takenOn)]
      : []),
  ];
}

/** Pinches that ended a range, as the rules of the screen read them: each until the same test or reading went without one. */
export const pinchesOf = (dossier: Dossier): Told[] => [
  ...hipPinches(dossier),
  ...SIDES.flatMap((side) => anklePinch(dossier, side) ?? []),
];

/** Whether an outcome says that the front of a joint stopped a test. */
export const isFront = (outcome: string): outcome is (typeof FRONT_OUTCOMES)[number] =>
  FRONT_OUTCOMES.some((o) => o === outcome);
