import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { Waiting } from '../ui/Waiting.tsx';

export { ErrorBoundary } from '../features/shell/index.ts';

const LabScreen = lazy(async () => ({
  default: (await import('../features/lab/LabScreen.tsx')).LabScreen,
}));

export default function Lab() {
  const { client } = useLocalSearchParams<{ client?: string }>();
  return (
    <Suspense fallback={<Waiting what="the lab" />}>
      <LabScreen key={client ?? 'bench'} clientId={client ?? null} />
    </Suspense>
  );
}
