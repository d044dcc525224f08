import { useMemo, type ComponentProps, type ReactNode } from 'react';
import { useWindowDimensions } from 'react-native';
import { ThemeProvider, useTheme, useThemeMode } from './elements.ts';
import { WIDE_PX } from './theme.ts';
import { LookContext } from './useLook.ts';

/**
 * Theme, palette and room for all that is drawn below. The window is watched once, here: a page has hundreds of texts, and each that watched it by
 * itself would have to be put on a list and taken off again whenever a page comes and goes.
 */
export function LookProvider({
  theme,
  children,
}: {
  theme: NonNullable<ComponentProps<typeof ThemeProvider>['theme']>;
  children: ReactNode;
}) {
  return (
    <ThemeProvider theme={theme}>
      <Looks>{children}</Looks>
    </ThemeProvider>
  );
}

function Looks({ children }: { children: ReactNode }) {
  const { colors } = useTheme().theme;
  const { mode } = useThemeMode();
  const { width } = useWindowDimensions();
  const look = useMemo(
    () => ({ colors, isWide: width >= WIDE_PX, isDark: mode === 'dark', width }),
    [colors, mode, width],
  );
  return <LookContext.Provider value={look}>{children}</LookContext.Provider>;
}
