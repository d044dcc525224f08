import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { later } from '../../../../ui/later.tsx';

export { ErrorBoundary } from '../../../../features/shell/index.ts';

const MeasureScreen = later(
  'this page',
  async () => (await import('../../../../features/measure/MeasureScreen.tsx')).MeasureScreen,
);

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => <MeasureScreen key={dossier.client.id} dossier={dossier} at={null} />}
    </WithDossier>
  );
}
