import { router, useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../ui/Waiting.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const SetScreen = lazy(async () => ({
  default: (await import('../../../features/setup/SetScreen.tsx')).SetScreen,
}));

export default function Page() {
  const { show } = useLocalSearchParams<{ show?: string }>();
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <SetScreen
            key={dossier.client.id}
            dossier={dossier}
            show={show}
            onShow={(segment) => router.setParams({ show: segment })}
          />
        </Suspense>
      )}
    </WithDossier>
  );
}
