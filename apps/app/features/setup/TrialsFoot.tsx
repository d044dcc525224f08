import { View } from 'react-native';
import { Button } from '../../ui/elements.ts';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { sayCleanIn } from '@zither/words/trials';
import type { Trial } from './useTrial.ts';

/** Under the thumb: lock it, it hurt, or what the reps showed. */
export function TrialsFoot({ trial }: { trial: Trial }) {
  const { isToLock, isLocked, marked, showed, record, setIsLocking } = trial;
  const height = { minHeight: 52 };
  return (
    <View style={{ flex: 1, gap: space.xs }}>
      {!marked && showed && (
        <Say small soft>
          {sayCleanIn(showed.lookedAt)}
        </Say>
      )}
      <View style={{ flexDirection: 'row', gap: space.s }}>
        <Button
          title={isToLock ? 'Lock it' : 'Lock'}
          type={isToLock ? 'solid' : 'outline'}
          disabled={isLocked}
          accessibilityLabel="Lock this setup"
          containerStyle={{ flex: 1 }}
          buttonStyle={height}
          onPress={() => setIsLocking(true)}
        />
        <Button
          type="outline"
          title="Pain"
          accessibilityLabel="Pain in this trial"
          containerStyle={{ flex: 1 }}
          buttonStyle={height}
          onPress={() => record(true)}
        />
        <Button
          type={isToLock ? 'outline' : 'solid'}
          title={marked ? 'Record as marked' : 'All clean'}
          containerStyle={{ flex: 1.5 }}
          buttonStyle={height}
          onPress={() => record(false)}
        />
      </View>
    </View>
  );
}
