import type { CauseId } from '../causes/causes.ts';
import type { TestId } from '../causes/tests.ts';
import type { Evidence } from '../causes/model.ts';
import type { Side } from '../linkage/setup.ts';
import type { Bar, Barring } from './bars.ts';
import type { MethodProfile } from '../setup/profiles.ts';
import type { CountedDrill } from './counted.ts';
import type { Cue } from './cues.ts';
import type { Drill, DrillKit } from './drill.ts';
import type { ServedFinding } from './firstHelp.ts';

/** Sides a cause or a drill concerns. */
export type SideSet = Side | 'both';

/** A cause to work on, with the side that its own evidence names. */
export interface WorkedCause {
  cause: CauseId;
  side: Side | null;
  chance: number;
  /** What supports it: evidence as weighed, or as it was worded when the conclusion was kept. */
  because: readonly (string | Evidence)[];
  /** A coach chose it, whatever its chance. */
  isChosen?: boolean | undefined;
}

/** A fault served by itself, since no group that is acted on explains it. */
export interface FirstServed extends ServedFinding {
  /** The test that would tell what lies behind it; null = none that may be done. */
  test: TestId | null;
}

/** The cause, or the fault by itself, that a cue or drill is for. */
export type GivenFor = ({ kind: 'cause' } & WorkedCause) | ({ kind: 'finding' } & FirstServed);

/** A fault that got neither cue nor drill, and why. */
export interface Unserved {
  finding: ServedFinding;
  /** `full`: two cues are enough, and no drill for it fits; `barred`: nothing for it may be given. */
  because: 'full' | 'barred';
}

/** Inputs of a plan: the causes to work on, most probable first, and what must be kept from it. */
export interface PrescriptionInput extends Barring {
  causes: readonly WorkedCause[];
  /** Causes that take the minutes left over, likewise; they get no cue. */
  fills: readonly WorkedCause[];
  /** Faults that no cause worked on explains. */
  findings: readonly FirstServed[];
  /** Done first where a cause has no side of its own: the stiffer ankle's. */
  stifferSide: Side;
  /** Which cues are part of it, and whether mobility is trained in the squat or by itself first. */
  method: Pick<MethodProfile, 'breaks' | 'toes' | 'workingPoint' | 'kneeTravel' | 'drills'>;
  /** The drills there are: the house's with the practice's own. */
  drills: readonly Drill[];
  /** The cues there are, likewise; of equals the one named first is given. */
  cues: readonly Cue[];
  /** What the coach said of the routine. */
  wishes: RoutineWishes;
  /** Ids of drills that hurt at home and were not looked at since: not given. */
  hurt: readonly string[];
  /** What the practice counted of its drills, where it lets the plan use that; else empty. */
  counted: readonly CountedDrill[];
  /**
   * Cues that cleared what was seen when they were tried, the newest first, with what they cleared; they come before all others, with or without a cause.
   * Of the coach's own words no id.
   */
  cleared: readonly { id: string | null; words: string; findings: readonly FirstServed[] }[];
}

/** Minutes, the kit in the room, and the coach's own additions and removals. */
export interface RoutineWishes {
  minutes: number;
  /** Kit in the room beyond what every room has; null = all of it. */
  kit: readonly DrillKit[] | null;
  /** Ids of drills that are in, whatever else would be better; and of those that are not given. */
  pinned: readonly string[];
  banned: readonly string[];
}

export interface PrescribedCue {
  cue: Cue;
  for: GivenFor;
  /** It cleared what was seen when it was tried. */
  hasCleared: boolean;
}

export interface PrescribedDrill {
  drill: Drill;
  for: GivenFor;
  /** The practice's counts that moved its effect on this cause; null where none are used or they move nothing. */
  counted: CountedDrill | null;
  /** Order in which to do the sides; `both` when together. */
  sides: { first: SideSet; doubled: Side | null };
}

/** Why something that would fit is left out. */
export type LeftOutBecause =
  Bar | { kind: 'kit'; kit: DrillKit } | { kind: 'coach' } | { kind: 'hurt' };

export interface LeftOut {
  what: 'cue' | 'drill';
  id: string;
  name: string;
  because: LeftOutBecause;
}

/** What the client thinks of and does at home, and what was left out. */
export interface Prescription {
  /** At most two. */
  cues: PrescribedCue[];
  /** In routine order. */
  drills: PrescribedDrill[];
  /** Time they take in all, s. */
  seconds: number;
  /** Minutes there were for it. */
  minutes: number;
  notAdvised: LeftOut[];
  unserved: Unserved[];
}
