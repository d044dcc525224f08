import type { Dossier } from '@zither/contract';
import { lazy, Suspense } from 'react';
import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { Waiting } from '../../../ui/Waiting.tsx';
import { useChanges } from '../../../features/data/index.ts';
import { Screen } from '../../../ui/Screen.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const ClientForm = lazy(async () => ({
  default: (await import('../../../features/clients/ClientForm.tsx')).ClientForm,
}));

export default function EditClient() {
  return <WithDossier>{(dossier) => <Edit dossier={dossier} />}</WithDossier>;
}

function Edit({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const { putClient } = useChanges();
  return (
    <Screen
      title={`Edit ${client.name}`}
      back={{ to: `/clients/${client.id}`, label: `Back to ${client.name}` }}
    >
      <Suspense fallback={<Waiting what="the form" />}>
        <ClientForm
          values={client}
          draftKey={`client/${client.id}`}
          onSave={(values, over) => putClient(over ?? client, values)}
        />
      </Suspense>
    </Screen>
  );
}
