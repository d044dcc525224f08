import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../../ui/Waiting.tsx';

const MapScreen = lazy(async () => ({
  default: (await import('../../../../features/setup/MapScreen.tsx')).MapScreen,
}));

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <MapScreen dossier={dossier} />
        </Suspense>
      )}
    </WithDossier>
  );
}
