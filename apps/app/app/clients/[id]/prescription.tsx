import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const PrescriptionScreen = later(
  'this page',
  async () =>
    (await import('../../../features/prescription/PrescriptionScreen.tsx')).PrescriptionScreen,
);

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => <PrescriptionScreen key={dossier.client.id} dossier={dossier} />}
    </WithDossier>
  );
}
