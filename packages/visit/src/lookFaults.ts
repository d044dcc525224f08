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
    // Sets of the looks in which it was named: another side of the body may not show it.
    const sets = looks.filter((l) => where.some((w) => w.key === l.key));
    const could = { measured: couldTell, eye: eyeCouldTell };
    const isNamed = (by: 'measured' | 'eye') => (l: Look) =>
      namedIn(l).some((f) => is(f) && f.by === by);
    const counted = (by: 'measured' | 'eye') => {
      const named = sets.filter(isNamed(by)).length;
      const missed = sets.filter((l) => could[by](l, fault) && !isNamed(by)(l)).length;
      return named === 1 && missed === 0 ? {} : { sets: { named, missed } };
    };
    const missedBy = (by: 'measured' | 'eye') => {
      const missed = sets.filter((l) => could[by](l, fault)).length;
      return missed === 0 ? {} : { missedBy: by, ...(missed > 1 ? { missedSets: missed } : {}) };
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
