import { useLocalSearchParams } from 'expo-router';
import type { LookInAddress } from '../../../../features/watch/EyePage.tsx';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { later } from '../../../../ui/later.tsx';

export { ErrorBoundary } from '../../../../features/shell/index.ts';

const EyePage = later(
  'this page',
  async () => (await import('../../../../features/watch/EyePage.tsx')).EyePage,
);

export default function Page() {
  const asked = useLocalSearchParams<LookInAddress>();
  return <WithDossier>{(dossier) => <EyePage dossier={dossier} asked={asked} />}</WithDossier>;
}
