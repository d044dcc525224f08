import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../ui/Waiting.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const ReferralPage = lazy(async () => ({
  default: (await import('../../../features/clear/ReferralPage.tsx')).ReferralPage,
}));

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <ReferralPage key={dossier.client.id} dossier={dossier} />
        </Suspense>
      )}
    </WithDossier>
  );
}
