import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../../ui/Waiting.tsx';

export { ErrorBoundary } from '../../../../features/shell/index.ts';

const MeasureScreen = lazy(async () => ({
  default: (await import('../../../../features/measure/MeasureScreen.tsx')).MeasureScreen,
}));

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <MeasureScreen key={dossier.client.id} dossier={dossier} at={null} />
        </Suspense>
      )}
    </WithDossier>
  );
}
