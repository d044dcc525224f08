import type { CauseId } from '../causes/causes.ts';
import { LINKS } from '../causes/links.ts';
import type { FaultId } from '../faults/table.ts';
import { SIDES, type Side } from '../linkage/setup.ts';
import type { MeasureId } from '../measure/measures.ts';

/** A finding or a reading that a plan is meant to change, named when the plan is given. */
export type Aim =
  | { kind: 'finding'; fault: FaultId; side: Side | null }
  | { kind: 'reading'; measure: MeasureId; side: Side | null };

/** So many aims at most: the more are judged together, the larger each change has to be (house default). */
export const AIMS_MOST = 6;

/** The measures that show a cause by themselves, the usual one first; more of each is better (common practice, no source). */
const READ_BY: Readonly<Partial<Record<CauseId, readonly MeasureId[]>>> = {
  ankleJoint: ['kneeToWall', 'shinAngle'],
  gastrocnemius: ['shinAngleStraight'],
  hipInwardRotation: ['hipRotationIn'],
  abductors: ['abductionReps', 'abductionAngle'],
};

/** The measures of which more is better, whatever is worked on. */
export const MORE_IS_BETTER: readonly MeasureId[] = [
  'kneeToWall',
  'shinAngle',
  'shinAngleStraight',
  'hipRotationIn',
  'hipRotationOut',
  'hipFoldNarrow',
  'hipFoldMiddle',
  'hipFoldWide',
  'abductionAngle',
  'abductionReps',
];

/** Whether a cause is thought to show as a finding, at least to some degree. */
const showsAs = (cause: CauseId, fault: FaultId): boolean =>
  LINKS.some(
    (l) =>
      l.finding === fault &&
      l.cause === cause &&
      (l.strength === 'strong' || l.strength === 'some'),
  );

/** Whether a finding or reading shows a cause. */
export const isAimOf = (cause: CauseId, aim: Aim): boolean =>
  aim.kind === 'finding'
    ? showsAs(cause, aim.fault)
    : (READ_BY[cause]?.includes(aim.measure) ?? false);

/**
 * The goals a plan is judged by: the readings that show the causes it works on, and the findings these causes show as. Clear findings come first. At
 * most `AIMS_MOST`; deterministic.
 *
 * @param causes the causes the plan works on, the likeliest first; side null = either
 * @param seen findings of the looks the plan rests on
 * @param isRead whether a measure of a side was read before the plan, so that there is something to compare with
 */
export function aimsOf(
  causes: readonly { cause: CauseId; side: Side | null }[],
  seen: readonly { fault: FaultId; side: Side | null; severity: 'slight' | 'clear' }[],
  isRead: (measure: MeasureId, side: Side) => boolean,
): Aim[] {
  const readings = causes.flatMap(({ cause, side }): Aim[] =>
    (side === null ? SIDES : [side]).flatMap((of): Aim[] => {
      const measure = READ_BY[cause]?.find((m) => isRead(m, of));
      return measure ? [{ kind: 'reading', measure, side: of }] : [];
    }),
  );
  const findings = seen
    .filter(({ fault }) => fault !== 'pain' && causes.some(({ cause }) => showsAs(cause, fault)))
    .sort((a, b) => Number(b.severity === 'clear') - Number(a.severity === 'clear'))
    .map(({ fault, side }): Aim => ({ kind: 'finding', fault, side }));
  const key = (aim: Aim) => JSON.stringify(aim);
  const all = [...readings.slice(0, AIMS_MOST / 2), ...findings];
  return all
    .filter((aim, i) => all.findIndex((a) => key(a) === key(aim)) === i)
    .slice(0, AIMS_MOST);
}
