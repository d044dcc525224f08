import { useLocalSearchParams } from 'expo-router';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { later } from '../../../../ui/later.tsx';

export { ErrorBoundary } from '../../../../features/shell/index.ts';

const ReviewScreen = later(
  'this page',
  async () => (await import('../../../../features/watch/ReviewScreen.tsx')).ReviewScreen,
);

export default function Page() {
  const { capture, beside } = useLocalSearchParams<{ capture: string; beside?: string }>();
  return (
    <WithDossier>
      {(dossier) => (
        <ReviewScreen key={capture} dossier={dossier} captureId={capture} besideId={beside ?? ''} />
      )}
    </WithDossier>
  );
}
