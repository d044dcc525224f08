import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const PrintPage = later(
  'this page',
  async () => (await import('../../../features/prescription/PrintPage.tsx')).PrintPage,
);

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => <PrintPage key={dossier.client.id} dossier={dossier} />}
    </WithDossier>
  );
}
