import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const MoveScreen = later(
  'this page',
  async () => (await import('../../../features/clients/MoveScreen.tsx')).MoveScreen,
);

export default function Page() {
  return <WithDossier>{(dossier) => <MoveScreen dossier={dossier} />}</WithDossier>;
}
