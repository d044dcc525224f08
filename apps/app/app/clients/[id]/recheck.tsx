import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const RecheckScreen = later(
  'this page',
  async () => (await import('../../../features/recheck/RecheckScreen.tsx')).RecheckScreen,
);

export default function Page() {
  return <WithDossier>{(dossier) => <RecheckScreen dossier={dossier} />}</WithDossier>;
}
