import type { Dossier } from '@zither/contract';
import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';
import { useChanges } from '../../../features/data/index.ts';
import { Screen } from '../../../ui/Screen.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const ClientForm = later(
  'the form',
  async () => (await import('../../../features/clients/ClientForm.tsx')).ClientForm,
);

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
      <ClientForm
        values={client}
        draftKey={`client/${client.id}`}
        onSave={(values, over) => putClient(over ?? client, values)}
      />
    </Screen>
  );
}
