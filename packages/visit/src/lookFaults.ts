import {
  FAULT_IDS,
  type FaultId,
  type Phase,
  type SeenFault,
  type Severity,
  type Side,
  type Signs,
} from '@zither/core';
import type { Look } from './looks.ts';
import { couldSee, couldTell, eyeCouldTell, namedIn } from './named.ts';

const keyOf = (fault: FaultId, side: Side | null) => `${fault} ${side ?? ''}`;

/** The one phase of the rep a fault was seen in; null where it was seen in several, or nobody said. */
function onePhase(said: readonly { phase?: Phase | null }[]): Phase | null {
  const phases = new Set(said.map((f) => f.phase ?? null));
  return phases.size === 1 ? [...phases][0]! : null;
}

/** Faults of one day's sets, each once, with who saw it and who looked and did not, and in how many sets. */
export function faultsOf(looks: readonly Look[]): SeenFault[] {
  const keys = new Map<string, { fault: FaultId; side: Side | null }>();
  for (const look of looks)
    for (const { fault, side } of namedIn(look)) keys.set(keyOf(fault, side), { fault, side });
  return [...keys.values()].flatMap(({ fault, side }) => {
    const is = (f: { fault: string; side: Side | null }) => f.fault === fault && f.side === side;
    const where = looks.filter((l) => namedIn(l).some(is));
    const onlyUnderLoad =
      where.length > 0 &&
      where.every(
        ({ look }) =>
          look.condition === 'load' &&
          looks.some((l) => l.look.condition === 'bodyweight' && l.look.view === look.view),
      );
    const said = (by: 'measured' | 'eye'): Severity | null => {
      const sizes = where.flatMap((l) => namedIn(l).filter((f) => is(f) && f.by === by));
      return sizes.some((f) => f.severity === 'clear') ? 'clear' : (sizes[0]?.severity ?? null);
    };
    const phase = onePhase(where.flatMap((l) => namedIn(l).filter(is)));
    const base = {
      fault,
      side,
      ...(phase ? { phase } : {}),
      ...(onlyUnderLoad ? { onlyUnderLoad } : {}),
    };
    const [measured, eye] = [said('measured'), said('eye')];
    // By the side in which it was named most often: seen from several sides one set is still one, and another side may not show it.
    const tallies = (by: 'measured' | 'eye') =>
      [...new Set(where.map((l) => l.key))].map((key) => {
        const tally = { clear: 0, slight: 0, missed: 0 };
        for (const l of looks.filter((look) => look.key === key)) {
          const sizes = namedIn(l).flatMap((f) => (is(f) && f.by === by ? [f.severity] : []));
          const size = sizes.includes('clear') ? 'clear' : sizes[0];
          if (size) tally[size] += 1;
          else if ((by === 'eye' ? eyeCouldTell : couldTell)(l, fault)) tally.missed += 1;
        }
        return tally;
      });
    const counted = (by: 'measured' | 'eye') => {
      const [sets] = tallies(by).sort(
        (a, b) =>
          b.clear + b.slight - a.clear - a.slight || b.clear - a.clear || b.missed - a.missed,
      );
      return sets && sets.clear + sets.slight + sets.missed > 1 ? { sets } : {};
    };
    const missedBy = (by: 'measured' | 'eye') => {
      const missed = Math.max(...tallies(by).map((t) => t.missed));
      return missed > 0 ? { missedBy: by, ...(missed > 1 ? { missedSets: missed } : {}) } : {};
    };
    const list: SeenFault[] = [];
    if (measured)
      list.push({
        ...base,
        severity: measured,
        by: 'measured',
        ...counted('measured'),
        ...(eye ? {} : missedBy('eye')),
      });
    if (eye)
      list.push({
        ...base,
        severity: eye,
        by: 'eye',
        ...counted('eye'),
        ...(measured ? {} : missedBy('measured')),
      });
    return list;
  });
}

/** Faults that sets watched for, of them those a camera could tell, and in how many sets. */
export function lookedForIn(
  looks: readonly Look[],
  isLeft: (fault: FaultId) => boolean = () => false,
): Required<Pick<Signs, 'lookedAt' | 'lookedAtByCamera' | 'lookedAtSets'>> {
  const lookedAt = FAULT_IDS.filter((f) => looks.some((l) => couldSee(l, f)) && !isLeft(f));
  const lookedAtByCamera = lookedAt.filter((f) => looks.some((l) => couldTell(l, f)));
  // From several sides of one set it is still one set.
  const most = (could: (look: Look, fault: FaultId) => boolean, fault: FaultId): number => {
    const byLook = new Map<string, number>();
    for (const l of looks) if (could(l, fault)) byLook.set(l.key, (byLook.get(l.key) ?? 0) + 1);
    return Math.max(...byLook.values());
  };
  return {
    lookedAt,
    lookedAtByCamera,
    lookedAtSets: Object.fromEntries(
      lookedAt.flatMap((f) => {
        const sets = most(lookedAtByCamera.includes(f) ? couldTell : eyeCouldTell, f);
        return sets > 1 ? [[f, sets]] : [];
      }),
    ),
  };
}
