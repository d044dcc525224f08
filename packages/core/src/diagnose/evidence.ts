import { resolveBody } from '../body/resolveBody.ts';
import type { FaultId, Phase, Severity } from '../faults/table.ts';
import { SIDES, type BothSides, type Side } from '../linkage/setup.ts';
import { CALF_SHORT_DEG, readCalf } from '../measure/dorsiflexion.ts';
import { dorsiflexionFromKneeToWallDeg } from '../measure/kneeToWall.ts';
import { PUBLISHED_SEM } from '../measure/error.ts';
import { NAVICULAR_DROP_MM } from '../measure/arch.ts';
import { shortOnAverage } from '../setup/averageRange.ts';
import { AVERAGE_BODY } from '../setup/unreadFold.ts';
import type { HipFoldLimit } from '../window/limits.ts';
import { SIDED_FINDINGS, type FindingId } from '../causes/links.ts';
import { type CleanPart, type Evidence } from '../causes/model.ts';
import { endShare, RANGE_ENDS } from '../causes/variables.ts';
import { type Stays } from '../causes/outcomes.ts';
import { missedBy, repeated, together } from '../causes/observers.ts';
import { HOUSE_TABLES, type Tables } from '../causes/tables.ts';
import { TESTS, type Outcome, type TestId } from '../causes/tests.ts';

/** A fault as it was named, and by what. */
export interface SeenFault {
  fault: FaultId;
  severity: Severity;
  side?: Side | null | undefined;
  phase?: Phase | null | undefined;
  onlyUnderLoad?: boolean | undefined;
  /** Absent = measured. */
  by?: 'measured' | 'eye' | undefined;
  /** Who looked for it as well and did not see it; in how many sets, absent = in one. */
  missedBy?: 'measured' | 'eye' | undefined;
  missedSets?: number | undefined;
  /** In how many sets this observer named it how much, and in how many looked and did not see it; absent = in one, as `severity` says. */
  sets?: (Record<Severity, number> & { missed: number }) | undefined;
}

type OneOrBoth = Partial<BothSides<number | null | undefined>>;

/** What was measured of this client; everything may be missing. */
export interface Measures {
  dorsiflexionDeg?: OneOrBoth | undefined;
  dorsiflexionKneeStraightDeg?: OneOrBoth | undefined;
  kneeToWallMm?: OneOrBoth | undefined;
  hipFold?: HipFoldLimit | null | undefined;
  hipInwardRotationDeg?: OneOrBoth | undefined;
  standingAbductionReps?: OneOrBoth | undefined;
  standingAbductionDeg?: OneOrBoth | undefined;
  navicularDropMm?: OneOrBoth | undefined;
}

export interface LeanParts {
  proportionsDeg: number;
  ankleDeg: number;
  unusedAnkleDeg: number;
  offBalanceDeg: number;
}

export interface TestDone {
  test: TestId;
  outcome: Outcome;
  side?: Side | null | undefined;
  /** Known from before: pain in it is evidence, and stops nothing today. */
  earlier?: boolean | undefined;
}

/** Everything a diagnosis may rest on. */
export interface Signs {
  findings?: readonly SeenFault[] | undefined;
  measures?: Measures | undefined;
  leanBudget?: LeanParts | null | undefined;
  tests?: readonly TestDone[] | undefined;
  /** Faults that were looked for, seen or not; what is neither here nor among the findings was not looked at. */
  lookedAt?: readonly FaultId[] | undefined;
  /** Of those a camera looked for as well; the rest an eye. */
  lookedAtByCamera?: readonly FaultId[] | undefined;
  /** In how many sets each was looked for; absent = in one. */
  lookedAtSets?: Partial<Record<FaultId, number>> | undefined;
  /**
   * How likely each combination of ends of range is short in the squat that was looked at, by readings and trials: over the bits of RANGE_ENDS, summing to 1.
   * Absent = the body is not known; then readings are taken against an average one.
   */
  range?: readonly number[] | undefined;
  /** The same with each way of use, divided by how common that is: what other squats showed of use as well; see `rangeFits`. */
  rangeByUse?: readonly number[] | null | undefined;
  /** Of tests that are the squat in another setup, which ends are short there; absent = the body is not known. */
  stays?: Partial<Record<TestId, Stays>> | undefined;
  /** Nothing was ever carried: no load can be beyond control. */
  isUnloaded?: boolean | undefined;
  /** A cue that sends the knees out is on record: only then is one to blame. */
  isKneesOutCued?: boolean | undefined;
}

