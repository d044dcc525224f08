import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense, useMemo } from 'react';
import { cameraViewSchema, conditionSchema, type LookAsks } from '@zither/contract';
import { asksFrom } from '../../../../features/watch/asks.ts';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../../ui/Waiting.tsx';

export { ErrorBoundary } from '../../../../features/shell/index.ts';

const EyeScreen = lazy(async () => ({
  default: (await import('../../../../features/watch/EyeScreen.tsx')).EyeScreen,
}));

export default function Page() {
  const params = useLocalSearchParams<{ [K in keyof LookAsks | 'view' | 'condition']?: string }>();
  const { view, condition } = params;
  // An address typed by hand may say anything; the side view of a bodyweight squat is where a look begins.
  const seenFrom = cameraViewSchema.catch('side').parse(view);
  const asks = useMemo(() => asksFrom(params), [params]);
  const asked = conditionSchema.catch('bodyweight').parse(condition);
  return (
    <WithDossier>
      {(dossier) => (
        <Suspense fallback={<Waiting what="this page" />}>
          <EyeScreen
            key={`${seenFrom} ${asked}`}
            dossier={dossier}
            view={seenFrom}
            condition={asked}
            asks={asks}
          />
        </Suspense>
      )}
    </WithDossier>
  );
}
