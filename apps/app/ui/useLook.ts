import { useThemeMode, useTheme } from './elements.ts';
import { useWindowDimensions } from 'react-native';
import { WIDE_PX, type Palette } from './theme.ts';

/** The palette in force and whether there is room for two panes. */
export function useLook(): { colors: Palette; isWide: boolean; isDark: boolean; width: number } {
  const { theme } = useTheme();
  const { mode } = useThemeMode();
  const { width } = useWindowDimensions();
  return { colors: theme.colors, isWide: width >= WIDE_PX, isDark: mode === 'dark', width };
}
