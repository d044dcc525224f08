import type { CauseId } from '../diagnose/causes.ts';
import type { Side } from '../linkage/setup.ts';
import { CUES } from './cues.ts';
import { DRILLS, ROUTINE_PARTS, type Drill, type RoutinePart } from './drills.ts';
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

/** One to make room, one to own it, one to use it; each with the parts it may come from. */
const SLOTS: readonly (readonly RoutinePart[])[] = [['makeRoom'], ['ownIt', 'makeRoom'], ['useIt']];

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
 * one to make room, one to own it, one to use it. Without a cause nothing is given. What fits and is left out is named with its reason.
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
  const openCues = CUES.filter((cue) => {
    const bar = barOf(cue, cue.bannedAs, input);
    if (bar && worksOn(cue)) leaveOut('cue', cue.id, cue.words, bar);
    return bar === null;
  });
  for (const { cause } of causes) {
    if (cues.length === 2) break;
    const cue = bestFor(
      openCues.filter((c) => !cues.some((p) => p.cue.id === c.id)),
      cause.cause,
    );
    if (cue) cues.push({ cue, for: cause });
  }

  const openDrills = DRILLS.filter((drill) => {
    const bar = barOf(drill, drill.bannedAs, input);
    if (bar && worksOn(drill)) leaveOut('drill', drill.id, drill.name, bar);
    return bar === null;
  });
  const drills: PrescribedDrill[] = [];
  for (const parts of SLOTS) {
    const found = firstFit(
      openDrills.filter((d) => !drills.some((p) => p.drill.id === d.id)),
      causes,
      parts,
      input.stifferSide,
    );
    if (found) drills.push(found);
  }
  drills.sort((a, b) => ROUTINE_PARTS.indexOf(a.drill.part) - ROUTINE_PARTS.indexOf(b.drill.part));
  return { cues, drills, notAdvised };
}

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
  parts: readonly RoutinePart[],
  stifferSide: Side,
): PrescribedDrill | null {
  // Part before cause: a belief that moves a little then changes one drill, not the whole routine.
  for (const part of parts)
    for (const { cause, first, doubled } of causes) {
      const drill = bestFor(
        drills.filter((d) => d.part === part),
        cause.cause,
      );
      if (!drill) continue;
      const sides =
        drill.sides === 'together'
          ? { first: 'both' as const, doubled: null }
          : { first: first ?? stifferSide, doubled };
      return { drill, for: cause, sides };
    }
  return null;
}
