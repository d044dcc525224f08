import { Button } from './elements.ts';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Say } from './Say.tsx';
import { space } from './theme.ts';
import { useLook } from './useLook.ts';

/** A sentence that wants attention, with the way out beside it. `now` is for what stops the work. */
export function Notice({
  tone = 'quiet',
  children,
  actions = [],
  isTight = false,
}: {
  tone?: 'quiet' | 'now' | 'good' | 'before';
  children: ReactNode;
  /** Less room around it, where every line counts. */
  isTight?: boolean;
  actions?: { label: string; onPress: () => void }[];
}) {
  const { colors } = useLook();
  const edge = {
    quiet: colors.hairline,
    now: colors.rust,
    good: colors.lake,
    before: colors.heather,
  }[tone];
  const wash = {
    quiet: colors.surface,
    now: colors.rustWash,
    good: colors.lakeWash,
    before: colors.heatherWash,
  }[tone];
  return (
    <View
      role={tone === 'now' ? 'alert' : 'status'}
      style={{
        borderLeftWidth: 4,
        borderColor: edge,
        backgroundColor: wash,
        paddingHorizontal: space.m,
        paddingVertical: isTight ? space.xs : space.m,
        gap: space.s,
        borderRadius: 4,
      }}
    >
      {typeof children === 'string' ? <Say>{children}</Say> : children}
      {actions.length > 0 && (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          {actions.map((action) => (
            <Button
              key={action.label}
              type="outline"
              title={action.label}
              onPress={action.onPress}
            />
          ))}
        </View>
      )}
    </View>
  );
}
