import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../../ui/Waiting.tsx';

export { ErrorBoundary } from '../../../../features/shell/index.ts';

const ProbeScreen = lazy(async () => ({
  default: (await import('../../../../features/probe/ProbeScreen.tsx')).ProbeScreen,
}));

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <ProbeScreen dossier={dossier} />
        </Suspense>
      )}
    </WithDossier>
  );
}
