import type { CauseId } from '../causes/causes.ts';
import type { BannedCue } from '../diagnose/verdicts.ts';
import type { Asks } from '../safety/asks.ts';

/** Parts of a preparation routine by what they do for the squat, in working order. */
export const ROUTINE_PARTS = ['makeRoom', 'ownIt', 'useIt'] as const;
export type RoutinePart = (typeof ROUTINE_PARTS)[number];

/** Kit a drill may need. A wall, something to hold, and a line on the floor are everywhere; the rest is carried. */
export const DRILL_KIT = [
  'wall',
  'upright',
  'line',
  'ball',
  'roller',
  'lightWeight',
  'bar',
] as const;
export type DrillKit = (typeof DRILL_KIT)[number];
/** Kit that every room has. */
export const IN_EVERY_ROOM: readonly DrillKit[] = ['wall', 'upright', 'line'];

/** How strongly a drill works on a cause: shares of what could be gained (house defaults, an ordering and no measured effects). */
export const DRILL_EFFECT = { strong: 0.7, some: 0.4, weak: 0.2 } as const;
export type DrillStrength = keyof typeof DRILL_EFFECT;

/** How much of a drill is done at a time. */
export interface DrillDose {
  amount: number;
  unit: 'seconds' | 'minutes' | 'reps';
  sets: number;
}

/** A preparation drill. Doses are common practice (no source) and house defaults. */
export interface Drill {
  id: string;
  name: string;
  part: RoutinePart;
  /** Pressure on soft tissue; absent = it moves through the range. One of each makes room better than two alike. */
  presses?: true;
  /** On the feet, or down on the floor. */
  position: 'standing' | 'floor';
  /** What it works on, of the causes that Probe weighs, and how strongly. */
  works: Readonly<Partial<Record<CauseId, DrillStrength>>>;
  /** The causes of `works`, what it is best at first. */
  causes: readonly CauseId[];
  /** How to do it, in the client's words. */
  how: string;
  /** How it should feel when it is right. */
  feel: string;
  /** `perSide`: dose for each side, the worse side first and doubled when clearly stiffer. */
  sides: 'perSide' | 'together';
  dose: DrillDose;
  /** It grows with what the client tolerates: by so much a step, up to so much; in the unit of the dose. */
  grows?: { step: number; most: number };
  /** What it started at, where it has grown. */
  grownFrom?: number;
  /** Sets it had before it was eased to a maintenance dose. */
  easedFrom?: number;
  /** A rep takes so long, s; absent = as usual for its part. */
  repSeconds?: number;
  kit: readonly DrillKit[];
  /** What to take care of, and when to stop. */
  precaution: string;
  /** What it asks of a body: decides under which limits it is not given. */
  asks: Asks;
  /** Not given while this is banned for the client. */
  bannedAs?: BannedCue;
  /** The next easier and harder one, by id. */
  easier?: string;
  harder?: string;
}

const ORDER: readonly DrillStrength[] = ['strong', 'some', 'weak'];

/** A drill with its causes in the order of how strongly it works on them. */
export const drill = (told: Omit<Drill, 'causes'>): Drill => ({
  ...told,
  causes: (Object.keys(told.works) as CauseId[]).sort(
    (a, b) => ORDER.indexOf(told.works[a]!) - ORDER.indexOf(told.works[b]!),
  ),
});
