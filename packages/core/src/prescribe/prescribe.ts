import type { CauseId } from '../diagnose/causes.ts';
import type { Side } from '../linkage/setup.ts';
import { belongsTo, CUES, type Cue } from './cues.ts';
import { DRILLS, ROUTINE_PARTS, type Drill } from './drills.ts';
import { BARRED_BY_REFERRAL } from './referral.ts';
import type {
  LeftOut,
  LeftOutBecause,
  PrescribedCue,
  PrescribedDrill,
  Prescription,
  PrescriptionInput,
  WorkedCause,
} from './types.ts';

/** Two sides of one cause this far apart clearly differ: the worse one is done twice (house default). */
const CLEARLY_WORSE = 0.3;

/** What a slot of the routine takes: a part, and within it how it works. */
type Slot = (drill: Drill) => boolean;
const moves: Slot = (d) => d.part === 'makeRoom' && !d.presses;
const presses: Slot = (d) => d.part === 'makeRoom' && d.presses === true;
const owns: Slot = (d) => d.part === 'ownIt';
const uses: Slot = (d) => d.part === 'useIt';

/** Three places of the routine by how a method trains mobility; each with what it may be instead, the better first. */
const SLOTS: Record<PrescriptionInput['method']['drills'], readonly (readonly Slot[])[]> = {
  isolatedFirst: [[moves, presses], [owns, presses, moves], [uses]],
  // What can be trained in the squat is; by itself only what the squat does not reach.
  inTheSquat: [[uses], [uses, owns], [owns, presses, moves]],
};

/** Both sides of one cause as one, and which of them leads. */
interface Merged {
  cause: WorkedCause;
  first: Side | null;
  doubled: Side | null;
}

function merged(causes: readonly WorkedCause[]): Merged[] {
  const list: Merged[] = [];
  for (const cause of causes) {
    if (list.some((m) => m.cause.cause === cause.cause)) continue;
    const other = causes.find((c) => c.cause === cause.cause && c.side !== cause.side);
    const apart = cause.chance - (other?.chance ?? 0);
    list.push({
      cause,
      first: cause.side,
      doubled: cause.side !== null && apart >= CLEARLY_WORSE ? cause.side : null,
    });
  }
  return list;
}

/** Why a drill or cue may not be given; null = it may. */
function barOf(
  entry: { id: string; causes: readonly CauseId[]; barredBy: Drill['barredBy'] },
  bannedAs: Drill['bannedAs'],
  { limits, referred, banned }: PrescriptionInput,
): LeftOutBecause | null {
  const limit = entry.barredBy.find((kind) => limits.some((l) => l.kind === kind));
  if (limit) return { kind: 'limit', limit };
  for (const cause of referred) {
    const barred = BARRED_BY_REFERRAL[cause];
    if (barred?.entries.includes(entry.id) || entry.causes.some((c) => barred?.causes.includes(c)))
      return { kind: 'referred', cause };
  }
  return bannedAs && banned.includes(bannedAs) ? { kind: 'banned', cue: bannedAs } : null;
}

/**
 * Cues and drills for the causes to work on, from the tables, under the screen's limits. At most two cues, one a cause; at most three drills,
 * by the method one to make room, one to own it and one to use it, or in the squat first. Without a cause nothing is given. What fits and is left out is named with its reason.
 * Deterministic.
 */
export function prescribe(input: PrescriptionInput): Prescription {
  const causes = merged(input.causes);
  const notAdvised: LeftOut[] = [];
  const leaveOut = (what: LeftOut['what'], id: string, name: string, because: LeftOutBecause) => {
    if (!notAdvised.some((n) => n.id === id)) notAdvised.push({ what, id, name, because });
  };
  const worksOn = (entry: { causes: readonly CauseId[] }) =>
    causes.some((m) => entry.causes.includes(m.cause.cause));

  const cues: PrescribedCue[] = [];
  const openCues = CUES.filter((cue) => belongsTo(cue, input.method)).filter((cue) => {
    const bar = barOf(cue, cue.bannedAs, input);
    if (bar && worksOn(cue)) leaveOut('cue', cue.id, cue.words, bar);
    return bar === null;
  });
  const give = (cue: Cue, cause: WorkedCause, hasCleared: boolean) => {
    if (cues.length < 2 && !cues.some((p) => p.cue.id === cue.id || p.for.cause === cause.cause))
      cues.push({ cue, for: cause, hasCleared });
  };
  // What cleared it today comes first, whichever of its causes that was.
  for (const { id, words } of input.cleared) {
    if (id === null) {
      if (causes[0]) give(ownCue(words, causes[0].cause), causes[0].cause, true);
      continue;
    }
    const cue = openCues.find((c) => c.id === id);
    const answered = cue && (causes.find((m) => cue.causes.includes(m.cause.cause)) ?? causes[0]);
    if (answered) give(cue, answered.cause, true);
  }
  for (const { cause } of causes) {
    const cue = bestFor(
      openCues.filter((c) => !cues.some((p) => p.cue.id === c.id)),
      cause.cause,
    );
    if (cue) give(cue, cause, false);
  }

  const openDrills = DRILLS.filter((drill) => {
    const bar = barOf(drill, drill.bannedAs, input);
    if (bar && worksOn(drill)) leaveOut('drill', drill.id, drill.name, bar);
    return bar === null;
  });
  const drills: PrescribedDrill[] = [];
  for (const slots of SLOTS[input.method.drills]) {
    const found = firstFit(
      openDrills.filter((d) => !drills.some((p) => p.drill.id === d.id)),
      causes,
      slots,
      input.stifferSide,
    );
    if (found) drills.push(found);
  }
  // Within a part pressure first: it eases what is moved afterwards.
  const place = ({ drill }: PrescribedDrill) =>
    2 * ROUTINE_PARTS.indexOf(drill.part) + (drill.presses ? 0 : 1);
  drills.sort((a, b) => place(a) - place(b));
  return { cues, drills, notAdvised };
}

/** Words of the coach or the method that cleared it when they were tried. */
const ownCue = (words: string, { cause }: WorkedCause): Cue => ({
  id: 'own-words',
  kind: 'external',
  words,
  causes: [cause],
  precaution: 'The client’s own cue: drop it as soon as it is no longer needed.',
  barredBy: [],
});

/** The entry that is best at a cause: the one that names it earliest; the first of equals. */
function bestFor<T extends { causes: readonly CauseId[] }>(
  list: readonly T[],
  cause: CauseId,
): T | null {
  const fit = list.filter((e) => e.causes.includes(cause));
  return [...fit].sort((a, b) => a.causes.indexOf(cause) - b.causes.indexOf(cause))[0] ?? null;
}

function firstFit(
  drills: readonly Drill[],
  causes: readonly Merged[],
  slots: readonly Slot[],
  stifferSide: Side,
): PrescribedDrill | null {
  // Slot before cause: a belief that moves a little then changes one drill, not the whole routine.
  for (const fits of slots)
    for (const { cause, first, doubled } of causes) {
      const drill = bestFor(drills.filter(fits), cause.cause);
      if (!drill) continue;
      const sides =
        drill.sides === 'together'
          ? { first: 'both' as const, doubled: null }
          : { first: first ?? stifferSide, doubled };
      return { drill, for: cause, sides };
    }
  return null;
}
