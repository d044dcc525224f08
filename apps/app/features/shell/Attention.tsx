import { View } from 'react-native';
import { Notice } from '../../ui/Notice.tsx';
import { space } from '../../ui/theme.ts';
import {
  newId,
  outboxActions,
  settleConflict,
  useAppDispatch,
  useAppSelector,
} from '../data/index.ts';

const ROW_NAMES = {
  client: 'client details',
  session: 'session',
  trial: 'trial',
  setup: 'setup',
  prescription: 'prescription',
  screening: 'screen answers',
  clearance: 'clearance',
  pain: 'pain notes',
} as const;

/** What the outbox cannot decide alone: a row changed on another device, or a change the server refused. */
export function Attention() {
  const dispatch = useAppDispatch();
  const conflict = useAppSelector((s) => s.outbox.conflict);
  const refused = useAppSelector((s) => s.outbox.refused);
  if (!conflict && !refused) return null;
  return (
    <View style={{ padding: space.m, gap: space.s }}>
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
          {`These ${ROW_NAMES[conflict.current.entity]} were changed on another device while you worked. Nothing of yours is lost until you choose.`}
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
