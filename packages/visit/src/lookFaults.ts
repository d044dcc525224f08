import {
  FAULT_IDS,
  type FaultId,
  type Phase,
  type SeenFault,
  type Severity,
  type Side,
} from '@zither/core';
import type { Look } from './looks.ts';
import { couldSee, couldTell, eyeCouldTell, namedIn } from './named.ts';

const keyOf = (fault: FaultId, side: Side | null) => `${fault} ${side ?? ''}`;

/** The one phase of the rep a fault was seen in; null where it was seen in several, or nobody said. */
function onePhase(said: readonly { phase?: Phase | null }[]): Phase | null {
  const phases = new Set(said.map((f) => f.phase ?? null));
  return phases.size === 1 ? [...phases][0]! : null;
}

/** Faults of one day's looks, each once, with who saw it and who looked and did not. */
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
    const list: SeenFault[] = [];
    if (measured)
      list.push({
        ...base,
        severity: measured,
        by: 'measured',
        ...(!eye && where.some((l) => eyeCouldTell(l, fault)) ? { missedBy: 'eye' as const } : {}),
      });
    if (eye)
      list.push({
        ...base,
        severity: eye,
        by: 'eye',
        ...(!measured && where.some((l) => couldTell(l, fault))
          ? { missedBy: 'measured' as const }
          : {}),
      });
    return list;
  });
}

/** Faults that looks watched for, and of them those a camera could tell. */
export function lookedForIn(
  looks: readonly Look[],
  isLeft: (fault: FaultId) => boolean = () => false,
): { lookedAt: FaultId[]; lookedAtByCamera: FaultId[] } {
  const lookedAt = FAULT_IDS.filter((f) => looks.some((l) => couldSee(l, f)) && !isLeft(f));
  return {
    lookedAt,
    lookedAtByCamera: lookedAt.filter((f) => looks.some((l) => couldTell(l, f))),
  };
}
