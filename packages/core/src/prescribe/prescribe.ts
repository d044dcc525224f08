import type { CauseId } from '../diagnose/causes.ts';
import { barOf } from './bars.ts';
import type { Side } from '../linkage/setup.ts';
import { countedFactor, factorFrom } from './counted.ts';
import { belongsTo, cueInWords, type Cue } from './cues.ts';
import { DRILL_EFFECT, IN_EVERY_ROOM, ROUTINE_PARTS, type Drill } from './drill.ts';
import { bestRoutine, costOf, type Routine } from './routine.ts';
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

/**
 * Cues and drills for the causes to work on, from the tables, under the screen's limits. At most two cues, one a cause. The drills are the best that fit
 * into the minutes ({@link bestRoutine}). Without a cause nothing is given. Drills and cues that fit but are left out are named with the reason. Deterministic.
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
  const openCues = input.cues
    .filter((cue) => belongsTo(cue, input.method))
    .filter((cue) => {
      const bar = barOf(cue, input);
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
      const own = causes[0] && cueInWords(words, [causes[0].cause.cause]);
      if (own && !barOf(own, input)) give(own, causes[0]!.cause, true);
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

  const { drills, seconds } = routineOf(input, causes, (drill, because) => {
    if (worksOn(drill)) leaveOut('drill', drill.id, drill.name, because);
  });
  return { cues, drills, seconds, notAdvised };
}

/** What keeps a drill from being given: the screen, a clinician, a ban, pain at home, the coach's own removals, or missing kit. */
function drillBar(drill: Drill, input: PrescriptionInput): LeftOutBecause | null {
  const { banned, kit } = input.wishes;
  const bar = barOf(drill, input);
  if (bar) return bar;
  if (input.hurt.includes(drill.id)) return { kind: 'hurt' };
  if (banned.includes(drill.id)) return { kind: 'coach' };
  const lacking = drill.kit.find((k) => kit && !kit.includes(k) && !IN_EVERY_ROOM.includes(k));
  return lacking ? { kind: 'kit', kit: lacking } : null;
}

/** Whether a drill may be given to this client at all. */
export const mayGive = (drill: Drill, input: PrescriptionInput): boolean =>
  drillBar(drill, input) === null;

/** The cause a drill is given for: the one it is expected to do most for. */
function answeredBy(
  drill: Drill,
  causes: readonly Merged[],
  factorOf: (drill: string, cause: CauseId) => number,
): Merged | null {
  const does = ({ cause }: Merged) => {
    const strength = drill.works[cause.cause];
    return strength ? cause.chance * DRILL_EFFECT[strength] * factorOf(drill.id, cause.cause) : 0;
  };
  const [first] = [...causes].sort((a, b) => does(b) - does(a));
  return first && does(first) > 0 ? first : null;
}

function routineOf(
  input: PrescriptionInput,
  causes: readonly Merged[],
  leaveOut: (drill: Drill, because: LeftOutBecause) => void,
): { drills: PrescribedDrill[]; seconds: number; found: Routine } {
  const factorOf = factorFrom(input.counted);
  const answer = (drill: Drill) => answeredBy(drill, causes, factorOf);
  const open = input.drills.filter((drill) => {
    const bar = drillBar(drill, input);
    if (bar) leaveOut(drill, bar);
    return bar === null && answer(drill) !== null;
  });
  const found = bestRoutine({
    causes: causes.map(({ cause }) => ({ cause: cause.cause, chance: cause.chance })),
    drills: open,
    minutes: input.wishes.minutes,
    method: input.method,
    pinned: input.wishes.pinned,
    isDoubled: (drill) => drill.sides === 'perSide' && answer(drill)?.doubled != null,
    factorOf,
  });
  const drills = found.drills.flatMap((drill): PrescribedDrill[] => {
    const answered = answer(drill);
    if (!answered) return [];
    const { cause, first, doubled } = answered;
    const found = input.counted.find((c) => c.drill === drill.id && c.cause === cause.cause);
    return [
      {
        drill,
        for: cause,
        counted: found && countedFactor(found) !== 1 ? found : null,
        sides:
          drill.sides === 'together'
            ? { first: 'both', doubled: null }
            : { first: first ?? input.stifferSide, doubled },
      },
    ];
  });
  // Within a part pressure first: it eases what is moved afterwards.
  const place = ({ drill }: PrescribedDrill) =>
    2 * ROUTINE_PARTS.indexOf(drill.part) + (drill.presses ? 0 : 1);
  drills.sort((a, b) => place(a) - place(b));
  return { drills, seconds: found.seconds, found };
}

/** The drill a plan would give instead of one, and the causes that lose by the swap. */
export function swapFor(
  input: PrescriptionInput,
  id: string,
): { instead: Drill[]; less: CauseId[] } {
  const causes = merged(input.causes);
  const nothing = () => undefined;
  const { wishes } = input;
  const before = routineOf(input, causes, nothing).found;
  const without = {
    ...wishes,
    banned: [...wishes.banned, id],
    pinned: wishes.pinned.filter((p) => p !== id),
  };
  const after = routineOf({ ...input, wishes: without }, causes, nothing).found;
  return {
    instead: after.drills.filter((d) => !before.drills.includes(d)),
    less: costOf(before, after),
  };
}

/** The entry that is best at a cause: the one that names it earliest; the first of equals. */
function bestFor<T extends { causes: readonly CauseId[] }>(
  list: readonly T[],
  cause: CauseId,
): T | null {
  const fit = list.filter((e) => e.causes.includes(cause));
  return [...fit].sort((a, b) => a.causes.indexOf(cause) - b.causes.indexOf(cause))[0] ?? null;
}
