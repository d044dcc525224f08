import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { cameraViewSchema, conditionSchema } from '@zither/contract';
import { WithDossier } from '../../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../../ui/Waiting.tsx';

const EyeScreen = lazy(async () => ({
  default: (await import('../../../../features/watch/EyeScreen.tsx')).EyeScreen,
}));

export default function Page() {
  const { view, condition, heels } = useLocalSearchParams<{
    view?: string;
    condition?: string;
    heels?: string;
  }>();
  // An address typed by hand may say anything; the side view of a bodyweight squat is where a look begins.
  const seenFrom = cameraViewSchema.catch('side').parse(view);
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
            heelsRaised={heels === 'raised'}
          />
        </Suspense>
      )}
    </WithDossier>
  );
}
