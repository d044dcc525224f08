import { sayList } from './terms.ts';
import { sayDepth } from './instrument.ts';
import type { CaptureLine, Condition, LookAsks } from '@zither/contract';
import {
  AREAS,
  FAULTS,
  type Area,
  type AgreementLine,
  type CameraView,
  type FaultId,
  type LeanBudget,
  type MotionFinding,
  type Phase,
  type Severity,
  type Side,
  type Analysis,
} from '@zither/core';
import { sayHeight, sayMass, sayLength } from './units.ts';
import { sayNumber, sayPercent } from './numbers.ts';

export const VIEW_NAMES: Record<CameraView, string> = {
  side: 'Side',
  front: 'Front',
  rear: 'Behind',
};

export const CONDITION_NAMES: Record<Condition, string> = {
  bodyweight: 'Bodyweight',
  load: 'Training load',
  trial: 'Setup on trial',
};

/** Where the eye looks, from the floor up. */
export const AREA_NAMES: Record<Area, string> = {
  feet: 'Feet and floor',
  knees: 'Knees',
  hips: 'Hips and pelvis',
  back: 'Back and chest',
  arms: 'Arms',
  rhythm: 'Rhythm of the rep',
};

/** The same where there is little room. */
export const AREA_SHORT: Record<Area, string> = {
  feet: 'Feet',
  knees: 'Knees',
  hips: 'Hips',
  back: 'Back',
  arms: 'Arms',
  rhythm: 'Rhythm',
};

export const PHASE_NAMES: Record<Phase, string> = {
  descent: 'going down',
  bottom: 'at the bottom',
  ascent: 'coming up',
};

/** "Knee in, left". */
export const sayFault = (fault: FaultId, side: Side | null): string =>
  side === null ? FAULTS[fault].name : `${FAULTS[fault].name}, ${side}`;

/** A value with its unit, degrees and per cent close up. */
export function sayAmount(value: number, unit: string): string {
  if (unit === 'mm') return sayHeight(value);
  const text = sayNumber(value, unit === '×' ? 1 : 0);
  return unit === '°' || unit === '×' ? `${text}${unit}` : `${text} ${unit}`;
}

/** "reps 1, 3 and 4", "every rep". */
export function sayReps(reps: readonly number[], of: number): string {
  if (reps.length === of && of > 1) return 'every rep';
  if (reps.length === 0) return 'no rep told apart';
  if (reps.length === 1) return `rep ${reps[0]}`;
  return `reps ${reps.slice(0, -1).join(', ')} and ${reps.at(-1)}`;
}

/** A finding's line under its name. */
export function sayFinding(
  f: Pick<MotionFinding, 'value' | 'unit' | 'phase' | 'reps' | 'severity' | 'fromDepthDeg'>,
  of: number,
): string {
  const parts = [
    f.severity,
    sayAmount(f.value, f.unit),
    f.phase && PHASE_NAMES[f.phase],
    f.fromDepthDeg === null ? null : `from ${sayDepth(f.fromDepthDeg)} on`,
    sayReps(f.reps, of),
  ];
  return parts.filter((p) => p !== null).join(' · ');
}

/** A finding that marks off the joints could have made by themselves. */
export const sayClose = (
  f: Pick<MotionFinding, 'fault' | 'side' | 'value' | 'unit' | 'errorOf'>,
): string =>
  `${sayFault(f.fault, f.side)}: ${sayAmount(f.value, f.unit)} ± ${sayAmount(f.errorOf, f.unit)}`;

/** What a capture or judgement found, in one line. */
export function sayFound(
  findings: readonly {
    fault: FaultId;
    severity: Severity;
    side: Side | null;
    alternates?: boolean | undefined;
  }[],
): string {
  if (findings.length === 0) return 'nothing named';
  const said = findings
    .slice(0, 3)
    .map(
      (f) =>
        `${sayFault(f.fault, f.side).toLowerCase()}${f.alternates ? ', changing sides' : ''} (${f.severity})`,
    );
  const more = findings.length - said.length;
  return more > 0 ? `${said.join(' · ')} · ${more} more` : said.join(' · ');
}

/** How a fault stands against an earlier capture. */
export const COMPARED_WORDS = {
  gone: 'gone',
  new: 'new',
  better: 'better',
  same: 'no change we can see',
  worse: 'worse',
  notJudged: 'not judged in both',
} as const;

