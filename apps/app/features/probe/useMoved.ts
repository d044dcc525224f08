import type { GroupOpinion } from '@zither/core';
import type { Opinion } from '@zither/visit';
import { sayMoved } from '@zither/words/working';
import { useEffect, useState } from 'react';

const isAlike = (a: readonly GroupOpinion[], b: readonly GroupOpinion[]): boolean =>
  a.every((g) => {
    const other = b.find((o) => o.group === g.group);
    return other?.standing === g.standing && Math.abs(other.probability - g.probability) < 0.005;
  });

interface Stood {
  groups: readonly GroupOpinion[];
  because: string | null;
}

/** How the groups of each client stood when this device last worked them out, for as long as the app is open. */
const stood = new Map<string, Stood>();

/** The change the last entry made, here or on another page, in a sentence; null before one, and while the next opinion is being worked out. */
export function useMoved(
  clientId: string,
  opinion: Opinion | null,
  isFresh: boolean,
  because: string | null,
): string | null {
  const [state, setState] = useState<{
    was: Stood | null;
    of: Opinion | null;
    said: string | null;
  }>(() => ({ was: stood.get(clientId) ?? null, of: null, said: null }));
  if (opinion && isFresh && state.of !== opinion) {
    const { groups } = opinion.diagnosis;
    const { was } = state;
    const isNew = was !== null && !(because === was.because && isAlike(was.groups, groups));
    setState({
      was: { groups, because },
      of: opinion,
      said: isNew ? sayMoved(was.groups, groups, because) : state.said,
    });
  }
  const { was } = state;
  useEffect(() => {
    if (was) stood.set(clientId, was);
  }, [clientId, was]);
  return state.said;
}
