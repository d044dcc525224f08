import type { CauseId } from '../causes/causes.ts';
import { barOf } from './bars.ts';
import type { Side } from '../linkage/setup.ts';
import { countedFactor, factorFrom } from './counted.ts';
import { belongsTo, cueInWords, type Cue } from './cues.ts';
import { DRILL_EFFECT, IN_EVERY_ROOM, ROUTINE_PARTS, type Drill } from './drill.ts';
import { groupOf } from '../diagnose/groups.ts';
import { firstCues, firstDrills } from './firstHelp.ts';
import { bestRoutine, costOf, type Routine } from './routine.ts';
import type {
  FirstServed,
  GivenFor,
  LeftOut,
  LeftOutBecause,
  PrescribedCue,
  PrescribedDrill,
  Prescription,
  PrescriptionInput,
  Unserved,
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
 * Cues and drills for the causes to work on and for the faults that none of them explains, from the tables, under the screen's limits. At most two cues,
 * one a group of causes. The drills are the best that fit into the minutes ({@link bestRoutine}); what is left of them goes to the causes that fill. Drills
 * and cues that fit but are left out are named with the reason, and faults that got nothing are listed. Deterministic.
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
  const isFirst = (id: string) => input.findings.some((f) => firstCues(f)[0] === id);
  const openCues = input.cues
    .filter((cue) => belongsTo(cue, input.method))
    .filter((cue) => {
      const bar = barOf(cue, input);
      if (bar && (worksOn(cue) || isFirst(cue.id))) leaveOut('cue', cue.id, cue.words, bar);
      return bar === null;
    });
  const give = (cue: Cue, given: GivenFor, hasCleared: boolean) => {
    if (cues.length < 2 && !cues.some((p) => p.cue.id === cue.id || isSame(p.for, given)))
      cues.push({ cue, for: given, hasCleared });
  };
  // What cleared it today comes first, whichever of its causes that was, or whether any is known.
  for (const { id, words, findings } of input.cleared) {
    const [first] = causes;
    const own = first && forCause(first.cause);
    const seen = findings[0] && forFinding(findings[0]);
    if (id === null) {
      const cue = cueInWords(words, first ? [first.cause.cause] : []);
      const given = own ?? seen;
      if (given && !barOf(cue, input)) give(cue, given, true);
      continue;
    }
    const cue = openCues.find((c) => c.id === id);
    const answered = cue && causes.find((m) => cue.causes.includes(m.cause.cause));
    const given = (answered && forCause(answered.cause)) ?? seen ?? own;
    if (cue && given) give(cue, given, true);
  }
  for (const { cause } of causes) {
    const cue = bestFor(
      openCues.filter((c) => !cues.some((p) => p.cue.id === c.id)),
      cause.cause,
    );
    if (cue) give(cue, forCause(cause), false);
  }
  for (const finding of input.findings) {
    const ids = firstCues(finding);
    const cue = ids.flatMap((id) => openCues.filter((c) => c.id === id))[0];
    if (cue) give(cue, forFinding(finding), false);
  }

  const { drills, seconds } = routineOf(input, causes, (drill, because) => {
    const isWanted = input.findings.some((f) => firstDrills(f)[0] === drill.id);
    if (worksOn(drill) || isWanted) leaveOut('drill', drill.id, drill.name, because);
  });
  const isServed = (f: FirstServed) =>
    cues.some((c) => isSame(c.for, forFinding(f)) || firstCues(f).includes(c.cue.id)) ||
    drills.some((d) => firstDrills(f).includes(d.drill.id));
  const mayServe = (f: FirstServed) =>
    firstCues(f).some((id) => openCues.some((c) => c.id === id)) ||
    input.drills.some((d) => firstDrills(f).includes(d.id) && mayGive(d, input));
  return {
    cues,
    drills,
    seconds,
    minutes: input.wishes.minutes,
    notAdvised,
    unserved: input.findings
      .filter((f) => !isServed(f))
      .map((finding): Unserved => ({
        finding,
        because: mayServe(finding) ? 'full' : 'barred',
      })),
  };
}

