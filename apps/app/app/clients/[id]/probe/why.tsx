import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { later } from '../../../../ui/later.tsx';

export { ErrorBoundary } from '../../../../features/shell/index.ts';

const WhyScreen = later(
  'this page',
  async () => (await import('../../../../features/probe/WhyScreen.tsx')).WhyScreen,
);

export default function Page() {
  return <WithDossier>{(dossier) => <WhyScreen dossier={dossier} />}</WithDossier>;
}
