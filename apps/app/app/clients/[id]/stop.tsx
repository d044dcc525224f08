import { useLocalSearchParams } from 'expo-router';
import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const StopPage = later(
  'this page',
  async () => (await import('../../../features/clear/StopPage.tsx')).StopPage,
);

export default function Page() {
  const { from } = useLocalSearchParams<{ from?: string }>();
  return (
    <WithDossier>
      {(dossier) => <StopPage key={dossier.client.id} dossier={dossier} from={from ?? ''} />}
    </WithDossier>
  );
}
