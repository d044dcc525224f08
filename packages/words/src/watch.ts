import type { CaptureLine, Condition } from '@zither/contract';
import {
  FAULTS,
  type AgreementLine,
  type CameraView,
  type FaultId,
  type LeanBudget,
  type MotionFinding,
  type Phase,
  type Severity,
  type Side,
} from '@zither/core';

export const VIEW_NAMES: Record<CameraView, string> = {
  side: 'Side',
  front: 'Front',
  rear: 'Behind',
};

export const CONDITION_NAMES: Record<Condition, string> = {
  bodyweight: 'Bodyweight',
  load: 'Training load',
  overhead: 'Overhead screen',
  trial: 'Setup on trial',
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
  const digits = unit === '×' ? 1 : 0;
  const text = value
    .toFixed(digits)
    .replace(/^-(0(\.0)?)$/, '$1')
    .replace('-', '−');
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
  f: Pick<MotionFinding, 'value' | 'unit' | 'phase' | 'reps' | 'severity'>,
  of: number,
): string {
  const parts = [
    f.severity,
    sayAmount(f.value, f.unit),
    f.phase && PHASE_NAMES[f.phase],
    sayReps(f.reps, of),
  ];
  return parts.filter((p) => p !== null).join(' · ');
}

/** What a capture or judgement found, in one line. */
export function sayFound(
  findings: readonly { fault: FaultId; severity: Severity; side: Side | null }[],
): string {
  if (findings.length === 0) return 'nothing named';
  const said = findings
    .slice(0, 3)
    .map((f) => `${sayFault(f.fault, f.side).toLowerCase()} (${f.severity})`);
  const more = findings.length - said.length;
  return more > 0 ? `${said.join(' · ')} · ${more} more` : said.join(' · ');
}

export const AGREEMENT_WORDS: Record<AgreementLine['kind'], string> = {
  both: 'seen by both',
  onlyMeasured: 'only measured',
  onlyByEye: 'only by eye',
  notMeasurable: 'only the eye can tell here',
};

/** "Side · bodyweight", with the heel repeat named. */
export const sayLook = (look: Pick<CaptureLine, 'view' | 'condition' | 'heelsRaised'>): string =>
  `${VIEW_NAMES[look.view]} · ${CONDITION_NAMES[look.condition].toLowerCase()}${look.heelsRaised ? ' · 25 mm under the heels' : ''}`;

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
      means: 'What these thighs, this trunk and this hold ask even of a free ankle. Not a fault.',
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
