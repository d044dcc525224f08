import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { Button, useThemeMode } from './elements.ts';
import { keepMode } from './mode.ts';
import { useLook } from './useLook.ts';

/** Light paper for a bright gym, dark for a dim one; remembered on this device. */
export function DimButton() {
  const { colors } = useLook();
  const { mode, setMode } = useThemeMode();
  const isDark = mode === 'dark';
  return (
    <Button
      type="clear"
      accessibilityLabel={isDark ? 'Light colours' : 'Dark colours for a dim gym'}
      buttonStyle={{ width: 44, height: 44, minHeight: 44, paddingHorizontal: 0 }}
      icon={
        <MaterialIcons
          name={isDark ? 'light-mode' : 'dark-mode'}
          size={20}
          color={colors.inkSoft}
        />
      }
      onPress={() => {
        const next = isDark ? 'light' : 'dark';
        keepMode(next);
        setMode(next);
      }}
    />
  );
}
