import { useLocalSearchParams } from 'expo-router';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { later } from '../../../../ui/later.tsx';

export { ErrorBoundary } from '../../../../features/shell/index.ts';

const ProbeScreen = later(
  'this page',
  async () => (await import('../../../../features/probe/ProbeScreen.tsx')).ProbeScreen,
);

export default function Page() {
  const { test, side } = useLocalSearchParams<{ test?: string; side?: string }>();
  const picked = test ? `${test} ${side ?? ''}` : null;
  return (
    <WithDossier>
      {(dossier) => <ProbeScreen key={picked} dossier={dossier} test={picked} />}
    </WithDossier>
  );
}
