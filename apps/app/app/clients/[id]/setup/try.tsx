import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../../ui/Waiting.tsx';

const TryScreen = lazy(async () => ({
  default: (await import('../../../../features/setup/TryScreen.tsx')).TryScreen,
}));

export default function Page() {
  // Whatever was chosen a moment ago is what is tried; another choice begins the page anew.
  const { own } = useLocalSearchParams<{ own?: string }>();
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <TryScreen
            key={`${dossier.client.id} ${own ?? ''}`}
            dossier={dossier}
            startsOwn={own !== undefined}
          />
        </Suspense>
      )}
    </WithDossier>
  );
}
