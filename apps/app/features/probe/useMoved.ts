import type { GroupOpinion } from '@zither/core';
import type { Opinion } from '@zither/visit';
import { sayMoved } from '@zither/words/working';
import { useEffect, useRef, useState } from 'react';

const isAlike = (a: readonly GroupOpinion[], b: readonly GroupOpinion[]): boolean =>
  a.every((g) => {
    const other = b.find((o) => o.group === g.group);
    return other?.standing === g.standing && Math.abs(other.probability - g.probability) < 0.005;
  });

/** What the last entry on this page changed, in a sentence; null before one, and while the next opinion is being worked out. */
export function useMoved(
  opinion: Opinion | null,
  isFresh: boolean,
  because: string | null,
): string | null {
  const last = useRef<{ groups: readonly GroupOpinion[]; because: string | null } | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  useEffect(() => {
    if (!opinion || !isFresh) return;
    const { groups } = opinion.diagnosis;
    const was = last.current;
    last.current = { groups, because };
    if (!was) return;
    if (because === was.because && isAlike(was.groups, groups)) return;
    setSaid(sayMoved(was.groups, groups, because));
  }, [opinion, isFresh, because]);
  return said;
}
