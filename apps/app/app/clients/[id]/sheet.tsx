import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const SheetScreen = later(
  'this page',
  async () => (await import('../../../features/measure/SheetScreen.tsx')).SheetScreen,
);

export default function Page() {
  return (
    <WithDossier>
      {(dossier) => <SheetScreen key={dossier.client.id} dossier={dossier} />}
    </WithDossier>
  );
}
