import { router } from 'expo-router';
import { useState } from 'react';
import { later } from '../../ui/later.tsx';
import { newId, useChanges } from '../../features/data/index.ts';
import { Screen } from '../../ui/Screen.tsx';

export { ErrorBoundary } from '../../features/shell/index.ts';

const ClientForm = later(
  'the form',
  async () => (await import('../../features/clients/ClientForm.tsx')).ClientForm,
);

export default function NewClient() {
  const [id] = useState(newId);
  const { putClient } = useChanges();
  return (
    <Screen title="New client" back={{ to: '/clients', label: 'Back to clients' }}>
      <ClientForm
        values={null}
        draftKey="client/new"
        onSave={(values) => {
          putClient({ id, version: 0 }, values);
          // In the order of the visit: first what keeps the client safe.
          router.replace(`/clients/${id}/clear`);
        }}
      />
    </Screen>
  );
}
