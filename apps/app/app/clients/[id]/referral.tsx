import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const ReferralPage = later(
  'this page',
  async () => (await import('../../../features/clear/ReferralPage.tsx')).ReferralPage,
);

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => <ReferralPage key={dossier.client.id} dossier={dossier} />}
    </WithDossier>
  );
}
