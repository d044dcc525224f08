import { useMemo } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { isHeld, isOut, newestEntry, safetyOf } from '@zither/visit';
import { sayNewest } from '@zither/words/newest';
import { sayMoved } from '@zither/words/working';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { today, useAppSelector, useTableChanges } from '../data/index.ts';
import { useMovedGroups } from './useOpinion.ts';

/** In one sentence, what the newest entry of the day changed in what the plan works on: how it was, how it is, because of what. */
export function MovedPart({ dossier }: { dossier: Dossier }) {
  const day = today();
  const missing = useAppSelector((s) => s.settings.missing);
  const { changes: tables } = useTableChanges();
  const entry = useMemo(
    () => (isHeld(safetyOf(dossier, day)) ? null : newestEntry(dossier, day)),
    [dossier, day],
  );
  const groups = useMovedGroups(entry && `${entry.row.id} ${entry.row.saidAt} ${isOut(entry)}`, {
    dossier,
    day,
    missing,
    tables,
  });
  const says = entry && groups && sayMoved(groups.before, groups.after, sayNewest(entry));
  return says ? (
    <Part>
      <View aria-live="polite">
        <Say small strong>
          {says}
        </Say>
      </View>
    </Part>
  ) : null;
}
