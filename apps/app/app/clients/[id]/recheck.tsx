import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const LaterScreen = later(
  'this page',
  async () => (await import('../../../features/session/LaterScreen.tsx')).LaterScreen,
);

export default function Page() {
  return <WithDossier>{(dossier) => <LaterScreen dossier={dossier} />}</WithDossier>;
}
