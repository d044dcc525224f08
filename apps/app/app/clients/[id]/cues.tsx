import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const CueScreen = later(
  'the cues',
  async () => (await import('../../../features/prescription/CueScreen.tsx')).CueScreen,
);

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => <CueScreen key={dossier.client.id} dossier={dossier} />}
    </WithDossier>
  );
}
