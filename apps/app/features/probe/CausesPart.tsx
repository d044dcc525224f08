import { View } from 'react-native';
import { sayBanned, sayNotFault } from '@zither/words/evidence';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { CauseRow, nodeOf } from './CauseRow.tsx';
import type { Opinion } from '@zither/visit';
import { CUE_NAMES, sayWeighed } from '@zither/words/probe';

/** Causes listed without being asked for: the leading one, and others from so likely on. */
const LISTED = { most: 3, from: 0.15 } as const;

/** The leading causes, what is no fault, and what must not be cued. */
export function CausesPart({
  opinion,
  before,
  isEmpty,
  onOpen,
}: {
  opinion: Opinion | null;
  before: readonly number[] | null;
  isEmpty: boolean;
  onOpen: (node: number) => void;
}) {
  if (!opinion)
    return (
      <Part title="Likely causes" explains="cause">
        <Say soft>Weighing what was seen…</Say>
      </Part>
    );
  if (isEmpty) return null;
  const { causes, notFaults, bannedCues, knees } = opinion.diagnosis;
  const rows = (list: typeof causes) =>
    list.map((cause) => {
      const node = nodeOf(cause);
      return (
        <CauseRow
          key={node}
          cause={cause}
          before={before?.[node] ?? null}
          onOpen={() => onOpen(node)}
        />
      );
    });
  const leading = causes
    .slice(0, LISTED.most)
    .filter((c, place) => place === 0 || (c.probability >= LISTED.from && c.because.length > 0));
  return (
    <Part title="Likely causes" explains="cause">
      <View aria-live="polite">{rows(leading)}</View>
      <Fold title="All causes" note={`${causes.length - leading.length} less likely`}>
        <View>{rows(causes.slice(leading.length))}</View>
      </Fold>
      <Say small soft>
        {sayWeighed(opinion.pieces)}
      </Say>
      {notFaults.map((n) => (
        <Say key={n.what} small>{`Not a fault: ${sayNotFault(n)}`}</Say>
      ))}
      {bannedCues.map((c) => (
        <Say key={c} small>{`Do not use: ${CUE_NAMES[c]}. ${sayBanned(c, knees)}`}</Say>
      ))}
    </Part>
  );
}
