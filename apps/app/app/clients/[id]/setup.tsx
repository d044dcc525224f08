import { router, useLocalSearchParams } from 'expo-router';
import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const SetScreen = later(
  'this page',
  async () => (await import('../../../features/setup/SetScreen.tsx')).SetScreen,
);

export default function Page() {
  const { show } = useLocalSearchParams<{ show?: string }>();
  return (
    <WithDossier>
      {(dossier) => (
        <SetScreen
          key={dossier.client.id}
          dossier={dossier}
          show={show}
          onShow={(segment) => router.setParams({ show: segment })}
        />
      )}
    </WithDossier>
  );
}
