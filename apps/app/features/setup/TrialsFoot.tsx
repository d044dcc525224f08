import { View } from 'react-native';
import { RowButton } from '../../ui/RowButton.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { sayCarried } from '@zither/words/setup';
import { sayCleanIn } from '@zither/words/trials';
import type { Trial } from './useTrial.ts';

/** Under the thumb: lock it, it hurt, or what the reps showed. */
export function TrialsFoot({ trial }: { trial: Trial }) {
  const { isToLock, isLocked, marked, showed, first, isLoaded, record, setIsLocking } = trial;
  const current = trial.current?.setup;
  const height = { minHeight: 52 };
  return (
    <View style={{ flex: 1, gap: space.xs }}>
      {!marked && showed && (
        <Say small soft>
          {first
            ? `${sayCarried(isLoaded ? current! : first)}. ${sayCleanIn(showed.lookedAt)}`
            : sayCleanIn(showed.lookedAt)}
        </Say>
      )}
      <View style={{ flexDirection: 'row', justifyContent: 'flex-end', gap: space.s }}>
        <RowButton
          title={isToLock ? 'Lock it' : 'Lock'}
          type={isToLock ? 'solid' : 'outline'}
          disabled={isLocked}
          accessibilityLabel="Lock this setup"
          buttonStyle={height}
          onPress={() => setIsLocking(true)}
        />
        <RowButton
          type="outline"
          title="Pain"
          accessibilityLabel="Pain in this trial"
          buttonStyle={height}
          onPress={() => record(true)}
        />
        <RowButton
          type={isToLock ? 'outline' : 'solid'}
          title={marked ? 'Record as marked' : 'All clean'}
          share={1.5}
          buttonStyle={height}
          onPress={() => record(false)}
        />
      </View>
    </View>
  );
}
