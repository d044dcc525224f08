import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../ui/Waiting.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const SheetScreen = lazy(async () => ({
  default: (await import('../../../features/measure/SheetScreen.tsx')).SheetScreen,
}));

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <SheetScreen key={dossier.client.id} dossier={dossier} />
        </Suspense>
      )}
    </WithDossier>
  );
}
