import { lazy, Suspense } from 'react';
import { View } from 'react-native';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import {
  newId,
  outboxActions,
  sayClock,
  settleConflict,
  useAppDispatch,
  useAppSelector,
} from '../data/index.ts';

const Versions = lazy(async () => ({ default: (await import('./Versions.tsx')).Versions }));

const ROW_NAMES = {
  client: 'These client details were changed on another device while you worked.',
  session: 'This session was changed on another device while you worked.',
  trial: 'This trial was changed on another device while you worked.',
  capture: 'This capture was changed on another device while you worked.',
  judgement: 'This judgement was changed on another device while you worked.',
  tried: 'This short test was changed on another device while you worked.',
  decision: 'This conclusion was changed on another device while you worked.',
  tableChange: 'The tables were changed on another device while you worked.',
  school: 'This method was changed on another device while you worked.',
  schoolChoice: 'The usual method was changed on another device while you worked.',
  setupTrial: 'This trial of a setup was changed on another device while you worked.',
  lock: 'This locked setup was changed on another device while you worked.',
  setup: 'This setup was changed on another device while you worked.',
  prescription: 'This plan was changed on another device while you worked.',
  screening: 'These screen answers were changed on another device while you worked.',
  clearance: 'This clearance was changed on another device while you worked.',
  pain: 'This pain note was changed on another device while you worked.',
  move: 'This move was made on another device while you worked.',
  correction: 'This correction was changed on another device while you worked.',
} as const;

/** What the outbox cannot decide alone: a row changed on another device, or a change the server refused. */
export function Attention() {
  const dispatch = useAppDispatch();
  const conflict = useAppSelector((s) => s.outbox.conflicts[0]);
  const refused = useAppSelector((s) => s.outbox.refused[0]);
  const clock = useAppSelector((s) => sayClock(s.clock));
  if (!conflict && !refused && clock === null) return null;
  return (
    <View style={{ padding: space.m, gap: space.s }}>
      {clock !== null && <Notice tone="before">{clock}</Notice>}
      {conflict && (
        <Notice
          tone="now"
          actions={[
            {
              label: 'Keep mine',
              onPress: () => dispatch(settleConflict('mine', newId)),
            },
            {
              label: 'Take the other',
              onPress: () => dispatch(settleConflict('theirs', newId)),
            },
          ]}
        >
          <View style={{ gap: space.xs }}>
            <Say strong>{ROW_NAMES[conflict.current.entity]}</Say>
            <Suspense fallback={null}>
              <Versions conflict={conflict} />
            </Suspense>
            <Say small>Nothing of yours is lost until you choose.</Say>
          </View>
        </Notice>
      )}
      {refused && (
        <Notice
          tone="now"
          actions={[
            { label: 'Understood', onPress: () => dispatch(outboxActions.refusalDismissed()) },
          ]}
        >
          {`The server did not take a change: ${refused.problem.message}`}
        </Notice>
      )}
    </View>
  );
}
