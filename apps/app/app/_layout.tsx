import '../features/shell/jitless.ts';
import { SourceSans3_400Regular } from '@expo-google-fonts/source-sans-3/400Regular';
import { SourceSans3_600SemiBold } from '@expo-google-fonts/source-sans-3/600SemiBold';
import { createTheme } from '../ui/elements.ts';
import { LookProvider } from '../ui/LookProvider.tsx';
import { useFonts } from 'expo-font';
import { Slot, usePathname } from 'expo-router';
import { memo, useEffect, useState, useSyncExternalStore } from 'react';
import { View } from 'react-native';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { Provider } from 'react-redux';
import { makeStore, start } from '../features/data/index.ts';
import { keepApp, Shell, Units } from '../features/shell/index.ts';
import { readMode, SharedColours } from '../ui/mode.ts';
import { theme } from '../ui/theme.ts';

// Begun before anything is drawn: disk and network answer meanwhile. The client whose page the app is opened on is read with all else, and
// their page fetched.
const store = makeStore();
const at = globalThis.location?.pathname ?? '/';
const opened = /^\/clients\/([^/]+)(\/?$)?/.exec(at);
if (opened && opened[2] !== undefined) void import('../features/clients/ClientScreen.tsx');
start(store, opened?.[1] ?? null, /^\/(clients\/?)?$/.test(at));

export default function RootLayout() {
  const [fontsReady, fontsFailed] = useFonts({
    SourceSans3_400Regular,
    SourceSans3_600SemiBold,
  });
  const isOpen = useSyncExternalStore(store.subscribe, () => store.getState().rows.isOpen);
  useEffect(keepApp, []);

  // The page is usable with the system's letters; only the first moment waits for our own.
  // Reads the device's store before the first page, so that every page begins with what was typed.
  if ((!fontsReady && !fontsFailed) || !isOpen) return <View />;
  return <Ground />;
}

/** What all pages stand on. The router draws the layout anew at every step; this stays as it is. */
const Ground = memo(function Ground() {
  const [look] = useState(() => createTheme({ ...theme, mode: readMode() }));
  return (
    <SafeAreaProvider style={{ flex: 1 }}>
      <Provider store={store}>
        <LookProvider theme={look}>
          <SharedColours />
          <Units>
            <Pages />
          </Units>
        </LookProvider>
      </Provider>
    </SafeAreaProvider>
  );
});

function Pages() {
  const path = usePathname();
  const isPrint = path.endsWith('/print') || path.endsWith('/referral');
  if (isPrint) return <Slot />;
  return (
    <Shell>
      <Slot />
    </Shell>
  );
}
