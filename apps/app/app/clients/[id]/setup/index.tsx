import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../../ui/Waiting.tsx';

const SetupScreen = lazy(async () => ({
  default: (await import('../../../../features/setup/SetupScreen.tsx')).SetupScreen,
}));

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <SetupScreen key={dossier.client.id} dossier={dossier} />
        </Suspense>
      )}
    </WithDossier>
  );
}
