import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const RunScreen = later(
  'the routine',
  async () => (await import('../../../features/prescription/RunScreen.tsx')).RunScreen,
);

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => <RunScreen key={dossier.client.id} dossier={dossier} />}
    </WithDossier>
  );
}
