import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { later } from '../../../../ui/later.tsx';

export { ErrorBoundary } from '../../../../features/shell/index.ts';

const WatchScreen = later(
  'this page',
  async () => (await import('../../../../features/watch/WatchScreen.tsx')).WatchScreen,
);

export default function Page() {
  return <WithDossier>{(dossier) => <WatchScreen dossier={dossier} />}</WithDossier>;
}
