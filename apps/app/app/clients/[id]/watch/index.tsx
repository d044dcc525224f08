import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../../ui/Waiting.tsx';

export { ErrorBoundary } from '../../../../features/shell/index.ts';

const WatchScreen = lazy(async () => ({
  default: (await import('../../../../features/watch/WatchScreen.tsx')).WatchScreen,
}));

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <WatchScreen dossier={dossier} />
        </Suspense>
      )}
    </WithDossier>
  );
}
