import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../ui/Waiting.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const MoveScreen = lazy(async () => ({
  default: (await import('../../../features/clients/MoveScreen.tsx')).MoveScreen,
}));

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <MoveScreen dossier={dossier} />
        </Suspense>
      )}
    </WithDossier>
  );
}
