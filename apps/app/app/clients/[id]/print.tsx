import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../ui/Waiting.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const PrintPage = lazy(async () => ({
  default: (await import('../../../features/prescription/PrintPage.tsx')).PrintPage,
}));

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <PrintPage key={dossier.client.id} dossier={dossier} />
        </Suspense>
      )}
    </WithDossier>
  );
}
