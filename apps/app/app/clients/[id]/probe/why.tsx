import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../../ui/Waiting.tsx';

export { ErrorBoundary } from '../../../../features/shell/index.ts';

const WhyScreen = lazy(async () => ({
  default: (await import('../../../../features/probe/WhyScreen.tsx')).WhyScreen,
}));

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <WhyScreen dossier={dossier} />
        </Suspense>
      )}
    </WithDossier>
  );
}
