import '../features/shell/jitless.ts';
import { SourceSans3_400Regular } from '@expo-google-fonts/source-sans-3/400Regular';
import { SourceSans3_600SemiBold } from '@expo-google-fonts/source-sans-3/600SemiBold';
import { createTheme, ThemeProvider } from '../ui/elements.ts';
import { useFonts } from 'expo-font';
import { Slot, usePathname } from 'expo-router';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { Provider } from 'react-redux';
import { makeStore, start } from '../features/data/index.ts';
import { keepApp, loadSharedFirst, Shell, Units } from '../features/shell/index.ts';
import { readMode } from '../ui/mode.ts';
import { theme } from '../ui/theme.ts';

loadSharedFirst();

export default function RootLayout() {
  const [store] = useState(() => makeStore());
  const [look] = useState(() => createTheme({ ...theme, mode: readMode() }));
  const [fontsReady, fontsFailed] = useFonts({
    SourceSans3_400Regular,
    SourceSans3_600SemiBold,
  });
  const path = usePathname();
  const [isOpen, setIsOpen] = useState(false);
  // The client whose page the app is opened on is read with all else, and their page fetched meanwhile.
  const [opened] = useState(() => /^\/clients\/([^/]+)(\/?$)?/.exec(path));
  useEffect(() => {
    if (opened && opened[2] !== undefined) void import('../features/clients/ClientScreen.tsx');
    return start(store, opened?.[1] ?? null);
  }, [store, opened]);
  useEffect(keepApp, []);
  useEffect(
    () =>
      store.subscribe(() => {
        if (store.getState().rows.isOpen) setIsOpen(true);
      }),
    [store],
  );

  // The page is usable with the system's letters; only the first moment waits for our own.
  // Reads the device's store before the first page, so that every page begins with what was typed.
  if ((!fontsReady && !fontsFailed) || !isOpen) return <View />;
  const isPrint = path.endsWith('/print') || path.endsWith('/referral');
  return (
    <SafeAreaProvider style={{ flex: 1 }}>
      <Provider store={store}>
        <ThemeProvider theme={look}>
          <Units>
            {isPrint ? (
              <Slot />
            ) : (
              <Shell>
                <Slot />
              </Shell>
            )}
          </Units>
        </ThemeProvider>
      </Provider>
    </SafeAreaProvider>
  );
}