/** Where a reading begins to count as short, and how far its error and people's own spread blur that (house defaults). */
export const SHORT = {
  straightDeg: { below: CALF_SHORT_DEG.straight, blur: 3 },
  rotationDeg: { below: 25, blur: 4, differs: 10 },
  abductionReps: { below: 12, blur: 3 },
  abductionDeg: { below: 30, blur: 4 },
  navicularMm: { above: NAVICULAR_DROP_MM.usual, blur: 2.5 },
  leanProportionsDeg: { above: 30, blur: 4 },
  leanUnusedDeg: { above: 6, blur: 2 },
  leanOffBalanceDeg: { above: 6, blur: 2 },
} as const;

/** Chance that a quantity truly lies beyond a mark when this was read; a logistic curve is within a hundredth of the normal one. */
const beyond = (by: number, blur: number): number => 1 / (1 + Math.exp((-1.702 * by) / blur));

const finding = (id: FindingId, side: Side | null, sure: number): Evidence => ({
  kind: 'finding',
  finding: id,
  side,
  sure,
});

/** Everything known, as evidence for the network; the order does not matter. */
export function evidenceOf(signs: Signs, tables: Tables = HOUSE_TABLES): Evidence[] {
  const { findings = [], measures = {}, leanBudget, tests = [] } = signs;
  const list: Evidence[] = seenOnce(findings, tables);
  const average = resolveBody(AVERAGE_BODY);
  const ankleOf = (side: Side): number | null => {
    const wall = measures.kneeToWallMm?.[side] ?? null;
    return (
      measures.dorsiflexionDeg?.[side] ??
      (wall === null ? null : dorsiflexionFromKneeToWallDeg(average, wall))
    );
  };
  const ankles = { left: ankleOf('left'), right: ankleOf('right') };
  list.push(...rangeEvidence(signs, ankles), ...cleanEvidence(signs, tables));
  for (const side of SIDES) {
    const at = (values: OneOrBoth | undefined) => values?.[side] ?? null;
    const bent = ankles[side];
    const straight = at(measures.dorsiflexionKneeStraightDeg);
    if (bent !== null && straight !== null) {
      const { kind } = readCalf(
        { deg: bent, sem: PUBLISHED_SEM.inclinometerDeg },
        { deg: straight, sem: PUBLISHED_SEM.inclinometerDeg },
      );
      const sure = { gastrocnemius: 0.93, soleusOrJoint: 0.12, neitherShort: 0.05 }[kind as string];
      if (sure !== undefined) list.push(finding('calfShort', side, sure));
    } else if (straight !== null)
      list.push(
        finding(
          'calfShort',
          side,
          beyond(SHORT.straightDeg.below - straight, SHORT.straightDeg.blur),
        ),
      );
    const short = (id: FindingId, value: number | null, by: number, blur: number) => {
      if (value !== null) list.push(finding(id, side, beyond(by, blur)));
    };
    const rotation = at(measures.hipInwardRotationDeg);
    const reps = at(measures.standingAbductionReps);
    const drop = at(measures.navicularDropMm);
    const lift = at(measures.standingAbductionDeg);
    const { rotationDeg, abductionReps, abductionDeg, navicularMm } = SHORT;
    // Short by itself, or clearly shorter than the other side.
    const otherRotation = measures.hipInwardRotationDeg?.[side === 'left' ? 'right' : 'left'];
    const shortBy = Math.max(
      rotationDeg.below - (rotation ?? 0),
      (otherRotation ?? 0) - (rotation ?? 0) - rotationDeg.differs,
    );
    short('rotationShort', rotation, shortBy, rotationDeg.blur);
    // Not held for long, or not lifted far: whichever says more, since one weakness shows in either.
    const weak = [
      ...(reps === null ? [] : [beyond(abductionReps.below - reps, abductionReps.blur)]),
      ...(lift === null ? [] : [beyond(abductionDeg.below - lift, abductionDeg.blur)]),
    ];
    if (weak.length > 0) list.push(finding('abductionShort', side, Math.max(...weak)));
    short('archLow', drop, (drop ?? 0) - navicularMm.above, navicularMm.blur);
  }
  if (leanBudget) {
    const part = (id: FindingId, deg: number, mark: { above: number; blur: number }) =>
      list.push(finding(id, null, beyond(deg - mark.above, mark.blur)));
    part('leanProportions', leanBudget.proportionsDeg, SHORT.leanProportionsDeg);
    part('leanUnused', leanBudget.unusedAnkleDeg, SHORT.leanUnusedDeg);
    part('leanOffBalance', leanBudget.offBalanceDeg, SHORT.leanOffBalanceDeg);
  }
  for (const { test, outcome: told, side = null } of tests) {
    // What stops the knee bent and straight in front of the ankle is what hurts there.
    const outcome = test === 'kneeStraightVsBent' && told === 'ankleFront' ? 'pain' : told;
    const stays = signs.stays?.[test];
    const on = TESTS[test].sided ? side : null;
    list.push({ kind: 'test', test, side: on, outcome, ...(stays ? { stays } : {}) });
  }
  return list;
}

