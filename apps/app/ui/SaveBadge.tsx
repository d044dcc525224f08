import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { View } from 'react-native';
import { Say } from './Say.tsx';
import { useLook } from './useLook.ts';
import { allHeld, useAppSelector } from '../features/data/index.ts';

/** Says quietly where the work is: saved, on its way, kept here until there is network, or on this page alone. */
export function SaveBadge() {
  const { colors } = useLook();
  const held = useAppSelector(allHeld);
  const { line, hasSaved, storage, items, loose, unreadable } = useAppSelector((s) => s.outbox);
  const isOnWay = held.some((i) => i.state === 'waiting');
  const needsChoice = held.some((i) => i.state !== 'waiting') || unreadable.length > 0;
  // Counted once the disk has it: a page left before that has not kept it.
  const waiting = items.filter((i) => i.state === 'waiting').length;
  const isAlone = storage !== 'ok' && loose.length > 0;
  const isBroken = line === 'offline' || line === 'failing';
  const [words, icon] = needsChoice
    ? (['Needs your choice', 'error-outline'] as const)
    : isAlone
      ? ([`Not kept · ${loose.length}`, 'error-outline'] as const)
      : isBroken && waiting > 0
        ? ([
            line === 'failing'
              ? `Waiting for the server · ${waiting}`
              : `Waiting for network · ${waiting}`,
            'cloud-off',
          ] as const)
        : isOnWay
          ? (['Saving…', 'sync'] as const)
          : hasSaved
            ? (['Saved', 'check'] as const)
            : (['', 'check'] as const);
  const isLoud = needsChoice || isAlone || (isBroken && waiting > 0);
  return (
    <View
      role="status"
      aria-live="polite"
      testID="save-state"
      style={{ flexDirection: 'row', alignItems: 'center', gap: 4 }}
    >
      {words !== '' && (
        <>
          <MaterialIcons name={icon} size={16} color={isLoud ? colors.rust : colors.inkSoft} />
          <Say soft small>
            {words}
          </Say>
        </>
      )}
    </View>
  );
}
