import type { PrescriptionValues } from '@zither/contract';
import {
  CAUTIONS,
  drillPicture,
  floorMarks,
  rungOfHold,
  type FloorPoint,
  type FootMarks,
  type Side,
} from '@zither/core';
import { sayShortDay } from './days.ts';
import { sayDepth, saySupport, sayToes } from './instrument.ts';
import { HOLD_NAMES } from './names.ts';
import { sayHow } from './plan.ts';
import { capital } from './terms.ts';
import { sayWeek } from './week.ts';
import { inUnits, sayLength, sayMass } from './units.ts';
import { sayNumber } from './numbers.ts';

/** A heading of a plan with its lines, and the drills that stand under it. */
export interface PlanPart {
  title: string;
  lines: string[];
  drills: {
    id: string;
    title: string;
    lines: string[];
    steps: PrescriptionValues['drills'][number]['steps'];
  }[];
}

const part = (
  title: string,
  lines: readonly string[],
  drills: PlanPart['drills'] = [],
): PlanPart[] =>
  lines.length === 0 && drills.length === 0 ? [] : [{ title, lines: [...lines], drills }];

/** Sentences that are read one after another as one paragraph. */
const prose = (sentences: readonly string[]): string[] =>
  sentences.length === 0 ? [] : [sentences.join(' ')];

/**
 * A given plan part by part, as every paper, file and message says it. `within` are the limits of the screen that apply, in words.
 * No name and nothing of the record beyond the plan.
 */
export function planParts(plan: PrescriptionValues, within: readonly string[] = []): PlanPart[] {
  return [
    ...part('How to stand', [
      plan.summary,
      ...(within.length > 0 ? [`Within limits: ${within.join(' · ')}.`] : []),
    ]),
    ...part('Train', prose(plan.training)),
    ...part('Before the load', prose(plan.beforeLoad)),
    ...part(
      'Think of',
      plan.cues.map((cue) => `“${cue.words}” ${cue.precaution}`),
    ),
    ...(plan.drills.length === 0
      ? []
      : part(
          'Do, in this order',
          [plan.time, plan.look].filter((line) => line !== ''),
          plan.drills.map((drill, i) => ({
            id: drill.id,
            title: `${i + 1}. ${drill.name}: ${drill.dose}`,
            lines: [sayHow(drill), `Care: ${drill.precaution}`],
            steps: drill.steps,
          })),
        )),
    ...part('The week', [
      ...(plan.week ? sayWeek(plan.week.days, plan.drills.length > 0) : []),
      ...(plan.recheckOn ? [`Recheck on ${sayShortDay(plan.recheckOn)}.`] : []),
    ]),
    ...part('Take care', CAUTIONS),
  ];
}

/** The parts with the pictures of their drills, for paper and for the client's page; `photos` are the practice's own, by drill. */
export const withPictures = (
  parts: readonly PlanPart[],
  photos: Readonly<Record<string, string>>,
) =>
  parts.map((part) => ({
    ...part,
    drills: part.drills.map((drill) => ({
      ...drill,
      picture: drillPicture(drill.id),
      photo: photos[drill.id] ?? null,
    })),
  }));

/** The client's page of a plan: no name in it. `hurt` are drills that hurt at home and stay stopped; `sendTo` is where its ticks go, null = it is a file. */
export const homePage = (
  plan: PrescriptionValues & { id: string },
  within: readonly string[],
  { photos, hurt }: { photos: Readonly<Record<string, string>>; hurt: readonly string[] },
  sendTo: string | null,
) => ({
  title: planTitle(plan),
  planId: plan.id,
  parts: withPictures(planParts(plan, within), photos).map((part) => ({
    ...part,
    drills: part.drills.map((drill) => ({ ...drill, isStopped: hurt.includes(drill.id) })),
  })),
  sendTo,
});

/** Title of a plan, on paper with the client's name before it. */
export const planTitle = ({ givenOn }: Pick<PrescriptionValues, 'givenOn'>, who = ''): string =>
  who === ''
    ? `Squat plan, ${sayShortDay(givenOn)}`
    : `${who}: squat plan, ${sayShortDay(givenOn)}`;

