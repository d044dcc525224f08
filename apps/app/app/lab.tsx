import { useLocalSearchParams } from 'expo-router';
import { later } from '../ui/later.tsx';

export { ErrorBoundary } from '../features/shell/index.ts';

const LabScreen = later(
  'the lab',
  async () => (await import('../features/lab/LabScreen.tsx')).LabScreen,
);

export default function Lab() {
  const { client } = useLocalSearchParams<{ client?: string }>();
  return <LabScreen key={client ?? 'bench'} clientId={client ?? null} />;
}
