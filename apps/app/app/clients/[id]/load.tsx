import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const LoadScreen = later(
  'this page',
  async () => (await import('../../../features/loads/LoadScreen.tsx')).LoadScreen,
);

export default function Page() {
  return <WithDossier>{(dossier) => <LoadScreen dossier={dossier} />}</WithDossier>;
}
