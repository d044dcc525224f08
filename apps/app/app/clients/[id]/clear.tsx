import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const ClearScreen = later(
  'this page',
  async () => (await import('../../../features/clear/ClearScreen.tsx')).ClearScreen,
);

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => <ClearScreen key={dossier.client.id} dossier={dossier} />}
    </WithDossier>
  );
}
