import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../ui/Waiting.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const ClientScreen = lazy(async () => ({
  default: (await import('../../../features/clients/ClientScreen.tsx')).ClientScreen,
}));

export default function Client() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this client" />}>
          <ClientScreen dossier={dossier} />
        </Suspense>
      )}
    </WithDossier>
  );
}
