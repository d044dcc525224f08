import { lazy, Suspense } from 'react';
import { Waiting } from '../ui/Waiting.tsx';

export { ErrorBoundary } from '../features/shell/index.ts';

const SettingsScreen = lazy(async () => ({
  default: (await import('../features/settings/SettingsScreen.tsx')).SettingsScreen,
}));

export default function Settings() {
  return (
    <Suspense fallback={<Waiting what="the settings" />}>
      <SettingsScreen />
    </Suspense>
  );
}