/** What a look by eye says: what was named, what was clean, and that the rest was not looked at. */
export function sayJudgement({
  seen,
  lookedAt,
}: {
  seen: readonly {
    fault: FaultId;
    severity: Severity;
    side: Side | null;
    alternates?: boolean | undefined;
  }[];
  lookedAt: readonly Area[] | null;
}): string {
  const once = seen.filter(
    (f, i) => !f.alternates || seen.findIndex((g) => g.fault === f.fault) === i,
  );
  const named = once.map((f) => (f.alternates ? { ...f, side: null } : f));
  const clean = (lookedAt ?? []).filter((a) => !seen.some((f) => FAULTS[f.fault].area === a));
  const parts = [
    ...(named.length > 0 || lookedAt === null ? [sayFound(named)] : []),
    ...(clean.length > 0 ? [`clean: ${sayAreas(clean)}`] : []),
    ...(lookedAt === null ? ['what was watched is not recorded'] : []),
  ];
  return parts.join(' · ');
}

/** Parts of the body in a sentence, as the eye travels. */
export const sayAreas = (areas: readonly Area[]): string =>
  sayList(AREAS.filter((a) => areas.includes(a)).map((a) => AREA_SHORT[a].toLowerCase()));

export const AGREEMENT_WORDS: Record<AgreementLine['kind'], string> = {
  both: 'seen by both',
  onlyMeasured: 'only measured',
  onlyByEye: 'only by eye',
  notMeasurable: 'only the eye can tell here',
  notLookedAt: 'measured; the eye did not look there',
};

/** The options of a look: what each choice is called, and why one would choose it. */
export const LOOK_OPTIONS = {
  stands: {
    name: 'Stands',
    choices: {
      habit: {
        name: 'Unprompted',
        why: 'Shows what the client does by themselves: causes are weighed by it.',
      },
      inUse: {
        name: 'In the setup in use',
        why: 'Counts as a trial of that setup, not of the habit.',
      },
      other: { name: 'Another way', why: 'Counts as a trial of the stance you enter.' },
    },
  },
  arms: {
    name: 'Arms',
    choices: {
      free: { name: 'Free', why: 'As they squat by themselves.' },
      up: { name: 'Up', why: 'Asks shoulders and trunk as well.' },
      weight: {
        name: 'Weight in front',
        why: 'Shows what balance alone changes: a small weight held out.',
      },
    },
  },
  feet: {
    name: 'Feet',
    choices: {
      own: { name: 'As they stand', why: 'Shows the habit.' },
      straight: { name: 'Straight', why: 'Shows what an open foot hides.' },
    },
  },
  depth: {
    name: 'Depth',
    choices: {
      free: { name: 'Free', why: 'Shows how deep they go by themselves.' },
      seat: { name: 'To a seat', why: 'The same depth every time, with something to stop at.' },
    },
  },
  heels: {
    name: 'Heels',
    choices: {
      flat: { name: 'Flat', why: 'Shows what the ankle does by itself.' },
      raised: { name: 'Raised', why: 'Shows whether the ankle explains it.' },
    },
  },
  shoes: {
    name: 'On the feet',
    choices: {
      barefoot: { name: 'Barefoot', why: 'Shows the arch and the heel bone.' },
      shod: { name: 'Shoes', why: 'Shows what they train in; the foot is hidden.' },
    },
  },
} as const;

/** In which state the client is. */
export const STATE_NAMES = { cold: 'Cold', warm: 'Warm', after: 'After the routine' } as const;

/** Options of a look beside the plain squat: "arms up · heels raised 20 mm"; empty when it is plain. */
export const sayAsks = (asks: LookAsks): string =>
  [
    asks.state === null ? null : STATE_NAMES[asks.state].toLowerCase(),
    asks.loadKg === null ? null : sayMass(asks.loadKg),
    asks.belt ? 'belt' : null,
    // A load is always looked at in the setup in use.
    asks.hold !== null || asks.stands === 'habit'
      ? null
      : asks.stands === 'inUse'
        ? 'in the setup in use'
        : asks.stanceWidthMm === null
          ? 'in another stance'
          : `stance ${sayLength(asks.stanceWidthMm, 1)}`,
    asks.arms === 'up' ? 'arms up' : asks.arms === 'weight' ? 'weight in front' : null,
    asks.feet === 'straight' ? 'feet straight' : null,
    asks.depth === 'seat' ? 'to a seat' : null,
    asks.heelRiseMm > 0 ? `heels raised ${sayHeight(asks.heelRiseMm)}` : null,
    asks.shod ? 'in shoes' : null,
  ]
    .filter((part) => part !== null)
    .join(' · ');

type Asked = Pick<CaptureLine, 'condition' | 'asks'>;

/** A squat by what was chosen for it: "arms up · heels raised 20 mm", "bodyweight" where nothing was. */
export function saySquat({ condition, asks }: Asked): string {
  const options = sayAsks(asks);
  const what = CONDITION_NAMES[condition].toLowerCase();
  return options === '' ? what : condition === 'bodyweight' ? options : `${what} · ${options}`;
}

/** A look by its view and what was chosen: "Side · arms up · heels raised 20 mm". */
export const sayLook = (look: Pick<CaptureLine, 'view'> & Asked): string =>
  `${VIEW_NAMES[look.view]} · ${saySquat(look)}`;