/** What readings say of the ends of range, each by itself, and what they say beyond that together. */
function rangeEvidence(
  { measures: { hipFold = null } = {}, range, rangeByUse }: Signs,
  ankles: BothSides<number | null>,
): Evidence[] {
  const isRead = [ankles.left !== null, ankles.right !== null, hipFold !== null];
  if (!range && !isRead.includes(true)) return [];
  const table = range ?? shortOnAverage(ankles, hipFold);
  const short = RANGE_ENDS.map((_, end) =>
    table.reduce((sum, p, state) => sum + ((state >> end) & 1 ? p : 0), 0),
  );
  const alone = RANGE_ENDS.flatMap(({ reading, side }, end): Evidence[] =>
    isRead[end] ? [finding(reading, side, short[end]!)] : [],
  );
  if (!range) return alone;
  const apart = table.map((_, state) =>
    RANGE_ENDS.reduce((product, { nodes }, end) => {
      const likely = isRead[end] ? short[end]! : endShare(nodes);
      return product * ((state >> end) & 1 ? likely : 1 - likely);
    }, 1),
  );
  const together = (rangeByUse ?? table).map((p, at) => p / apart[at % apart.length]!);
  return [...alone, { kind: 'together', side: null, table: together }];
}

/** What was looked for and not seen, as one piece of evidence; none where nothing was. */
function cleanEvidence(
  { findings = [], lookedAt = [], lookedAtByCamera = [], lookedAtSets = {} }: Signs,
  tables: Tables,
): Evidence[] {
  const of = lookedAt.flatMap((fault): CleanPart[] => {
    if (fault === 'pain') return [];
    const seen = findings.filter((f) => f.fault === fault);
    const missed = repeated(
      missedBy(tables, lookedAtByCamera.includes(fault) ? 'measured' : 'eye'),
      lookedAtSets[fault] ?? 1,
    );
    // Seen of no side it may be either.
    if (seen.some((f) => (f.side ?? null) === null)) return [];
    const sides = SIDED_FINDINGS.includes(fault) ? SIDES : [null];
    return sides
      .filter((side) => !seen.some((f) => f.side === side))
      .map((side) => ({ finding: fault, side, missed }));
  });
  const seen = findings.flatMap(({ fault, side = null }) =>
    fault === 'pain' ? [] : [{ finding: fault, side }],
  );
  return of.length > 0 ? [{ kind: 'clean', side: null, of, seen }] : [];
}

/** Faults as evidence, each once: what several observers say of the same is put together. */
function seenOnce(findings: readonly SeenFault[], tables: Tables): Evidence[] {
  const seen = new Map<string, Extract<Evidence, { kind: 'finding' }>>();
  const add = (id: FindingId, side: Side | null, sure: number, phase: Phase | null = null) => {
    const key = `${id} ${side ?? ''}`;
    const known = seen.get(key);
    if (!known) {
      seen.set(key, { kind: 'finding', finding: id, side, sure, ...(phase ? { phase } : {}) });
      return;
    }
    known.sure = together(known.sure, sure);
    // Seen in different phases it is a fault of the whole rep.
    if ((known.phase ?? null) !== phase) delete known.phase;
  };
  let underLoad = 0;
  for (const {
    fault,
    severity,
    side = null,
    phase = null,
    by = 'measured',
    missedBy: other,
    missedSets = 1,
    sets = { clear: 0, slight: 0, missed: 0, [severity]: 1 },
    onlyUnderLoad,
  } of findings) {
    const said = [
      repeated(tables.sure[by].clear, sets.clear),
      repeated(tables.sure[by].slight, sets.slight),
      repeated(missedBy(tables, by), sets.missed),
    ].reduce(together);
    const sure = other ? together(said, repeated(missedBy(tables, other), missedSets)) : said;
    if (fault === 'pain') add('painSeen', null, sure);
    else add(fault, side, sure, phase);
    if (onlyUnderLoad) underLoad = Math.max(underLoad, sure);
  }
  if (underLoad > 0) add('onlyUnderLoad', null, underLoad);
  return [...seen.values()];
}
