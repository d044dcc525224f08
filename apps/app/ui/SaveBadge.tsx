import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { View } from 'react-native';
import { Say } from './Say.tsx';
import { useLook } from './useLook.ts';
import { useAppSelector } from '../features/data/index.ts';

/** Says quietly where the work is: saved, on its way, or waiting for the network. */
export function SaveBadge() {
  const { colors } = useLook();
  const { queue, line, hasSaved, conflicts, refused } = useAppSelector((s) => s.outbox);
  const needsChoice = conflicts.length + refused.length > 0;
  const words = needsChoice
    ? 'Needs your choice'
    : line === 'offline'
      ? `Waiting for network · ${queue.length}`
      : queue.length > 0
        ? 'Saving…'
        : hasSaved
          ? 'Saved'
          : '';
  const icon = needsChoice
    ? 'error-outline'
    : line === 'offline'
      ? 'cloud-off'
      : queue.length > 0
        ? 'sync'
        : 'check';
  return (
    <View
      role="status"
      aria-live="polite"
      testID="save-state"
      style={{ flexDirection: 'row', alignItems: 'center', gap: 4, minWidth: 60 }}
    >
      {words !== '' && (
        <>
          <MaterialIcons
            name={icon}
            size={16}
            color={needsChoice || line === 'offline' ? colors.rust : colors.inkSoft}
          />
          <Say soft small>
            {words}
          </Say>
        </>
      )}
    </View>
  );
}
