import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { later } from '../../../../ui/later.tsx';

export { ErrorBoundary } from '../../../../features/shell/index.ts';

const ProbeScreen = later(
  'this page',
  async () => (await import('../../../../features/probe/ProbeScreen.tsx')).ProbeScreen,
);

export default function Page() {
  return <WithDossier>{(dossier) => <ProbeScreen dossier={dossier} />}</WithDossier>;
}
