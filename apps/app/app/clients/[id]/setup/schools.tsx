import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../../ui/Waiting.tsx';

const SchoolsScreen = lazy(async () => ({
  default: (await import('../../../../features/setup/SchoolsScreen.tsx')).SchoolsScreen,
}));

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <SchoolsScreen dossier={dossier} />
        </Suspense>
      )}
    </WithDossier>
  );
}
