import { later } from '../ui/later.tsx';

export { ErrorBoundary } from '../features/shell/index.ts';

const SettingsScreen = later(
  'the settings',
  async () => (await import('../features/settings/SettingsScreen.tsx')).SettingsScreen,
);

export default function Settings() {
  return <SettingsScreen />;
}
