import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../../ui/Waiting.tsx';

export { ErrorBoundary } from '../../../../features/shell/index.ts';

const ReviewScreen = lazy(async () => ({
  default: (await import('../../../../features/watch/ReviewScreen.tsx')).ReviewScreen,
}));

export default function Page() {
  const { capture } = useLocalSearchParams<{ capture: string }>();
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <ReviewScreen key={capture} dossier={dossier} captureId={capture} />
        </Suspense>
      )}
    </WithDossier>
  );
}