const forCause = (cause: WorkedCause): GivenFor => ({ kind: 'cause', ...cause });
const forFinding = (finding: FirstServed): GivenFor => ({ kind: 'finding', ...finding });

/** Whether two are given for the same: causes of one group are. */
function isSame(a: GivenFor, b: GivenFor): boolean {
  if (a.kind === 'finding') return b.kind === 'finding' && a.fault === b.fault;
  return b.kind === 'cause' && (a.cause === b.cause || isOfOneGroup(a.cause, b.cause));
}

const isOfOneGroup = (a: CauseId, b: CauseId): boolean => {
  const group = groupOf(a);
  return group !== null && group === groupOf(b);
};

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
  acting: readonly Merged[],
  leaveOut: (drill: Drill, because: LeftOutBecause) => void,
): { drills: PrescribedDrill[]; seconds: number; found: Routine } {
  const factorOf = factorFrom(input.counted);
  const fills = merged(input.fills).filter(
    (f) => !acting.some((m) => m.cause.cause === f.cause.cause),
  );
  const served = (drill: Drill) =>
    input.findings
      .filter((f) => firstDrills(f).includes(drill.id))
      .sort((a, b) => firstDrills(a).indexOf(drill.id) - firstDrills(b).indexOf(drill.id))[0];
  const reachable = input.drills.filter((drill) => {
    const bar = drillBar(drill, input);
    if (bar) leaveOut(drill, bar);
    return bar === null;
  });
  const best = (causes: readonly Merged[], before: readonly Drill[] = []) => {
    // What the first took stays as long as it was.
    const answer = (drill: Drill) =>
      answeredBy(drill, before.includes(drill) ? acting : causes, factorOf);
    return bestRoutine({
      causes: causes.map(({ cause }) => ({ cause: cause.cause, chance: cause.chance })),
      drills: reachable.filter((d) => answer(d) !== null || served(d) !== undefined),
      minutes: input.wishes.minutes,
      method: input.method,
      pinned: [...input.wishes.pinned, ...before.map((d) => d.id)],
      serves: input.findings,
      isDoubled: (drill) => drill.sides === 'perSide' && answer(drill)?.doubled != null,
      factorOf,
    });
  };
  const first = best(acting);
  const all = [...acting, ...fills];
  // Less likely causes take the minutes that are left.
  const found = fills.length === 0 ? first : best(all, first.drills);
  const drills = found.drills.flatMap((drill): PrescribedDrill[] => {
    const isOfFirst = first.drills.includes(drill);
    const answered = answeredBy(drill, isOfFirst ? acting : all, factorOf);
    const finding = served(drill);
    if (!answered || (finding && !acting.includes(answered)))
      return finding
        ? [
            {
              drill,
              for: forFinding(finding),
              counted: null,
              sides: sidesOf(drill, finding.side, null, input),
            },
          ]
        : answered
          ? given(drill, answered)
          : [];
    return given(drill, answered);
  });
  function given(drill: Drill, { cause, first: side, doubled }: Merged): PrescribedDrill[] {
    const counted = input.counted.find((c) => c.drill === drill.id && c.cause === cause.cause);
    return [
      {
        drill,
        for: forCause(cause),
        counted: counted && countedFactor(counted) !== 1 ? counted : null,
        sides: sidesOf(drill, side, doubled, input),
      },
    ];
  }
  // Within a part pressure first: it eases what is moved afterwards.
  const place = ({ drill }: PrescribedDrill) =>
    2 * ROUTINE_PARTS.indexOf(drill.part) + (drill.presses ? 0 : 1);
  drills.sort((a, b) => place(a) - place(b));
  return { drills, seconds: found.seconds, found };
}

const sidesOf = (
  drill: Drill,
  first: Side | null,
  doubled: Side | null,
  { stifferSide }: Pick<PrescriptionInput, 'stifferSide'>,
): PrescribedDrill['sides'] =>
  drill.sides === 'together'
    ? { first: 'both', doubled: null }
    : { first: first ?? stifferSide, doubled };

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
