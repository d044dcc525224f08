import type { PrescriptionValues } from '@zither/contract';
import type { Drill, Prescription, PrescribedDrill, SetupChange } from '@zither/core';
import { HOLD_NAMES, sayDepth, saySupport, sayToes } from './instrument.ts';

const n = (value: number) => Math.round(value).toString();

const REASONS: Record<SetupChange['reason'], string> = {
  intoRange: 'Brought into the range of the method.',
  sameBothSides: 'Both feet stand alike unless a measured difference says otherwise.',
  opensWindow: 'The smallest change that opens the way to the target.',
  ankleAllowsLess: 'The measured ankle now allows a lower heel with range in hand.',
  settledByTrying: 'Tried in this setup and locked.',
  deepestThatHolds: 'The deepest that keeps every limit; go lower only as the ankle gains.',
};

/** A change of setup as an instruction. */
function sayChange({ what, from, to }: SetupChange): string {
  if (typeof from !== 'number' || typeof to !== 'number')
    return `Hold the load ${typeof to === 'number' ? '' : HOLD_NAMES[to].toLowerCase()} instead of ${typeof from === 'number' ? '' : HOLD_NAMES[from].toLowerCase()}`;
  switch (what) {
    case 'stance':
      return `Stance ${n(to / 10)} cm instead of ${n(from / 10)} cm`;
    case 'toeOut':
      return from === to
        ? `Toes ${n(to)}° out on both sides`
        : `Toes ${n(to)}° out instead of ${n(from)}°`;
    case 'heel':
      return `${to === 0 ? 'Heels flat' : `Heels up ${n(to)} mm`} instead of ${from === 0 ? 'flat' : `${n(from)} mm`}`;
    case 'depth':
      return `Down to ${sayDepth(to)} for now, instead of ${sayDepth(from)}`;
    case 'hold':
      return '';
  }
}

const sayDose = ({ dose }: Drill): string => {
  const { amount, unit, sets } = dose;
  const words =
    unit === 'reps' ? `${amount} reps` : unit === 'minutes' ? `${amount} min` : `${amount} s`;
  return sets > 1 ? `${sets} × ${words}` : words;
};

function saySides({ drill, sides }: PrescribedDrill): string {
  if (drill.sides === 'together') return 'both together';
  const second = sides.first === 'left' ? 'right' : 'left';
  const doubled = sides.doubled ? `, twice on the ${sides.doubled}` : '';
  return `each side, ${sides.first} first, then ${second}${doubled}`;
}

/** The prescription as it is kept: words and numbers frozen on the day it was given. */
export function writePrescription(
  given: Prescription,
  givenOn: string,
  measuredOn: string,
): PrescriptionValues {
  const { question, reachesWish, usable, changes } = given.recommendation;
  const { setup, target } = question;
  const standing = `Heels ${n(setup.stanceWidthMm / 10)} cm apart, toes ${sayToes(setup.toeOutDeg)} out, ${saySupport(setup.support)}, ${HOLD_NAMES[setup.hold].toLowerCase()}${setup.loadKg > 0 ? ` with ${setup.loadKg} kg` : ''}`;
  return {
    givenOn,
    measuredOn,
    setup: { ...setup },
    thighDepthDeg: target.thighDepthDeg,
    workingPoint: question.workingPoint,
    reachesWish,
    summary: usable
      ? `${standing}, down to ${sayDepth(target.thighDepthDeg)}.`
      : `${standing}. Squat only with support for now: no free squat keeps every limit.`,
    changes: changes.map((change) => ({
      what: sayChange(change),
      because: REASONS[change.reason],
    })),
    findings: given.findings.map((finding) => ({ ...finding })),
    cues: given.cues.map(({ cue, because }) => ({
      id: cue.id,
      words: cue.words,
      because,
      precaution: cue.precaution,
    })),
    drills: given.drills.map((prescribed) => ({
      id: prescribed.drill.id,
      name: prescribed.drill.name,
      step: prescribed.drill.step,
      how: prescribed.drill.how,
      dose: sayDose(prescribed.drill),
      sides: saySides(prescribed),
      because: prescribed.because,
      precaution: prescribed.drill.precaution,
    })),
  };
}
