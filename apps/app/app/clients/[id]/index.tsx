import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const ClientScreen = later(
  'this client',
  async () => (await import('../../../features/clients/ClientScreen.tsx')).ClientScreen,
);

export default function Client() {
  return <WithDossier>{(dossier) => <ClientScreen dossier={dossier} />}</WithDossier>;
}