/** What stands on a setup card: numbers, what to think of, heights in the rack, and the first caution. */
export interface SetupCard {
  title: string;
  numbers: { label: string; value: string }[];
  cues: string[];
  heights: string[];
  cautions: string[];
}

/** The setup card of a plan, in the units the plan was given in. */
export const setupCard = (plan: PrescriptionValues, who: string): SetupCard =>
  inUnits(plan.units, () => {
    const { setup } = plan;
    return {
      title: `${who}: squat setup, ${sayShortDay(plan.givenOn)}`,
      numbers: [
        { label: 'Between the heels', value: sayLength(setup.stanceWidthMm, 1) },
        { label: 'Toes out', value: sayToes(setup.toeOutDeg) },
        { label: 'Under the feet', value: capital(saySupport(setup.support)) },
        { label: 'Load position', value: HOLD_NAMES[setup.hold] },
        { label: 'Depth', value: capital(sayDepth(plan.thighDepthDeg)) },
        ...(setup.loadKg > 0
          ? [{ label: 'Load', value: sayMass(setup.loadKg) }]
          : rungOfHold(setup.hold) === 'box'
            ? []
            : [{ label: 'Load', value: 'None for now' }]),
      ],
      cues: plan.cues.map((cue) => cue.words),
      // Hooks and safeties come first of what has to be ready before the load.
      heights: plan.beforeLoad.filter((line) => /^(Hooks|Safeties) at /.test(line)),
      cautions: CAUTIONS.slice(0, 1).concat(CAUTIONS.slice(-1)),
    };
  });

/** A floor map as it is drawn and read. */
export interface FloorMap {
  title: string;
  marks: { left: FootMarks; right: FootMarks };
  labels: { left: string; right: string };
  tape: string[];
  how: string[];
}

const sayPoint = ({ leftMm, aheadMm }: FloorPoint, side: Side): string => {
  const beside = `${sayLength(Math.abs(leftMm), 1)} ${leftMm < 0 ? 'right' : 'left'} of the centre line`;
  const ahead =
    Math.abs(aheadMm) < 0.5
      ? 'on the line through the heels'
      : `${sayLength(Math.abs(aheadMm), 1)} ${aheadMm < 0 ? 'behind' : 'ahead of'} the line through the heels`;
  // A foot that crosses the centre line is worth a second look.
  const crosses = side === 'left' ? leftMm < 0 : leftMm > 0;
  return `${beside}${crosses ? ' (it crosses the line)' : ''}, ${ahead}`;
};

/** The setup of a plan on the floor: drawn at true size, and as distances to be taped. `footMm` is heel to longest toe. */
export const floorMap = (plan: PrescriptionValues, footMm: number, who: string): FloorMap =>
  inUnits(plan.units, () => {
    const { setup } = plan;
    const marks = floorMarks(setup, { left: footMm, right: footMm });
    const label = (side: Side) => `${capital(side)} foot, ${sayNumber(setup.toeOutDeg[side])}° out`;
    return {
      title: `${who}: floor map, ${sayShortDay(plan.givenOn)}`,
      marks,
      labels: { left: label('left'), right: label('right') },
      tape: [
        'Tape one straight line on the floor, the centre line, and a second one square across it: the line through the heels.',
        ...(['left', 'right'] as const).flatMap((side) => [
          `${capital(side)} heel, back edge: ${sayPoint(marks[side].heel, side)}.`,
          `${capital(side)} second toe: ${sayPoint(marks[side].toe, side)}.`,
        ]),
        ...(setup.support.kind === 'floor'
          ? []
          : [`Under each foot: ${saySupport(setup.support)}, where the dashed outline is.`]),
      ],
      how: [
        'Print at 100 %. The line at the edge of each sheet must measure 100 mm (3.94 in).',
        'Fold a sheet along its dotted line, lay it on its neighbour so that the crosses meet, and tape it down.',
        'The back of each heel goes on its lower red cross, the second toe toward the upper one.',
        'Stand on it without a load first. Tape the paper flat so that nothing slips, or mark the floor and take it away.',
      ],
    };
  });
