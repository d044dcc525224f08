import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../../ui/Waiting.tsx';

const TryScreen = lazy(async () => ({
  default: (await import('../../../../features/setup/TryScreen.tsx')).TryScreen,
}));

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <TryScreen dossier={dossier} />
        </Suspense>
      )}
    </WithDossier>
  );
}