export interface LeanPart {
  key: 'proportionsDeg' | 'ankleDeg' | 'unusedAnkleDeg' | 'offBalanceDeg';
  name: string;
  means: string;
  remedy: string;
}

/** The four parts of a lean, each with what it means and what answers it. */
export function leanParts(budget: Pick<LeanBudget, LeanPart['key']>): LeanPart[] {
  const isBeyond = budget.unusedAnkleDeg < -1;
  return [
    {
      key: 'proportionsDeg',
      name: 'Build',
      means:
        'What these thighs, this trunk and this load position ask even of a free ankle. Not a fault.',
      remedy: 'Leave it, open the stance, or hold the load in front.',
    },
    {
      key: 'ankleDeg',
      name: 'Ankle',
      means: 'Added because the measured ankle ends before a free one would.',
      remedy: 'Train the ankle; a heel bridges meanwhile.',
    },
    {
      key: 'unusedAnkleDeg',
      name: isBeyond ? 'Beyond the ankle' : 'Unused ankle',
      means: isBeyond
        ? 'The shin leaned further than the ankle was measured: a heel came up, or the ankle bends more than was read.'
        : 'Ankle left unused: the squat sits back although range is there.',
      remedy: isBeyond
        ? 'Watch the heels, and measure the ankle again.'
        : 'Reach with a counterweight, let the knees travel.',
    },
    {
      key: 'offBalanceDeg',
      name: 'Off balance',
      means: 'What balance does not explain: weight off mid-foot, or a back that is not straight.',
      remedy: 'Brace, ribs over pelvis, weight mid-foot.',
    },
  ];
}

/** How alike the reps of a capture are, with their scatter. */
export function sayConsistency(of: Analysis['consistency']): string {
  const alike = {
    steady: 'The reps are alike.',
    varies: 'The reps differ from each other.',
    tooFew: 'One rep alone cannot show how alike reps are.',
  }[of.kind];
  const parts = [
    of.depthSdDeg !== null && `depth ${sayNumber(of.depthSdDeg, 1)}°`,
    of.leanSdDeg !== null && `lean ${sayNumber(of.leanSdDeg, 1)}°`,
    of.kneeTravelSdMm !== null && `knee travel ${sayLength(of.kneeTravelSdMm, 1)}`,
    of.tempoShare !== null && `tempo ${sayPercent(of.tempoShare)}`,
  ].filter((part) => part !== false);
  return parts.length === 0 ? alike : `${alike} Scatter (SD): ${parts.join(', ')}.`;
}

/** How well a capture was seen, and what was set right in it. */
export const sayQuality = ({ rateHz, seen, notes }: Analysis['quality']): string =>
  [
    `${sayNumber(rateHz)} frames a second, marks seen in at least ${sayPercent(seen)} of them.`,
    ...notes,
  ].join(' ');

/** What a capture could not tell, each with the reason. */
export const sayNotJudged = (list: Analysis['quality']['notJudged']): string =>
  `Not judged: ${list.map((n) => `${sayFault(n.fault, n.side).toLowerCase()} (${n.because})`).join(', ')}.`;

/** How much of the frames a finding rests on was seen. */
export const saySeenShare = (sure: number): string =>
  `Seen in ${sayPercent(sure)} of the frames it rests on.`;

/** How much of a mismatch of trunk and shin this build shows without any fault. */
export const sayBuiltMismatch = (deg: number): string =>
  `This build at the end of its ankle shows ${sayNumber(deg)}° of it anyway: see the lean.`;

/** The curves over a rep explained. */
export const sayCurves = ({ best, worst }: Pick<Analysis, 'best' | 'worst'>): string =>
  `Full: rep ${best}, the best. Dashed: rep ${worst}, the worst. Upright bar: where the figure stands.`;

/** How far the camera and the eye agree on a look. */
export const sayAgreement = (alike: number, of: number): string =>
  `Alike on ${alike} of the ${of} faults this capture could tell.`;

/** Nothing earlier from this view. */
export const sayNoEarlier = (view: CameraView): string =>
  `Nothing to compare with: no earlier capture, ${VIEW_NAMES[view].toLowerCase()}.`;

/** A file that was filmed from elsewhere than was chosen. */
export const sayOtherView = (file: string, view: CameraView): string =>
  `${file} shows the client from ${view === 'side' ? 'the side' : 'the front or behind'}: choose that view above and import it again.`;

/** Why a capture could not be worked through. */
export const sayCaptureFailed = (because: string | null): string =>
  `The capture could not be worked through: ${because ?? 'unknown reason'}.`;

/** How far a capture has been read; share from 0 to 1. */
export const sayReadingShare = (share: number): string =>
  `Reading the capture: ${sayPercent(share)}.`;
