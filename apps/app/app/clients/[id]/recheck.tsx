import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../ui/Waiting.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const LaterScreen = lazy(async () => ({
  default: (await import('../../../features/session/LaterScreen.tsx')).LaterScreen,
}));

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <LaterScreen dossier={dossier} />
        </Suspense>
      )}
    </WithDossier>
  );
}
